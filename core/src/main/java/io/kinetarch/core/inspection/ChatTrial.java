package io.kinetarch.core.inspection;

import static io.kinetarch.core.dispatch.EffectSink.NONE;

import io.kinetarch.core.dispatch.Dispatcher;
import io.kinetarch.core.dispatch.Effect;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Reason;
import io.kinetarch.core.dispatch.Standing;
import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.door.AnswerFormat;
import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.routing.RuleTable;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * One chat tried on a plan: door → hours → rule → queue → operator. The dispatcher of live chats decides; this puts into words
 * why, including each rule that did not match and each operator who was passed over.
 */
public final class ChatTrial {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH);

    private final Plan plan;
    private final Arrival arrival;
    private final Presence presence;
    private final Map<QueueId, Integer> waiting;

    private final List<Step> steps = new ArrayList<>();
    private @Nullable Dispatcher dispatcher;
    /** Who gets the chat, and since when they were free before. */
    private int taker = NONE;

    private long takerSince;

    private ChatTrial(Plan plan, Arrival arrival, Presence presence, Map<QueueId, Integer> waiting) {
        this.plan = plan;
        this.arrival = arrival;
        this.presence = presence;
        this.waiting = waiting;
    }

    /** Where the chat ended up. */
    public enum Outcome {
        /** An operator gets it. */
        ANSWERED,
        /** It waits: nobody can take it now. */
        WAITS,
        /** The bot has it first. */
        BOT,
        /** It is refused: the door or the department is closed. */
        CLOSED,
        /** It is refused: too many wait, and the visitor reads the busy text. */
        BUSY,
        /** Too many wait, and the visitor is offered the leave-a-message form. */
        MESSAGE_FORM,
        /** It cannot start: the door's form is not filled in. */
        FORM_INCOMPLETE
    }

    /** What a step looked at. */
    public enum Kind {
        DOOR,
        FORM,
        HOURS,
        RULE,
        QUEUE,
        OPERATOR
    }

    /** How a step went. */
    public enum Result {
        PASSED,
        STOPPED,
        MATCHED,
        SKIPPED,
        CHOSEN,
        PASSED_OVER
    }

    /**
     * One thing that was looked at.
     *
     * @param about the element whose setting decided it
     * @param because the reason in plain words
     */
    public record Step(Kind step, Result result, ElementId about, String because) {}

    /** The outcome, how far the chat came, and every step in order. */
    public record Trial(Outcome outcome, Optional<QueueId> queue, Optional<OperatorId> operator, List<Step> steps) {}

    /**
     * Tries a chat.
     *
     * @param waiting chats that wait already, by queue; none in a queue not named
     * @throws IllegalArgumentException if the arrival names a door the plan does not have
     */
    public static Trial run(Plan plan, Arrival arrival, Presence presence, Map<QueueId, Integer> waiting) {
        return new ChatTrial(plan, arrival, presence, waiting).run();
    }

    /** Tries a chat while no other waits. */
    public static Trial run(Plan plan, Arrival arrival, Presence presence) {
        return run(plan, arrival, presence, Map.of());
    }

    private Trial run() {
        FrontDoor door = plan.door(arrival.door());
        doorSpeaks(door);
        HoursId kept = door.hours();
        if (kept != null) {
            hours("The door " + door.name(), kept);
        }
        var tried = new Tried();
        dispatcher = presence.dispatcher(plan, tried, waiting, arrival.at());
        long at = arrival.at().toEpochMilli();
        var visit = Visit.of(arrival);
        var closed = dispatcher.whyClosed(at, visit);
        if (closed.isPresent() && door.first().closed() != FirstToAnswer.Side.BOT) {
            return closed(door, closed.get());
        }
        if (!isAnswered(door.questions(), AskedWhen.BEFORE, door)) {
            return stopped(Outcome.FORM_INCOMPLETE, Optional.empty());
        }
        tried.begins = true;
        long[] since = IntStream.range(0, plan.operators().size())
                .mapToLong(dispatcher()::freeSince)
                .toArray();
        long number = dispatcher.arrive(at, visit);
        if (asksLater(door)) {
            dispatcher.visitorSays(at, number, Map.of());
        }
        taker = tried.happened.getLast().operator;
        takerSince = taker == NONE || dispatcher.chats(taker) > 1 + held(taker) ? at : since[taker];
        return told(door, tried.happened, tried.standings());
    }

    /** Whether a chat there is decided only after its visitor's first message. */
    private static boolean asksLater(FrontDoor door) {
        return door.questions().stream().anyMatch(question -> question.asked() == AskedWhen.AFTER_FIRST_MESSAGE);
    }

    /** How many chats an operator had before others that wait already were handed to them. */
    private int held(int operator) {
        var held = presence.of().get(plan.operators().get(operator).id());
        return held == null ? 0 : held.chats();
    }

    private Trial closed(FrontDoor door, Reason why) {
        if (why instanceof Reason.DepartmentClosed) {
            Queue queue = plan.queue(decide().queue());
            hours(
                    "The department " + plan.department(queue.department()).name(),
                    plan.department(queue.department()).hours());
            return stopped(Outcome.CLOSED, Optional.of(queue.id()));
        }
        if (why instanceof Reason.NobodyServes(var _, var queue)) {
            step(
                    Kind.DOOR,
                    Result.STOPPED,
                    door.id(),
                    "It opens while somebody is present who could take chats of "
                            + plan.queue(queue).name() + ", and nobody is.");
        }
        return stopped(Outcome.CLOSED, Optional.empty());
    }

    /** Puts into words what the dispatcher did with the chat. */
    private Trial told(FrontDoor door, List<Happened> happened, List<Standing> after) {
        if (happened.stream().anyMatch(one -> one.effect == Effect.TO_BOT)) {
            step(Kind.DOOR, Result.PASSED, door.id(), "The bot answers first at " + door.name() + ".");
            return stopped(Outcome.BOT, Optional.empty());
        }
        if (asksLater(door) && !isAnswered(door.questions(), AskedWhen.AFTER_FIRST_MESSAGE, door)) {
            return stopped(Outcome.FORM_INCOMPLETE, Optional.empty());
        }
        Rule rule = decide();
        Queue queue = plan.queue(rule.queue());
        for (Happened one : happened) {
            if (one.reason instanceof Reason.QueueFull full && one.effect == Effect.MOVED) {
                if (!enters(queue, rule)) {
                    return stopped(Outcome.FORM_INCOMPLETE, Optional.of(queue.id()));
                }
                everyone(queue, rule, one.standings, NONE);
                var next = plan.queues().get(one.queue);
                step(Kind.QUEUE, Result.SKIPPED, queue.id(), full(queue, full) + "it goes on to " + next.name() + ".");
                queue = next;
            }
        }
        var last = happened.getLast();
        boolean form = last.effect == Effect.WAY_OFFERED;
        Reason why = form || last.effect == Effect.SAID ? why(last.reason) : null;
        if (why instanceof Reason.DepartmentClosed) {
            var department = plan.department(queue.department());
            hours("The department " + department.name(), department.hours());
            return stopped(Outcome.CLOSED, Optional.of(queue.id()));
        }
        if (!enters(queue, rule)) {
            return stopped(Outcome.FORM_INCOMPLETE, Optional.of(queue.id()));
        }
        if (why instanceof Reason.QueueFull full) {
            everyone(queue, rule, last.standings, NONE);
            step(Kind.QUEUE, Result.STOPPED, queue.id(), full(queue, full) + beyond(full, form));
            return stopped(form ? Outcome.MESSAGE_FORM : Outcome.BUSY, Optional.of(queue.id()));
        }
        if (last.effect == Effect.OFFERED || last.effect == Effect.ASSIGNED) {
            everyone(queue, rule, last.standings, last.operator);
            return new Trial(
                    Outcome.ANSWERED,
                    Optional.of(queue.id()),
                    Optional.of(plan.operators().get(last.operator).id()),
                    List.copyOf(steps));
        }
        everyone(queue, rule, after, NONE);
        step(
                Kind.QUEUE,
                Result.STOPPED,
                queue.id(),
                "Nobody can take it now, so it waits in " + queue.name() + told(queue) + ".");
        return stopped(Outcome.WAITS, Optional.of(queue.id()));
    }

    private static @Nullable Reason why(@Nullable Reason reason) {
        return switch (reason) {
            case Reason.WayOut(var _, var behind) -> behind;
            case Reason.Text(var _, var _, var behind) -> behind;
            case null, default -> reason;
        };
    }

    /** The chat comes to a queue: whether all is answered that its department has to know. */
    private boolean enters(Queue queue, Rule rule) {
        var department = plan.department(queue.department());
        hours("The department " + department.name(), department.hours());
        if (!isAnswered(department.questions(), AskedWhen.BEFORE, department)) {
            return false;
        }
        step(
                Kind.QUEUE,
                Result.PASSED,
                queue.id(),
                "The chat enters " + queue.name() + ": " + asks(queue, rule) + "." + given(rule));
        return true;
    }

    private String full(Queue queue, Reason.QueueFull full) {
        return "Nobody can take it now, and " + full.waiting() + " wait in " + queue.name() + ", which takes "
                + full.limit() + "; ";
    }

    private String beyond(Reason.QueueFull full, boolean form) {
        if (form) {
            return "the visitor may leave a message.";
        }
        var limit = plan.queue(full.queue()).waiting().limit();
        return limit != null && limit.beyond() instanceof WaitingRoom.Beyond.ToQueue(var other)
                ? "it would go on to " + plan.queue(other).name()
                        + ", where it has been, so the visitor reads the busy text."
                : "the visitor reads the busy text.";
    }

    /** What the dispatcher did with the tried chat, and how everybody stood to it then. */
    private record Happened(
            Effect effect,
            int operator,
            int queue,
            @Nullable Reason reason,
            List<Standing> standings) {}

    /** Listens for the chat that is tried: the first that arrives once it begins. */
    private final class Tried implements EffectSink {
        final List<Happened> happened = new ArrayList<>();
        boolean begins;
        private long number = NONE;

        @Override
        public boolean wantsReasons() {
            return true;
        }

        @Override
        public void happened(
                long atMillis, Effect effect, long chat, int operator, int queue, @Nullable Reason reason) {
            if (begins && effect == Effect.ARRIVED) {
                number = chat;
            }
            if (begins && chat == number) {
                happened.add(new Happened(effect, operator, queue, reason, standings()));
            }
        }

        @Override
        public void ended(
                long atMillis,
                long chat,
                io.kinetarch.core.dispatch.Outcome outcome,
                int operator,
                int queue,
                @Nullable Reason reason) {
            // what it ended by was said before
        }

        /** How everybody stands to the chat now; nobody to one that is in no queue. */
        List<Standing> standings() {
            return dispatcher().queue(number) == NONE
                    ? List.of()
                    : IntStream.range(0, plan.operators().size())
                            .mapToObj(operator -> dispatcher().standing(number, operator))
                            .toList();
        }
    }

    private Dispatcher dispatcher() {
        return Objects.requireNonNull(dispatcher);
    }

    private void doorSpeaks(FrontDoor door) {
        boolean speaks = door.languages().stream()
                .anyMatch(tag -> tag.equalsIgnoreCase(arrival.language())
                        || Locale.forLanguageTag(tag)
                                .getLanguage()
                                .equals(Locale.forLanguageTag(arrival.language())
                                        .getLanguage()));
        step(
                Kind.DOOR,
                Result.PASSED,
                door.id(),
                speaks
                        ? "The chat starts at " + door.name() + " in " + KnownLanguages.name(arrival.language()) + "."
                        : "The chat starts at " + door.name() + ", which has no texts in "
                                + KnownLanguages.name(arrival.language()) + " and shows those in "
                                + KnownLanguages.name(door.languages().getFirst()) + ".");
    }

    private boolean isAnswered(List<Question> questions, AskedWhen when, Element asker) {
        boolean complete = true;
        var asked = questions.stream()
                .filter(question -> question.asked() == when
                        || (asker instanceof Department && question.asked() != AskedWhen.WHILE_WAITING))
                .toList();
        for (var question : asked) {
            var wrong = wrongWith(question);
            if (wrong.isPresent()) {
                step(Kind.FORM, Result.STOPPED, asker.id(), wrong.get());
                complete = false;
            }
        }
        if (complete && !asked.isEmpty()) {
            step(Kind.FORM, Result.PASSED, asker.id(), "Everything " + asker.name() + " has to know was answered.");
        }
        return complete;
    }

    private Optional<String> wrongWith(Question question) {
        var languages = Stream.concat(Stream.of(arrival.language()), plan.door(arrival.door()).languages().stream())
                .toList();
        String answer = arrival.answers().get(question.id());
        if (answer == null || answer.isBlank()) {
            return question.required()
                    ? Optional.of(
                            "“" + question.text().inFirstOf(languages) + "” must be answered before a chat can start.")
                    : Optional.empty();
        }
        return AnswerFormat.refusal(question, answer, languages);
    }

    private void hours(String who, HoursId hours) {
        var set = plan.hours(hours);
        var state = set.hours().at(arrival.at());
        step(
                Kind.HOURS,
                state.open() ? Result.PASSED : Result.STOPPED,
                hours,
                who + " keeps “" + set.name() + "”. " + state.because());
    }

    private Rule decide() {
        var table = new RuleTable(plan);
        var decision = table.decide(arrival);
        for (var considered : decision.considered()) {
            String name = "“" + considered.rule().name() + "” ";
            String because = table.because(considered, arrival);
            step(
                    Kind.RULE,
                    considered.matched() ? Result.MATCHED : Result.SKIPPED,
                    considered.rule().id(),
                    name + (considered.matched() ? "matches: " : "") + because + ".");
        }
        return decision.rule();
    }

    /** How everybody stood to the chat, the one who gets it included. */
    private void everyone(Queue queue, Rule rule, List<Standing> standings, int chosen) {
        for (int i = 0; i < plan.operators().size(); i++) {
            Operator operator = plan.operators().get(i);
            boolean taken = i == chosen;
            step(
                    Kind.OPERATOR,
                    taken ? Result.CHOSEN : Result.PASSED_OVER,
                    operator.id(),
                    operator.name() + " "
                            + (taken ? chosen(queue, rule, i) : passedOver(queue, rule, i, standings.get(i)))
                            + ".");
        }
    }

    private String told(Queue queue) {
        return queue.waiting().positionShown()
                ? "; the visitor reads that " + waiting.getOrDefault(queue.id(), 0) + " wait before them"
                : "";
    }

    private String chosen(Queue queue, Rule rule, int operator) {
        return "gets the chat: of those who can take it, "
                + switch (queue.choice()) {
                    case OperatorChoice.LongestFree _ -> "free longest, since " + since(operator);
                    case OperatorChoice.LightestLoad _ -> "the least loaded, " + load(queue, operator);
                    case OperatorChoice.BestAtSkill _ ->
                        "the best at it, levels " + levels(queue, rule, operator) + " in sum";
                    case OperatorChoice.Tiers(var tiers) -> "first in order, " + tier(tiers, operator);
                };
    }

    private String comesAfter(Queue queue, Rule rule, int operator) {
        return "could take it, but "
                + switch (queue.choice()) {
                    case OperatorChoice.LongestFree _ -> "has been free only since " + since(operator);
                    case OperatorChoice.LightestLoad _ ->
                        "has " + load(queue, operator) + ", free since " + since(operator);
                    case OperatorChoice.BestAtSkill _ ->
                        "has levels " + levels(queue, rule, operator) + " in sum, free since " + since(operator);
                    case OperatorChoice.Tiers(var tiers) ->
                        "is " + tier(tiers, operator) + ", free since " + since(operator);
                };
    }

    private String load(Queue queue, int operator) {
        return inUse(queue, operator) + " of capacity "
                + plan.operators().get(operator).capacity() + " in use";
    }

    /** What was in use before the tried chat was offered. */
    private int inUse(Queue queue, int operator) {
        return dispatcher().inUse(operator) - (operator == taker ? queue.weight() : 0);
    }

    private int levels(Queue queue, Rule rule, int operator) {
        return needs(queue, rule).stream()
                .mapToInt(need -> plan.operators().get(operator).level(need.skill()))
                .sum();
    }

    private String tier(List<List<OperatorId>> tiers, int operator) {
        var id = plan.operators().get(operator).id();
        for (int t = 0; t < tiers.size(); t++) {
            if (tiers.get(t).contains(id)) {
                return "in tier " + (t + 1);
            }
        }
        return "in no tier";
    }

    private String passedOver(Queue queue, Rule rule, int index, Standing standing) {
        Operator operator = plan.operators().get(index);
        return switch (standing) {
            case Standing.Eligible _ -> comesAfter(queue, rule, index);
            case Standing.NotNamed _ -> "is not named as a member of " + queue.name();
            case Standing.LeftForTheDay(var left) ->
                "has left " + plan.queue(left).name() + " for today";
            case Standing.OtherDepartment(var department) ->
                "does not answer for " + plan.department(department).name();
            case Standing.LacksSkill(var skill, var _) ->
                "does not hold " + plan.skill(skill).name();
            case Standing.LevelTooLow(var skill, var level, var least) ->
                "holds " + plan.skill(skill).name() + " at level " + level + "; level " + least + " is needed";
            case Standing.LacksLanguage(var language) ->
                "does not speak " + KnownLanguages.name(language) + " ("
                        + KnownLanguages.names(operator.languages().stream()
                                .map(SpokenLanguage::language)
                                .toList())
                        + ")";
            case Standing.LanguageLevelTooLow(var language, var level, var least) ->
                "speaks " + KnownLanguages.name(language) + " at level " + level + "; level " + least + " is needed";
            case Standing.ChatTooHeavy(var capacity, var weight) ->
                "has a capacity of " + capacity + "; the chat takes " + weight;
            case Standing.AskedBefore _ -> "was asked before; others come first";
            case Standing.NotPresent _ ->
                presence.state(operator.id()) == Presence.State.AWAY ? "is away" : "is not present";
            case Standing.NoFreeCapacity(var _, var _, var weight) ->
                "has " + load(queue, index) + "; the chat takes " + weight;
            case Standing.HoldsMostChats(var chats) -> "holds " + chats + " chats, as many as they may";
        };
    }

    private static List<SkillNeed> needs(Queue queue, Rule rule) {
        return Stream.concat(queue.needs().stream(), rule.needs().stream()).toList();
    }

    private String asks(Queue queue, Rule rule) {
        var skills = needs(queue, rule).stream()
                .map(need -> plan.skill(need.skill()).name() + " " + need.leastLevel() + "+")
                .toList();
        String language = KnownLanguages.name(arrival.language())
                + (queue.leastLanguageLevel() > 1 ? " " + queue.leastLanguageLevel() + "+" : "");
        return "it wants "
                + switch (queue.members()) {
                    case Membership.BySkill _ -> "";
                    case Membership.ByName _ -> "one of its named members, ";
                    case Membership.BySkillOrName _ -> "one of its named members or ";
                }
                + (skills.isEmpty() ? "no skill" : String.join(" and ", skills)) + " and " + language + ", and takes "
                + queue.weight() + " of an operator's capacity";
    }

    /** What the rule gives the chat besides the queue. */
    private String given(Rule rule) {
        var languages = Stream.concat(Stream.of(arrival.language()), plan.door(arrival.door()).languages().stream())
                .toList();
        return (rule.priority() == null ? "" : " It starts at priority " + rule.priority() + ".")
                + (rule.said().isEmpty()
                        ? ""
                        : " The visitor reads “" + rule.said().inFirstOf(languages) + "”");
    }

    private String since(int operator) {
        long since = operator == taker ? takerSince : dispatcher().freeSince(operator);
        return TIME.format(Instant.ofEpochMilli(since).atZone(plan.timeZone()));
    }

    private Trial stopped(Outcome outcome, Optional<QueueId> queue) {
        return new Trial(outcome, queue, Optional.empty(), List.copyOf(steps));
    }

    private void step(Kind kind, Result result, ElementId about, String because) {
        steps.add(new Step(kind, result, about, because));
    }
}
