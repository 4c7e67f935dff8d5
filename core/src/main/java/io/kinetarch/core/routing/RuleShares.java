package io.kinetarch.core.routing;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.RuleId;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Which rules real chats meet, and what another plan would do with them. A chat is known by its door, its language and what it
 * was about; all else is as of a new visitor on a plain link while nobody waits.
 *
 * @param chats how many were decided
 * @param unknown how many could not be, since their door is not known or no longer there
 * @param rules in the order of the plan
 */
public record RuleShares(int chats, int unknown, List<Share> rules) {

    /**
     * Chats that came.
     *
     * @param door null where it is not known
     * @param language null where it is not known: the door's first
     * @param topic answers the door's choice question that offers it, and is what the bot would have found; null where it is
     *     not known
     * @param chats at least 0
     */
    public record Seen(
            @Nullable DoorId door,
            @Nullable String language,
            @Nullable String topic,
            Instant at,
            int chats) {}

    /**
     * What one rule took.
     *
     * @param example one of its chats; none where it took none
     */
    public record Share(RuleId rule, int chats, Optional<Arrival> example) {}

    /** Chats that one plan sends to one queue and another to another. */
    public record Moved(QueueId from, QueueId to, int chats) {}

    /** Decides chats that came by the rules of a plan. */
    public static RuleShares of(Plan plan, List<Seen> seen) {
        var deciding = Deciding.of(plan, seen);
        int[] chats = new int[plan.rules().size()];
        var examples = new HashMap<Integer, Arrival>();
        int unknown = 0;
        for (Seen some : seen) {
            var chat = deciding.arrival(some);
            if (chat.isEmpty()) {
                unknown += some.chats();
            } else if (some.chats() > 0) {
                int rule = deciding.rule(chat.get());
                chats[rule] += some.chats();
                examples.putIfAbsent(rule, chat.get());
            }
        }
        var shares = new ArrayList<Share>();
        int all = 0;
        for (int i = 0; i < chats.length; i++) {
            shares.add(new Share(plan.rules().get(i).id(), chats[i], Optional.ofNullable(examples.get(i))));
            all += chats[i];
        }
        return new RuleShares(all, unknown, List.copyOf(shares));
    }

    /** Which of the chats that came would go to another queue, the most first; by queues' ids, whichever plan has them. */
    public static List<Moved> moved(Plan before, Plan after, List<Seen> seen) {
        var was = Deciding.of(before, seen);
        var is = Deciding.of(after, seen);
        var moved = new LinkedHashMap<Map.Entry<QueueId, QueueId>, Integer>();
        for (Seen some : seen) {
            var from = was.queue(some);
            var to = is.queue(some);
            if (from.isPresent() && to.isPresent() && !from.equals(to) && some.chats() > 0) {
                moved.merge(Map.entry(from.get(), to.get()), some.chats(), Integer::sum);
            }
        }
        return moved.entrySet().stream()
                .map(entry -> new Moved(entry.getKey().getKey(), entry.getKey().getValue(), entry.getValue()))
                .sorted(Comparator.comparingInt(Moved::chats).reversed())
                .toList();
    }
}
