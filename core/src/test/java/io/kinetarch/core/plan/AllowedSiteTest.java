package io.kinetarch.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.util.List;
import org.junit.jupiter.api.Test;

class AllowedSiteTest {
    /**
     * RFC 6454, section 5: the first three have one origin, the others each another. Section 6.1 writes the usual port of a
     * scheme out as none.
     */
    @Test
    void sitesAreOriginsInTheSenseOfRfc6454() {
        assertThat(List.of("http://example.com/", "http://example.com:80/", "http://EXAMPLE.com"))
                .allSatisfy(site -> assertThat(new AllowedSite(site)).isEqualTo(new AllowedSite("http://example.com")));
        assertThat(List.of(
                                "http://example.com",
                                "http://example.com:8080/",
                                "http://www.example.com/",
                                "https://example.com:80/",
                                "https://example.com/",
                                "http://example.org/")
                        .stream()
                        .map(AllowedSite::new)
                        .distinct())
                .hasSize(6);
    }

    @Test
    void aHostInAnotherScriptIsWrittenInAscii() {
        assertThat(new AllowedSite("https://bücher.example").value()).isEqualTo("https://xn--bcher-kva.example");
    }

    @Test
    void aStarStandsForSubdomainsAndNothingElse() {
        var site = new AllowedSite("https://*.ferry.example:8443");

        assertThat(site.allows("https://www.ferry.example:8443")).isTrue();
        assertThat(site.allows("https://a.b.ferry.example:8443")).isTrue();
        for (String other : List.of(
                "https://ferry.example:8443",
                "https://.ferry.example:8443",
                "https://evilferry.example:8443",
                "https://www.ferry.example",
                "http://www.ferry.example:8443",
                "https://www.ferry.example:8443.evil.test")) {
            assertThat(site.allows(other)).as(other).isFalse();
        }
        assertThat(new AllowedSite("https://ferry.example").allows("https://www.ferry.example"))
                .isFalse();
    }

    @Test
    void whatIsNoOriginIsRefused() {
        for (String wrong : List.of(
                "ferry.example",
                "ftp://ferry.example",
                "https://ferry.example/fares",
                "https://user@ferry.example",
                "https://",
                "https://*",
                "https://*.example",
                "https://www.*.example",
                "https://ferry.example:99999",
                "https://-ferry.example",
                "javascript:alert(1)",
                "null")) {
            assertThatExceptionOfType(PlanRefusal.class).as(wrong).isThrownBy(() -> new AllowedSite(wrong));
        }
    }
}
