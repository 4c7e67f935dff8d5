package io.kinetarch.core.bot;

import io.kinetarch.core.plan.Sentences;
import java.util.Collections;
import java.util.List;

/** Whether somebody writes what is listed as a sign of anger or danger: its words in a row, whatever their endings, case and accents. */
public final class Signs {
    private Signs() {}

    /** Whether a text has any of them in it; each is read in its own language, whichever the text seems to be in. */
    public static boolean areIn(String text, Sentences signs) {
        return signs.in().entrySet().stream().anyMatch(entry -> {
            var said = Tokens.stems(text, entry.getKey());
            return entry.getValue().stream()
                    .map(sign -> Tokens.stems(sign, entry.getKey()))
                    .anyMatch(sign -> isIn(said, sign));
        });
    }

    /** A sign of which no word is left, such as a smiley, is found nowhere. */
    private static boolean isIn(List<String> said, List<String> sign) {
        return !sign.isEmpty() && Collections.indexOfSubList(said, sign) >= 0;
    }
}
