package io.kinetarch.server.passage;

import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.hours.OpenState;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.staffing.StaffingWeek;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.forecast.WeekForecasts.Forecast;
import io.kinetarch.server.forecast.WeekForecasts.Origin;
import io.kinetarch.server.passage.PassageSimulated.SimulatedPassage;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.staffing.Outlooks;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The routes that chats take at a moment: doors → bots → queues → how it ends. */
@RestController
@RequestMapping("/api/v1/plans/{plan}")
class PassageController {
    static final double PER_HOUR = (double) Duration.ofHours(1).toSeconds() / WeekOfHalfHours.SLOT.toSeconds();
    /** Where chats come from whose door nobody counted. */
    private static final String UNKNOWN_DOOR = "";
    /** A plan may leave chats to a bot that it does not have yet. */
    private static final String NO_BOT = "";

    private final Outlooks outlooks;
    private final PassageNow now;
    private final PassageSimulated simulated;
    private final Clock clock;

    PassageController(Outlooks outlooks, PassageNow now, PassageSimulated simulated, Clock clock) {
        this.outlooks = outlooks;
        this.now = now;
        this.simulated = simulated;
        this.clock = clock;
    }

    /** How chats end. */
    enum End {
        finishedByBot,
        answeredInTime,
        answeredLater,
        gaveUp,
        turnedAway
    }

    /**
     * The routes at a moment, in chats an hour.
     *
     * @param at start of the half-hour that holds the moment
     */
    record Passage(
            Instant at,
            List<DoorPlace> doors,
            List<BotPlace> bots,
            List<QueuePlace> queues,
            List<EndPlace> ends,
            List<DoorToBot> toBots,
            List<DoorToQueue> toQueues,
            List<BotToQueue> botToQueues,
            List<QueueToEnd> toEnds) {}

    /**
     * A door.
     *
     * @param id empty for the chats whose door nobody counted
     * @param because why it is open or closed; null where it follows the department
     */
    record DoorPlace(
            String id,
            String name,
            double perHour,
            boolean open,
            @Nullable String because) {}

    /**
     * A bot.
     *
     * @param id empty for one that the plan lacks, though it leaves chats to a bot
     * @param perHour chats that come to it
     * @param finished those of them that it finishes by itself
     * @param topics by what they are about, the most first
     */
    record BotPlace(String id, String name, double perHour, double finished, List<TopicPassing> topics) {}

    /**
     * What a bot does of a topic.
     *
     * @param topic empty where it is not known
     */
    record TopicPassing(String topic, double finished, double passedOn) {}

    /**
     * A queue.
     *
     * @param members operators who could ever serve it
     * @param eligible those of them present
     * @param staffed those counted for it, when nobody counts twice, each for the share of the time in which they answer
     * @param shortOf operators lacking
     * @param shared whether its people are wanted elsewhere too, so that what is seen may be too good
     * @param because why its department is open or closed
     * @param waiting chats that wait in it this minute; null where that is not looked at
     */
    record QueuePlace(
            String id,
            String name,
            String department,
            double perHour,
            boolean open,
            String because,
            @Nullable Instant nextChange,
            int members,
            int eligible,
            int required,
            double staffed,
            double shortOf,
            boolean shared,
            double answeredInTime,
            @Nullable Double meanWaitSeconds,
            @Nullable Integer waiting) {}

    record EndPlace(End id, double perHour) {}

    record DoorToBot(String door, String bot, double perHour) {}

    record DoorToQueue(String door, String queue, double perHour) {}

    /**
     * What a bot passes on.
     *
     * @param topic empty where it is not known
     */
    record BotToQueue(String bot, String queue, String topic, double perHour) {
        BotToQueue of(double other) {
            return new BotToQueue(bot, queue, topic, other);
        }
    }

    record QueueToEnd(String queue, End end, double perHour) {}

    /** The ways that chats took in the last hour, and who is there and waits this minute. */
    @GetMapping("/now/passage")
    Passage now(@PathVariable String plan) {
        return now.of(plan, passage(plan, Which.live, clock.instant()));
    }

    /** Doors, rules, queues and people at an instant, with what flows between them. */
    @GetMapping("/passage")
    Passage passage(
            @PathVariable String plan, @RequestParam(defaultValue = "draft") Which of, @RequestParam Instant at) {
        var outlook = outlooks.get(plan, of, outlooks.mondayOf(plan, at));
        return at(outlook, slotAt(outlook, at));
    }

    /** The ways that simulated chats of the draft take, as far as they are known by now; asked again, they are known better. */
    @GetMapping("/simulated/passage")
    SimulatedPassage simulated(@PathVariable String plan, @RequestParam Instant at) throws InterruptedException {
        var outlook = outlooks.get(plan, Which.draft, outlooks.mondayOf(plan, at));
        var slot = slotAt(outlook, at);
        return simulated.of(outlook, outlook.slots().indexOf(slot), at(outlook, slot));
    }

    private static StaffingWeek.Slot slotAt(Outlook outlook, Instant at) {
        return outlook.slotAt(at)
                .orElseThrow(() -> new Refusal(Kind.INVALID_PARAMETER, "The moment " + at + " is in no week."));
    }

    private static Passage at(Outlook outlook, StaffingWeek.Slot slot) {
        Plan plan = outlook.state().plan();
        int index = outlook.slots().indexOf(slot);
        var flows = flows(plan, outlook.forecast(), index);
        var toEnds = new ArrayList<QueueToEnd>();
        var queues = new ArrayList<QueuePlace>();
        for (int q = 0; q < plan.queues().size(); q++) {
            var queue = plan.queues().get(q);
            var seen = slot.queues().get(q);
            queues.add(queuePlace(plan, queue, seen, slot.startsAt()));
            toEnds.addAll(ends(queue, seen));
        }
        return new Passage(
                slot.startsAt(),
                doors(plan, flows, slot.startsAt()),
                flows.bots(),
                queues,
                Stream.of(End.values())
                        .filter(end -> end != End.finishedByBot || !flows.bots().isEmpty())
                        .map(end -> new EndPlace(
                                end,
                                end == End.finishedByBot
                                        ? sum(flows.bots().stream(), BotPlace::finished)
                                        : sum(toEnds.stream().filter(flow -> flow.end() == end), QueueToEnd::perHour)))
                        .toList(),
                flows.toBots(),
                flows.toQueues(),
                flows.botToQueues(),
                toEnds);
    }

    /** Where chats come from, and where they go first. */
    private record Flows(
            List<BotPlace> bots, List<DoorToBot> toBots, List<DoorToQueue> toQueues, List<BotToQueue> botToQueues) {
        double from(String door) {
            return sum(toQueues.stream().filter(flow -> flow.door().equals(door)), DoorToQueue::perHour)
                    + sum(toBots.stream().filter(flow -> flow.door().equals(door)), DoorToBot::perHour);
        }
    }

    private static Flows flows(Plan plan, Forecast forecast, int slot) {
        var toQueues = new TreeMap<String, Map<String, Double>>();
        var toBots = new TreeMap<String, Map<String, Double>>();
        var left = new LinkedHashMap<BotToQueue, Double>();
        var finished = new TreeMap<String, Map<String, Double>>();
        forecast.byOrigin().forEach((origin, chats) -> {
            double perHour = chats[slot] * PER_HOUR;
            if (perHour <= 0) {
                return;
            }
            String door = door(plan, origin);
            var first = botFirst(plan, door);
            if (first.isEmpty()) {
                add(toQueues, door, origin.queue(), perHour);
            } else {
                add(toBots, door, first.get().id().value(), perHour);
                left.merge(
                        new BotToQueue(first.get().id().value(), origin.queue(), origin.topic(), 0),
                        perHour,
                        Double::sum);
            }
        });
        forecast.finished().forEach((origin, chats) -> {
            double perHour = chats[slot] * PER_HOUR;
            if (perHour > 0) {
                String door = door(plan, origin);
                String bot =
                        finishing(plan, door).map(found -> found.id().value()).orElse(NO_BOT);
                add(toBots, door, bot, perHour);
                add(finished, bot, origin.topic(), perHour);
            }
        });
        var passedOn = left.entrySet().stream()
                .map(flow -> flow.getKey().of(flow.getValue()))
                .toList();
        return new Flows(
                bots(plan, toBots, passedOn, finished),
                list(toBots, DoorToBot::new),
                list(toQueues, DoorToQueue::new),
                passedOn);
    }

    /** The bot that everybody at a door meets first. */
    private static Optional<Bot> botFirst(Plan plan, String door) {
        return Element.find(plan.doors(), door)
                .filter(found -> found.first().open() == FirstToAnswer.Side.BOT)
                .flatMap(found -> plan.botAt(found.id()));
    }

    /** The bot to which what is finished at a door is owed: the plan's shares do not tell doors apart. */
    private static Optional<Bot> finishing(Plan plan, String door) {
        return Element.find(plan.doors(), door)
                .flatMap(found -> plan.botAt(found.id()))
                .or(() -> plan.bots().stream().findFirst());
    }

    private static List<BotPlace> bots(
            Plan plan,
            Map<String, Map<String, Double>> toBots,
            List<BotToQueue> passedOn,
            Map<String, Map<String, Double>> finished) {
        return toBots.values().stream()
                .flatMap(bots -> bots.keySet().stream())
                .distinct()
                .sorted()
                .map(bot -> {
                    var done = finished.getOrDefault(bot, Map.of());
                    var left = passedOn.stream()
                            .filter(flow -> flow.bot().equals(bot))
                            .collect(Collectors.groupingBy(
                                    BotToQueue::topic, TreeMap::new, Collectors.summingDouble(BotToQueue::perHour)));
                    var topics = Stream.concat(done.keySet().stream(), left.keySet().stream())
                            .distinct()
                            .map(topic -> new TopicPassing(
                                    topic, done.getOrDefault(topic, 0.0), left.getOrDefault(topic, 0.0)))
                            .sorted(Comparator.comparingDouble(
                                    (TopicPassing topic) -> -(topic.finished() + topic.passedOn())))
                            .toList();
                    double byItself = sum(topics.stream(), TopicPassing::finished);
                    return new BotPlace(
                            bot,
                            Element.find(plan.bots(), bot).map(Element::name).orElse("Bot"),
                            byItself + sum(topics.stream(), TopicPassing::passedOn),
                            byItself,
                            topics);
                })
                .toList();
    }

    private static void add(Map<String, Map<String, Double>> sums, String from, String to, double perHour) {
        sums.computeIfAbsent(from, _ -> new TreeMap<>()).merge(to, perHour, Double::sum);
    }

    private interface Flow<T> {
        T of(String from, String to, double perHour);
    }

    private static <T> List<T> list(Map<String, Map<String, Double>> sums, Flow<T> flow) {
        var all = new ArrayList<T>();
        sums.forEach((from, sum) -> sum.forEach((to, perHour) -> all.add(flow.of(from, to, perHour))));
        return all;
    }

    private static String door(Plan plan, Origin origin) {
        return plan.doors().stream().anyMatch(door -> door.id().value().equals(origin.door()))
                ? origin.door()
                : UNKNOWN_DOOR;
    }

    private static List<DoorPlace> doors(Plan plan, Flows flows, Instant at) {
        var places = new ArrayList<DoorPlace>();
        for (FrontDoor door : plan.doors()) {
            var kept = door.hours();
            OpenState state = kept == null ? null : plan.hours(kept).hours().at(at);
            places.add(new DoorPlace(
                    door.id().value(),
                    door.name(),
                    flows.from(door.id().value()),
                    state == null || state.open(),
                    state == null ? null : state.because()));
        }
        double unknown = flows.from(UNKNOWN_DOOR);
        if (unknown > 0) {
            places.add(new DoorPlace(UNKNOWN_DOOR, "Door not counted", unknown, true, null));
        }
        return places;
    }

    private static QueuePlace queuePlace(Plan plan, Queue queue, QueueSlot seen, Instant at) {
        var state = plan.hoursOf(queue).hours().at(at);
        double wait = seen.seen().meanWaitSeconds();
        return new QueuePlace(
                queue.id().value(),
                queue.name(),
                plan.department(queue.department()).name(),
                seen.chats() * PER_HOUR,
                seen.open(),
                state.because(),
                state.nextChange().orElse(null),
                CompiledPlan.of(plan).able(ChatNeeds.of(queue.id())).cardinality(),
                seen.eligible(),
                seen.required(),
                seen.staffed(),
                seen.shortOf(),
                seen.shared(),
                seen.seen().serviceLevel(),
                Double.isInfinite(wait) ? null : wait,
                null);
    }

    private static List<QueueToEnd> ends(Queue queue, QueueSlot seen) {
        String id = queue.id().value();
        double perHour = seen.chats() * PER_HOUR;
        if (!seen.open()) {
            return perHour > 0 ? List.of(new QueueToEnd(id, End.turnedAway, perHour)) : List.of();
        }
        double inTime = perHour * seen.seen().serviceLevel();
        double gaveUp = perHour * seen.seen().abandonment();
        double beyondLimit = perHour * seen.seen().turnedAway();
        return Stream.of(
                        new QueueToEnd(id, End.answeredInTime, inTime),
                        new QueueToEnd(id, End.answeredLater, Math.max(0, perHour - inTime - gaveUp - beyondLimit)),
                        new QueueToEnd(id, End.gaveUp, gaveUp),
                        new QueueToEnd(id, End.turnedAway, beyondLimit))
                .filter(flow -> flow.perHour() > 0)
                .toList();
    }

    private static <T> double sum(Stream<T> flows, ToDoubleFunction<T> perHour) {
        return flows.mapToDouble(perHour).sum();
    }
}
