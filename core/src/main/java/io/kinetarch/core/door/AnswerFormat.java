package io.kinetarch.core.door;

import io.kinetarch.core.plan.Choice;
import io.kinetarch.core.plan.Question;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Whether an answer is of the sort that its question wants: by the rules of HTML's own fields (WHATWG HTML, 4.10.5.1). */
public final class AnswerFormat {
    /** The expression that the standard gives under "valid email address". */
    private static final Pattern EMAIL = Pattern.compile("[a-zA-Z0-9.!#$%&'*+/=?^_`{|}~-]++@"
            + "[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?(?:\\.[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?)*");
    /** A "valid floating-point number". */
    private static final Pattern NUMBER = Pattern.compile("-?(?:\\d+(?:\\.\\d+)?|\\.\\d+)(?:[eE][+-]?\\d+)?");

    private static final Pattern LINE_BREAK = Pattern.compile("[\\n\\r]");
    private static final int LONGEST_ANSWER = 4000;

    private AnswerFormat() {}

    /**
     * What is wrong with an answer; none if nothing is.
     *
     * @param languages those in which the question's words are wanted, the first that has them
     */
    public static Optional<String> refusal(Question question, String given, List<String> languages) {
        String answer = given.strip();
        String asked = "“" + question.text().inFirstOf(languages) + "”";
        if (answer.length() > LONGEST_ANSWER) {
            return Optional.of("The answer to " + asked + " has " + answer.length() + " characters, at most "
                    + LONGEST_ANSWER + " are taken.");
        }
        String said = "“" + answer + "” is ";
        return switch (question.kind()) {
            case LONG_TEXT -> Optional.empty();
            case TEXT, PHONE ->
                LINE_BREAK.matcher(answer).find()
                        ? Optional.of("The answer to " + asked + " must be one line.")
                        : Optional.empty();
            case EMAIL ->
                EMAIL.matcher(answer).matches()
                        ? Optional.empty()
                        : Optional.of(said + "no e-mail address, which " + asked + " wants.");
            case NUMBER ->
                NUMBER.matcher(answer).matches() && Double.isFinite(Double.parseDouble(answer))
                        ? Optional.empty()
                        : Optional.of(said + "no number, which " + asked + " wants.");
            case CHOICE ->
                question.choices().stream().anyMatch(choice -> choice.value().equalsIgnoreCase(answer))
                        ? Optional.empty()
                        : Optional.of(said + "none of the answers to " + asked + ": "
                                + question.choices().stream().map(Choice::value).collect(Collectors.joining(", "))
                                + ".");
        };
    }
}
