package io.kinetarch.core.plan;

import org.jspecify.annotations.Nullable;

/**
 * How a door looks.
 *
 * @param accent of its button, its head and what can be pressed
 * @param onAccent of the words on the accent
 * @param ground behind everything else
 * @param ink of the words on the ground
 * @param corner where it stands on a page
 * @param inset pixels from that side of the page, 0 to 400
 * @param rise pixels from the page's lower edge, 0 to 400
 * @param picture SHA-256 of a stored picture, in hex; null without one
 */
public record Look(
        Colour accent,
        Colour onAccent,
        Colour ground,
        Colour ink,
        Corner corner,
        int inset,
        int rise,
        @Nullable String picture) {
    public static final Look USUAL = new Look(
            new Colour("#1D5560"),
            new Colour("#FFFFFF"),
            new Colour("#FFFFFF"),
            new Colour("#1E2A32"),
            Corner.END,
            24,
            0,
            null);
    private static final int FURTHEST = 400;

    public Look {
        Checks.between("inset", inset, 0, FURTHEST);
        Checks.between("rise", rise, 0, FURTHEST);
        if (picture != null) {
            Checks.picture(picture);
        }
    }

    /** A lower corner of the page: the one where lines end (right in English, left in Arabic), or where they start. */
    public enum Corner {
        END,
        START
    }
}
