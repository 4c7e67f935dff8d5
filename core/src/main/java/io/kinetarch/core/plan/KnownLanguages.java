package io.kinetarch.core.plan;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Which languages there are, by the platform's own data (Unicode CLDR, which the JDK ships). Any word of two to eight letters
 * is a well-formed tag, "german" too; no browser asks for it, so that a door that offers it meets nobody.
 */
public final class KnownLanguages {
    private static final Map<String, String> BY_NAME = byName();

    private KnownLanguages() {}

    /**
     * A language tag in an element.
     *
     * @param pointer JSON pointer in the element
     */
    public record Tag(String pointer, String value) {}

    /** Whether a tag's language has a name, and its script and region where it says them. */
    public static boolean known(String tag) {
        var locale = Locale.forLanguageTag(tag);
        return named(locale.getLanguage(), locale.getDisplayLanguage(Locale.ENGLISH))
                && (locale.getScript().isEmpty() || named(locale.getScript(), locale.getDisplayScript(Locale.ENGLISH)))
                && (locale.getCountry().isEmpty()
                        || named(locale.getCountry(), locale.getDisplayCountry(Locale.ENGLISH)));
    }

    /** Its English name, such as "German (Austria)" for de-AT; the tag itself where it is not known. */
    public static String name(String tag) {
        return Locale.forLanguageTag(tag).getDisplayName(Locale.ENGLISH);
    }

    /** The English names of several, one after the other. */
    public static String names(List<String> tags) {
        return tags.stream().map(KnownLanguages::name).collect(Collectors.joining(", "));
    }

    private static boolean named(String code, String name) {
        return !code.isEmpty() && !code.equalsIgnoreCase(name);
    }

    /** The tag of a language called so in English, in German, in French or in itself, such as de for "Deutsch". */
    public static Optional<String> called(String name) {
        return Optional.ofNullable(BY_NAME.get(name.strip().toLowerCase(Locale.ROOT)));
    }

    private static Map<String, String> byName() {
        var byName = new HashMap<String, String>();
        for (String tag : Locale.getISOLanguages()) {
            var locale = Locale.of(tag);
            Stream.of(Locale.ENGLISH, Locale.GERMAN, Locale.FRENCH, locale)
                    .map(locale::getDisplayLanguage)
                    .forEach(name -> byName.putIfAbsent(name.toLowerCase(Locale.ROOT), tag));
        }
        return byName;
    }

    /**
     * Looks whether a plan that changed names languages that there are. What was there before may stay, so that a plan can be
     * mended step by step.
     *
     * @throws PlanRefusal at the first that is none, with a pointer in its element
     */
    public static void check(Plan before, Plan after) {
        after.elements().forEach(element -> {
            var known = before.element(element.id());
            if (known.filter(element::equals).isEmpty()) {
                var there = known.map(KnownLanguages::values).orElse(Set.of());
                for (var tag : unknown(element)) {
                    if (!there.contains(tag.value())) {
                        throw new PlanRefusal(tag.pointer(), words(tag.value()));
                    }
                }
            }
        });
    }

    private static Set<String> values(Element element) {
        var values = new HashSet<String>();
        tags(element).forEach(tag -> values.add(tag.value()));
        return values;
    }

    /** What is wrong with a tag that is not known, and what would do. */
    public static String words(String tag) {
        return "\"" + tag + "\" is no language that is known; "
                + called(tag)
                        .map(likely -> "write its tag, " + likely)
                        .orElse("write a BCP 47 tag such as en or de-AT");
    }

    /** The tags in an element that are not known. */
    public static List<Tag> unknown(Element element) {
        return tags(element).stream().filter(tag -> !known(tag.value())).toList();
    }

    /** Where chats, people and pages say their language; texts are written in those. */
    private static List<Tag> tags(Element element) {
        return switch (element) {
            case Operator operator ->
                IntStream.range(0, operator.languages().size())
                        .mapToObj(i -> new Tag(
                                "/languages/" + i + "/language",
                                operator.languages().get(i).language()))
                        .toList();
            case FrontDoor door -> listed("/languages", door.languages());
            case Bot bot -> listed("/languages", bot.languages());
            case HelpPage page -> List.of(new Tag("/language", page.language()));
            case Rule rule -> {
                var tags = new ArrayList<Tag>();
                for (int i = 0; i < rule.conditions().size(); i++) {
                    if (rule.conditions().get(i) instanceof Condition.LanguageIs asked) {
                        tags.addAll(listed("/conditions/" + i + "/languages", asked.languages()));
                    }
                }
                yield tags;
            }
            case Settings _, Skill _, HoursSet _, Department _, Queue _, Check _, Topic _ -> List.of();
        };
    }

    private static List<Tag> listed(String pointer, List<String> tags) {
        return IntStream.range(0, tags.size())
                .mapToObj(i -> new Tag(pointer + "/" + i, tags.get(i)))
                .toList();
    }
}
