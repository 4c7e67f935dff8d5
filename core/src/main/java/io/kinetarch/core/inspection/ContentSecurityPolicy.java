package io.kinetarch.core.inspection;

import java.net.URI;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * The content security policies of a page, matched as W3C Content Security Policy Level 3 says: sections 2.2 (parsing), 6.7.2
 * (matching a URL to a source list) and 6.8.3 (which directive another falls back to). Several policies hold together: what one
 * of them blocks is blocked.
 */
public final class ContentSecurityPolicy {
    private static final Pattern BLANKS = Pattern.compile("[\\t\\n\\f\\r ]+");
    private static final Pattern SCHEME = Pattern.compile("([a-z][a-z0-9+.-]*):");
    private static final Pattern HOST = Pattern.compile(
            "(?:(?<scheme>[a-z][a-z0-9+.-]*)://)?(?<host>\\*|(?:\\*\\.)?[a-z0-9-]+(?:\\.[a-z0-9-]+)*)"
                    + "(?::(?<port>\\d+|\\*))?(?<path>/[^?#]*)?",
            Pattern.CASE_INSENSITIVE);
    private static final Map<String, Integer> USUAL_PORTS = Map.of("http", 80, "ws", 80, "https", 443, "wss", 443);
    private static final Pattern IPV4 = Pattern.compile("\\d+\\.\\d+\\.\\d+\\.\\d+");

    private final URI page;
    private final List<Map<String, List<String>>> policies;

    private ContentSecurityPolicy(URI page, List<Map<String, List<String>>> policies) {
        this.page = page;
        this.policies = policies;
    }

    /** What a page wants to load or reach. */
    public enum Kind {
        SCRIPT,
        FRAME,
        CONNECTION,
        IMAGE;

        /** The directives that decide on it: the first of them that a policy has. */
        private List<String> directives() {
            return switch (this) {
                case SCRIPT -> List.of("script-src-elem", "script-src", "default-src");
                case FRAME -> List.of("frame-src", "child-src", "default-src");
                case CONNECTION -> List.of("connect-src", "default-src");
                case IMAGE -> List.of("img-src", "default-src");
            };
        }

        /** The directive that people write for it. */
        public String usual() {
            return this == SCRIPT ? "script-src" : directives().getFirst();
        }
    }

    /**
     * Whether a request is let through.
     *
     * @param directive that decided, as it stands in the policy; none where no policy has one that counts
     * @param because in plain words
     * @param toAdd what to write instead of the directive, or besides the others where it is missing; none where it passes
     */
    public record Verdict(boolean passes, Optional<String> directive, String because, Optional<String> toAdd) {}

    /**
     * Reads the policies of a page.
     *
     * @param page its address
     * @param headers the values of its headers as they were sent, or the content of its meta element; a header may hold several
     *     policies, with commas between them
     */
    public static ContentSecurityPolicy of(URI page, List<String> headers) {
        return new ContentSecurityPolicy(
                page,
                headers.stream()
                        .flatMap(header -> Stream.of(header.split(",", -1)))
                        .map(ContentSecurityPolicy::parsed)
                        .filter(policy -> !policy.isEmpty())
                        .toList());
    }

    /** The first of two directives of one name counts (section 2.2.1). */
    private static Map<String, List<String>> parsed(String policy) {
        var directives = new LinkedHashMap<String, List<String>>();
        for (String written : policy.split(";", -1)) {
            var words = Stream.of(BLANKS.split(written.strip()))
                    .filter(word -> !word.isEmpty())
                    .toList();
            if (!words.isEmpty()) {
                directives.putIfAbsent(
                        words.getFirst().toLowerCase(Locale.ROOT), List.copyOf(words.subList(1, words.size())));
            }
        }
        return directives;
    }

    /**
     * Whether the page may load or reach an address.
     *
     * @param nonce that its script element carries; null for none
     */
    public Verdict check(Kind kind, URI address, @Nullable String nonce) {
        for (var policy : policies) {
            var directive =
                    kind.directives().stream().filter(policy::containsKey).findFirst();
            if (directive.isPresent()) {
                var sources = policy.getOrDefault(directive.get(), List.of());
                if (!matches(kind, sources, address, nonce)) {
                    return blocked(kind, directive.get(), sources, address);
                }
            }
        }
        var deciding = policies.stream()
                .flatMap(policy -> kind.directives().stream()
                        .filter(policy::containsKey)
                        .limit(1)
                        .map(name -> written(name, policy.getOrDefault(name, List.of()))))
                .findFirst();
        return new Verdict(
                true,
                deciding,
                deciding.map(directive -> "“" + directive + "” lets " + origin(address) + " through.")
                        .orElse(
                                policies.isEmpty()
                                        ? "No policy is known of, so nothing is held back."
                                        : "The policy says nothing of " + kind.usual() + " or default-src."),
                Optional.empty());
    }

    private Verdict blocked(Kind kind, String directive, List<String> sources, URI address) {
        String own = origin(address);
        boolean strict = kind == Kind.SCRIPT && has(sources, "'strict-dynamic'");
        var kept = sources.stream()
                .filter(source -> !source.equalsIgnoreCase("'none'"))
                .toList();
        return new Verdict(
                false,
                Optional.of(written(directive, sources)),
                "“" + written(directive, sources) + "” does not let " + own + " through"
                        + (directive.equals(kind.usual())
                                        || directive.equals(kind.directives().getFirst())
                                ? ""
                                : " (" + kind.usual() + " is not set, so " + directive + " counts)")
                        + (strict
                                ? "; with 'strict-dynamic' no list of hosts counts, so the script element needs the page's nonce."
                                : "."),
                strict
                        ? Optional.of("nonce=\"…\" on the script element, the same as in the policy")
                        : Optional.of(written(
                                directive.equals(kind.directives().getFirst()) ? directive : kind.usual(),
                                Stream.concat(kept.stream(), Stream.of(own)).toList())));
    }

    private static String written(String directive, List<String> sources) {
        return sources.isEmpty() ? directive : directive + " " + String.join(" ", sources);
    }

    private boolean matches(Kind kind, List<String> sources, URI address, @Nullable String nonce) {
        if (kind == Kind.SCRIPT) {
            if (nonce != null && has(sources, "'nonce-" + nonce + "'")) {
                return true;
            }
            if (has(sources, "'strict-dynamic'")) {
                return false;
            }
        }
        if (sources.size() == 1 && sources.getFirst().equalsIgnoreCase("'none'")) {
            return false;
        }
        return sources.stream().anyMatch(source -> matches(source, address));
    }

    /** Keywords are compared without letter case, nonces with it. */
    private static boolean has(List<String> sources, String keyword) {
        return sources.stream()
                .anyMatch(source ->
                        keyword.startsWith("'nonce-") ? source.equals(keyword) : source.equalsIgnoreCase(keyword));
    }

    /** Section 6.7.2.8, "Does url match expression in origin with redirect count?", without redirects. */
    private boolean matches(String source, URI address) {
        String scheme = scheme(address);
        if (source.equals("*")) {
            return scheme.equals("http") || scheme.equals("https") || scheme.equals(scheme(page));
        }
        if (source.equalsIgnoreCase("'self'")) {
            return isSelf(address);
        }
        var alone = SCHEME.matcher(source.toLowerCase(Locale.ROOT));
        if (alone.matches()) {
            return schemeMatches(alone.group(1), scheme);
        }
        var host = HOST.matcher(source);
        return host.matches() && matches(host, address);
    }

    private boolean matches(Matcher expression, URI address) {
        String scheme = expression.group("scheme");
        return schemeMatches(scheme == null ? scheme(page) : scheme.toLowerCase(Locale.ROOT), scheme(address))
                && hostMatches(expression.group("host"), host(address))
                && portMatches(expression.group("port"), address)
                && pathMatches(expression.group("path"), address.getRawPath());
    }

    private boolean isSelf(URI address) {
        if (!host(page).equals(host(address))) {
            return false;
        }
        if (scheme(page).equals(scheme(address)) && port(page) == port(address)) {
            return true;
        }
        boolean ports = port(page) == port(address) || (isUsualPort(page) && isUsualPort(address));
        return ports
                && (scheme(address).equals("https")
                        || scheme(address).equals("wss")
                        || (scheme(page).equals("http") && scheme(address).equals("ws")));
    }

    /** An insecure scheme stands for the secure one too. */
    private static boolean schemeMatches(String expression, String scheme) {
        return expression.equals(scheme)
                || switch (expression) {
                    case "http" -> scheme.equals("https");
                    case "ws" -> scheme.equals("wss") || scheme.equals("http") || scheme.equals("https");
                    case "wss" -> scheme.equals("https");
                    default -> false;
                };
    }

    /** Of all addresses by number only 127.0.0.1 is ever matched. */
    private static boolean hostMatches(String expression, String host) {
        String pattern = expression.toLowerCase(Locale.ROOT);
        if (pattern.equals("*")) {
            return true;
        }
        if (pattern.startsWith("*.")) {
            return host.endsWith(pattern.substring(1));
        }
        return pattern.equals(host) && (!IPV4.matcher(pattern).matches() || pattern.equals("127.0.0.1"));
    }

    private static boolean portMatches(@Nullable String expression, URI address) {
        if (expression == null) {
            return isUsualPort(address);
        }
        return expression.equals("*") || Integer.parseInt(expression) == port(address);
    }

    /** A path that ends with a slash stands for all below it. */
    private static boolean pathMatches(@Nullable String expression, @Nullable String path) {
        if (expression == null || expression.equals("/")) {
            return true;
        }
        var wanted = List.of(expression.split("/", -1));
        var given = List.of((path == null || path.isEmpty() ? "/" : path).split("/", -1));
        boolean whole = !expression.endsWith("/");
        int compared = whole ? wanted.size() : wanted.size() - 1;
        if (wanted.size() > given.size() || (whole && wanted.size() != given.size())) {
            return false;
        }
        for (int i = 0; i < compared; i++) {
            if (!decoded(wanted.get(i)).equals(decoded(given.get(i)))) {
                return false;
            }
        }
        return true;
    }

    private static String decoded(String piece) {
        try {
            return URLDecoder.decode(piece.replace("+", "%2B"), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            return piece; // a lone percent sign stands for itself
        }
    }

    private static boolean isUsualPort(URI address) {
        return port(address) == USUAL_PORTS.getOrDefault(scheme(address), -1);
    }

    private static int port(URI address) {
        return address.getPort() >= 0 ? address.getPort() : USUAL_PORTS.getOrDefault(scheme(address), -1);
    }

    private static String scheme(URI address) {
        return String.valueOf(address.getScheme()).toLowerCase(Locale.ROOT);
    }

    private static String host(URI address) {
        return String.valueOf(address.getHost()).toLowerCase(Locale.ROOT);
    }

    /** As RFC 6454 writes it. */
    static String origin(URI address) {
        return scheme(address) + "://" + host(address) + (isUsualPort(address) ? "" : ":" + port(address));
    }
}
