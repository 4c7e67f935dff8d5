package io.kinetarch.server.report;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.report.CountedAgainst;
import io.kinetarch.core.report.DailyRatio.Difference;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.report.ChatFigures.Compared;
import io.kinetarch.server.report.ReportMapper.Present;
import io.kinetarch.server.report.SpanSums.Wanted;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Adds up what became of the chats of some days, and compares two spans. */
@Service
public class Reports {
    private static final int MOST_DAYS = 3 * 366;
    private static final int USUAL_DAYS = 7;
    private static final ReportWay USUAL = new ReportWay(CountedAgainst.ALL, 10);
    private static final int MOST_SHORT = 600;

    private final ReportMapper mapper;
    private final KeptDays days;
    private final Plans plans;
    private final Clock clock;

    Reports(ReportMapper mapper, KeptDays days, Plans plans, Clock clock) {
        this.mapper = mapper;
        this.days = days;
        this.plans = plans;
        this.clock = clock;
    }

    /**
     * How chats are counted.
     *
     * @param against of which chats those answered in time are a share
     * @param shortSeconds who gave up sooner than that is counted apart, 0 to 600
     */
    record ReportWay(CountedAgainst against, int shortSeconds) {}

    /**
     * Which chats, and how they are told apart.
     *
     * @param by null for queues
     * @param from first day on which they came, where the plan is; null for a week
     * @param until last day; null for today
     * @param within seconds within which any chat is to be answered; null for what each queue is to achieve
     * @param thanFrom first day of other days with which they are compared; null for none
     * @param thanUntil last day of them
     */
    record Asked(
            @Nullable ReportBy by,
            @Nullable LocalDate from,
            @Nullable LocalDate until,
            @Nullable String door,
            @Nullable String queue,
            @Nullable String operator,
            @Nullable String language,
            @Nullable String topic,
            @Nullable Integer within,
            @Nullable LocalDate thanFrom,
            @Nullable LocalDate thanUntil) {
        ReportBy kind() {
            return by == null ? ReportBy.QUEUE : by;
        }
    }

    record Span(LocalDate from, LocalDate until) {}

    /**
     * Some chats, added up.
     *
     * @param way how they are counted
     * @param meaning what the service level means here, in words
     * @param before the span that it is compared with; null for none
     */
    record Report(
            ReportBy by,
            LocalDate from,
            LocalDate until,
            @Nullable Span before,
            ReportWay way,
            String meaning,
            ReportLine total,
            List<ReportLine> lines) {}

    /**
     * The chats of one kind.
     *
     * @param key id, text or number of what they are told apart by
     * @param name of it
     * @param before the same of the other span; null where there is none
     * @param changes by figure: how the other span differs, where that can be said
     * @param work what operators did; null where the report tells no operators apart
     */
    record ReportLine(
            String key,
            String name,
            ChatFigures now,
            @Nullable ChatFigures before,
            Map<String, Change> changes,
            @Nullable OperatorWork work) {}

    /**
     * How a figure differs from that of the span before.
     *
     * @param difference of this span less that of the other
     * @param lower, upper where the true difference lies with 95 %
     * @param byChance how often a difference as large comes about by chance
     * @param real whether that is less than once in twenty times
     */
    record Change(double difference, double lower, double upper, double byChance, boolean real) {}

    /**
     * What an operator did, or several.
     *
     * @param presentSeconds how long they were present
     * @param occupancy mean share of their places that chats took, wrapping up included; null where they were not present
     * @param lapsed offers that they did not accept in time
     * @param longestSilence seconds that a visitor waited for a word of theirs at most
     * @param leftOpen chats that ended while a question of the visitor's was unanswered
     */
    record OperatorWork(
            double presentSeconds,
            @Nullable Double occupancy,
            long lapsed,
            long declined,
            double longestSilence,
            long leftOpen) {}

    ReportWay way(String planId) {
        return mapper.way(planId)
                .map(stored -> new ReportWay(CountedAgainst.valueOf(stored.against()), stored.shortSeconds()))
                .orElse(USUAL);
    }

    /** Chooses how chats are counted from now on, in reports of past days, too. */
    ReportWay choose(String planId, ReportWay way) {
        if (way.shortSeconds() < 0 || way.shortSeconds() > MOST_SHORT) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/shortSeconds",
                    "Who gives up within at most " + MOST_SHORT + " s may be counted apart; was " + way.shortSeconds()
                            + ".");
        }
        plans.draftState(planId);
        mapper.storeWay(planId, way.against().name(), way.shortSeconds());
        return way;
    }

    /** What became of all chats that came on some days. */
    public ChatFigures all(String planId, LocalDate from, LocalDate until) {
        return report(planId, new Asked(ReportBy.ALL, from, until, null, null, null, null, null, null, null, null))
                .total()
                .now();
    }

    Report report(String planId, Asked asked) {
        var plan = plans.draftState(planId).plan();
        var span = span(plan, asked);
        check("from", span.from(), span.until());
        var way = way(planId);
        var now = sums(planId, plan, asked, span, way);
        var thanFrom = asked.thanFrom();
        var thanUntil = asked.thanUntil();
        if ((thanFrom == null) != (thanUntil == null)) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER,
                    "To compare with other days, send both \"thanFrom\" and \"thanUntil\", or neither.");
        }
        Span before = null;
        Sums then = null;
        if (thanFrom != null && thanUntil != null) {
            check("thanFrom", thanFrom, thanUntil);
            before = new Span(thanFrom, thanUntil);
            then = sums(planId, plan, asked, before, way);
        }
        var lines = new ArrayList<ReportLine>();
        Set<String> keys = new HashSet<>(now.chats.kinds());
        if (then != null) {
            keys.addAll(then.chats.kinds());
        }
        for (String key : keys) {
            lines.add(line(plan, asked.kind(), key, now, then, way.against()));
        }
        lines.sort(order(asked.kind()));
        return new Report(
                asked.kind(),
                span.from(),
                span.until(),
                before,
                way,
                meaning(way, asked.within()),
                total(now, then, way.against()),
                lines);
    }

    private static void check(String name, LocalDate from, LocalDate until) {
        if (until.isBefore(from)) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER,
                    "The last day, " + until + ", comes before \"" + name + "\", " + from + ".");
        }
        if (from.plusDays(MOST_DAYS).isBefore(until)) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER,
                    "A report is of at most three years; ask for fewer days from " + from + ".");
        }
    }

    private static String meaning(ReportWay way, @Nullable Integer within) {
        String time = within == null ? "within the time that their queue is to achieve" : "within " + within + " s";
        return switch (way.against()) {
            case ALL -> "of all chats that waited, those that an operator answered " + time;
            case PATIENT ->
                "of all chats that waited but those that gave up within " + way.shortSeconds()
                        + " s, those that an operator answered " + time;
            case ANSWERED -> "of all chats that an operator answered, those answered " + time;
        };
    }

    /**
     * What was added up of one span.
     *
     * @param work by operator; null where the report tells none apart
     */
    private record Sums(
            SpanSums chats,
            @Nullable Map<String, OperatorWork> work,
            @Nullable OperatorWork allWork) {
        ChatFigures of(String kind, CountedAgainst against) {
            return ChatFigures.of(chats.of(kind), chats.waits(kind), against);
        }

        ChatFigures all(CountedAgainst against) {
            return ChatFigures.of(chats.all(), chats.allWaits(), against);
        }
    }

    private Span span(Plan plan, Asked asked) {
        LocalDate until = Objects.requireNonNullElseGet(
                asked.until(), () -> LocalDate.ofInstant(clock.instant(), plan.timeZone()));
        return new Span(Objects.requireNonNullElse(asked.from(), until.minusDays(USUAL_DAYS - 1)), until);
    }

    private Sums sums(String planId, Plan plan, Asked asked, Span span, ReportWay way) {
        var wanted = wanted(plan, asked, way);
        var ofDays = days.of(planId, span.from(), span.until());
        if (asked.kind() != ReportBy.OPERATOR) {
            return new Sums(new SpanSums(ofDays, wanted, asked.kind()), null, null);
        }
        // The database adds up presence while chats are added up here.
        try (var beside = Executors.newVirtualThreadPerTaskExecutor()) {
            var present = beside.submit(() -> present(planId, plan, span));
            var chats = new SpanSums(ofDays, wanted, asked.kind());
            var work = work(plan, chats, present.get());
            return new Sums(chats, work, together(plan, work));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException("The report is not wanted any more.");
        } catch (ExecutionException e) {
            throw e.getCause() instanceof RuntimeException failed ? failed : new IllegalStateException(e.getCause());
        }
    }

    /** Seconds for which operators were present, by their ids. */
    private Map<String, Double> present(String planId, Plan plan, Span span) {
        var from = span.from().atStartOfDay(plan.timeZone()).toInstant();
        var to = span.until().plusDays(1).atStartOfDay(plan.timeZone()).toInstant();
        return mapper.present(planId, from, to).stream()
                .collect(Collectors.toMap(Present::operatorId, Present::seconds));
    }

    private static Wanted wanted(Plan plan, Asked asked, ReportWay way) {
        Integer within = asked.within();
        // Chats of no queue of these are to be answered at once.
        long otherwise = within == null ? 0 : within * 1000L;
        return new Wanted(
                asked.door(),
                asked.queue(),
                asked.operator(),
                asked.language(),
                asked.topic(),
                way.shortSeconds() * 1000L,
                id -> within == null
                        ? queue(plan, id)
                                .map(queue -> Math.round(queue.target().withinSeconds() * 1000))
                                .orElse(otherwise)
                        : otherwise,
                id -> queue(plan, id).map(Queue::weight).orElse(1));
    }

    private static Optional<Queue> queue(Plan plan, @Nullable String id) {
        return id == null ? Optional.empty() : Element.find(plan.queues(), id);
    }

    private static Map<String, OperatorWork> work(Plan plan, SpanSums chats, Map<String, Double> present) {
        var work = new HashMap<String, OperatorWork>();
        chats.work().forEach((operator, done) -> {
            double seconds = present.getOrDefault(operator, 0.0);
            double places = seconds * capacity(plan, operator);
            work.put(
                    operator,
                    new OperatorWork(
                            seconds,
                            places > 0 ? Double.valueOf(Math.min(1, done.takenWeight / 1000 / places)) : null,
                            done.lapsed,
                            done.declined,
                            done.longestSilenceMillis / 1000.0,
                            done.leftOpen));
        });
        return work;
    }

    private static int capacity(Plan plan, String operator) {
        return Element.find(plan.operators(), operator).map(Operator::capacity).orElse(1);
    }

    private static OperatorWork together(Plan plan, Map<String, OperatorWork> work) {
        double places = 0;
        double taken = 0;
        for (var one : work.entrySet()) {
            double of = one.getValue().presentSeconds() * capacity(plan, one.getKey());
            Double share = one.getValue().occupancy();
            places += of;
            taken += share == null ? 0 : share * of;
        }
        return new OperatorWork(
                work.values().stream().mapToDouble(OperatorWork::presentSeconds).sum(),
                places > 0 ? Double.valueOf(taken / places) : null,
                work.values().stream().mapToLong(OperatorWork::lapsed).sum(),
                work.values().stream().mapToLong(OperatorWork::declined).sum(),
                work.values().stream()
                        .mapToDouble(OperatorWork::longestSilence)
                        .max()
                        .orElse(0),
                work.values().stream().mapToLong(OperatorWork::leftOpen).sum());
    }

    private static ReportLine line(
            Plan plan, ReportBy by, String key, Sums now, @Nullable Sums then, CountedAgainst against) {
        var work = now.work;
        return new ReportLine(
                key,
                name(plan, by, key),
                now.of(key, against),
                then == null ? null : then.of(key, against),
                then == null ? Map.of() : changes(then.chats.of(key), now.chats.of(key), against),
                work == null ? null : work.get(key));
    }

    private static ReportLine total(Sums now, @Nullable Sums then, CountedAgainst against) {
        return new ReportLine(
                "",
                "All",
                now.all(against),
                then == null ? null : then.all(against),
                then == null ? Map.of() : changes(then.chats.all(), now.chats.all(), against),
                now.allWork);
    }

    private static Map<String, Change> changes(
            Collection<ChatSums> before, Collection<ChatSums> now, CountedAgainst against) {
        var changes = new EnumMap<Compared, Change>(Compared.class);
        for (Compared figure : Compared.values()) {
            figure.over(before, against)
                    .to(figure.over(now, against))
                    .ifPresent(difference -> changes.put(figure, change(difference)));
        }
        return changes.entrySet().stream()
                .collect(Collectors.toMap(entry -> entry.getKey().name(), Map.Entry::getValue));
    }

    private static Change change(Difference difference) {
        return new Change(
                difference.difference(),
                difference.lower(),
                difference.upper(),
                difference.byChance(),
                difference.isReal());
    }

    private static String name(Plan plan, ReportBy by, String key) {
        return switch (by) {
            case QUEUE -> key.isEmpty() ? "did not wait" : named(plan.queues(), key);
            case DOOR -> named(plan.doors(), key);
            case OPERATOR -> named(plan.operators(), key);
            case LANGUAGE -> KnownLanguages.name(key);
            case TOPIC -> key.isEmpty() ? "not known" : key;
            case LABEL -> key.isEmpty() ? "none" : key;
            case HOUR -> "%02d:00".formatted(Integer.parseInt(key));
            case WEEKDAY -> DayOfWeek.of(Integer.parseInt(key)).getDisplayName(TextStyle.FULL, Locale.ENGLISH);
            case DAY, ALL -> key;
        };
    }

    private static String named(List<? extends Element> elements, String id) {
        return Element.find(elements, id).map(Element::name).orElse(id);
    }

    private static Comparator<ReportLine> order(ReportBy by) {
        if (!by.isTime()) {
            return Comparator.<ReportLine>comparingLong(line -> -line.now().chats())
                    .thenComparing(ReportLine::name);
        }
        return by == ReportBy.HOUR
                ? Comparator.comparingInt(line -> Integer.parseInt(line.key()))
                : Comparator.comparing(ReportLine::key);
    }

    /** A report as a table, its total last. */
    Sheet sheet(Report report) {
        boolean compares = report.before() != null;
        var header = new ArrayList<String>(List.of(
                report.by().name().toLowerCase(Locale.ROOT),
                "chats",
                "waited",
                "answered",
                "answered in time",
                "service level",
                "gave up",
                "gave up soon",
                "mean wait seconds",
                "median wait seconds",
                "95th percentile wait seconds",
                "first reply seconds",
                "handling seconds",
                "wrap-up seconds",
                "transferred",
                "finished by bot",
                "ended by visitor",
                "ended by operator",
                "closed after silence",
                "left a message",
                "ratings",
                "mean rating"));
        if (report.by() == ReportBy.OPERATOR) {
            header.addAll(List.of(
                    "present hours",
                    "occupancy",
                    "offers not accepted",
                    "offers declined",
                    "longest silence seconds",
                    "ended on a question"));
        }
        if (compares) {
            for (Compared figure : Compared.values()) {
                header.add(figure.name() + " before");
                header.add(figure.name() + " by chance");
            }
        }
        var lines = Stream.concat(report.lines().stream(), Stream.of(report.total()))
                .map(line -> cells(report, line));
        return new Sheet("Report", header, lines);
    }

    private static List<@Nullable Object> cells(Report report, ReportLine line) {
        var now = line.now();
        var cells = new ArrayList<@Nullable Object>(Arrays.<@Nullable Object>asList(
                line.name(),
                now.chats(),
                now.waited(),
                now.answered(),
                now.inTime(),
                now.serviceLevel(),
                now.gaveUp(),
                now.gaveUpSoon(),
                now.meanWait(),
                now.medianWait(),
                now.wait95(),
                now.firstReply(),
                now.handling(),
                now.wrapUp(),
                now.transferred(),
                now.finishedByBot(),
                now.endedByVisitor(),
                now.endedByOperator(),
                now.closedSilent(),
                now.leftMessage(),
                now.ratings(),
                now.rating()));
        if (report.by() == ReportBy.OPERATOR) {
            var work = line.work();
            cells.addAll(
                    work == null
                            ? Arrays.<@Nullable Object>asList(null, null, null, null, null, null)
                            : Arrays.<@Nullable Object>asList(
                                    work.presentSeconds() / 3600,
                                    work.occupancy(),
                                    work.lapsed(),
                                    work.declined(),
                                    work.longestSilence(),
                                    work.leftOpen()));
        }
        var before = line.before();
        if (before != null) {
            for (Compared figure : Compared.values()) {
                var change = line.changes().get(figure.name());
                cells.add(figure.of(before));
                cells.add(change == null ? null : change.byChance());
            }
        }
        return cells;
    }
}
