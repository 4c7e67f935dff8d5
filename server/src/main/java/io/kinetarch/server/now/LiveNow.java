package io.kinetarch.server.now;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.forecast.WeekForecasts;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.live.ChatReader.StoredOperator;
import io.kinetarch.server.now.NowMapper.Came;
import io.kinetarch.server.now.NowMapper.Unanswered;
import io.kinetarch.server.now.NowMapper.Waited;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.visit.LivePlans;
import io.kinetarch.server.visit.TakenQueues;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Tells how live plans stand, looked up at most once a second however many ask. */
@Service
public class LiveNow {
    private static final Duration FRESH = Duration.ofSeconds(1);
    private static final Duration EXPECTED_FRESH = Duration.ofMinutes(15);
    private static final int MOST_PLANS = 200;
    private static final Set<String> WAITS = Set.of("WAITING", "OFFERED");

    private final LivePlans live;
    private final Plans plans;
    private final TakenQueues taken;
    private final ChatReader chats;
    private final NowMapper mapper;
    private final WeekForecasts forecasts;
    private final Clock clock;
    private final LoadingCache<String, Now> kept;
    private final LoadingCache<Today, List<Double>> expected;

    private record Today(String plan, LocalDate day, int revision) {}

    LiveNow(
            LivePlans live,
            Plans plans,
            TakenQueues taken,
            ChatReader chats,
            NowMapper mapper,
            WeekForecasts forecasts,
            Clock clock) {
        this.live = live;
        this.plans = plans;
        this.taken = taken;
        this.chats = chats;
        this.mapper = mapper;
        this.forecasts = forecasts;
        this.clock = clock;
        kept = Caffeine.newBuilder()
                .expireAfterWrite(FRESH)
                .maximumSize(MOST_PLANS)
                .build(this::look);
        expected = Caffeine.newBuilder()
                .expireAfterWrite(EXPECTED_FRESH)
                .maximumSize(MOST_PLANS)
                .build(this::foretold);
    }

    /**
     * A live plan as it stands.
     *
     * @param at the instant that this is said of, by the server's clock
     * @param expected chats that were forecast for each half-hour of today; empty where nothing is forecast
     * @param came chats that came in each half-hour of today so far
     */
    record Now(
            Instant at,
            int revision,
            List<NowQueue> queues,
            List<NowPerson> people,
            List<NowDoor> doors,
            List<NowChat> chats,
            Instant dayFrom,
            List<Double> expected,
            List<Integer> came) {}

    /**
     * A queue.
     *
     * @param waiting chats that wait in it, offered ones included
     * @param longestSince since when the one that waits longest does; null where none waits
     * @param running chats of it that operators hold
     * @param takers operators present who take its chats
     * @param free chats of it that they could take at once
     * @param waitedToday chats that waited in it today and wait no more
     * @param inTimeToday of those, how many were answered in time
     * @param target share that is to be answered in time
     */
    public record NowQueue(
            String id,
            String name,
            int waiting,
            @Nullable Instant longestSince,
            int running,
            int takers,
            int free,
            long waitedToday,
            long answeredToday,
            long inTimeToday,
            double target,
            double withinSeconds) {}

    /**
     * An operator.
     *
     * @param state present, away or gone
     * @param reason why they are away, in their words; null for none
     * @param since when; null before the first time
     * @param queues of which they take chats now
     * @param chats that they hold
     */
    record NowPerson(
            String id,
            String name,
            String state,
            @Nullable String reason,
            @Nullable Instant since,
            int inUse,
            int capacity,
            List<String> languages,
            Set<String> queues,
            List<Long> chats) {}

    /**
     * A door as visitors of its first language find it.
     *
     * @param because why it is closed; null while it is open
     */
    record NowDoor(
            String id,
            String name,
            boolean open,
            boolean paused,
            @Nullable String because,
            @Nullable Instant opens,
            int chats) {}

    /**
     * A running chat.
     *
     * @param stage with the bot, waiting, offered, held or in wrap-up, as the dispatcher names it
     * @param since when it waits, or came where it does not
     * @param unansweredSince since when its visitor waits for a word; null where they do not
     */
    record NowChat(
            long chat,
            String stage,
            String door,
            String language,
            @Nullable String queue,
            @Nullable String operator,
            Instant since,
            @Nullable Instant unansweredSince) {}

    Now now(String planId) {
        return kept.get(planId);
    }

    /** The queues of a live plan as they stand. */
    public List<NowQueue> queues(String planId) {
        return now(planId).queues();
    }

    /** What was just seen is no longer so. */
    void changed(String planId) {
        kept.invalidate(planId);
    }

    private Now look(String planId) {
        var known = live.live(planId);
        var plan = known.plan();
        var at = clock.instant();
        var today = LocalDate.ofInstant(at, plan.timeZone());
        var from = today.atStartOfDay(plan.timeZone()).toInstant();
        var open = chats.open(planId);
        var stored = chats.operators(planId).stream()
                .collect(Collectors.toMap(StoredOperator::operatorId, Function.identity()));
        var people = plan.operators().stream()
                .map(operator -> person(
                        plan, operator, stored.getOrDefault(operator.id().value(), StoredOperator.NOT_YET), open))
                .toList();
        var waited = mapper.waited(planId, today, from).stream().collect(Collectors.groupingBy(Waited::queueId));
        var unanswered = new HashMap<Long, Instant>();
        for (Unanswered one : mapper.unanswered(planId)) {
            var since = one.since();
            if (since != null) {
                unanswered.put(one.chat(), since);
            }
        }
        var paused = Set.copyOf(live.paused(planId));
        return new Now(
                at,
                known.revision(),
                plan.queues().stream()
                        .map(queue -> queue(
                                queue,
                                open,
                                people,
                                plan,
                                waited.getOrDefault(queue.id().value(), List.of())))
                        .toList(),
                people,
                plan.doors().stream()
                        .map(door ->
                                door(planId, door, paused.contains(door.id().value()), open))
                        .toList(),
                open.stream()
                        .map(chat -> chat(plan, chat, unanswered.get(chat.id())))
                        .toList(),
                from,
                expected.get(new Today(planId, today, known.revision())),
                came(planId, from, at));
    }

    /** Whether a chat waits for an operator, offered to one or not. */
    boolean isWaiting(String planId, long chat) {
        return chats.chat(planId, chat)
                .map(StoredChat::stage)
                .filter(WAITS::contains)
                .isPresent();
    }

    private NowPerson person(Plan plan, Operator operator, StoredOperator stored, List<StoredChat> open) {
        String id = operator.id().value();
        return new NowPerson(
                id,
                operator.name(),
                stored.state(),
                stored.reason(),
                stored.operatorId().isEmpty() ? null : stored.since(),
                Math.max(0, stored.inUse()),
                operator.capacity(),
                operator.languages().stream().map(spoken -> spoken.language()).toList(),
                taken.now(plan, operator, stored),
                open.stream()
                        .filter(chat -> chat.operators().contains(id))
                        .map(StoredChat::id)
                        .toList());
    }

    private static NowQueue queue(
            Queue queue, List<StoredChat> open, List<NowPerson> people, Plan plan, List<Waited> waited) {
        String id = queue.id().value();
        var waiting = open.stream()
                .filter(chat -> id.equals(chat.queueId()))
                .filter(chat -> WAITS.contains(String.valueOf(chat.stage())))
                .toList();
        var takers = people.stream()
                .filter(person ->
                        person.state().equals("present") && person.queues().contains(id))
                .toList();
        return new NowQueue(
                id,
                queue.name(),
                waiting.size(),
                waiting.stream().map(LiveNow::since).min(Instant::compareTo).orElse(null),
                (int) open.stream()
                        .filter(chat -> id.equals(chat.queueId()) && "HELD".equals(chat.stage()))
                        .count(),
                takers.size(),
                takers.stream().mapToInt(person -> free(plan, person, queue)).sum(),
                waited.stream().mapToLong(Waited::chats).sum(),
                waited.stream()
                        .filter(Waited::answered)
                        .mapToLong(Waited::chats)
                        .sum(),
                waited.stream()
                        .filter(one -> one.answered()
                                && one.waitedMillis() <= queue.target().withinSeconds() * 1000)
                        .mapToLong(Waited::chats)
                        .sum(),
                queue.target().share(),
                queue.target().withinSeconds());
    }

    private static int free(Plan plan, NowPerson person, Queue queue) {
        int byCapacity = Math.max(0, person.capacity() - person.inUse()) / queue.weight();
        Integer most = Element.find(plan.operators(), person.id())
                .map(Operator::mostChats)
                .orElse(null);
        return most == null ? byCapacity : Math.clamp(most - person.chats().size(), 0, byCapacity);
    }

    private static Instant since(StoredChat chat) {
        var queued = chat.queuedAt();
        return queued == null ? chat.arrivedAt() : queued;
    }

    private NowDoor door(String planId, FrontDoor door, boolean paused, List<StoredChat> open) {
        var state = live.now(planId, door.id().value(), door.languages().getFirst());
        return new NowDoor(door.id().value(), door.name(), state.open(), paused, state.because(), state.opens(), (int)
                open.stream()
                        .filter(chat -> chat.doorId().equals(door.id().value()))
                        .count());
    }

    private static NowChat chat(Plan plan, StoredChat chat, @Nullable Instant unansweredSince) {
        return new NowChat(
                chat.id(),
                String.valueOf(chat.stage()),
                Element.find(plan.doors(), chat.doorId()).map(Element::name).orElse(chat.doorId()),
                chat.language(),
                chat.queueId(),
                "HELD".equals(chat.stage()) || "OFFERED".equals(chat.stage()) || "WRAP_UP".equals(chat.stage())
                        ? chat.operatorId()
                        : null,
                since(chat),
                unansweredSince);
    }

    private List<Integer> came(String planId, Instant from, Instant at) {
        int last = (int) (Duration.between(from, at).toMinutes() / 30);
        var counted = mapper.came(planId, from).stream().collect(Collectors.toMap(Came::halfHour, Came::chats));
        var came = new ArrayList<Integer>();
        for (int i = 0; i <= last; i++) {
            came.add(counted.getOrDefault(i, 0));
        }
        return came;
    }

    private List<Double> foretold(Today asked) {
        var state = plans.revisionState(asked.plan(), asked.revision());
        var week = WeekOfHalfHours.of(asked.day(), state.plan().timeZone());
        var forecast = forecasts.of(state, week);
        var all = Stream.of(forecast.byOrigin(), forecast.finished())
                .flatMap(chats -> chats.values().stream())
                .toList();
        var slots = week.slots();
        var foretold = new ArrayList<Double>();
        for (int i = 0; i < slots.size() && !all.isEmpty(); i++) {
            if (LocalDate.ofInstant(slots.get(i), week.zone()).equals(asked.day())) {
                int slot = i;
                foretold.add(all.stream().mapToDouble(chats -> chats[slot]).sum());
            }
        }
        return foretold;
    }
}
