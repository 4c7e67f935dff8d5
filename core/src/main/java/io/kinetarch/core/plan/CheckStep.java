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
 * @param until when a chat that is set aside comes back, counted from the start of the script
 * @param priority how urgent a chat is said to be, 0 to {@value Queue#HIGHEST_PRIORITY}
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
        @Nullable CheckTarget to,
        @Nullable Duration until,
        @Nullable Integer priority) {

    public CheckStep {
        answers = given(answers);
        facts = given(facts);
    }

    /** Something done by somebody, or to a chat, of which nothing more is to be said. */
    public static CheckStep of(Duration at, String act, @Nullable String operator, @Nullable String chat) {
        return new CheckStep(
                at, act, operator, null, chat, null, null, null, null, null, null, null, null, null, null, null, null,
                null, null);
    }

    /** An operator is there from the start on. */
    public static CheckStep present(String operator) {
        return of(Duration.ZERO, "present", operator, null);
    }

    /** The same in another chat. */
    public CheckStep in(String other) {
        return new CheckStep(
                at, act, operator, queue, other, door, language, page, answers, facts, visitor, by, text, topic,
                certainty, way, to, until, priority);
    }

    /** The same as something that a party says, or by which it is done. */
    public CheckStep by(@Nullable String party, @Nullable String words) {
        return new CheckStep(
                at, act, operator, queue, chat, door, language, page, answers, facts, visitor, party, words, topic,
                certainty, way, to, until, priority);
    }

    /** The same as what a bot understood. */
    public CheckStep understanding(@Nullable String meant, @Nullable Double howCertain) {
        return new CheckStep(
                at,
                act,
                operator,
                queue,
                chat,
                door,
                language,
                page,
                answers,
                facts,
                visitor,
                by,
                text,
                meant,
                howCertain,
                way,
                to,
                until,
                priority);
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
