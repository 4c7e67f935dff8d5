package io.kinetarch.core.door;

import io.kinetarch.core.plan.Colour;
import io.kinetarch.core.plan.Look;
import java.util.List;
import java.util.Optional;

/**
 * Two colours of a look that meet, and whether they are far enough apart for WCAG 2.2, level AA.
 *
 * @param part the colour that would give way, by its name in the look
 * @param what in plain words
 * @param contrast 1 to 21
 * @param least what is needed: 4.5 for words (1.4.3), 3 for what can be pressed (1.4.11)
 * @param nearest a colour that is enough; none where this one is
 */
public record ColourPair(String part, String what, double contrast, double least, Optional<Colour> nearest) {
    private static final double FOR_WORDS = 4.5;
    private static final double FOR_CONTROLS = 3;

    public boolean isEnough() {
        return contrast >= least;
    }

    /** The pairs of a look. */
    public static List<ColourPair> of(Look look) {
        return List.of(
                pair("onAccent", "words on the accent", look.onAccent(), look.accent(), FOR_WORDS),
                pair("ink", "words on the ground", look.ink(), look.ground(), FOR_WORDS),
                pair("accent", "the accent on the ground", look.accent(), look.ground(), FOR_CONTROLS));
    }

    private static ColourPair pair(String part, String what, Colour front, Colour back, double least) {
        double contrast = front.contrast(back);
        return new ColourPair(
                part,
                what,
                contrast,
                least,
                contrast >= least ? Optional.empty() : Optional.of(PassingColour.nearest(front, back, least)));
    }
}
