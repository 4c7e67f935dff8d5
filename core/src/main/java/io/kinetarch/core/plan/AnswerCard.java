package io.kinetarch.core.plan;

import org.jspecify.annotations.Nullable;

/**
 * A question with a ready answer that a door offers before any chat.
 *
 * @param topic whose label and first answer it takes where it has none of its own; null for none
 * @param question in at least one language, or of the topic
 * @param answer in at least one language, or of the topic
 */
public record AnswerCard(@Nullable TopicId topic, LocalText question, LocalText answer) {
    public AnswerCard {
        if (topic == null && question.isEmpty()) {
            throw new PlanRefusal("/question", "an answer card needs its question in at least one language");
        }
        if (topic == null && answer.isEmpty()) {
            throw new PlanRefusal("/answer", "an answer card needs its answer in at least one language");
        }
    }

    /** A card with words of its own. */
    public static AnswerCard of(LocalText question, LocalText answer) {
        return new AnswerCard(null, question, answer);
    }

    /** This card with the topic's words where it has none. */
    AnswerCard filledFrom(Topic from) {
        return new AnswerCard(
                topic,
                question.isEmpty() ? from.label() : question,
                answer.isEmpty() && !from.answers().isEmpty() ? from.answers().getFirst() : answer);
    }
}
