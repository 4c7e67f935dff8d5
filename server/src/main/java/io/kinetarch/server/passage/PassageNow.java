package io.kinetarch.server.passage;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.server.now.LiveNow;
import io.kinetarch.server.now.LiveNow.NowQueue;
import io.kinetarch.server.passage.CameMapper.Came;
import io.kinetarch.server.passage.PassageController.BotPlace;
import io.kinetarch.server.passage.PassageController.BotToQueue;
import io.kinetarch.server.passage.PassageController.DoorPlace;
import io.kinetarch.server.passage.PassageController.DoorToBot;
import io.kinetarch.server.passage.PassageController.DoorToQueue;
import io.kinetarch.server.passage.PassageController.End;
import io.kinetarch.server.passage.PassageController.EndPlace;
import io.kinetarch.server.passage.PassageController.Passage;
import io.kinetarch.server.passage.PassageController.QueuePlace;
import io.kinetarch.server.passage.PassageController.QueueToEnd;
import io.kinetarch.server.passage.PassageController.TopicPassing;
import io.kinetarch.server.visit.LivePlans;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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

    /** A way from a bot to a queue. */
    private record Passed(String bot, String queue, String topic) {}

    /**
     * The passage of the last hour.
     *
     * @param expected what the staffing model expects of the live plan now, from which it is taken how many people are required
     */
    Passage of(String planId, Passage expected) {
        var plan = live.live(planId).plan();
        Instant at = clock.instant();
        var came = mapper.since(planId, at.minus(HOUR));
        var queues = now.queues(planId).stream().collect(Collectors.toMap(NowQueue::id, Function.identity()));
        var toEnds = ends(plan, came);
        var toBots = count(
                        came,
                        one -> bot(plan, one).isPresent(),
                        one -> new DoorToBot(one.doorId(), bot(plan, one).orElseThrow(), 0))
                .entrySet()
                .stream()
                .map(way -> new DoorToBot(way.getKey().door(), way.getKey().bot(), way.getValue()))
                .toList();
        var passed = count(
                came,
                one -> bot(plan, one).isPresent() && one.queueId() != null,
                one -> new Passed(bot(plan, one).orElseThrow(), String.valueOf(one.queueId()), topic(one)));
        return new Passage(
                at,
                doors(planId, plan, came),
                bots(plan, came),
                expected.queues().stream()
                        .map(queue -> queue(plan, queue, came, queues.get(queue.id())))
                        .toList(),
                Stream.of(End.values())
                        .filter(end -> end != End.finishedByBot || !toBots.isEmpty())
                        .map(end -> new EndPlace(end, sum(came.stream().filter(one -> endsIn(plan, one, end)))))
                        .toList(),
                toBots,
                count(
                                came,
                                one -> bot(plan, one).isEmpty() && one.queueId() != null,
                                one -> new DoorToQueue(one.doorId(), String.valueOf(one.queueId()), 0))
                        .entrySet()
                        .stream()
                        .map(way -> new DoorToQueue(
                                way.getKey().door(), way.getKey().queue(), way.getValue()))
                        .toList(),
                passed.entrySet().stream()
                        .map(way -> new BotToQueue(
                                way.getKey().bot(),
                                way.getKey().queue(),
                                way.getKey().topic(),
                                way.getValue()))
                        .toList(),
                toEnds);
    }

    private List<DoorPlace> doors(String planId, Plan plan, List<Came> came) {
        return plan.doors().stream()
                .map(door -> {
                    String id = door.id().value();
                    var stands = live.now(planId, id, door.languages().getFirst());
                    return new DoorPlace(
                            id,
                            door.name(),
                            sum(came.stream().filter(one -> one.doorId().equals(id))),
                            stands.open(),
                            stands.because());
                })
                .toList();
    }

    private static List<BotPlace> bots(Plan plan, List<Came> came) {
        return plan.bots().stream()
                .map(bot -> {
                    String id = bot.id().value();
                    var own = came.stream()
                            .filter(one -> bot(plan, one).filter(id::equals).isPresent())
                            .toList();
                    var byTopic = own.stream()
                            .collect(Collectors.groupingBy(PassageNow::topic, TreeMap::new, Collectors.toList()));
                    return new BotPlace(
                            id,
                            bot.name(),
                            sum(own.stream()),
                            sum(own.stream().filter(one -> one.queueId() == null && one.outcome() != null)),
                            byTopic.entrySet().stream()
                                    .map(topic -> new TopicPassing(
                                            topic.getKey(),
                                            sum(topic.getValue().stream()
                                                    .filter(one -> one.queueId() == null && one.outcome() != null)),
                                            sum(topic.getValue().stream().filter(one -> one.queueId() != null))))
                                    .sorted(Comparator.comparingDouble(
                                            (TopicPassing topic) -> -(topic.finished() + topic.passedOn())))
                                    .toList());
                })
                .filter(bot -> bot.perHour() > 0)
                .toList();
    }

    private static QueuePlace queue(Plan plan, QueuePlace expected, List<Came> came, @Nullable NowQueue stands) {
        var own =
                came.stream().filter(one -> expected.id().equals(one.queueId())).toList();
        double chats = sum(own.stream());
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
                chats == 0 ? 0 : sum(own.stream().filter(one -> endsIn(plan, one, End.answeredInTime))) / chats,
                chats == 0
                        ? null
                        : own.stream()
                                        .mapToDouble(one -> one.chats() * one.waitedMillis())
                                        .sum()
                                / chats
                                / 1000,
                stands == null ? 0 : stands.waiting());
    }

    private static List<QueueToEnd> ends(Plan plan, List<Came> came) {
        record Way(String queue, End end) {}
        return count(
                        came,
                        one -> one.queueId() != null && end(plan, one).isPresent(),
                        one -> new Way(
                                String.valueOf(one.queueId()), end(plan, one).orElseThrow()))
                .entrySet()
                .stream()
                .map(way -> new QueueToEnd(way.getKey().queue(), way.getKey().end(), way.getValue()))
                .toList();
    }

    private static boolean endsIn(Plan plan, Came came, End end) {
        return end(plan, came).filter(end::equals).isPresent();
    }

    /** How chats ended, or how it is settled already that they will; none while they wait. */
    private static Optional<End> end(Plan plan, Came came) {
        if (came.answered()) {
            double within = Element.find(plan.queues(), String.valueOf(came.queueId()))
                    .map(Queue::target)
                    .map(target -> target.withinSeconds() * 1000)
                    .orElse(0.0);
            return Optional.of(came.waitedMillis() <= within ? End.answeredInTime : End.answeredLater);
        }
        String outcome = came.outcome();
        if (outcome == null) {
            return Optional.empty();
        }
        return Optional.of(
                switch (outcome) {
                    case "TURNED_AWAY", "ENDED_BY_LADDER", "ENDED_AT_CLOSING" -> End.turnedAway;
                    default -> came.queueId() == null && came.byBot() ? End.finishedByBot : End.gaveUp;
                });
    }

    /** The bot that had chats first; none where no bot had, or their door has none any more. */
    private static Optional<String> bot(Plan plan, Came came) {
        return !came.byBot()
                ? Optional.empty()
                : Element.find(plan.doors(), came.doorId())
                        .flatMap(door -> plan.botAt(door.id()))
                        .map(bot -> bot.id().value());
    }

    private static String topic(Came came) {
        return Objects.requireNonNullElse(came.topic(), "");
    }

    private static <K> Map<K, Double> count(List<Came> came, Predicate<Came> which, Function<Came, K> way) {
        return came.stream()
                .filter(which)
                .collect(Collectors.groupingBy(way, LinkedHashMap::new, Collectors.summingDouble(Came::chats)));
    }

    private static double sum(Stream<Came> came) {
        return came.mapToDouble(Came::chats).sum();
    }
}
