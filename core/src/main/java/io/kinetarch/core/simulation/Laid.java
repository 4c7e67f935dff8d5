package io.kinetarch.core.simulation;

import io.kinetarch.core.dispatch.ChatsAtOnce;
import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.hours.OpenTimeline;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.simulation.Experiment.Span;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** An experiment laid out for its runs: what is the same in all of them. */
final class Laid {
    /** What a visitor answers of whom no answer is known: something that no rule asks for. */
    private static final String SOMETHING = "–";

    private static final Duration REST = Duration.ofDays(7);

    final Experiment experiment;
    final Behaviour behaviour;
    final long start;
    final long countedFrom;
    final long until;
    private final long counted;
    final int intervals;
    final int operators;
    final int queues;
    /** By flow, and the shares of those before each. */
    private final Visit[][] visits;

    private final double[][] sharesBefore;
    final @Nullable String[] topics;
    /** Of the flows, from {@link Arrivals#chats} and {@link Arrivals#keys}. */
    final double[][] chats;

    final long[] keys;

    /** Where chats come from, and of which of these each flow is. */
    final List<Source> sources;

    final int[] sourceOf;
    final Groups groups;
    final boolean[] asksLater;
    final boolean[] botHandsOver;
    /** By flow, how many of its chats a bot finishes. */
    final double[] finishedByBot;

    /** By queue and flow. */
    final double[][] handlingMillis;

    final double[] patienceMillis;
    final long[] withinMillis;
    final double[][] slowdown;
    final long acceptMillis;
    final long botTurnMillis;
    final long choosingMillis;
    /** Operator-time in which somebody could hold chats of a queue, within the counted span; the last of all queues. */
    final double[] present;
    /** The same times how many chats each could hold. */
    final double[] places;

    private final List<List<Span>> shifts;

    /** A door, and what the chats from there are about. */
    record Source(DoorId door, @Nullable String topic) {}

    Laid(Experiment experiment) {
        this.experiment = experiment;
        var plan = experiment.plan();
        behaviour = experiment.behaviour();
        start = experiment.from().toEpochMilli();
        countedFrom = experiment.countedFrom().toEpochMilli();
        until = experiment.until().toEpochMilli();
        counted = experiment.counted().toMillis();
        intervals = experiment.intervals();
        operators = plan.operators().size();
        queues = plan.queues().size();
        var flows = experiment.flows();
        visits = flows.stream()
                .map(flow -> flow.kinds().stream()
                        .map(kind -> answered(plan, kind.visit()))
                        .toArray(Visit[]::new))
                .toArray(Visit[][]::new);
        sharesBefore = flows.stream().map(Laid::sharesBefore).toArray(double[][]::new);
        topics = flows.stream().map(flow -> flow.visit().topic()).toArray(String[]::new);
        chats = Arrivals.chats(flows);
        keys = Arrivals.keys(flows);
        var sourceOfEach = flows.stream()
                .map(flow -> new Source(flow.visit().door(), flow.visit().topic()))
                .toList();
        sources = sourceOfEach.stream().distinct().toList();
        sourceOf = sourceOfEach.stream().mapToInt(sources::indexOf).toArray();
        groups = new Groups(plan, flows);
        asksLater = new boolean[visits.length];
        botHandsOver = new boolean[visits.length];
        finishedByBot = new double[visits.length];
        for (int i = 0; i < visits.length; i++) {
            var visit = flows.get(i).visit();
            asksLater[i] = plan.door(visit.door()).questions().stream()
                    .anyMatch(question -> question.asked() == AskedWhen.AFTER_FIRST_MESSAGE);
            String topic = visit.topic();
            botHandsOver[i] =
                    topic != null && plan.topic(topic).filter(Topic::handsOver).isPresent();
            finishedByBot[i] = plan.settings().botShare(topic, SpokenLanguage.primary(visit.language()));
        }
        handlingMillis = plan.queues().stream()
                .map(queue -> Arrays.stream(topics)
                        .mapToDouble(topic -> 1000
                                * queue.workload().handlingSeconds()
                                * behaviour.differences().of(queue.id(), topic))
                        .toArray())
                .toArray(double[][]::new);
        patienceMillis = plan.queues().stream()
                .mapToDouble(queue -> {
                    Double patience = queue.workload().patienceSeconds();
                    return patience == null ? Double.POSITIVE_INFINITY : 1000 * patience;
                })
                .toArray();
        withinMillis = plan.queues().stream()
                .mapToLong(queue -> Math.round(1000 * queue.target().withinSeconds()))
                .toArray();
        slowdown = plan.queues().stream()
                .map(queue -> queue.workload().slowdown().stream()
                        .mapToDouble(factor -> factor)
                        .toArray())
                .toArray(double[][]::new);
        acceptMillis = Math.round(1000 * behaviour.acceptSeconds());
        botTurnMillis = Math.round(1000 * behaviour.bot().secondsPerTurn());
        choosingMillis = Math.round(1000 * behaviour.ways().seconds());
        var spans = plan.operators().stream().map(this::spans).toList();
        shifts = spans;
        present = new double[queues + 1];
        places = new double[queues + 1];
        for (int operator = 0; operator < operators; operator++) {
            count(plan, operator, spans.get(operator));
        }
    }

    private static double[] sharesBefore(Flow flow) {
        double[] before = new double[flow.kinds().size()];
        for (int i = 1; i < before.length; i++) {
            before[i] = before[i - 1] + flow.kinds().get(i - 1).share();
        }
        return before;
    }

    /** One of the visitors of a flow, by chance: a share from 0 to 1. */
    Visit visit(int flow, double chance) {
        int kind = Arrays.binarySearch(sharesBefore[flow], chance);
        return visits[flow][kind >= 0 ? kind : -kind - 2];
    }

    /** Whether that can be one of several. */
    boolean differ(int flow) {
        return visits[flow].length > 1;
    }

    /** The shifts of a run, with what chance takes from them. */
    Shifts shifts(long seed) {
        var ids = experiment.plan().operators();
        return Shifts.of(
                shifts,
                start,
                operator -> Chance.bits(seed, ids.get(operator).id().value().hashCode()));
    }

    /** In which interval an instant lies; negative before the counted span. */
    int interval(long at) {
        return at < countedFrom ? -1 : (int) ((Math.min(at, until - 1) - countedFrom) / counted);
    }

    /** When the interval of an instant is over. */
    long intervalEnd(long at) {
        return at < countedFrom
                ? countedFrom
                : interval(at) == intervals - 1 ? Agenda.NEVER : countedFrom + (interval(at) + 1) * counted;
    }

    private List<Span> spans(Operator operator) {
        var given = experiment.presence();
        if (given == null) {
            return usual(operator);
        }
        var spans = new ArrayList<Span>();
        given.getOrDefault(operator.id(), List.of()).stream()
                .sorted(Comparator.comparing(Span::from))
                .forEach(span -> {
                    var to = span.to().isBefore(experiment.until()) ? span.to() : end();
                    var last = spans.isEmpty() ? null : spans.getLast();
                    if (last != null && !span.from().isAfter(last.to())) {
                        spans.removeLast();
                        spans.add(new Span(last.from(), to.isAfter(last.to()) ? to : last.to(), last.answering()));
                    } else {
                        spans.add(new Span(span.from(), to, span.answering()));
                    }
                });
        return spans;
    }

    private Instant end() {
        return experiment.until().plus(REST);
    }

    private List<Span> usual(Operator operator) {
        var hours = OpeningHours.weekly(experiment.plan().timeZone(), operator.presence());
        var timeline = OpenTimeline.of(hours, experiment.from(), end());
        var spans = new ArrayList<Span>();
        var at = experiment.from();
        while (at.isBefore(end())) {
            var next = timeline.nextChange(at).orElse(end());
            var to = next.isBefore(end()) ? next : end();
            if (timeline.isOpen(at.getEpochSecond())) {
                spans.add(new Span(at, to));
            }
            at = to;
        }
        return spans;
    }

    private void count(Plan plan, int operator, List<Span> spans) {
        double millis = 0;
        for (var span : spans) {
            long from = Math.max(countedFrom, span.from().toEpochMilli());
            long to = Math.min(until, span.to().toEpochMilli());
            millis += span.answering() * Math.max(0, to - from);
        }
        int most = 0;
        var compiled = CompiledPlan.of(plan);
        for (int queue = 0; queue < queues; queue++) {
            var each = plan.queues().get(queue);
            if (compiled.canServe(plan.operators().get(operator).id(), each.id())) {
                int atOnce = ChatsAtOnce.of(plan, operator, each).value();
                most = Math.max(most, atOnce);
                present[queue] += millis;
                places[queue] += millis * atOnce;
            }
        }
        present[queues] += most > 0 ? millis : 0;
        places[queues] += millis * most;
    }

    /** A visitor who has answered whatever has to be answered. */
    private static Visit answered(Plan plan, Visit visit) {
        var answers = new HashMap<QuestionId, String>(visit.answers());
        FrontDoor door = plan.door(visit.door());
        Stream.concat(
                        door.questions().stream(),
                        plan.departments().stream().flatMap(department -> department.questions().stream()))
                .filter(Question::required)
                .forEach(question -> answers.merge(
                        question.id(), SOMETHING, (known, something) -> known.isBlank() ? something : known));
        return Visit.of(new Arrival(
                visit.door(),
                visit.page(),
                visit.language(),
                answers,
                Instant.EPOCH,
                visit.visitor(),
                visit.facts(),
                visit.topic(),
                Map.of()));
    }
}
