package io.kinetarch.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.util.List;
import java.util.Random;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class PagePatternTest {
    private static final String SITE = "https://f/";

    /** The oracle is java.util.regex with each star as "any run of characters". */
    @Test
    void patternsAgreeWithRegularExpressions() {
        for (int seed = 0; seed < 20_000; seed++) {
            var random = new Random(seed);
            String pattern = SITE + text(random, "ab*/", 8);
            String page = SITE + text(random, "ab/", 10);
            assertThat(new PagePattern(pattern).matches(page))
                    .as("seed %s: %s on %s", seed, pattern, page)
                    .isEqualTo(page.matches(regex(pattern)));
        }
    }

    @Test
    void manyStarsStayCheap() {
        assertThat(new PagePattern(SITE + "*a".repeat(200) + "b").matches(SITE + "a".repeat(20_000)))
                .isFalse();
    }

    /** The oracle tries every short text: if any matches both patterns, one must be found, and it must match both. */
    @Test
    void whatTwoPatternsShareIsFoundWheneverThereIsAny() {
        var every = IntStream.rangeClosed(0, 6)
                .boxed()
                .flatMap(length -> IntStream.range(0, 1 << length).mapToObj(bits -> word(bits, length)))
                .toList();
        for (int seed = 0; seed < 3_000; seed++) {
            var random = new Random(seed);
            var one = new PagePattern(SITE + text(random, "ab*", 4));
            var two = new PagePattern(SITE + text(random, "ab*", 4));
            var found = one.common(two);
            found.ifPresent(page -> assertThat(one.matches(page) && two.matches(page))
                    .as("%s and %s share %s", one, two, page)
                    .isTrue());
            assertThat(found.isPresent())
                    .as("seed %s: %s and %s", seed, one, two)
                    .isEqualTo(
                            every.stream().map(SITE::concat).anyMatch(page -> one.matches(page) && two.matches(page)));
        }
    }

    @Test
    void patternsThatMeanTheSameAreWrittenTheSame() {
        for (var same : List.of(
                List.of("https://Ferry.Example:443/a/**", "https://ferry.example/a/*"),
                List.of("http://ferry.example:80/*", "http://ferry.example/*"),
                List.of("https://ferry.example/über", "https://ferry.example/%C3%BCber"),
                List.of("https://ferry.example/a/./b/../*", "https://ferry.example/a/*"),
                List.of("https://ferry.example/{a}?b={c}'", "https://ferry.example/%7Ba%7D?b={c}%27"))) {
            var one = new PagePattern(same.getFirst());
            var other = new PagePattern(same.getLast());
            assertThat(one.written()).isEqualTo(other.written());
            assertThat(one.common(other)).isPresent();
        }
        assertThat(new PagePattern("https://ferry.example/über*").matches("https://ferry.example/%C3%BCber-uns"))
                .isTrue();
        assertThat(new PagePattern("https://ferry.example/a//b").matches("https://ferry.example/a/b"))
                .as("repeated slashes are another page")
                .isFalse();
    }

    @Test
    void aPatternThatNamesNoSiteIsTold() {
        for (String any : List.of("*", "https://*", "https://*/*", "*://*")) {
            assertThat(new PagePattern(any).matchesAnySite()).as(any).isTrue();
        }
        for (String some : List.of("https://ferry.example/*", "*ferry*", "https://*.example/*")) {
            assertThat(new PagePattern(some).matchesAnySite()).as(some).isFalse();
        }
    }

    @Test
    void whatIsNoPatternIsRefused() {
        for (String wrong : List.of("", "ferry.example/*", "https://ferry.example/#top", "https://a b/", "/fares/*")) {
            assertThatExceptionOfType(PlanRefusal.class)
                    .as(wrong)
                    .isThrownBy(() -> new PagePattern(wrong))
                    .withMessageContaining("is no pattern of page addresses");
        }
    }

    private static String word(int bits, int length) {
        return IntStream.range(0, length)
                .mapToObj(i -> (bits >> i & 1) == 0 ? "a" : "b")
                .collect(Collectors.joining());
    }

    private static String regex(String pattern) {
        return pattern.chars()
                .mapToObj(c -> c == '*' ? ".*" : Pattern.quote(Character.toString(c)))
                .collect(Collectors.joining());
    }

    private static String text(Random random, String alphabet, int longest) {
        return random.ints(random.nextInt(longest + 1), 0, alphabet.length())
                .mapToObj(i -> alphabet.substring(i, i + 1))
                .collect(Collectors.joining());
    }
}
