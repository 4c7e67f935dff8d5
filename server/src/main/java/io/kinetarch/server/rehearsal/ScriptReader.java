package io.kinetarch.server.rehearsal;

import static io.kinetarch.server.rehearsal.ScriptDocument.kind;
import static io.kinetarch.server.rehearsal.ScriptDocument.word;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.dispatch.Reason.Party;
import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.dispatch.Way;
import io.kinetarch.core.plan.CheckExpectation;
import io.kinetarch.core.plan.CheckStep;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.rehearsal.Event;
import io.kinetarch.core.rehearsal.Expectation;
import io.kinetarch.core.rehearsal.Expectation.What;
import io.kinetarch.core.rehearsal.Script;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.routing.ArrivalDocument;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Reads scripts as they are written, on the plan on which they are to be run. */
final class ScriptReader {
    private final Plan plan;

    ScriptReader(Plan plan) {
        this.plan = plan;
    }

    /**
     * The script that is meant.
     *
     * @throws Refusal if it names what the plan does not have, or is none
     */
    Script read(Instant from, Duration until, List<CheckStep> steps, List<CheckExpectation> expected) {
        if (steps.size() > Script.MOST_STEPS || expected.size() > Script.MOST_STEPS) {
            throw invalid(
                    steps.size() > Script.MOST_STEPS ? "/steps" : "/expect",
                    "A rehearsal takes at most " + Script.MOST_STEPS + " steps and as many expectations; these are "
                            + steps.size() + " and " + expected.size()
                            + ". Try crowds by a simulation, or cut the script in parts.");
        }
        return new Script(
                from,
                until,
                IntStream.range(0, steps.size())
                        .mapToObj(i -> step(steps.get(i), from, "/steps/" + i))
                        .toList(),
                IntStream.range(0, expected.size())
                        .mapToObj(i -> expectation(plan, expected.get(i), "/expect/" + i))
                        .toList());
    }

    /** One step of a script that begins then. */
    Script.Step step(CheckStep step, Instant from, String pointer) {
        return new Script.Step(step.at(), new StepReader(plan, step, pointer, from).act());
    }

    private static Expectation expectation(Plan plan, CheckExpectation document, String at) {
        long given = Stream.of(document.event(), document.outcome(), document.not())
                .filter(word -> word != null)
                .count();
        if (given != 1) {
            throw invalid(at, "Say what is expected by exactly one of \"event\", \"outcome\" and \"not\".");
        }
        OperatorId operator = id(document.operator(), OperatorId::new, at + "/operator");
        QueueId queue = id(document.queue(), QueueId::new, at + "/queue");
        known(plan, operator, at + "/operator");
        known(plan, queue, at + "/queue");
        What what;
        if (document.outcome() != null) {
            what = outcome(document.outcome(), at + "/outcome");
        } else if (document.not() != null && Event.of(document.not()).isEmpty()) {
            what = outcome(document.not(), at + "/not");
        } else {
            what = new What.Happens(
                    document.not() == null
                            ? event(String.valueOf(document.event()), at + "/event")
                            : event(document.not(), at + "/not"),
                    operator,
                    queue,
                    topic(document, at));
        }
        return new Expectation(document.chat(), what, document.by(), document.not() == null);
    }

    private static @Nullable String topic(CheckExpectation document, String at) {
        String topic = document.topic();
        if (topic != null && document.chat() == null) {
            throw invalid(at + "/topic", "A topic is expected of a chat; say of which by \"chat\".");
        }
        return topic;
    }

    private static What outcome(String word, String at) {
        return word.equals("answered")
                ? new What.Answered()
                : new What.EndsAs(oneOf(Outcome.values(), word, at, "answered"));
    }

    private static Event event(String word, String at) {
        return oneOf(Event.values(), word, at);
    }

    private static <I extends ElementId> @Nullable I id(@Nullable String value, Function<String, I> of, String at) {
        try {
            return value == null ? null : of.apply(value);
        } catch (PlanRefusal refusal) {
            throw invalid(at, refusal.getMessage() + ".");
        }
    }

    private static void known(Plan plan, @Nullable ElementId id, String at) {
        if (id != null && !plan.has(id)) {
            throw invalid(at, "The plan has no " + kind(id) + " \"" + id.value() + "\".");
        }
    }

    private static <E extends Enum<E>> E oneOf(E[] values, String word, String at, String... more) {
        return Arrays.stream(values)
                .filter(value -> word(value).equals(word))
                .findFirst()
                .orElseThrow(() -> invalid(
                        at,
                        "\"" + word + "\" is none of "
                                + Stream.concat(Arrays.stream(values).map(ScriptDocument::word), Stream.of(more))
                                        .collect(Collectors.joining(", "))
                                + "."));
    }

    private static Refusal invalid(String pointer, String detail) {
        return new Refusal(Kind.INVALID_DOCUMENT, pointer, detail);
    }

    /** By whom a step says that a chat is handed over. */
    static String by(Call.Because because) {
        return switch (because) {
            case ASKED -> "visitor";
            case SIGN -> "plan";
            case GIVEN_UP -> "bot";
        };
    }

    /** Makes one step of its document. */
    private record StepReader(Plan plan, CheckStep step, String at, Instant from) {
        private static final List<String> KNOWN = List.of(
                "present",
                "away",
                "gone",
                "arrive",
                "accept",
                "decline",
                "say",
                "understood",
                "hand-over",
                "leave",
                "choose",
                "transfer",
                "to-bot",
                "call-in",
                "step-out",
                "take-back",
                "assign",
                "set-aside",
                "prioritize",
                "end",
                "wrap-up",
                "join-queue",
                "leave-queue",
                "lost",
                "back");

        Call act() {
            return switch (step.act()) {
                case "present" -> new Call.Present(operator());
                case "away" -> new Call.Away(operator());
                case "gone" -> new Call.Gone(operator());
                case "join-queue" -> new Call.JoinQueue(operator(), queue());
                case "leave-queue" -> new Call.LeaveQueue(operator(), queue());
                case "lost" ->
                    step.operator() != null ? new Call.OperatorLost(operator()) : new Call.VisitorLost(chat());
                case "back" ->
                    step.operator() != null ? new Call.OperatorBack(operator()) : new Call.VisitorBack(chat());
                case "arrive" -> new Call.Arrive(chat(), visit());
                case "accept" -> new Call.Accept(chat(), operator());
                case "decline" -> new Call.Decline(chat(), operator());
                case "say" -> new Call.Say(chat(), by(), writer(), answers());
                case "understood" -> new Call.Understood(chat(), step.topic(), certainty());
                case "hand-over" -> new Call.HandOver(chat(), because());
                case "leave" -> new Call.Leave(chat());
                case "choose" -> new Call.Choose(chat(), oneOf(Way.values(), need(step.way(), "way"), at + "/way"));
                case "transfer" -> transfer();
                case "to-bot" -> new Call.TransferToBot(chat());
                case "call-in" -> new Call.CallIn(chat(), colleague());
                case "step-out" -> new Call.StepOut(chat(), operator());
                case "take-back" -> new Call.TakeBack(chat(), operator());
                case "assign" -> new Call.Assign(chat(), operator());
                case "set-aside" -> new Call.SetAside(chat(), operator(), until());
                case "prioritize" -> new Call.Prioritize(chat(), priority());
                case "end" -> new Call.End(chat(), by(), writer());
                case "wrap-up" -> new Call.WrapUp(chat(), operator());
                default ->
                    throw invalid(
                            at + "/do",
                            "\"" + step.act() + "\" is nothing that can be done; known are " + String.join(", ", KNOWN)
                                    + ".");
            };
        }

        /** Asked for by the visitor, wanted by the plan's list of signs, or given up by the bot. */
        private Call.Because because() {
            String by = step.by() == null ? ScriptReader.by(Call.Because.ASKED) : step.by();
            return Stream.of(Call.Because.values())
                    .filter(because -> ScriptReader.by(because).equals(by))
                    .findFirst()
                    .orElseThrow(() -> invalid(
                            at + "/by",
                            "A chat is handed over by the visitor, by the bot, or by the plan, not by \"" + by
                                    + "\"."));
        }

        private Visit visit() {
            String door = need(step.door(), "door");
            var kind = step.visitor() == null
                    ? VisitorKind.NEW
                    : oneOf(VisitorKind.values(), step.visitor().toLowerCase(Locale.ROOT), at + "/visitor");
            String language = Optional.ofNullable(step.language())
                    .or(() -> plan.doors().stream()
                            .filter(candidate -> candidate.id().value().equals(door))
                            .map(candidate -> candidate.languages().getFirst())
                            .findFirst())
                    .orElse("en");
            return Visit.of(new ArrivalDocument(
                            door, step.page(), language, step.answers(), from, kind, step.facts(), step.topic())
                    .toArrival(plan, Map.of(), at));
        }

        private Call transfer() {
            var to = step.to();
            long given = to == null
                    ? 0
                    : Stream.of(to.queue(), to.operator(), to.skill())
                            .filter(target -> target != null)
                            .count();
            if (to == null || given != 1) {
                throw invalid(at + "/to", "Say where it goes by exactly one of \"queue\", \"operator\" and \"skill\".");
            }
            if (to.queue() != null) {
                return new Call.TransferToQueue(chat(), found(to.queue(), QueueId::new, at + "/to/queue"));
            }
            return to.operator() != null
                    ? new Call.TransferToOperator(chat(), found(to.operator(), OperatorId::new, at + "/to/operator"))
                    : new Call.TransferToSkill(
                            chat(), found(String.valueOf(to.skill()), SkillId::new, at + "/to/skill"));
        }

        private long until() {
            var until = step.until();
            if (until == null || until.compareTo(step.at()) <= 0) {
                throw invalid(
                        at + "/until",
                        "Say until when the chat is set aside, counted from the start and later than " + step.at()
                                + ", such as \"PT10M\".");
            }
            return from.plus(until).toEpochMilli();
        }

        private int priority() {
            Integer priority = step.priority();
            if (priority == null || priority < 0 || priority > Queue.HIGHEST_PRIORITY) {
                throw invalid(
                        at + "/priority",
                        "Say how urgent the chat is, from 0 to " + Queue.HIGHEST_PRIORITY + ", was " + priority + ".");
            }
            return priority;
        }

        private double certainty() {
            Double certainty = step.certainty();
            if (certainty != null && !(certainty >= 0 && certainty <= 1)) {
                throw invalid(at + "/certainty", "Certainty is from 0 to 1, was " + certainty + ".");
            }
            return certainty == null ? step.topic() == null ? 0 : 1 : certainty;
        }

        private Map<QuestionId, String> answers() {
            var answers = new HashMap<QuestionId, String>();
            for (var answer : step.answers() == null
                    ? Map.<String, String>of().entrySet()
                    : step.answers().entrySet()) {
                String pointer = at + "/answers/" + answer.getKey();
                var question = Objects.requireNonNull(id(answer.getKey(), QuestionId::new, pointer));
                boolean asked = Stream.concat(
                                plan.doors().stream().flatMap(door -> door.questions().stream()),
                                plan.departments().stream().flatMap(department -> department.questions().stream()))
                        .anyMatch(candidate -> candidate.id().equals(question));
                if (!asked) {
                    throw invalid(
                            pointer, "Neither a door nor a department asks the question \"" + question.value() + "\".");
                }
                if (answer.getValue() != null) {
                    answers.put(question, answer.getValue());
                }
            }
            return answers;
        }

        private Party by() {
            return oneOf(Party.values(), need(step.by(), "by"), at + "/by");
        }

        private String chat() {
            return need(step.chat(), "chat");
        }

        private OperatorId operator() {
            return found(need(step.operator(), "operator"), OperatorId::new, at + "/operator");
        }

        /** Who is called in: named as the operator, or as where the chat is opened to. */
        private OperatorId colleague() {
            var to = step.to();
            return to == null || to.operator() == null
                    ? operator()
                    : found(to.operator(), OperatorId::new, at + "/to/operator");
        }

        private @Nullable OperatorId writer() {
            return step.operator() == null ? null : operator();
        }

        private QueueId queue() {
            return found(need(step.queue(), "queue"), QueueId::new, at + "/queue");
        }

        private <I extends ElementId> I found(String value, Function<String, I> of, String pointer) {
            I id = Objects.requireNonNull(id(value, of, pointer));
            known(plan, id, pointer);
            return id;
        }

        private String need(@Nullable String value, String field) {
            if (value == null || value.isBlank()) {
                throw invalid(at + "/" + field, "\"" + step.act() + "\" needs \"" + field + "\".");
            }
            return value;
        }
    }
}
