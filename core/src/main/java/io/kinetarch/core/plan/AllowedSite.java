package io.kinetarch.core.plan;

import java.net.IDN;
import java.util.Locale;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * A web site that may show a door: an origin in the sense of RFC 6454 (scheme, host, port), or all subdomains of one.
 *
 * @param value as RFC 6454, section 6.2 writes an origin, with {@code *.} before a host whose subdomains are meant
 */
public record AllowedSite(String value) {
    private static final Pattern WRITTEN =
            Pattern.compile("(?<scheme>https?)://(?<any>\\*\\.)?(?<host>[^/?#@:*\\s]+)(?::(?<port>\\d{1,5}))?/?");
    private static final String EXAMPLE = "write one such as https://ferry.example or https://*.ferry.example";

    /** Reads a site; the host may be written in any script, the port may be the usual one of the scheme. */
    public AllowedSite {
        var parts = WRITTEN.matcher(value.strip().toLowerCase(Locale.ROOT));
        if (!parts.matches()) {
            throw new PlanRefusal(
                    "", "\"" + value + "\" is no origin (scheme, host and port, nothing after); " + EXAMPLE);
        }
        String any = parts.group("any") == null ? "" : "*.";
        String host = host(value, parts.group("host"));
        if (!any.isEmpty() && !host.contains(".")) {
            throw new PlanRefusal(
                    "", "\"" + value + "\" stands for every site under " + host + "; name a host of your own below it");
        }
        value = parts.group("scheme") + "://" + any + host + port(value, parts.group("scheme"), parts.group("port"));
    }

    /** Whether it stands for all subdomains of its host rather than the host itself. */
    public boolean isWildcard() {
        return value.contains("://*.");
    }

    /**
     * Whether an origin is this site or one of its subdomains.
     *
     * @param origin as browsers send it: scheme, host and, where it is not the usual one, port
     */
    public boolean allows(String origin) {
        if (!isWildcard()) {
            return origin.equals(value);
        }
        int star = value.indexOf('*');
        return origin.length() > value.length() - 1
                && origin.startsWith(value.substring(0, star))
                && origin.endsWith(value.substring(star + 1));
    }

    private static String host(String site, String written) {
        try {
            return IDN.toASCII(written, IDN.USE_STD3_ASCII_RULES);
        } catch (IllegalArgumentException e) {
            throw new PlanRefusal("", "the host of \"" + site + "\" is none (" + e.getMessage() + "); " + EXAMPLE);
        }
    }

    private static String port(String site, String scheme, @Nullable String written) {
        if (written == null) {
            return "";
        }
        int port = Integer.parseInt(written);
        if (port > 65_535) {
            throw new PlanRefusal("", "the port of \"" + site + "\" is beyond 65535");
        }
        return port == (scheme.equals("https") ? 443 : 80) ? "" : ":" + port;
    }
}
