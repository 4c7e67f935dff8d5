package io.kinetarch.server.routing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import io.kinetarch.server.problem.Refusal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.assertj.core.api.SoftAssertions;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

class PageAddressTest {
    /** Inputs and results in the manner of the WHATWG URL standard's own test data (urltestdata.json), from memory. */
    @Test
    void onePageHasOneAddress() {
        Map.of(
                        "HTTPS://Ferry.Example:443/a/../b", "https://ferry.example/b",
                        "http://ferry.example:80", "http://ferry.example/",
                        "https://ferry.example:8443/a?x=1#top", "https://ferry.example:8443/a?x=1",
                        "https:\\\\ferry.example\\a\\b", "https://ferry.example/a/b",
                        "https://ferry.example/%7Ea b", "https://ferry.example/%7Ea%20b",
                        "https://bücher.example/", "https://xn--bcher-kva.example/",
                        " https://ferry.example/./a ", "https://ferry.example/a",
                        "http://0x7f.1/", "http://127.0.0.1/")
                .forEach((sent, written) ->
                        assertThat(PageAddress.of(sent, "/page")).as(sent).isEqualTo(written));
    }

    /** Six hundred addresses written out by another implementation of the standard; see the file for how it was made. */
    @Test
    void addressesAreWrittenOutAsTheUrlStandardDoes() throws IOException {
        try (var file =
                Objects.requireNonNull(PageAddressTest.class.getResourceAsStream("/addresses-by-url-standard.jsonl"))) {
            var cases = new String(file.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> !line.startsWith("#"))
                    .map(JsonMapper.shared()::readTree)
                    .toList();
            assertThat(cases).hasSizeGreaterThan(500);
            var softly = new SoftAssertions();
            for (var one : cases) {
                softly.assertThat(PageAddress.of(one.get(0).asString(), "/page"))
                        .as(one.get(0).asString())
                        .isEqualTo(one.get(1).asString());
            }
            softly.assertAll();
        }
    }

    @Test
    void whatIsNoPageIsRefused() {
        for (String wrong : List.of(
                "/fares", "ferry", "mailto:a@b", "https://", "http://a b/", "ftp://f.example/", "http://[::1")) {
            assertThatExceptionOfType(Refusal.class)
                    .as(wrong)
                    .isThrownBy(() -> PageAddress.of(wrong, "/page"))
                    .withMessageContaining("is no address of a page");
        }
    }
}
