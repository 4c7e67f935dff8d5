package io.kinetarch.server.forecast;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Expiry;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.routing.RuleVolumes;
import io.kinetarch.core.routing.RuleVolumes.Route;
import io.kinetarch.core.routing.RuleVolumes.Stream;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.core.staffing.WorkloadEstimate;
import io.kinetarch.core.staffing.WorkloadEstimate.Seen;
import io.kinetarch.server.forecast.RecentChats.Visitors;
import io.kinetarch.server.forecast.StoredAdjustments.AdjustmentList;
import io.kinetarch.server.plan.Plans.State;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/**
 * The chats of a week to come: arrivals are forecast by what is known of them, and the plan's rules say into which queue they
 * fall. The newest forecasts of arrivals are kept under the state of the volumes they follow from.
 */
@Service
public class WeekForecasts {
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("d MMMM", Locale.ENGLISH);
    private static final int STALE_AFTER_DAYS = 14;
    private static final int MEASURED_WEEKS = 6;
    private static final int MOST_KEPT = 16;
    /** Chats that are counted in the meantime may tell of visitors; volumes come but once a day. */
    private static final Duration LOOKED_FOR_AGAIN = Duration.ofMinutes(10);

    private final Arrivals arrivals;
    private final TryMethods trials;
    private final MethodChoices choices;
    private final RecentChats recent;
    private final StoredAdjustments adjustments;
    private final Cache<Key, Learnt> kept = Caffeine.newBuilder()
            .maximumSize(MOST_KEPT)
            .expireAfter(Expiry.<Key, Learnt>creating(
                    (_, learnt) -> learnt.visitors.isEmpty() ? LOOKED_FOR_AGAIN : Duration.ofDays(1)))
            .build();

    WeekForecasts(
            Arrivals arrivals,
            TryMethods trials,
            MethodChoices choices,
            RecentChats recent,
            StoredAdjustments adjustments) {
        this.arrivals = arrivals;
        this.trials = trials;
        this.choices = choices;
        this.recent = recent;
        this.adjustments = adjustments;
    }

    /**
     * Chats expected.
     *
     * @param chats by what they ask of people, for each half-hour of the week
     * @param estimates what the last weeks say of each queue's chats; queues of which they say nothing are left out
     * @param beforeBot the same, those included that a bot is to finish by itself
     * @param measuredUntil the day before which those weeks end
     * @param byOrigin chats expected by queue, door and topic
     * @param finished chats that a bot is to finish by itself, by door and topic; the queue is empty
     * @param streams the arrivals it follows from
     * @param notes what its reader should know
     */
    public record Forecast(
            WeekOfHalfHours week,
            Map<ChatNeeds, double[]> chats,
            Map<ChatNeeds, double[]> beforeBot,
            Map<QueueId, WorkloadEstimate> estimates,
            LocalDate measuredUntil,
            Map<Origin, double[]> byOrigin,
            Map<Origin, double[]> finished,
            List<Stream> streams,
            List<String> notes) {
        /** Chats of a queue in each half-hour, those included that a bot is to finish by itself. */
        public double[] beforeBot(QueueId queue) {
            double[] sum = new double[week.slots().size()];
            beforeBot.forEach((needs, chats) -> {
                if (needs.queue().equals(queue)) {
                    Arrays.setAll(sum, i -> sum[i] + chats[i]);
                }
            });
            return sum;
        }

        /** The share of all chats of whose visitors past ones tell more than door, language and topic. */
        public double visitorsKnown() {
            double known = streams.stream()
                    .filter(stream -> !stream.traits().isEmpty())
                    .mapToDouble(Forecast::sum)
                    .sum();
            double all = streams.stream().mapToDouble(Forecast::sum).sum();
            return all == 0 ? 0 : known / all;
        }

        private static double sum(Stream stream) {
            return Arrays.stream(stream.chats()).sum();
        }

        /** Measured mean handling time of a chat by an operator who holds no other, by queue where known. */
        public Map<QueueId, Double> handlingSeconds() {
            var seconds = new HashMap<QueueId, Double>();
            estimates.forEach((queue, estimate) -> {
                var handling = estimate.handlingSeconds();
                if (handling != null) {
                    seconds.put(queue, handling.value());
                }
            });
            return seconds;
        }
    }

    /** A queue, the door its chats come through, and what they are about; empty where that is not known. */
    public record Origin(String queue, String door, String topic) {}

    private record Key(String planId, long volumeChange, ZoneId zone, Instant until) {}

    /** What the newest volumes before a week say besides their forecasts. */
    private record Learnt(
            Map<SeriesKey, Map<String, Double>> languages, Visitors visitors, Map<String, List<Seen>> work) {}

    /** Tries the methods on a plan's series, for itself and for a plan with the same volumes. */
    public void prepare(State state, String alsoFor) {
        trials.tryDue(state, (_, _) -> {});
        choices.copy(state.id(), alsoFor);
    }

    /** Forecasts a week of a plan's queues. */
    public Forecast of(State state, WeekOfHalfHours week) {
        var plan = state.plan();
        var history = arrivals.known(state, week.slots().getFirst());
        var learnt = kept.get(
                new Key(state.id(), state.volumeChange(), week.zone(), history.until()),
                _ -> new Learnt(
                        recent.languages(state.id(), history),
                        recent.visitors(state.id(), history),
                        recent.work(state.id(), history, MEASURED_WEEKS)));
        var all = adjustments.of(state.id());
        boolean tooFar = history.today().plusDays(Forecaster.MOST_DAYS - 8L).isBefore(week.monday());
        var streams =
                history.series().isEmpty() || tooFar ? List.<Stream>of() : streams(state, week, history, learnt, all);
        var routes = RuleVolumes.of(plan, week.slots(), streams);
        var beforeBot = byNeeds(routes);
        var finished = new LinkedHashMap<Origin, double[]>();
        if (!plan.settings().botShares().isEmpty()) {
            var left =
                    streams.stream().map(stream -> stream.past(plan.settings())).toList();
            for (int i = 0; i < streams.size(); i++) {
                var stream = streams.get(i);
                double[] before = stream.chats();
                double[] after = left.get(i).chats();
                double[] gone = new double[before.length];
                Arrays.setAll(gone, slot -> before[slot] - after[slot]);
                add(finished, origin("", stream.door(), stream.topic()), gone);
            }
            routes = RuleVolumes.of(plan, week.slots(), left);
        }
        var chats = byNeeds(routes);
        var byOrigin = new LinkedHashMap<Origin, double[]>();
        routes.forEach((route, expected) ->
                add(byOrigin, origin(route.needs().queue().value(), route.door(), route.topic()), expected));
        var estimates = new HashMap<QueueId, WorkloadEstimate>();
        plan.queues().forEach(queue -> {
            var seen = learnt.work.get(queue.id().value());
            if (seen != null) {
                estimates.put(
                        queue.id(), WorkloadEstimate.of(seen, queue.workload().slowdown()));
            }
        });
        return new Forecast(
                week,
                chats,
                beforeBot,
                estimates,
                history.today(),
                byOrigin,
                finished,
                streams,
                notes(week, history, all, tooFar, sum(beforeBot) - sum(chats)));
    }

    private static Origin origin(String queue, @Nullable DoorId door, @Nullable String topic) {
        return new Origin(queue, door == null ? "" : door.value(), topic == null ? "" : topic);
    }

    private static Map<ChatNeeds, double[]> byNeeds(Map<Route, double[]> routes) {
        var chats = new LinkedHashMap<ChatNeeds, double[]>();
        routes.forEach((route, expected) -> add(chats, route.needs(), expected));
        return chats;
    }

    private static <K> void add(Map<K, double[]> sums, K key, double[] more) {
        double[] sum = sums.computeIfAbsent(key, _ -> new double[more.length]);
        Arrays.setAll(sum, i -> sum[i] + more[i]);
    }

    private static double sum(Map<ChatNeeds, double[]> chats) {
        return chats.values().stream().flatMapToDouble(Arrays::stream).sum();
    }

    private List<Stream> streams(
            State state, WeekOfHalfHours week, History history, Learnt learnt, AdjustmentList all) {
        int between = history.halfHoursUntil(week.monday());
        int slots = week.slots().size();
        var streams = new ArrayList<Stream>();
        arrivals.expected(state, history, between + slots)
                .forEach((key, expectation) -> streams.add(new Stream(
                        key.doorId().isEmpty() ? null : new DoorId(key.doorId()),
                        key.topic().isEmpty() ? null : key.topic(),
                        learnt.languages.getOrDefault(key, Map.of()),
                        key.queueId().isEmpty() ? null : new QueueId(key.queueId()),
                        Arrays.copyOfRange(expectation.with(all.of(key)), between, between + slots),
                        expectation.together(),
                        learnt.visitors.of(key))));
        return streams;
    }

    private static List<String> notes(
            WeekOfHalfHours week, History history, AdjustmentList all, boolean tooFar, double byBot) {
        if (history.series().isEmpty()) {
            return List.of("No volumes are known before this week. Import some.");
        }
        var notes = new ArrayList<String>();
        var last = history.until().minusSeconds(1).atZone(history.zone()).toLocalDate();
        notes.add("Forecast from the chats up to " + DATE.format(last) + ", by door and topic ("
                + history.series().size()
                + " series), public holidays included; the rules say into which queue they fall.");
        if (tooFar) {
            notes.add("The week lies more than two years after the newest volumes: nothing can be said of it.");
        } else if (last.isBefore(week.monday().minusDays(STALE_AFTER_DAYS))) {
            notes.add("The newest volumes are from " + DATE.format(last) + ", more than two weeks before this week.");
        }
        if (!history.untried().isEmpty()) {
            notes.add("Methods have not been tried on " + history.untried().size()
                    + " of the series yet; until then they are forecast by a calendar regression.");
        }
        history.sums()
                .flatMap(TriedSums.Found::hierarchy)
                .ifPresent(hierarchy -> notes.add(String.format(
                        Locale.ENGLISH,
                        "Doors, topics and the sum of all are forecast too, and all is brought to add up: in trials that took what"
                                + " a day's chats were off by from %.1f to %.1f %%.",
                        100 * hierarchy.before(),
                        100 * hierarchy.after())));
        if (byBot > 0) {
            notes.add(Math.round(byBot) + " chats besides are left to the bot, by the shares that the plan assumes.");
        }
        all.lifts().stream()
                .filter(lift ->
                        lift.startsOn().isBefore(week.monday().plusWeeks(1).atStartOfDay())
                                && lift.endsOn().isAfter(week.monday().atStartOfDay()))
                .map(lift -> "\"" + lift.name() + "\" is planned in this week.")
                .forEach(notes::add);
        long set = all.daySums().stream()
                .filter(sum -> sum.firstDay().isBefore(week.monday().plusWeeks(1))
                        && !sum.lastDay().isBefore(week.monday()))
                .count();
        if (set > 0) {
            notes.add("Days of " + set + " series are set by hand.");
        }
        return List.copyOf(notes);
    }
}
