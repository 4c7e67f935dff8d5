package io.kinetarch.core.plan;

import io.kinetarch.core.hours.WeeklyWindow;
import java.util.List;
import java.util.Optional;

/** One thing a rule asks of an arriving chat. Where it lists several values, any one of them will do. */
public sealed interface Condition {

    /** The chat starts at one of these doors. */
    record DoorIs(List<DoorId> doors) implements Condition {
        public DoorIs {
            doors = List.copyOf(doors);
            Checks.notEmpty("doors", doors);
        }
    }

    /** The visitor's language is one of these; {@code de} takes {@code de-AT} too. */
    record LanguageIs(List<String> languages) implements Condition {
        public LanguageIs {
            languages = List.copyOf(languages);
            Checks.notEmpty("languages", languages);
            Checks.languages("languages", languages);
        }
    }

    /** The page address matches one of these patterns. */
    record PageMatches(List<PagePattern> patterns) implements Condition {
        public PageMatches {
            patterns = List.copyOf(patterns);
            Checks.notEmpty("patterns", patterns);
        }
    }

    /** The answer to a question is one of these, letter case and surrounding blanks aside. */
    record AnswerIs(QuestionId question, List<String> answers) implements Condition {
        public AnswerIs {
            answers = List.copyOf(answers);
            Checks.notEmpty("answers", answers);
        }
    }

    /** The answer to a question contains one of these words or phrases, letter case aside. */
    record AnswerContains(QuestionId question, List<String> words) implements Condition {
        public AnswerContains {
            words = List.copyOf(words);
            Checks.stripped("words", words);
        }
    }

    /** The answer to a question that wants a number compares so. */
    record AnswerNumber(QuestionId question, Comparison comparison, double value) implements Condition {
        public AnswerNumber {
            if (!Double.isFinite(value)) {
                throw new PlanRefusal("/value", "an answer can only be compared with a finite number");
            }
        }
    }

    /** The question was answered at all. */
    record Answered(QuestionId question) implements Condition {}

    /** The visitor is one of these. */
    record VisitorIs(List<VisitorKind> visitors) implements Condition {
        public VisitorIs {
            visitors = List.copyOf(visitors);
            Checks.notEmpty("visitors", visitors);
        }
    }

    /** The page handed over a fact with one of these values, letter case and surrounding blanks aside. */
    record FactIs(String key, List<String> values) implements Condition {
        public FactIs {
            Checks.text("key", key);
            values = List.copyOf(values);
            Checks.notEmpty("values", values);
        }
    }

    /** The bot found the chat to be about one of these topics. */
    record TopicIs(List<String> topics) implements Condition {
        public TopicIs {
            topics = List.copyOf(topics);
            Checks.stripped("topics", topics);
        }
    }

    /** One of these departments is open. */
    record DepartmentIsOpen(List<DepartmentId> departments) implements Condition {
        public DepartmentIsOpen {
            departments = List.copyOf(departments);
            Checks.notEmpty("departments", departments);
        }
    }

    /**
     * At least so many chats wait in a queue.
     *
     * @param chats 1 to 10,000
     */
    record ChatsWait(QueueId queue, int chats) implements Condition {
        public ChatsWait {
            Checks.between("chats", chats, 1, 10_000);
        }
    }

    /**
     * The chat that has waited longest in a queue has waited at least so long.
     *
     * @param seconds 1 to 86,400
     */
    record LongestWaits(QueueId queue, int seconds) implements Condition {
        public LongestWaits {
            Checks.between("seconds", seconds, 1, 86_400);
        }
    }

    /** The chat arrives within one of these windows of the week, in the plan's time zone. */
    record ArrivesWithin(List<WeeklyWindow> windows) implements Condition {
        public ArrivesWithin {
            windows = List.copyOf(windows);
            Checks.notEmpty("windows", windows);
        }
    }

    /** What it asks for is not so. */
    record Not(Condition condition) implements Condition {
        public Not {
            if (condition instanceof Not) {
                throw new PlanRefusal("/condition", "a condition can be turned round once, not twice");
            }
        }
    }

    /** The question whose answer it looks at; none for a condition that looks at something else. */
    default Optional<QuestionId> asksAbout() {
        return switch (asked()) {
            case AnswerIs(var question, var _) -> Optional.of(question);
            case AnswerContains(var question, var _) -> Optional.of(question);
            case AnswerNumber(var question, var _, var _) -> Optional.of(question);
            case Answered(var question) -> Optional.of(question);
            default -> Optional.empty();
        };
    }

    /** This condition, or the one that it turns round. */
    default Condition asked() {
        return this instanceof Not(var condition) ? condition : this;
    }
}
