package io.kinetarch.core.plan;

/**
 * A possible answer to a question.
 *
 * @param value what rules and records call it, in every language
 * @param label what visitors read; the value where it is not written in their language
 */
public record Choice(String value, LocalText label) {
    public Choice {
        Checks.text("value", value);
    }

    /** A choice that is read as it is called. */
    public static Choice of(String value) {
        return new Choice(value, LocalText.NONE);
    }
}
