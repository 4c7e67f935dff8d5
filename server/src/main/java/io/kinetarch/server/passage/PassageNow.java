package io.kinetarch.server.passage;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.server.now.LiveNow;
import io.kinetarch.server.now.LiveNow.NowQueue;
import io.kinetarch.server.passage.CameMapper.Came;
import io.kinetarch.server.passage.PassageController.DoorPlace;
import io.kinetarch.server.passage.PassageController.End;
import io.kinetarch.server.passage.PassageController.Passage;
import io.kinetarch.server.passage.PassageController.QueuePlace;
import io.kinetarch.server.passage.Ways.Went;
import io.kinetarch.server.visit.LivePlans;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The ways that the chats of the last hour took through a live plan, with who is there and who waits this minute. */
@Component
class PassageNow {
    private static final Duration HOUR = Duration.ofHours(1);

    private final LiveNow now;
    private final LivePlans live;
    private final CameMapper mapper;
    private final Clock clock;

    PassageNow(LiveNow now, LivePlans live, CameMapper mapper, Clock clock) {
        this.now = now;
        this.live = live;
        this.mapper = mapper;
        this.clock = clock;
    }

    /**
     * The passage of the last hour.
     *
     * @param expected what the staffing model expects of the live plan now, from which it is taken how many people are required
     */
    Passage of(String planId, Passage expected) {
        var plan = live.live(planId).plan();
        Instant at = clock.instant();
        var came = mapper.since(planId, at.minus(HOUR));
        var ways = new Ways(
                plan,
                came.stream()
                        .map(one ->
                                new Went(one.doorId(), one.topic(), one.queueId(), one.byBot(), end(plan, one), (double)
                                        one.chats()))
                        .toList());
        var queues = now.queues(planId).stream().collect(Collectors.toMap(NowQueue::id, Function.identity()));
        return ways.passage(
                at,
                doors(planId, ways),
                expected.queues().stream()
                        .map(queue -> queue(queue, ways, came, queues.get(queue.id())))
                        .toList());
    }

    private List<DoorPlace> doors(String planId, Ways ways) {
        return ways.plan().doors().stream()
                .map(door -> {
                    String id = door.id().value();
                    var stands = live.now(planId, id, door.languages().getFirst());
                    return new DoorPlace(id, door.name(), ways.from(id), stands.open(), stands.because());
                })
                .toList();
    }

    private static QueuePlace queue(QueuePlace expected, Ways ways, List<Came> came, @Nullable NowQueue stands) {
        double chats = ways.to(expected.id());
        int takers = stands == null ? 0 : stands.takers();
        return new QueuePlace(
                expected.id(),
                expected.name(),
                expected.department(),
                chats,
                expected.open(),
                expected.because(),
                expected.nextChange(),
                expected.members(),
                takers,
                expected.required(),
                takers,
                expected.open() ? Math.max(0, expected.required() - takers) : 0,
                expected.shared(),
                ways.inTime(expected.id()),
                chats == 0
                        ? null
                        : came.stream()
                                        .filter(one -> expected.id().equals(one.queueId()))
                                        .mapToDouble(one -> one.chats() * one.waitedMillis())
                                        .sum()
                                / chats
                                / 1000,
                stands == null ? 0 : stands.waiting());
    }

    /** How chats ended, or how it is settled already that they will; null while they wait. */
    private static @Nullable End end(Plan plan, Came came) {
        if (came.answered()) {
            double within = Element.find(plan.queues(), String.valueOf(came.queueId()))
                    .map(Queue::target)
                    .map(target -> target.withinSeconds() * 1000)
                    .orElse(0.0);
            return came.waitedMillis() <= within ? End.answeredInTime : End.answeredLater;
        }
        return switch (came.outcome()) {
            case null -> null;
            case "TURNED_AWAY", "ENDED_BY_LADDER", "ENDED_AT_CLOSING" -> End.turnedAway;
            default -> came.queueId() == null && came.byBot() ? End.finishedByBot : End.gaveUp;
        };
    }
}
