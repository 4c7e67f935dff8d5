package io.kinetarch.server.routing;

import io.kinetarch.core.plan.WrittenAddress;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.Locale;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.InvalidUrlException;
import org.springframework.web.util.UriComponentsBuilder;
import org.springframework.web.util.UriComponentsBuilder.ParserType;

/** Page addresses as the WHATWG URL standard writes them out, so that one page has one address. */
public final class PageAddress {
    /** Scheme, whoever stands behind any slashes, path and query; the fragment is left out. */
    private static final Pattern PARTS =
            Pattern.compile("([A-Za-z]+):[/\\\\]*([^/\\\\?#]*)([^?#]*)(?:\\?([^#]*))?(?:#.*)?");

    private static final Pattern ENDS = Pattern.compile("^[\\x00-\\x20]+|[\\x00-\\x20]+$");
    private static final Pattern LINES = Pattern.compile("[\\t\\n\\r]");

    private PageAddress() {}

    /**
     * The address without its fragment.
     *
     * @throws Refusal if it is no address of a web page
     */
    public static String of(String sent, String pointer) {
        var parts =
                PARTS.matcher(LINES.matcher(ENDS.matcher(sent).replaceAll("")).replaceAll(""));
        String scheme = parts.matches() ? parts.group(1).toLowerCase(Locale.ROOT) : "";
        if (!scheme.equals("https") && !scheme.equals("http")) {
            throw noPage(sent, pointer, "it names no web site");
        }
        String query = parts.group(4);
        return site(scheme + "://" + parts.group(2), sent, pointer)
                + WrittenAddress.path(parts.group(3))
                + (query == null ? "" : "?" + WrittenAddress.query(query));
    }

    private static String site(String site, String sent, String pointer) {
        try {
            var parsed = UriComponentsBuilder.fromUriString(site + "/", ParserType.WHAT_WG)
                    .build();
            String host = parsed.getHost();
            if (host == null) {
                throw noPage(sent, pointer, "it names no web site");
            }
            return UriComponentsBuilder.newInstance()
                    .uriComponents(parsed)
                    .host(host.toLowerCase(Locale.ROOT)) // the parser leaves capitals before a label it encodes
                    .replacePath(null)
                    .build()
                    .toUriString();
        } catch (InvalidUrlException e) {
            throw noPage(sent, pointer, e.getMessage());
        }
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
