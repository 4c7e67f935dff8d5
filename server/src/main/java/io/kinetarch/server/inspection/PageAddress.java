package io.kinetarch.server.inspection;

import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.InvalidUrlException;
import org.springframework.web.util.UriComponentsBuilder;
import org.springframework.web.util.UriComponentsBuilder.ParserType;

/** Page addresses as the WHATWG URL standard writes them out, so that one page has one address. */
final class PageAddress {
    /** What the standard percent-encodes in path and query alike; the parser leaves it as it was sent. */
    private static final Pattern NOT_WRITTEN_OUT = Pattern.compile("[^!-~]+|[\"<>]");

    private PageAddress() {}

    /**
     * The address without its fragment.
     *
     * @throws Refusal if it is no address of a web page
     */
    static String of(String sent, String pointer) {
        try {
            var parsed = UriComponentsBuilder.fromUriString(sent.strip(), ParserType.WHAT_WG)
                    .build();
            String scheme = parsed.getScheme();
            if (parsed.getHost() == null || !("https".equals(scheme) || "http".equals(scheme))) {
                throw noPage(sent, pointer, "it names no web site");
            }
            var whole = UriComponentsBuilder.newInstance().uriComponents(parsed).fragment(null);
            String path = parsed.getPath();
            String address = (path == null || path.isEmpty() ? whole.path("/") : whole)
                    .build()
                    .toUriString();
            return NOT_WRITTEN_OUT.matcher(address).replaceAll(found -> percents(found.group()));
        } catch (InvalidUrlException e) {
            throw noPage(sent, pointer, e.getMessage());
        }
    }

    private static String percents(String characters) {
        var written = new StringBuilder();
        for (byte one : characters.getBytes(StandardCharsets.UTF_8)) {
            written.append("%%%02X".formatted(one));
        }
        return written.toString();
    }

    private static Refusal noPage(String sent, String pointer, @Nullable String why) {
        return new Refusal(
                Kind.INVALID_DOCUMENT,
                pointer,
                "\"" + sent + "\" is no address of a page (" + why
                        + "); write it whole, such as https://ferry.example/fares, or"
                        + " leave it out for a plain link.");
    }
}
