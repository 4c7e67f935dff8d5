package io.kinetarch.core.plan;

import java.text.Normalizer;
import java.util.Locale;
import java.util.function.Function;
import java.util.function.Predicate;

/** Makes ids of names: "Ana Müller" becomes {@code ana-muller}, or {@code ana-muller-2} where that is taken. */
public final class IdOfName {
    private static final int LONGEST_STEM = 50;

    private IdOfName() {}

    /**
     * An id that is not taken yet.
     *
     * @param nameless the stem for a name that has no letter or digit of an id
     */
    public static <I> I free(String name, String nameless, Function<String, I> id, Predicate<I> taken) {
        String plain = Normalizer.normalize(name, Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-+", "");
        String cut = plain.substring(0, Math.min(LONGEST_STEM, plain.length())).replaceAll("-+$", "");
        String stem = cut.isEmpty() ? nameless : cut;
        var free = id.apply(stem);
        for (int number = 2; taken.test(free); number++) {
            free = id.apply(stem + "-" + number);
        }
        return free;
    }
}
