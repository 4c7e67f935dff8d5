package io.kinetarch.core.plan;

import java.util.ArrayDeque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * A pattern of page addresses, in which {@code *} stands for any run of characters. Addresses are compared as the WHATWG URL
 * standard writes them out, without the fragment; so is the pattern, however it was written.
 *
 * @param value a scheme and a host at least, or a star in their place
 */
public record PagePattern(String value) {
    private static final Pattern WRITTEN = Pattern.compile("(?:[a-z*]+://|\\*)[^\\s#]{0,2000}");
    private static final Pattern STARS = Pattern.compile("\\*+");
    private static final Pattern PARTS = Pattern.compile("([a-z]+)://([^/\\\\?]*)([^?]*)(?:\\?(.*))?");
    /** Pages that have nothing in common but the scheme. */
    private static final List<String> UNRELATED = List.of("https://one.example/", "https://two.test:8080/a?with=query");

    public PagePattern {
        if (!WRITTEN.matcher(value).matches()) {
            throw new PlanRefusal(
                    "",
                    "\"" + value
                            + "\" is no pattern of page addresses; write the address whole, without a part after #, "
                            + "with * for what may differ, such as https://ferry.example/fares/*");
        }
    }

    /**
     * The pattern as the standard writes addresses out: two patterns that mean the same come out the same, if they differ in the
     * letters of the host, a port that is the usual one, characters that are encoded, or stars side by side.
     */
    public String written() {
        String plain = STARS.matcher(value).replaceAll("*");
        var parts = PARTS.matcher(plain);
        if (!parts.matches()) {
            return WrittenAddress.query(plain).replace("%27", "'");
        }
        String scheme = parts.group(1);
        String host = parts.group(2).toLowerCase(Locale.ROOT);
        String usualPort = scheme.equals("https") ? ":443" : ":80";
        if (host.endsWith(usualPort)) {
            host = host.substring(0, host.length() - usualPort.length());
        }
        String path = parts.group(3);
        String query = parts.group(4);
        return scheme + "://" + host + (path.isEmpty() ? "" : WrittenAddress.path(path))
                + (query == null ? "" : "?" + WrittenAddress.query(query));
    }

    /**
     * Whether an address matches. Greedy matching with a single point of return: on a mismatch only the newest star takes one
     * more character, which is enough for patterns without alternatives and keeps the work at pattern × address, whatever the
     * pattern.
     */
    public boolean matches(String address) {
        String value = written();
        int p = 0;
        int a = 0;
        int star = -1;
        int starTook = 0;
        while (a < address.length()) {
            if (p < value.length() && value.charAt(p) == '*') {
                star = p++;
                starTook = a;
            } else if (p < value.length() && value.charAt(p) == address.charAt(a)) {
                p++;
                a++;
            } else if (star >= 0) {
                p = star + 1;
                a = ++starTook;
            } else {
                return false;
            }
        }
        while (p < value.length() && value.charAt(p) == '*') {
            p++;
        }
        return p == value.length();
    }

    /** Whether it matches pages whatever their site. */
    public boolean matchesAnySite() {
        return UNRELATED.stream().allMatch(this::matches);
    }

    /** The part before the path, which says whose pages it matches; none where a star stands for it. */
    public Optional<PagePattern> site() {
        int host = value.indexOf("://") + 3;
        if (host < 3) {
            return Optional.empty();
        }
        int path = value.indexOf('/', host);
        return Optional.of(path < 0 ? this : new PagePattern(value.substring(0, path)));
    }

    /**
     * An address that both patterns match, as short as can be; none if no address does. Exact: a walk through the pairs of
     * places in the two patterns, breadth first.
     */
    public Optional<String> common(PagePattern other) {
        String first = written();
        String second = other.written();
        var from = new HashMap<Places, Step>();
        var ahead = new ArrayDeque<Places>();
        var start = new Places(0, 0);
        from.put(start, new Step(start, ""));
        ahead.add(start);
        while (!ahead.isEmpty()) {
            var at = ahead.remove();
            if (at.one == first.length() && at.two == second.length()) {
                return Optional.of(path(at, from));
            }
            char one = at.one < first.length() ? first.charAt(at.one) : 0;
            char two = at.two < second.length() ? second.charAt(at.two) : 0;
            if (one == '*') {
                reach(new Places(at.one + 1, at.two), at, "", from, ahead);
            }
            if (two == '*') {
                reach(new Places(at.one, at.two + 1), at, "", from, ahead);
            }
            if (one == '*' && two != '*' && two != 0) {
                reach(new Places(at.one, at.two + 1), at, String.valueOf(two), from, ahead);
            } else if (two == '*' && one != '*' && one != 0) {
                reach(new Places(at.one + 1, at.two), at, String.valueOf(one), from, ahead);
            } else if (one == two && one != '*' && one != 0) {
                reach(new Places(at.one + 1, at.two + 1), at, String.valueOf(one), from, ahead);
            }
        }
        return Optional.empty();
    }

    private record Places(int one, int two) {}

    private record Step(Places from, String character) {}

    private static void reach(
            Places to, Places from, String character, Map<Places, Step> known, ArrayDeque<Places> ahead) {
        if (known.putIfAbsent(to, new Step(from, character)) == null) {
            ahead.add(to);
        }
    }

    private static String path(Places end, Map<Places, Step> steps) {
        var reversed = new StringBuilder();
        for (var at = end; at.one != 0 || at.two != 0; ) {
            var step = Objects.requireNonNull(steps.get(at));
            reversed.append(step.character);
            at = step.from;
        }
        return reversed.reverse().toString();
    }
}
