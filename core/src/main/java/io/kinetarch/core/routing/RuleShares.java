package io.kinetarch.core.routing;

import io.kinetarch.core.plan.Choice;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.RuleId;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
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
        var deciding = new Deciding(plan, seen);
        int[] chats = new int[plan.rules().size()];
        var examples = new HashMap<Integer, Arrival>();
        int unknown = 0;
        for (Seen some : seen) {
            var chat = deciding.arrival(some);
            if (chat.isEmpty()) {
                unknown += some.chats();
            } else if (some.chats() > 0) {
                int rule = deciding.rules.decide(chat.get());
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
        var was = new Deciding(before, seen);
        var is = new Deciding(after, seen);
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

    /** A plan's rules, and how its doors ask for what a chat is about. */
    private static final class Deciding {
        private final Plan plan;
        private final CompiledRules rules;
        private final Map<DoorId, FrontDoor> doors = new HashMap<>();

        Deciding(Plan plan, List<Seen> seen) {
            this.plan = plan;
            var first =
                    seen.stream().map(Seen::at).min(Comparator.naturalOrder()).orElse(Instant.EPOCH);
            var last =
                    seen.stream().map(Seen::at).max(Comparator.naturalOrder()).orElse(Instant.EPOCH);
            this.rules = new CompiledRules(plan, first, last.plus(Duration.ofDays(1)));
            plan.doors().forEach(door -> doors.put(door.id(), door));
        }

        Optional<QueueId> queue(Seen some) {
            return arrival(some)
                    .map(chat -> plan.rules().get(rules.decide(chat)).queue());
        }

        Optional<Arrival> arrival(Seen some) {
            var door = some.door() == null ? null : doors.get(Objects.requireNonNull(some.door()));
            if (door == null) {
                return Optional.empty();
            }
            String language = some.language();
            var plain = Arrival.of(
                    door.id(),
                    null,
                    language == null ? door.languages().getFirst() : language,
                    answers(door, some.topic()),
                    some.at());
            return Optional.of(new Arrival(
                    plain.door(),
                    plain.page(),
                    plain.language(),
                    plain.answers(),
                    plain.at(),
                    plain.visitor(),
                    plain.facts(),
                    some.topic(),
                    plain.queues()));
        }

        private static Map<QuestionId, String> answers(FrontDoor door, @Nullable String topic) {
            var answers = new HashMap<QuestionId, String>();
            if (topic != null) {
                door.questions().stream()
                        .filter(question -> question.kind() == QuestionKind.CHOICE)
                        .filter(question -> question.choices().stream()
                                .map(Choice::value)
                                .anyMatch(value -> Conditions.plain(value).equals(Conditions.plain(topic))))
                        .forEach(question -> answers.put(question.id(), topic));
            }
            return answers;
        }
    }
}
