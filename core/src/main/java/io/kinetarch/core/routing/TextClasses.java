package io.kinetarch.core.routing;

import java.util.ArrayDeque;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;

/**
 * The different ways in which texts can match some patterns: every set of patterns that some text matches, and no other, with
 * such a text; the texts that match none are among them. Found by reading all patterns at once, breadth first over the
 * characters that stand in them and one that stands in none; places reached alike are looked at once, so the work follows how
 * much the patterns really differ.
 */
final class TextClasses {
    private static final int MOST_STATES = 5_000;
    /** Characters that may stand in an address: the first that no pattern names stands for all that none names. */
    private static final String OTHERS = "~_!;0qxzQXZ";

    private final List<String> patterns;
    private final char any;
    private final Map<BitSet, String> found = new LinkedHashMap<>();

    private TextClasses(List<String> patterns, char any) {
        this.patterns = patterns;
        this.any = any;
    }

    /**
     * The sets of patterns that some text matches, by index, each with a shortest such text; never the empty text, and none
     * with blanks around it unless every one of its set has them.
     *
     * @param any the character that stands for any run of characters in a pattern
     * @param what the patterns are of, in words, for the refusal
     * @throws RuleAnalysis.TooVaried if the patterns differ in more ways than can be looked at
     */
    static Map<BitSet, String> of(List<String> patterns, char any, String what) {
        var classes = new TextClasses(patterns, any);
        classes.find(what);
        return classes.found;
    }

    /** Where each pattern may have been read to. */
    private record Places(List<BitSet> of) {}

    private void find(String what) {
        var characters = characters();
        var known = new HashMap<Places, String>();
        var ahead = new ArrayDeque<Places>();
        var start =
                new Places(patterns.stream().map(pattern -> reach(pattern, 0)).toList());
        ahead.add(start); // not known yet: a text that leads back to it is one, and the empty text is not
        while (!ahead.isEmpty()) {
            var at = ahead.remove();
            String read = known.getOrDefault(at, "");
            for (char next : characters) {
                var to = read(at, next);
                if (known.size() > MOST_STATES) {
                    throw new RuleAnalysis.TooVaried(what + " differ in too many ways");
                }
                if (known.putIfAbsent(to, read + next) == null) {
                    found.putIfAbsent(matched(to), read + next);
                    ahead.add(to);
                }
            }
        }
    }

    /** The character that no pattern names comes first and the blank last, so that it stands at an end only where it must. */
    private Set<Character> characters() {
        var named = new TreeSet<Character>();
        patterns.forEach(pattern -> pattern.chars().filter(c -> c != any).forEach(c -> named.add((char) c)));
        boolean blank = named.remove(' ');
        var characters = new LinkedHashSet<Character>();
        OTHERS.chars()
                .mapToObj(c -> (char) c)
                .filter(c -> !named.contains(c))
                .findFirst()
                .ifPresent(characters::add);
        characters.addAll(named);
        if (blank) {
            characters.add(' ');
        }
        return characters;
    }

    private Places read(Places at, char next) {
        return new Places(IntStream.range(0, patterns.size())
                .mapToObj(i -> read(patterns.get(i), at.of().get(i), next))
                .toList());
    }

    private BitSet read(String pattern, BitSet places, char next) {
        var reached = new BitSet();
        places.stream().filter(place -> place < pattern.length()).forEach(place -> {
            char wanted = pattern.charAt(place);
            if (wanted == any) {
                reached.or(reach(pattern, place));
            } else if (wanted == next) {
                reached.or(reach(pattern, place + 1));
            }
        });
        return reached;
    }

    /** A place, and those behind stars that take nothing. */
    private BitSet reach(String pattern, int place) {
        var reached = new BitSet();
        int at = place;
        reached.set(at);
        while (at < pattern.length() && pattern.charAt(at) == any) {
            reached.set(++at);
        }
        return reached;
    }

    private BitSet matched(Places at) {
        var matched = new BitSet();
        for (int i = 0; i < patterns.size(); i++) {
            matched.set(i, at.of().get(i).get(patterns.get(i).length()));
        }
        return matched;
    }
}
