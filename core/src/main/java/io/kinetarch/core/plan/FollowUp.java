package io.kinetarch.core.plan;

import com.google.re2j.PatternSyntaxException;
import org.jspecify.annotations.Nullable;

/**
 * Something a bot asks before it answers, and keeps.
 *
 * @param key what answers call it, as {@code {key}}: small letters, digits and underscores
 * @param ask in at least one language
 * @param again when what was written is none; empty for the question once more
 * @param pattern of RE2, which the whole of what is written matches; null for other kinds
 */
public record FollowUp(
        String key,
        LocalText ask,
        LocalText again,
        Kind kind,
        @Nullable String pattern) {
    /** After so many answers that are none it is left out. */
    public static final int MOST_ASKED_AGAIN = 2;

    private static final int LONGEST_PATTERN = 200;

    /** What is asked for. */
    public enum Kind {
        TEXT,
        NUMBER,
        DATE,
        EMAIL,
        PATTERN
    }

    public FollowUp {
        if (!key.matches("[a-z][a-z0-9_]{0,39}")) {
            throw new PlanRefusal(
                    "/key", "\"" + key + "\" must be 1 to 40 small letters, digits or underscores, a letter first");
        }
        if (ask.isEmpty()) {
            throw new PlanRefusal("/ask", "a bot needs words to ask for \"" + key + "\" in at least one language");
        }
        if ((kind == Kind.PATTERN) != (pattern != null)) {
            throw new PlanRefusal(
                    "/pattern",
                    kind == Kind.PATTERN ? "write the pattern that answers must have" : "only a pattern has a pattern");
        }
        if (pattern != null) {
            isReadable(pattern);
        }
    }

    private static void isReadable(String pattern) {
        if (pattern.isBlank() || pattern.length() > LONGEST_PATTERN) {
            throw new PlanRefusal("/pattern", "a pattern has 1 to " + LONGEST_PATTERN + " characters");
        }
        try {
            com.google.re2j.Pattern.compile(pattern);
        } catch (PatternSyntaxException e) {
            throw new PlanRefusal("/pattern", "\"" + pattern + "\" is no pattern: " + e.getDescription());
        }
    }
}
