package io.kinetarch.core.inspection;

import io.kinetarch.core.dispatch.NextChat;
import io.kinetarch.core.dispatch.NextOperator;
import io.kinetarch.core.dispatch.OperatorPool;
import io.kinetarch.core.dispatch.Standing;
import io.kinetarch.core.door.AnswerFormat;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HoursId;
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
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.routing.RuleTable;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * One chat tried on a plan: door → hours → rule → queue → operator. Every step says why, including each rule that did not
 * match and each operator who was passed over.
 */
public final class ChatTrial {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH);

    private final Plan plan;
    private final Arrival arrival;
    private final Presence presence;
    private final Map<QueueId, Integer> waiting;
    private final Set<QueueId> entered = new HashSet<>();
    private final List<Step> steps = new ArrayList<>();

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
        if (kept != null && !isOpen("The door " + door.name(), kept)) {
            return stopped(Outcome.CLOSED, Optional.empty());
        }
        if (!isAnswered(door.questions(), door)) {
            return stopped(Outcome.FORM_INCOMPLETE, Optional.empty());
        }
        Rule rule = decide();
        return enter(plan.queue(rule.queue()), rule);
    }

    private Trial enter(Queue queue, Rule rule) {
        entered.add(queue.id());
        var department = plan.department(queue.department());
        if (!isOpen("The department " + department.name(), department.hours())) {
            return stopped(Outcome.CLOSED, Optional.of(queue.id()));
        }
        if (!isAnswered(department.questions(), department)) {
            return stopped(Outcome.FORM_INCOMPLETE, Optional.of(queue.id()));
        }
        step(
                Kind.QUEUE,
                Result.PASSED,
                queue.id(),
                "The chat enters " + queue.name() + ": " + asks(queue, rule) + "." + given(rule));
        return toOperator(queue, rule);
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
                        ? "The chat starts at " + door.name() + " in " + arrival.language() + "."
                        : "The chat starts at " + door.name() + ", which has no texts in " + arrival.language()
                                + " and shows those in " + door.languages().getFirst() + ".");
    }

    private boolean isAnswered(List<Question> questions, Element asker) {
        boolean complete = true;
        for (var question : questions) {
            var wrong = wrongWith(question);
            if (wrong.isPresent()) {
                step(Kind.FORM, Result.STOPPED, asker.id(), wrong.get());
                complete = false;
            }
        }
        if (complete && !questions.isEmpty()) {
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

    private boolean isOpen(String who, HoursId hours) {
        var set = plan.hours(hours);
        var state = set.hours().at(arrival.at());
        step(
                Kind.HOURS,
                state.open() ? Result.PASSED : Result.STOPPED,
                hours,
                who + " keeps “" + set.name() + "”. " + state.because());
        return state.open();
    }

    private Rule decide() {
        var decision = new RuleTable(plan).decide(arrival);
        for (var considered : decision.considered()) {
            String name = "“" + considered.rule().name() + "” ";
            step(
                    Kind.RULE,
                    considered.matched() ? Result.MATCHED : Result.SKIPPED,
                    considered.rule().id(),
                    considered.matched()
                            ? name + "matches: " + considered.because() + "."
                            : name + considered.because() + ".");
        }
        return decision.rule();
    }

    private Trial toOperator(Queue queue, Rule rule) {
        var pool = presence.pool(plan);
        takenBefore(queue, pool);
        var needs = new ChatNeeds(queue.id(), rule.needs(), arrival.language());
        var choice = NextOperator.explain(pool, needs);
        Operator chosen = choice.operator().isPresent()
                ? plan.operators().get(choice.operator().getAsInt())
                : null;
        for (int i = 0; i < plan.operators().size(); i++) {
            Operator operator = plan.operators().get(i);
            var standing = choice.standings().get(i);
            boolean taken = operator.equals(chosen);
            step(
                    Kind.OPERATOR,
                    taken ? Result.CHOSEN : Result.PASSED_OVER,
                    operator.id(),
                    operator.name() + " "
                            + (taken ? chosen(queue, rule, pool, i) : passedOver(queue, rule, pool, i, standing))
                            + ".");
        }
        return chosen == null
                ? waitIn(queue, rule)
                : new Trial(Outcome.ANSWERED, Optional.of(queue.id()), Optional.of(chosen.id()), List.copyOf(steps));
    }

    /** Whoever waits already and goes before this chat takes the room there is first. */
    private void takenBefore(Queue queue, OperatorPool pool) {
        var order = new NextChat(plan);
        var tried = new NextChat.Waiting(queue.id(), arrival.at());
        waiting.entrySet().stream()
                .filter(entry -> entry.getValue() > 0)
                .map(entry -> new NextChat.Waiting(entry.getKey(), arrival.at().minusSeconds(1)))
                .filter(chat -> order.compare(chat, tried) < 0)
                .sorted(order)
                .forEach(chat -> {
                    for (int i = 0; i < waiting.getOrDefault(chat.queue(), 0); i++) {
                        var taker = NextOperator.choose(pool, ChatNeeds.of(chat.queue()));
                        if (taker.isEmpty()) {
                            return;
                        }
                        pool.takes(taker.getAsInt(), 1, plan.queue(chat.queue()).weight());
                    }
                });
    }

    private Trial waitIn(Queue queue, Rule rule) {
        int before = waiting.getOrDefault(queue.id(), 0);
        var limit = queue.waiting().limit();
        if (limit != null && before >= limit.chats()) {
            return beyond(queue, rule, before, limit);
        }
        step(
                Kind.QUEUE,
                Result.STOPPED,
                queue.id(),
                "Nobody can take it now, so it waits in " + queue.name() + told(queue, before) + ".");
        return stopped(Outcome.WAITS, Optional.of(queue.id()));
    }

    private static String told(Queue queue, int before) {
        return queue.waiting().positionShown() ? "; the visitor reads that " + before + " wait before them" : "";
    }

    private Trial beyond(Queue queue, Rule rule, int before, WaitingRoom.Limit limit) {
        String full = "Nobody can take it now, and " + before + " wait in " + queue.name() + ", which takes "
                + limit.chats() + "; ";
        return switch (limit.beyond()) {
            case WaitingRoom.Beyond.BusyText _ -> {
                step(Kind.QUEUE, Result.STOPPED, queue.id(), full + "the visitor reads the busy text.");
                yield stopped(Outcome.BUSY, Optional.of(queue.id()));
            }
            case WaitingRoom.Beyond.MessageForm _ -> {
                step(Kind.QUEUE, Result.STOPPED, queue.id(), full + "the visitor may leave a message.");
                yield stopped(Outcome.MESSAGE_FORM, Optional.of(queue.id()));
            }
            case WaitingRoom.Beyond.ToQueue(var other) -> {
                var next = plan.queue(other);
                if (entered.contains(other)) {
                    step(
                            Kind.QUEUE,
                            Result.STOPPED,
                            queue.id(),
                            full + "it would go on to " + next.name()
                                    + ", where it has been, so the visitor reads the busy text.");
                    yield stopped(Outcome.BUSY, Optional.of(queue.id()));
                }
                step(Kind.QUEUE, Result.SKIPPED, queue.id(), full + "it goes on to " + next.name() + ".");
                yield enter(next, rule);
            }
        };
    }

    private String chosen(Queue queue, Rule rule, OperatorPool pool, int operator) {
        return "gets the chat: of those who can take it, "
                + switch (queue.choice()) {
                    case OperatorChoice.LongestFree _ -> "free longest, since " + since(pool, operator);
                    case OperatorChoice.LightestLoad _ -> "the least loaded, " + load(pool, operator);
                    case OperatorChoice.BestAtSkill _ ->
                        "the best at it, levels " + levels(queue, rule, operator) + " in sum";
                    case OperatorChoice.Tiers(var tiers) -> "first in order, " + tier(tiers, operator);
                };
    }

    private String comesAfter(Queue queue, Rule rule, OperatorPool pool, int operator) {
        return "could take it, but "
                + switch (queue.choice()) {
                    case OperatorChoice.LongestFree _ -> "has been free only since " + since(pool, operator);
                    case OperatorChoice.LightestLoad _ ->
                        "has " + load(pool, operator) + ", free since " + since(pool, operator);
                    case OperatorChoice.BestAtSkill _ ->
                        "has levels " + levels(queue, rule, operator) + " in sum, free since " + since(pool, operator);
                    case OperatorChoice.Tiers(var tiers) ->
                        "is " + tier(tiers, operator) + ", free since " + since(pool, operator);
                };
    }

    private String load(OperatorPool pool, int operator) {
        return pool.inUse(operator) + " of capacity "
                + plan.operators().get(operator).capacity() + " in use";
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

    private String passedOver(Queue queue, Rule rule, OperatorPool pool, int index, Standing standing) {
        Operator operator = plan.operators().get(index);
        return switch (standing) {
            case Standing.Eligible _ -> comesAfter(queue, rule, pool, index);
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
                "does not speak " + language + " ("
                        + operator.languages().stream()
                                .map(SpokenLanguage::language)
                                .collect(Collectors.joining(", "))
                        + ")";
            case Standing.LanguageLevelTooLow(var language, var level, var least) ->
                "speaks " + language + " at level " + level + "; level " + least + " is needed";
            case Standing.ChatTooHeavy(var capacity, var weight) ->
                "has a capacity of " + capacity + "; the chat takes " + weight;
            case Standing.AskedBefore _ -> "was asked before; others come first";
            case Standing.NotPresent _ ->
                presence.state(operator.id()) == Presence.State.AWAY ? "is away" : "is not present";
            case Standing.NoFreeCapacity(var _, var _, var weight) ->
                "has " + load(pool, index) + "; the chat takes " + weight;
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
        String language =
                arrival.language() + (queue.leastLanguageLevel() > 1 ? " " + queue.leastLanguageLevel() + "+" : "");
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

    private String since(OperatorPool pool, int operator) {
        ZoneId zone = plan.timeZone();
        return TIME.format(pool.freeSince(operator).atZone(zone));
    }

    private Trial stopped(Outcome outcome, Optional<QueueId> queue) {
        return new Trial(outcome, queue, Optional.empty(), List.copyOf(steps));
    }

    private void step(Kind kind, Result result, ElementId about, String because) {
        steps.add(new Step(kind, result, about, because));
    }
}
