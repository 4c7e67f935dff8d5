package io.kinetarch.core.plan;

import java.util.List;

/**
 * What a visitor is asked before a chat, or in the form to leave a message with.
 *
 * @param text the question itself, in at least one language
 * @param help a word of help beside it
 * @param asked when; a form to leave a message with asks all its questions at once
 * @param choices the possible answers of a {@link QuestionKind#CHOICE}, at least one; none for any other kind
 */
public record Question(
        QuestionId id,
        QuestionKind kind,
        LocalText text,
        LocalText help,
        boolean required,
        AskedWhen asked,
        List<Choice> choices) {
    public Question {
        if (text.isEmpty()) {
            throw new PlanRefusal("/text", "a question needs its text in at least one language");
        }
        choices = List.copyOf(choices);
        if (kind == QuestionKind.CHOICE) {
            Checks.notEmpty("choices", choices);
        } else if (!choices.isEmpty()) {
            throw new PlanRefusal("/choices", "only a question of the kind CHOICE offers choices; this is " + kind);
        }
        Checks.noneTwice("choices", choices, Choice::value, "/value");
    }

    /** A question for one line of text, without help. */
    public static Question open(QuestionId id, LocalText text, boolean required) {
        return new Question(id, QuestionKind.TEXT, text, LocalText.NONE, required, AskedWhen.BEFORE, List.of());
    }

    /** A question that offers choices, without help. */
    public static Question choice(QuestionId id, LocalText text, boolean required, List<String> choices) {
        return new Question(
                id,
                QuestionKind.CHOICE,
                text,
                LocalText.NONE,
                required,
                AskedWhen.BEFORE,
                choices.stream().map(Choice::of).toList());
    }
}
