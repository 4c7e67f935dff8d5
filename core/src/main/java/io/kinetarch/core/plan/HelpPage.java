package io.kinetarch.core.plan;

import org.jspecify.annotations.Nullable;

/**
 * A page that bots quote, and that doors may show for reading before a chat.
 *
 * @param name its title
 * @param language BCP 47 tag it is written in
 * @param category under which doors list it; empty for none
 * @param text Markdown, at most {@value #LONGEST} characters
 * @param source the web address it was read from; null where it was written here
 */
public record HelpPage(
        HelpPageId id,
        String name,
        String language,
        String category,
        String text,
        @Nullable String source,
        Use use) implements Element {
    /** Longer ones are several pages: a visitor would not find anything in them either. */
    public static final int LONGEST = 60_000;

    private static final int LONGEST_CATEGORY = 80;

    /** What a page is used for. */
    public enum Use {
        /** Nobody reads or quotes it yet. */
        DRAFT,
        /** Bots quote it; no door shows it. */
        QUOTED,
        /** Bots quote it, and doors that show help pages show it. */
        SHOWN
    }

    public HelpPage {
        Checks.text("name", name);
        Checks.language("/language", language);
        if (category.length() > LONGEST_CATEGORY || !category.equals(category.strip())) {
            throw new PlanRefusal(
                    "/category",
                    "a category has at most " + LONGEST_CATEGORY + " characters, and no blanks before or after");
        }
        if (text.isBlank()) {
            throw new PlanRefusal("/text", "a page needs something to read");
        }
        if (text.length() > LONGEST) {
            throw new PlanRefusal(
                    "/text",
                    "a page has at most " + LONGEST + " characters, this one has " + text.length()
                            + "; make several pages of it");
        }
        if (source != null) {
            Checks.webAddress("source", source);
        }
    }

    /** Whether bots may quote it. */
    public boolean mayBeQuoted() {
        return use != Use.DRAFT;
    }
}
