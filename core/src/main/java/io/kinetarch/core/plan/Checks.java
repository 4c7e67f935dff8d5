package io.kinetarch.core.plan;

import java.util.HashSet;
import java.util.IllformedLocaleException;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.regex.Pattern;

/** The refusals that elements share. */
final class Checks {
    private static final Pattern ID = Pattern.compile("[a-z0-9][a-z0-9-]{0,62}");
    private static final Pattern PICTURE = Pattern.compile("[0-9a-f]{64}");
    private static final int LONGEST_TEXT = 2000;

    private Checks() {}

    static void id(String value) {
        if (!ID.matcher(value).matches()) {
            throw new PlanRefusal(
                    "",
                    "the id \"" + value + "\" must be 1 to 63 small letters, digits or hyphens, not starting with one");
        }
    }

    /** A picture is stored under the digest of its bytes. */
    static void picture(String value) {
        if (!PICTURE.matcher(value).matches()) {
            throw new PlanRefusal("/picture", "a picture is named by its SHA-256, 64 hexadecimal digits");
        }
    }

    static void text(String field, String value) {
        if (value.isBlank()) {
            throw new PlanRefusal("/" + field, field + " must not be blank");
        }
        if (value.length() > LONGEST_TEXT) {
            throw new PlanRefusal(
                    "/" + field,
                    field + " has " + value.length() + " characters, at most " + LONGEST_TEXT + " are allowed");
        }
    }

    static void webAddress(String field, String value) {
        if (!value.matches("https?://[^\\s\"<>]{1,1000}")) {
            throw new PlanRefusal(
                    "/" + field, "\"" + value + "\" is no web address; it begins with https:// or http://");
        }
    }

    static void between(String field, double value, double least, double most) {
        if (!(value >= least && value <= most)) {
            throw new PlanRefusal(
                    "/" + field,
                    field + " must be from " + plain(least) + " to " + plain(most) + ", was " + plain(value));
        }
    }

    static void language(String pointer, String tag) {
        try {
            if (new Locale.Builder().setLanguageTag(tag).build().getLanguage().isEmpty()) {
                throw new PlanRefusal(
                        pointer, "\"" + tag + "\" names no language; write a BCP 47 tag such as en or de-AT");
            }
        } catch (IllformedLocaleException e) {
            throw new PlanRefusal(pointer, "\"" + tag + "\" is no BCP 47 language tag; write one such as en or de-AT");
        }
    }

    static void languages(String field, List<String> tags) {
        for (int i = 0; i < tags.size(); i++) {
            language("/" + field + "/" + i, tags.get(i));
        }
    }

    static void notEmpty(String field, List<?> list) {
        if (list.isEmpty()) {
            throw new PlanRefusal("/" + field, field + " must hold at least one entry");
        }
    }

    /** At least one, and none with blanks around it. */
    static void stripped(String field, List<String> values) {
        notEmpty(field, values);
        for (int i = 0; i < values.size(); i++) {
            if (values.get(i).isBlank() || !values.get(i).equals(values.get(i).strip())) {
                throw new PlanRefusal(
                        "/" + field + "/" + i,
                        "\"" + values.get(i) + "\" must have something in it, and no blanks before or after");
            }
        }
    }

    static <T> void noneTwice(String field, List<T> list, Function<T, ?> key, String under) {
        var seen = new HashSet<>();
        for (int i = 0; i < list.size(); i++) {
            var value = key.apply(list.get(i));
            if (!seen.add(value)) {
                throw new PlanRefusal(
                        "/" + field + "/" + i + under, "\"" + shown(value) + "\" stands twice in " + field);
            }
        }
    }

    private static String shown(Object value) {
        return value instanceof ElementId id ? id.value() : value.toString();
    }

    private static String plain(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e15
                ? Long.toString((long) value)
                : Double.toString(value);
    }

    /** The name of a service among those of the installation. */
    static void service(String field, String name) {
        if (!name.matches("[a-z0-9][a-z0-9-]{0,62}")) {
            throw new PlanRefusal(
                    "/" + field,
                    "\"" + name + "\" names no service; a name has 1 to 63 small letters, digits or hyphens");
        }
    }
}
