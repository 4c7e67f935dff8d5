package io.kinetarch.server.now;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.live.CallKind;
import io.kinetarch.server.live.LiveCalls;
import io.kinetarch.server.live.Wish;
import io.kinetarch.server.now.LiveNow.Now;
import io.kinetarch.server.now.ReadAlong.RunningChat;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.record.Readings;
import io.kinetarch.server.record.Readings.What;
import io.kinetarch.server.visit.LivePlans;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The live plan as it stands, over HTTP, and what those who watch may do about it. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/now")
class NowController {
    private final LiveNow now;
    private final ReadAlong readAlong;
    private final LivePlans plans;
    private final LiveCalls calls;
    private final Readings readings;

    NowController(LiveNow now, ReadAlong readAlong, LivePlans plans, LiveCalls calls, Readings readings) {
        this.now = now;
        this.readAlong = readAlong;
        this.plans = plans;
        this.calls = calls;
        this.readings = readings;
    }

    /** To whom a waiting chat is given. */
    record AssignWish(String operator) {}

    /** How urgent a chat is, 0 to 9. */
    record UrgencyWish(int priority) {}

    /** Whether an operator takes chats of a queue from now on, for as long as they are here. */
    record MoveWish(String queue, boolean takes) {}

    /** What happens now: queues, people, doors, today against what was expected, and alarms. */
    @GetMapping
    Now now(@PathVariable String plan) {
        return now.now(plan);
    }

    /** A running chat to read along in; that somebody did is kept. */
    @GetMapping("/chats/{chat}")
    RunningChat chat(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        var read = readAlong.read(plan, chat);
        readings.keepOnce(plan, account, What.READ_ALONG, chat);
        return read;
    }

    /** Puts an operator into a queue for today, or takes them out of it. */
    @PostMapping("/people/{operator}/queues")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void move(@PathVariable String plan, @PathVariable String operator, @RequestBody MoveWish wish) {
        var live = plans.live(plan).plan();
        var moved = operator(live, operator);
        if (Element.find(live.queues(), wish.queue()).isEmpty()) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "/queue", "The live plan has no queue \"" + wish.queue() + "\".");
        }
        calls.make(
                plan,
                Wish.by(
                        wish.takes() ? CallKind.JOIN_QUEUE : CallKind.LEAVE_QUEUE,
                        moved.id().value(),
                        wish.queue()));
        now.changed(plan);
    }

    /** Sends a running chat to the desk of whoever asks for it; of two who ask at once, the later has it. */
    @PostMapping("/chats/{chat}/take-over")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeOver(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        var own = plans.live(plan)
                .plan()
                .operatorOf(account.name())
                .orElseThrow(() -> new Refusal(
                        Kind.NOT_ALLOWED,
                        "No operator of the live plan has your account, so that there is no desk to send the chat to. Give it to"
                                + " one under People, and go live."));
        String operator = own.id().value();
        boolean waits = now.isWaiting(plan, chat);
        calls.make(plan, Wish.in(chat, waits ? CallKind.ASSIGN : CallKind.TRANSFER_TO_OPERATOR, operator, operator));
        now.changed(plan);
    }

    /** Gives a waiting chat to an operator who is there and has room, whomever it may be offered to. */
    @PostMapping("/chats/{chat}/assign")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void assign(@PathVariable String plan, @PathVariable long chat, @RequestBody AssignWish wish) {
        var to = operator(plans.live(plan).plan(), wish.operator());
        calls.make(plan, Wish.gives(chat, to.id().value()));
        now.changed(plan);
    }

    /** Says how urgent a waiting chat is, whatever its rule and its queue say. */
    @PostMapping("/chats/{chat}/priority")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void prioritize(@PathVariable String plan, @PathVariable long chat, @RequestBody UrgencyWish wish) {
        calls.make(plan, Wish.prioritizes(chat, null, wish.priority()));
        now.changed(plan);
    }

    private static Operator operator(Plan plan, String id) {
        return Element.find(plan.operators(), id)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The live plan has no operator \"" + id + "\"."));
    }
}
