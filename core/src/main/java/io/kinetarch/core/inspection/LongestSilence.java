package io.kinetarch.core.inspection;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.Rung;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The longest a visitor can go without reading anything new on one path through the plan, while nobody takes the chat.
 *
 * @param queues the path: the queue that the rule leads to, and those that rungs move the chat to
 * @param heard everything that the visitor reads, in seconds from the start
 * @param silence the longest time between two of those, from the start, and to the end where there is one
 * @param from when that begins
 * @param end when the path ends the chat; none where it goes on for as long as the visitor waits
 */
public record LongestSilence(List<QueueId> queues, List<Heard> heard, int silence, int from, OptionalInt end) {

    /**
     * Something the visitor reads.
     *
     * @param seconds from the start of the chat
     * @param in the queue that the chat waits in
     * @param what the rung's action; none for the text of the rule as the chat enters
     */
    public record Heard(int seconds, QueueId in, Optional<Rung.Action> what) {}

    /** One for each queue that a rule leads to, in the order of the plan. Where one of its rules says nothing, that one counts. */
    public static List<LongestSilence> of(Plan plan) {
        return plan.queues().stream()
                .filter(queue ->
                        plan.rules().stream().anyMatch(rule -> rule.queue().equals(queue.id())))
                .map(queue -> from(plan, queue))
                .toList();
    }

    private static LongestSilence from(Plan plan, Queue start) {
        var heard = new ArrayList<Heard>();
        boolean greeted = plan.rules().stream()
                .filter(rule -> rule.queue().equals(start.id()))
                .map(Rule::said)
                .noneMatch(said -> said.isEmpty());
        if (greeted) {
            heard.add(new Heard(0, start.id(), Optional.empty()));
        }
        var path = new ArrayList<QueueId>();
        var seen = new HashSet<QueueId>();
        var queue = start;
        int entered = 0;
        while (seen.add(queue.id())) {
            path.add(queue.id());
            QueueId next = null;
            var rungs = queue.ladder().stream()
                    .sorted(Comparator.comparingInt(Rung::seconds))
                    .toList();
            for (Rung rung : rungs) {
                int at = entered + rung.seconds();
                if (rung.action() instanceof Rung.Action.MoveTo(var to)) {
                    next = to;
                    entered = at;
                    break;
                }
                if (isRead(rung.action())) {
                    heard.add(new Heard(at, queue.id(), Optional.of(rung.action())));
                }
                if (rung.action() instanceof Rung.Action.End) {
                    return of(path, heard, OptionalInt.of(at));
                }
            }
            if (next == null) {
                break;
            }
            queue = plan.queue(next);
        }
        return of(path, heard, OptionalInt.empty());
    }

    private static LongestSilence of(List<QueueId> path, List<Heard> heard, OptionalInt end) {
        int silence = 0;
        int from = 0;
        int before = 0;
        for (Heard one : heard) {
            if (one.seconds() - before > silence) {
                silence = one.seconds() - before;
                from = before;
            }
            before = one.seconds();
        }
        return new LongestSilence(List.copyOf(path), List.copyOf(heard), silence, from, end);
    }

    /** When the visitor reads the last word; none where they never read any. */
    public OptionalInt lastHeard() {
        return heard.isEmpty()
                ? OptionalInt.empty()
                : OptionalInt.of(heard.getLast().seconds());
    }

    private static boolean isRead(Rung.Action action) {
        return switch (action) {
            case Rung.Action.Say _, Rung.Action.End _ -> true;
            case Rung.Action.OfferBot _, Rung.Action.OfferCallBack _, Rung.Action.OfferMessage _ -> true;
            case Rung.Action.LowerLevel _, Rung.Action.AddOperators _, Rung.Action.AddMembersOf _ -> false;
            case Rung.Action.RaisePriority _, Rung.Action.MoveTo _ -> false;
        };
    }
}
