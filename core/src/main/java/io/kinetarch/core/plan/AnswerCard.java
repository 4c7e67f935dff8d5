package io.kinetarch.core.plan;

/**
 * A question with a ready answer that a door offers before any chat.
 *
 * @param question in at least one language
 * @param answer in at least one language
 */
public record AnswerCard(LocalText question, LocalText answer) {
    public AnswerCard {
        if (question.isEmpty()) {
            throw new PlanRefusal("/question", "an answer card needs its question in at least one language");
        }
        if (answer.isEmpty()) {
            throw new PlanRefusal("/answer", "an answer card needs its answer in at least one language");
        }
    }
}
