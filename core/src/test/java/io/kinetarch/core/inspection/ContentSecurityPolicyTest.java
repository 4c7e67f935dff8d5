package io.kinetarch.core.inspection;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.inspection.ContentSecurityPolicy.Kind;
import java.net.URI;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** W3C Content Security Policy Level 3; the examples and rules of the sections named, from memory. */
class ContentSecurityPolicyTest {
    private static final URI PAGE = URI.create("https://ferry.example/book");

    /** Sections 2.3.1 and 6.7.2.8 to 6.7.2.12: schemes, hosts, ports and paths of source expressions. */
    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '"',
            value = {
                "https://example.com/path/to/file.js, https://example.com/path/to/file.js,       true",
                "https://example.com/path/to/file.js, https://example.com/path/to/other.js,      false",
                "https:,                              https://any.test:8443/x.js,                true",
                "https:,                              http://any.test/x.js,                      false",
                "http:,                               https://any.test/x.js,                     true",
                "example.com,                         https://example.com/a/b.js,                true",
                "example.com,                         http://example.com/a.js,                   false",
                "http://example.com,                  https://example.com/a.js,                  true",
                "*.example.com,                       https://a.b.example.com/x.js,              true",
                "*.example.com,                       https://example.com/x.js,                  false",
                "EXAMPLE.com,                         https://example.COM/x.js,                  true",
                "https://*.example.com:12/path/to/,   https://s.example.com:12/path/to/x/y.js,   true",
                "https://*.example.com:12/path/to/,   https://s.example.com:13/path/to/x.js,     false",
                "https://*.example.com:12/path/to/,   https://s.example.com:12/path/x.js,        false",
                "example.com:*,                       https://example.com:9999/x.js,             true",
                "example.com,                         https://example.com:9999/x.js,             false",
                "example.com:443,                     https://example.com/x.js,                  true",
                "example.com/a%20b/,                  https://example.com/a%20b/x.js,            true",
                "example.com/,                        https://example.com/any/where.js,          true",
                "127.0.0.1:8484,                      https://127.0.0.1:8484/x.js,               true",
                "10.0.0.1,                            https://10.0.0.1/x.js,                     false",
                "*,                                   https://any.test:1/x.js,                   true",
                "*,                                   data:text/javascript,                      false",
                "wss:,                                https://any.test/x,                        true",
                "'self',                              https://ferry.example/x.js,                true",
                "'self',                              https://www.ferry.example/x.js,            false",
                "'self',                              http://ferry.example/x.js,                 false",
                "'SELF',                              wss://ferry.example/x,                     true",
                "'none',                              https://ferry.example/x.js,                false",
                "not a source!,                       https://ferry.example/x.js,                false",
            })
    void aSourceExpressionMatchesAsTheStandardSays(String source, String address, boolean passes) {
        var policy = ContentSecurityPolicy.of(PAGE, List.of("script-src " + source));

        assertThat(policy.check(Kind.SCRIPT, URI.create(address), null).passes())
                .isEqualTo(passes);
    }

    /** Section 6.8.3: script-src-elem, then script-src, then default-src; frame-src, then child-src, then default-src. */
    @ParameterizedTest
    @CsvSource({
        "script-src 'none'; script-src-elem https:, SCRIPT, true",
        "default-src https:; script-src 'self',     SCRIPT, false",
        "default-src https:,                        SCRIPT, true",
        "default-src 'none'; child-src https:,      FRAME, true",
        "default-src 'none'; child-src https:,      CONNECTION, false",
        "default-src 'none'; connect-src *,         CONNECTION, true",
        "img-src 'self',                            CONNECTION, true",
        "SCRIPT-SRC 'self'; script-src *,           SCRIPT, false",
    })
    void aDirectiveThatIsNotSetFallsBack(String header, Kind kind, boolean passes) {
        var policy = ContentSecurityPolicy.of(PAGE, List.of(header));

        assertThat(policy.check(kind, URI.create("https://chat.test/x"), null).passes())
                .isEqualTo(passes);
    }

    @Test
    void severalPoliciesHoldTogether() {
        var policy = ContentSecurityPolicy.of(PAGE, List.of("script-src *, script-src 'self'"));

        assertThat(policy.check(Kind.SCRIPT, URI.create("https://chat.test/x"), null)
                        .passes())
                .isFalse();
    }

    @Test
    void aNonceLetsTheScriptThroughAndStrictDynamicTakesNothingElse() {
        var policy =
                ContentSecurityPolicy.of(PAGE, List.of("script-src 'nonce-aB1' 'strict-dynamic' https://chat.test"));
        var script = URI.create("https://chat.test/widget/door.js");

        assertThat(policy.check(Kind.SCRIPT, script, "aB1").passes()).isTrue();
        var without = policy.check(Kind.SCRIPT, script, null);
        assertThat(without.passes()).isFalse();
        assertThat(without.because()).contains("'strict-dynamic'");
        assertThat(policy.check(Kind.SCRIPT, script, "ab1").passes()).isFalse();
    }

    /** What it says to write must let the request through. */
    @ParameterizedTest
    @CsvSource({
        "default-src 'self',                 script-src 'self' http://127.0.0.1:8484",
        "default-src 'none',                 script-src http://127.0.0.1:8484",
        "script-src 'self' https://a.test,   script-src 'self' https://a.test http://127.0.0.1:8484",
        "script-src-elem 'self',             script-src-elem 'self' http://127.0.0.1:8484",
    })
    void whatToAddIsSaidExactly(String header, String toAdd) {
        var script = URI.create("http://127.0.0.1:8484/widget/door.js");
        var policy = ContentSecurityPolicy.of(PAGE, List.of(header));

        var verdict = policy.check(Kind.SCRIPT, script, null);

        assertThat(verdict.toAdd()).hasValue(toAdd);
        assertThat(ContentSecurityPolicy.of(PAGE, List.of(toAdd + "; " + header))
                        .check(Kind.SCRIPT, script, null)
                        .passes())
                .isTrue();
    }
}
