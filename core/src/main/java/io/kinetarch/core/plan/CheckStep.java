package io.kinetarch.core.plan;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Somebody does something in a script, as it is written: which of the fields belong to it, its kind says.
 *
 * @param at counted from the start of the script
 * @param act what is done: present, arrive, accept, say …
 * @param visitor new, returning or known; new if left out
 * @param by visitor, operator or bot
 * @param text what is said; it decides nothing
 * @param certainty of what the bot understood, 0 to 1
 * @param way message, call-back or bot
 */
public record CheckStep(
        Duration at,
        String act,
        @Nullable String operator,
        @Nullable String queue,
        @Nullable String chat,
        @Nullable String door,
        @Nullable String language,
        @Nullable String page,
        @Nullable Map<String, String> answers,
        @Nullable Map<String, String> facts,
        @Nullable String visitor,
        @Nullable String by,
        @Nullable String text,
        @Nullable String topic,
        @Nullable Double certainty,
        @Nullable String way,
        @Nullable CheckTarget to) {

    public CheckStep {
        answers = given(answers);
        facts = given(facts);
    }

    /** An operator is there from the start on. */
    public static CheckStep present(String operator) {
        return new CheckStep(
                Duration.ZERO,
                "present",
                operator,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null);
    }

    /** The same in another chat. */
    public CheckStep in(String other) {
        return new CheckStep(
                at, act, operator, queue, other, door, language, page, answers, facts, visitor, by, text, topic,
                certainty, way, to);
    }

    /** What is null was not given. */
    private static @Nullable Map<String, String> given(@Nullable Map<String, String> values) {
        if (values == null) {
            return null;
        }
        var given = new LinkedHashMap<>(values);
        given.values().removeIf(value -> value == null);
        return Map.copyOf(given);
    }
}
