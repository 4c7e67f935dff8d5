package io.kinetarch.server.trace;

import io.kinetarch.core.dispatch.Reason;
import io.kinetarch.core.dispatch.Reason.Party;
import io.kinetarch.core.dispatch.Refusal;
import io.kinetarch.core.dispatch.Way;
import io.kinetarch.core.plan.Closing;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Timeouts.AfterNoReply;
import io.kinetarch.core.plan.WhenAway;
import io.kinetarch.core.rehearsal.Event;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Puts what a dispatcher did, and why, into words. */
public final class TraceWords {
    private final Plan plan;

    public TraceWords(Plan plan) {
        this.plan = plan;
    }

    /**
     * What a reason is given for.
     *
     * @param operator who did it or whom it is about
     * @param language of the visitor; null where none is in it
     */
    public record About(
            Event event,
            Optional<OperatorId> operator,
            @Nullable String language) {}

    /** Why something happened, a sentence without its full stop. */
    public String of(Reason reason, About about) {
        return reason(reason, about);
    }

    private String reason(Reason reason, About about) {
        return switch (reason) {
            case Reason.Acted(var party) -> acted(party, about);
            case Reason.DoorAnswers(var door, var open, var bot) ->
                name(door) + " is " + (open ? "open" : "closed")
                        + (bot ? ", and the bot answers first" : open ? "" : ", and nobody answers");
            case Reason.DoorClosed(var door, var hours) -> name(door) + " keeps “" + name(hours) + "” and is closed";
            case Reason.TakenOver() -> "a new version of the product went on with it";
            case Reason.DoorPaused(var door) -> name(door) + " is paused";
            case Reason.NobodyServes(var door, var queue) ->
                name(door) + " opens while somebody is present who serves " + name(queue) + ", and nobody is";
            case Reason.DepartmentClosed(var department, var hours) ->
                name(department) + " keeps “" + name(hours) + "” and is closed";
            case Reason.ByRule(var rule, var queue) -> "the rule “" + name(rule) + "” sends it to " + name(queue);
            case Reason.Unanswered(var asker, var question, var _) ->
                name(asker) + " asks for “" + question.value() + "”";
            case Reason.QueueFull(var queue, var waiting, var limit) ->
                waiting + " wait in " + name(queue) + ", which takes " + limit;
            case Reason.Chosen(var queue, var operator, var choice, var candidates) ->
                name(operator)
                        + (candidates == 1
                                ? " is the only one in " + name(queue) + " who can take it now"
                                : " is " + first(choice) + " of the " + candidates + " who can take it now");
            case Reason.NotAccepted(var seconds) -> "not accepted within " + seconds + " s";
            case Reason.Missed(var offers) -> offers + (offers == 1 ? " offer" : " offers in a row") + " not accepted";
            case Reason.OnRung(var queue, var _, var seconds, var action) ->
                "after " + seconds + " s in " + name(queue) + " " + rung(action);
            case Reason.NoReply(var operator, var seconds, var then) ->
                name(operator) + " did not reply for " + seconds + " s; it goes "
                        + (then == AfterNoReply.HEAD_OF_QUEUE ? "to the head of the queue" : "to another operator");
            case Reason.Silent(var seconds, var _) -> "the visitor said nothing for " + seconds + " s";
            case Reason.WentAway(var operator, var then) ->
                name(operator) + " went away"
                        + (then == WhenAway.GIVEN_BACK ? "; chats of who goes away are given back" : "");
            case Reason.ShiftOver(var operator, var hours, var then) ->
                name(operator) + " has gone; “" + name(hours) + "” says: " + then(then);
            case Reason.ClosingTime(var hours, var then) -> "“" + name(hours) + "” has ended and says: " + then(then);
            case Reason.Vanished(var party, var seconds) ->
                "the " + lower(party) + "'s connection was lost for " + seconds + " s";
            case Reason.NotUnderstood(var misses, var _) -> "the bot did not understand " + times(misses);
            case Reason.Straight(var says, var _) ->
                "by what is known of the visitor, " + name(says) + " sends it to people";
            case Reason.NotHelped(var says, var turns) ->
                "the visitor wrote " + times(turns) + " without being helped further; " + name(says)
                        + " hands over then";
            case Reason.NotHelpedFor(var says, var seconds) ->
                "the visitor was not helped further for " + seconds + " s; " + name(says) + " hands over then";
            case Reason.Alarming(var says) -> "the visitor wrote what " + name(says) + " lists as a sign";
            case Reason.BackToBot(var says, var seconds) ->
                "nobody took it for " + seconds + " s; " + name(says) + " takes it back";
            case Reason.GivenToBot(var operator) -> name(operator) + " gave it back to the bot";
            case Reason.AboutTopic(var topic, var skill, var held) ->
                "chats about “" + topic + "” are for people"
                        + (skill == null
                                ? ""
                                : held
                                        ? " who hold " + name(skill)
                                        : "; nobody who could take it now holds " + name(skill)
                                                + ", so anybody will do");
            case Reason.SentOn(var queue, var operator, var skill) ->
                "sent to "
                        + (queue != null
                                ? name(queue)
                                : operator != null
                                        ? name(operator)
                                        : skill != null ? "whoever holds " + name(skill) : "others");
            case Reason.TakenBack(var operator) -> name(operator) + " took it back";
            case Reason.Given(var operator) -> "it was given to " + name(operator);
            case Reason.PutAside(var operator, var _) ->
                name(operator) + " set it aside; their place is free meanwhile";
            case Reason.BackFromAside(var wrote) ->
                wrote ? "it was set aside, and the visitor wrote" : "the time for which it was set aside is over";
            case Reason.Urgent(var priority) -> "somebody gave it priority " + priority;
            case Reason.LeftQueue(var operator, var queue) -> name(operator) + " left " + name(queue) + " for today";
            case Reason.VisitorChose(var way) -> "the visitor chose " + way(way);
            case Reason.WrapUpOver(var queue, var seconds) -> name(queue) + " allows " + seconds + " s to wrap up";
            case Reason.PlanChanged(var gone, var queue) ->
                "the plan no longer has \"" + gone.value() + "\"; it goes on in " + name(queue);
            case Reason.WayOut(var way, var why) -> "the visitor may choose " + way(way) + ": " + reason(why, about);
            case Reason.Text(var text, var kind, var why) ->
                (text.isEmpty()
                                ? kind == null
                                        ? "the visitor reads the door's words"
                                        : "the visitor reads the "
                                                + kind.name()
                                                        .toLowerCase(Locale.ROOT)
                                                        .replace('_', ' ') + " text"
                                : "the visitor reads “" + text.inFirstOf(language(about)) + "”")
                        + ": " + reason(why, about);
        };
    }

    private List<String> language(About about) {
        String language = about.language();
        return language == null ? List.of() : List.of(language);
    }

    private String acted(Party party, About about) {
        String who = party == Party.OPERATOR
                ? about.operator().map(this::name).orElse("the operator")
                : "the " + lower(party);
        return switch (about.event()) {
            case ENDED -> who + (party == Party.VISITOR ? " left" : " ended it");
            case SAID -> who + " said something";
            case ASSIGNED -> who + " accepted it";
            case DECLINED -> who + " declined it";
            case CALLED_IN -> who + " was called in";
            case STEPPED_OUT -> who + " stepped out";
            case HANDED_OVER -> who + " asked for a person";
            case WRAPPED_UP -> who + " was done sooner";
            default -> who + " did it";
        };
    }

    private static String first(OperatorChoice choice) {
        return switch (choice) {
            case OperatorChoice.LongestFree _ -> "free longest";
            case OperatorChoice.LightestLoad _ -> "the least loaded";
            case OperatorChoice.BestAtSkill _ -> "the best at it";
            case OperatorChoice.Tiers _ -> "in the first tier";
        };
    }

    private String rung(Rung.Action action) {
        return switch (action) {
            case Rung.Action.LowerLevel(var skill, var by) -> name(skill) + " may be " + by + " lower";
            case Rung.Action.AddOperators(var operators) -> names(operators) + " may be asked too";
            case Rung.Action.AddMembersOf(var queue) -> "members of " + name(queue) + " may be asked too";
            case Rung.Action.RaisePriority(var by) -> "its priority rises by " + by;
            case Rung.Action.Say _ -> "the visitor reads a text";
            case Rung.Action.MoveTo(var queue) -> "it moves to " + name(queue);
            case Rung.Action.OfferBot _ -> "the visitor may ask the bot";
            case Rung.Action.OfferCallBack _ -> "the visitor may ask to be called back";
            case Rung.Action.OfferMessage _ -> "the visitor may leave a message";
            case Rung.Action.End _ -> "it ends";
        };
    }

    private static String way(Way way) {
        return switch (way) {
            case MESSAGE -> "to leave a message";
            case CALL_BACK -> "to be called back";
            case BOT -> "to ask the bot";
        };
    }

    private static String then(Closing.Then then) {
        return switch (then) {
            case SERVED_OUT -> "chats are served out";
            case OFFERED_MESSAGE -> "the visitor may leave a message";
            case ENDED -> "chats end";
        };
    }

    /** Why a step was not taken, a sentence without its full stop. */
    public String refusal(Refusal refusal) {
        return switch (refusal) {
            case Refusal.ChatOver _ -> "the chat is over";
            case Refusal.NotInPlan(var id, var _) -> {
                String kind = id.kind();
                yield "the plan has no " + kind.substring(0, kind.length() - 1) + " \"" + id.value() + "\"";
            }
            case Refusal.NotOffered(var operator) -> name(operator) + " is not offered this chat now";
            case Refusal.AnswerMissing(var question) ->
                "“" + question.value() + "” must be answered before a chat can start; give it in \"answers\"";
            case Refusal.WithAnother(var holder) ->
                switch (holder) {
                    case BOT -> "the bot holds this chat";
                    case QUEUE -> "nobody holds this chat yet; it waits";
                    case OPERATOR -> "an operator holds this chat";
                    case NOBODY -> "the chat is over";
                };
            case Refusal.SetAside _ -> "the chat is set aside; take it back first";
            case Refusal.OthersIn(var operator) ->
                "others are in this chat besides " + name(operator) + "; step out of it, and they go on";
            case Refusal.ByTarget _ ->
                "the plan takes the next chat by its target, so that no priority changes what is taken first";
            case Refusal.NotInChat(var operator) -> name(operator) + " does not take part in this chat";
            case Refusal.InChatAlready(var operator) -> name(operator) + " takes part in this chat already";
            case Refusal.OnlyOne(var operator) ->
                name(operator) + " is the only operator in this chat; transfer it, or end it";
            case Refusal.WayNotOffered(var way, var offered) ->
                "the visitor may not choose " + way(way) + " now; offered "
                        + (offered.isEmpty()
                                ? "is nothing"
                                : "are " + offered.stream().map(TraceWords::way).collect(Collectors.joining(" and ")));
            case Refusal.NoSuchTransfer(var from, var to, var allowed) ->
                "chats of " + name(from) + " may not be transferred to " + name(to) + ", only to "
                        + (allowed.isEmpty() ? "nowhere" : names(allowed));
            case Refusal.Closed(var department) -> name(department) + " is closed";
            case Refusal.NobodyInQueue(var queue, var could) ->
                "nobody else is present who could take it in " + name(queue) + could(could);
            case Refusal.NobodyWithSkill(var skill, var could) ->
                "nobody else is present who holds " + name(skill) + could(could);
            case Refusal.NotThere(var operator, var could) -> name(operator) + " is not present" + instead(could);
            case Refusal.NoRoom(var operator, var could) ->
                name(operator) + " has no room for another chat" + instead(could);
            case Refusal.NoBotAt(var door) -> "no bot answers at " + name(door);
            case Refusal.NotToTakeBack(var operator) ->
                name(operator) + " did not send this chat on, or somebody has it already";
            case Refusal.NothingToWrapUp(var operator) -> name(operator) + " has nothing of this chat to wrap up";
        };
    }

    private String could(List<? extends ElementId> operators) {
        return operators.isEmpty()
                ? "; nobody of the plan could"
                : "; were they present, it could be " + names(operators);
    }

    private String instead(List<? extends ElementId> operators) {
        return operators.isEmpty() ? "; nobody else could take it now" : "; " + names(operators) + " could take it";
    }

    private static String times(int count) {
        return count == 1 ? "once" : count + " times in a row";
    }

    private static String lower(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }

    private String names(List<? extends ElementId> ids) {
        return ids.stream().map(this::name).collect(Collectors.joining(", "));
    }

    public String name(ElementId id) {
        return plan.element(id).map(Element::name).orElse(id.value());
    }
}
