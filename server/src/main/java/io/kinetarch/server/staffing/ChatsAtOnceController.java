package io.kinetarch.server.staffing;

import io.kinetarch.core.dispatch.ChatsAtOnce;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.staffing.AtOnceWays;
import io.kinetarch.core.staffing.AtOnceWays.Lever;
import io.kinetarch.core.staffing.AtOnceWays.Way;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.plan.DraftEdits;
import io.kinetarch.server.plan.DraftEdits.Edited;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** How many chats of a queue are held at once, what sets that, and what would set it otherwise, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}")
class ChatsAtOnceController {
    private final Outlooks outlooks;
    private final DraftEdits edits;
    private final Clock clock;

    ChatsAtOnceController(Outlooks outlooks, DraftEdits edits, Clock clock) {
        this.outlooks = outlooks;
        this.edits = edits;
        this.clock = clock;
    }

    /**
     * What is, and the ways to what is wanted.
     *
     * @param now chats at once, and which limit sets them
     * @param hours of the week as it is
     * @param ways none where it is so already, or cannot be
     */
    record AtOnceView(ChatsAtOnce now, Hours hours, List<WayThere> ways) {}

    /**
     * A way to so many.
     *
     * @param to the weight, or how many people it changes, or how many levels of slowdown there are then
     * @param derivedLevels levels of slowdown that nobody has measured
     * @param hours of the week if it were so
     */
    record WayThere(Lever lever, int to, int derivedLevels, Hours hours) {}

    /** Operator-hours of the whole week. */
    record Hours(double required, double lacking) {
        static Hours of(Outlook outlook) {
            return new Hours(outlook.totals().requiredHours(), outlook.totals().shortHours());
        }
    }

    /** The ways in which so many of a queue's chats would be held at once, and what each would change. */
    @GetMapping("/queues/{queue}/chats-at-once")
    AtOnceView ways(
            @PathVariable String plan,
            @PathVariable String queue,
            @RequestParam int wanted,
            @RequestParam(required = false) @Nullable LocalDate monday) {
        var outlook = outlooks.get(plan, Which.draft, monday);
        var design = outlook.state().plan();
        var known = known(design, queue);
        return new AtOnceView(
                ChatsAtOnce.of(design, known),
                Hours.of(outlook),
                ways(design, known, wanted).stream()
                        .map(way -> new WayThere(
                                way.lever(),
                                way.to(),
                                way.derivedLevels(),
                                Hours.of(outlooks.edited(outlook, design.edited(way.edits())))))
                        .toList());
    }

    /** The wish to have so many of a queue's chats held at once by one of the ways. */
    record AtOnceWish(String queue, int wanted, Lever lever) {}

    /** Goes a way; it can be undone like any other change. */
    @PostMapping("/draft/chats-at-once")
    Edited change(@PathVariable String plan, @RequestBody AtOnceWish wish, @AuthenticationPrincipal SignedIn by) {
        return edits.change(
                plan,
                design -> ways(design, known(design, wish.queue), wish.wanted).stream()
                        .filter(way -> way.lever() == wish.lever)
                        .findFirst()
                        .orElseThrow(() -> new Refusal(
                                Kind.STALE_EDIT,
                                "The draft has changed, and this way no longer leads to " + wish.wanted
                                        + " at once. Look at the ways again."))
                        .edits(),
                by);
    }

    private List<Way> ways(Plan plan, Queue queue, int wanted) {
        if (wanted < 1 || wanted > AtOnceWays.MOST) {
            throw new PlanRefusal("/wanted", "chats at once are from 1 to " + AtOnceWays.MOST + ", not " + wanted);
        }
        return AtOnceWays.of(plan, queue, wanted, LocalDate.ofInstant(clock.instant(), plan.timeZone()));
    }

    private static Queue known(Plan plan, String id) {
        return plan.queues().stream()
                .filter(queue -> queue.id().equals(new QueueId(id)))
                .findFirst()
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has no queue \"" + id + "\"."));
    }
}
