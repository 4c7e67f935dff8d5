package io.kinetarch.formats.table;

import java.util.Locale;

/** How headings of columns are compared: letter case, underscores and the shape of apostrophes aside. */
public final class Headings {
    private Headings() {}

    /** A heading as the known ones are written. */
    public static String plain(String heading) {
        return heading.toLowerCase(Locale.ROOT)
                .replace('_', ' ')
                .replace('\u2019', '\'')
                .strip();
    }
}
