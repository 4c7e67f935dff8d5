package io.kinetarch.server.passage;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
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

/** The ways that chats took through a plan, be it live or simulated, as they are drawn. */
record Ways(Plan plan, List<Went> all) {
    Ways {
        all = List.copyOf(all);
    }

    /**
     * Chats an hour that went the same way.
     *
     * @param topic null where it is not known
     * @param queue in which they waited first; null for none
     * @param byBot whether a bot had them
     * @param end null while they run
     */
    record Went(
            String door,
            @Nullable String topic,
            @Nullable String queue,
            boolean byBot,
            @Nullable End end,
            double chats) {
        private boolean endsIn(End other) {
            return end == other;
        }

        private String topicOrNone() {
            return Objects.requireNonNullElse(topic, "");
        }
    }

    /** A way from a bot to a queue. */
    private record Passed(String bot, String queue, String topic) {}

    /** All of them together. */
    Passage passage(Instant at, List<DoorPlace> doors, List<QueuePlace> queues) {
        var toBots = count(
                        went -> bot(went).isPresent(),
                        went -> new DoorToBot(went.door(), bot(went).orElseThrow(), 0))
                .entrySet()
                .stream()
                .map(way -> new DoorToBot(way.getKey().door(), way.getKey().bot(), way.getValue()))
                .toList();
        var passed = count(
                went -> bot(went).isPresent() && went.queue() != null,
                went -> new Passed(bot(went).orElseThrow(), String.valueOf(went.queue()), went.topicOrNone()));
        return new Passage(
                at,
                doors,
                bots(),
                queues,
                Stream.of(End.values())
                        .filter(end -> end != End.finishedByBot || !toBots.isEmpty())
                        .map(end -> new EndPlace(end, sum(all.stream().filter(went -> went.endsIn(end)))))
                        .toList(),
                toBots,
                count(
                                went -> bot(went).isEmpty() && went.queue() != null,
                                went -> new DoorToQueue(went.door(), String.valueOf(went.queue()), 0))
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
                ends());
    }

    /** Chats that came through a door. */
    double from(String door) {
        return sum(all.stream().filter(went -> went.door().equals(door)));
    }

    /** Chats that came to a queue. */
    double to(String queue) {
        return sum(all.stream().filter(went -> queue.equals(went.queue())));
    }

    /** The share of them that was answered in time; 0 where none came. */
    double inTime(String queue) {
        double chats = to(queue);
        return chats == 0
                ? 0
                : sum(all.stream().filter(went -> queue.equals(went.queue()) && went.endsIn(End.answeredInTime)))
                        / chats;
    }

    private List<BotPlace> bots() {
        return plan.bots().stream()
                .map(bot -> {
                    String id = bot.id().value();
                    var own = all.stream()
                            .filter(went -> bot(went).filter(id::equals).isPresent())
                            .toList();
                    var byTopic = own.stream()
                            .collect(Collectors.groupingBy(Went::topicOrNone, TreeMap::new, Collectors.toList()));
                    return new BotPlace(
                            id,
                            bot.name(),
                            sum(own.stream()),
                            sum(own.stream().filter(Ways::isFinished)),
                            byTopic.entrySet().stream()
                                    .map(topic -> new TopicPassing(
                                            topic.getKey(),
                                            sum(topic.getValue().stream().filter(Ways::isFinished)),
                                            sum(topic.getValue().stream().filter(went -> went.queue() != null))))
                                    .sorted(Comparator.comparingDouble(
                                            (TopicPassing topic) -> -(topic.finished() + topic.passedOn())))
                                    .toList());
                })
                .filter(bot -> bot.perHour() > 0)
                .toList();
    }

    private static boolean isFinished(Went went) {
        return went.queue() == null && went.end() != null;
    }

    private List<QueueToEnd> ends() {
        record Way(String queue, End end) {}
        return count(
                        went -> went.queue() != null && went.end() != null,
                        went -> new Way(String.valueOf(went.queue()), Objects.requireNonNull(went.end())))
                .entrySet()
                .stream()
                .map(way -> new QueueToEnd(way.getKey().queue(), way.getKey().end(), way.getValue()))
                .toList();
    }

    /** The bot that had chats first; none where no bot had, or their door has none any more. */
    private Optional<String> bot(Went went) {
        return !went.byBot()
                ? Optional.empty()
                : Element.find(plan.doors(), went.door())
                        .flatMap(door -> plan.botAt(door.id()))
                        .map(bot -> bot.id().value());
    }

    private <K> Map<K, Double> count(Predicate<Went> which, Function<Went, K> way) {
        return all.stream()
                .filter(which)
                .collect(Collectors.groupingBy(way, LinkedHashMap::new, Collectors.summingDouble(Went::chats)));
    }

    private static double sum(Stream<Went> went) {
        return went.mapToDouble(Went::chats).sum();
    }
}
