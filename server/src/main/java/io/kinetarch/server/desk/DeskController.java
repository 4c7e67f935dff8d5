package io.kinetarch.server.desk;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.bot.BotParts;
import io.kinetarch.server.bot.ReplyDrafts;
import io.kinetarch.server.canned.CannedReplies;
import io.kinetarch.server.desk.Desks.Desk;
import io.kinetarch.server.desk.OwnDay.DayOfMine;
import io.kinetarch.server.live.CallKind;
import io.kinetarch.server.live.LiveCalls;
import io.kinetarch.server.live.Passing;
import io.kinetarch.server.live.Wish;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.record.EarlierChats;
import io.kinetarch.server.record.EarlierChats.EarlierChat;
import io.kinetarch.server.visit.VisitWords;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What operators do at the desk, over HTTP. A call answers once it is decided, and says why where it was not taken. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/desk")
class DeskController {
    private static final Duration LONGEST_ASIDE = Duration.ofDays(1);
    private static final int LONGEST_REASON = 40;

    private final DeskPeople people;
    private final Desks desks;
    private final LiveCalls calls;
    private final ReplyDrafts drafts;
    private final BotParts bots;
    private final Passing passing;
    private final CannedReplies canned;
    private final OwnDay day;
    private final EarlierChats earlier;
    private final Clock clock;

    DeskController(
            DeskPeople people,
            Desks desks,
            LiveCalls calls,
            ReplyDrafts drafts,
            BotParts bots,
            Passing passing,
            CannedReplies canned,
            OwnDay day,
            EarlierChats earlier,
            Clock clock) {
        this.people = people;
        this.desks = desks;
        this.calls = calls;
        this.drafts = drafts;
        this.bots = bots;
        this.passing = passing;
        this.canned = canned;
        this.day = day;
        this.earlier = earlier;
        this.clock = clock;
    }

    /** Whether an operator is there. */
    enum State {
        present,
        away,
        gone
    }

    /**
     * Whether an operator is there.
     *
     * @param reason why they are away, in a few words; null for none
     */
    record PresenceWish(State state, @Nullable String reason) {}

    /** When a chat that is set aside comes back, unless its visitor writes before. */
    record AsideWish(Instant until) {}

    /** How urgent a chat is, 0 to 9. */
    record PriorityWish(int priority) {}

    /**
     * A reply, under a key made by its sender.
     *
     * @param canned the reply kept ready from which it was made; null for none
     */
    record ReplyWish(UUID key, String text, @Nullable Long canned) {}

    /** Where a chat is sent: one of the three. */
    record TransferWish(
            @Nullable String queue,
            @Nullable String operator,
            @Nullable String skill) {}

    record CallInWish(String operator) {}

    /** Whether the operator takes chats of a queue from now on, for as long as they are here. */
    record TakingWish(boolean takes) {}

    /** Whether what a bot said is wrong. */
    record WrongMark(boolean wrong) {}

    /** How far the operator's side has got a chat, and how far they have read it. */
    record ReadMarks(int got, int read) {}

    /** The desk of the operator of one's own account: presence, places and queues. */
    @GetMapping
    Desk desk(@PathVariable String plan, @AuthenticationPrincipal SignedIn account) {
        return desks.desk(plan, people.operator(plan, account));
    }

    /** The operator's own day so far. */
    @GetMapping("/day")
    DayOfMine day(@PathVariable String plan, @AuthenticationPrincipal SignedIn account) {
        return day.of(plan, people.operator(plan, account));
    }

    /** What the visitor of a chat at the desk said in chats before. */
    @GetMapping("/chats/{chat}/earlier")
    List<EarlierChat> earlier(
            @PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        in(plan, chat, account);
        return earlier.of(plan, chat);
    }

    /** Says whether the operator is there. */
    @PostMapping("/presence")
    Desk presence(
            @PathVariable String plan, @RequestBody PresenceWish wish, @AuthenticationPrincipal SignedIn account) {
        var operator = people.operator(plan, account);
        String id = operator.id().value();
        calls.make(
                plan,
                switch (wish.state()) {
                    case present -> Wish.by(CallKind.PRESENT, id);
                    case away -> Wish.away(id, reason(wish.reason()));
                    case gone -> Wish.by(CallKind.GONE, id);
                });
        return desks.desk(plan, operator);
    }

    /** Joins or leaves a queue for as long as the operator is here. */
    @PostMapping("/queues/{queue}")
    Desk take(
            @PathVariable String plan,
            @PathVariable String queue,
            @RequestBody TakingWish wish,
            @AuthenticationPrincipal SignedIn account) {
        var operator = people.operator(plan, account);
        calls.make(
                plan,
                Wish.by(
                        wish.takes() ? CallKind.JOIN_QUEUE : CallKind.LEAVE_QUEUE,
                        operator.id().value(),
                        queue));
        return desks.desk(plan, operator);
    }

    /** Takes a chat that is offered. */
    @PostMapping("/chats/{chat}/accept")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void accept(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        act(plan, chat, CallKind.ACCEPT, account);
    }

    /** Lets a chat that is offered go on to another. */
    @PostMapping("/chats/{chat}/decline")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void decline(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        act(plan, chat, CallKind.DECLINE, account);
    }

    /** Ends a chat that one holds. */
    @PostMapping("/chats/{chat}/end")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        act(plan, chat, CallKind.OPERATOR_ENDS, account);
    }

    /** Ends the work after a chat, and frees its place. */
    @PostMapping("/chats/{chat}/wrap-up")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void wrapUp(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        act(plan, chat, CallKind.WRAP_UP, account);
    }

    /** Leaves a chat that colleagues go on with. */
    @PostMapping("/chats/{chat}/step-out")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stepOut(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        act(plan, chat, CallKind.STEP_OUT, account);
    }

    /** Takes back a chat that the operator sent on and that nobody has yet. */
    @PostMapping("/chats/{chat}/take-back")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        act(plan, chat, CallKind.TAKE_BACK, account);
    }

    /** Gives a chat back to the bot of its door. */
    @PostMapping("/chats/{chat}/to-bot")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void toBot(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        act(plan, chat, CallKind.TRANSFER_TO_BOT, account);
    }

    /** Says something in a chat, as its operator. */
    @PostMapping("/chats/{chat}/messages")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void reply(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody ReplyWish reply,
            @AuthenticationPrincipal SignedIn account) {
        calls.make(
                plan,
                Wish.says(
                        chat,
                        people.operator(plan, account).id().value(),
                        reply.key(),
                        VisitWords.message(reply.text(), "/text")));
        drafts.replied(plan, chat, reply.text());
        Long used = reply.canned();
        if (used != null) {
            canned.used(plan, used);
        }
    }

    /** Tells that an operator is typing; it is passed on and never kept. */
    @PostMapping("/chats/{chat}/typing")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void type(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        passing.operatorTypes(plan, chat, in(plan, chat, account).id().value());
    }

    /** Tells up to which message an operator has read. */
    @PostMapping("/chats/{chat}/marks")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void mark(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody ReadMarks marks,
            @AuthenticationPrincipal SignedIn account) {
        in(plan, chat, account);
        desks.mark(plan, chat, marks.got(), marks.read());
    }

    /** Marks an answer of the bot's as wrong, or takes the mark away. */
    @PostMapping("/chats/{chat}/entries/{entry}/wrong")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void markWrong(
            @PathVariable String plan,
            @PathVariable long chat,
            @PathVariable int entry,
            @RequestBody WrongMark mark,
            @AuthenticationPrincipal SignedIn account) {
        bots.mark(plan, chat, entry, mark.wrong(), in(plan, chat, account).id().value());
    }

    /** Sends a chat on; refused where nobody is there, saying who would be. */
    @PostMapping("/chats/{chat}/transfer")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void transfer(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody TransferWish to,
            @AuthenticationPrincipal SignedIn account) {
        String operator = in(plan, chat, account).id().value();
        String queue = to.queue();
        String colleague = to.operator();
        String skill = to.skill();
        if (queue != null && colleague == null && skill == null) {
            calls.make(plan, Wish.in(chat, CallKind.TRANSFER_TO_QUEUE, operator, queue));
        } else if (colleague != null && queue == null && skill == null) {
            calls.make(plan, Wish.in(chat, CallKind.TRANSFER_TO_OPERATOR, operator, colleague));
        } else if (skill != null && queue == null && colleague == null) {
            calls.make(plan, Wish.in(chat, CallKind.TRANSFER_TO_SKILL, operator, skill));
        } else {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, "", "Name where the chat is sent: one of queue, operator and skill.");
        }
    }

    /** Asks a colleague into a chat. */
    @PostMapping("/chats/{chat}/call-in")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void callIn(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody CallInWish wish,
            @AuthenticationPrincipal SignedIn account) {
        calls.make(
                plan,
                Wish.in(chat, CallKind.CALL_IN, in(plan, chat, account).id().value(), wish.operator()));
    }

    /** Sets a chat aside: its place is free until then, or until the visitor writes. */
    @PostMapping("/chats/{chat}/aside")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setAside(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody AsideWish wish,
            @AuthenticationPrincipal SignedIn account) {
        var operator = in(plan, chat, account);
        var from = clock.instant();
        if (!wish.until().isAfter(from) || wish.until().isAfter(from.plus(LONGEST_ASIDE))) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, "/until", "A chat is set aside until an instant within the next 24 hours.");
        }
        calls.make(
                plan,
                Wish.in(
                        chat,
                        CallKind.SET_ASIDE,
                        operator.id().value(),
                        Long.toString(wish.until().toEpochMilli())));
    }

    /** Says how urgent a chat is, whatever its rule and its queue say. */
    @PostMapping("/chats/{chat}/priority")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void prioritize(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody PriorityWish wish,
            @AuthenticationPrincipal SignedIn account) {
        var operator = in(plan, chat, account);
        calls.make(plan, Wish.prioritizes(chat, operator.id().value(), wish.priority()));
    }

    /** Takes a waiting chat of a queue that the operator takes chats of, without being offered it. */
    @PostMapping("/chats/{chat}/take")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void take(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        var operator = people.operator(plan, account);
        desks.mayTake(plan, chat, operator);
        String id = operator.id().value();
        calls.make(plan, Wish.in(chat, CallKind.ASSIGN, id, id));
    }

    private static @Nullable String reason(@Nullable String given) {
        if (given == null || given.isBlank()) {
            return null;
        }
        if (given.strip().length() > LONGEST_REASON) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, "/reason", "Say why in at most " + LONGEST_REASON + " characters.");
        }
        return given.strip();
    }

    private void act(String plan, long chat, CallKind kind, SignedIn account) {
        var operator = people.operator(plan, account);
        calls.make(plan, Wish.in(chat, kind, operator.id().value(), null));
    }

    /** The operator, who takes part in the chat. */
    private Operator in(String plan, long chat, SignedIn account) {
        var operator = people.operator(plan, account);
        if (!desks.takesPart(plan, chat, operator)) {
            throw new Refusal(Kind.NOT_FOUND, "You take no part in this chat, or no longer.");
        }
        return operator;
    }
}
