package io.kinetarch.core.plan;

import java.util.Locale;

/**
 * A language that an operator speaks.
 *
 * @param language BCP 47 tag
 * @param level 1 (a few words) to {@value Skill#HIGHEST_LEVEL} (as a first language)
 */
public record SpokenLanguage(String language, int level) {
    public SpokenLanguage {
        Checks.language("/language", language);
        Checks.between("level", level, 1, Skill.HIGHEST_LEVEL);
    }

    /** The language without its region: {@code de} of {@code de-AT}. */
    public static String primary(String tag) {
        return Locale.forLanguageTag(tag).getLanguage();
    }
}
