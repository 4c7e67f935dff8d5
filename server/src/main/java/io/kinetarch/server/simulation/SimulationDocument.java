package io.kinetarch.server.simulation;

import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.simulation.Behaviour;
import io.kinetarch.core.simulation.Experiment;
import io.kinetarch.core.simulation.Experiment.Span;
import io.kinetarch.core.simulation.Flow;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.routing.ArrivalDocument;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A plan to simulate, with the visitors and operators of a span of time.
 *
 * @param until when nobody comes any more; whoever came is followed to the end of their chat
 * @param warmUpSeconds how much of the beginning is not counted; none if left out
 * @param behaviour null for exponential times, with offers accepted at once
 * @param presence when operators are there, by id; null for their usual hours. Whoever is there at the end stays until all is done
 * @param replications how many runs, 1 to 1,000
 * @param seed from which chance follows
 */
record SimulationDocument(
        PlanDocument plan,
        Instant from,
        Instant until,
        @Nullable Double warmUpSeconds,
        List<FlowDocument> arrivals,
        @Nullable BehaviourDocument behaviour,
        @Nullable Map<String, List<List<Instant>>> presence,
        int replications,
        long seed) {
    private static final int MOST_REPLICATIONS = 1_000;
    private static final Duration LONGEST = Duration.ofDays(3_700);
    private static final double MOST_CHATS = 50e6;
    private static final double MOST_CELLS = 10e6;
    private static final Duration HALF_HOUR = Duration.ofMinutes(30);

    /**
     * Visitors who are alike.
     *
     * @param chats expected in each interval from the start on; nobody comes after the last
     */
    record FlowDocument(
            String door,
            String language,
            @Nullable String page,
            @Nullable Map<String, String> answers,
            @Nullable String topic,
            double intervalSeconds,
            List<Double> chats) {

        Flow toFlow(Plan plan, Instant from, String pointer) {
            between(pointer + "/intervalSeconds", intervalSeconds, 0.001, (double) LONGEST.toSeconds());
            for (int i = 0; i < chats.size(); i++) {
                Double expected = chats.get(i);
                if (expected == null) {
                    throw new PlanRefusal(
                            pointer + "/chats/" + i, "A number of chats is missing; write 0 where nobody comes.");
                }
                between(pointer + "/chats/" + i, expected, 0, MOST_CHATS);
            }
            var arrival = new ArrivalDocument(door, page, language, answers, from, null, null, topic)
                    .toArrival(plan, Map.of(), pointer);
            return new Flow(Visit.of(arrival), millis(intervalSeconds), chats);
        }
    }

    /** How handling times spread around the mean of their queue. */
    enum HandlingShape {
        EXPONENTIAL,
        LOGNORMAL,
        CONSTANT
    }

    /** How patience spreads around the mean of its queue. */
    enum PatienceShape {
        EXPONENTIAL,
        WEIBULL,
        NONE
    }

    /**
     * How people behave; what is left out is as usual.
     *
     * @param handlingCv standard deviation over mean of log-normal times, 0.01 to 10
     * @param patienceShape of Weibull patience, 0.1 to 20
     * @param acceptSeconds after which an offered chat is taken, 0 to 3,600
     */
    record BehaviourDocument(
            @Nullable HandlingShape handling,
            @Nullable Double handlingCv,
            @Nullable PatienceShape patience,
            @Nullable Double patienceShape,
            @Nullable Double acceptSeconds) {

        Behaviour toBehaviour() {
            double cv = handlingCv == null ? 1 : handlingCv;
            double shape = patienceShape == null ? 1 : patienceShape;
            double accept = acceptSeconds == null ? 0 : acceptSeconds;
            between("/behaviour/handlingCv", cv, 0.01, 10);
            between("/behaviour/patienceShape", shape, 0.1, 20);
            between("/behaviour/acceptSeconds", accept, 0, 3_600);
            return new Behaviour(
                    switch (handling == null ? HandlingShape.EXPONENTIAL : handling) {
                        case EXPONENTIAL -> new Behaviour.Handling.Exponential();
                        case LOGNORMAL -> new Behaviour.Handling.LogNormal(cv);
                        case CONSTANT -> new Behaviour.Handling.Constant();
                    },
                    Behaviour.Differences.NONE,
                    switch (patience == null ? PatienceShape.EXPONENTIAL : patience) {
                        case EXPONENTIAL -> new Behaviour.Patience.Exponential();
                        case WEIBULL -> new Behaviour.Patience.Weibull(shape);
                        case NONE -> new Behaviour.Patience.Endless();
                    },
                    accept,
                    Behaviour.PLAIN.bot(),
                    Behaviour.PLAIN.ways());
        }
    }

    /** The experiment that is meant. */
    Experiment toExperiment() {
        var of = plan.toPlan();
        if (!from.isBefore(until)) {
            throw new PlanRefusal("/until", "until must be after from, " + from + "; was " + until);
        }
        if (Duration.between(from, until).compareTo(LONGEST) > 0) {
            throw new PlanRefusal(
                    "/until", "at most " + LONGEST.toDays() + " days are simulated at once; was until " + until);
        }
        between("/replications", replications, 1, MOST_REPLICATIONS);
        double warmUp = warmUpSeconds == null ? 0 : warmUpSeconds;
        double span = Duration.between(from, until).toMillis() / 1000.0;
        if (!(warmUp >= 0 && warmUp < span)) {
            throw new PlanRefusal(
                    "/warmUpSeconds",
                    "the warm-up must be at least 0 and shorter than the span of " + span + " s; was " + warmUp);
        }
        var flows = new ArrayList<Flow>();
        for (int i = 0; i < arrivals.size(); i++) {
            flows.add(arrivals.get(i).toFlow(of, from, "/arrivals/" + i));
        }
        double chats = replications
                * flows.stream()
                        .flatMap(flow -> flow.chats().stream())
                        .mapToDouble(expected -> expected)
                        .sum();
        if (chats > MOST_CHATS) {
            throw new PlanRefusal(
                    "/replications",
                    "%,.0f chats would have to be simulated in all, at most %,.0f are; ask for fewer replications or a"
                                    .formatted(chats, MOST_CHATS)
                            + " shorter span");
        }
        var experiment = new Experiment(
                of,
                from,
                until,
                millis(warmUp),
                flows.stream().map(Flow::interval).min(Duration::compareTo).orElse(HALF_HOUR),
                flows,
                behaviour == null ? Behaviour.PLAIN : behaviour.toBehaviour(),
                presence == null ? null : presence(of, presence),
                seed);
        checkCells(experiment);
        return experiment;
    }

    private void checkCells(Experiment experiment) {
        double intervals = (double) Duration.between(from, until).toMillis()
                / experiment.counted().toMillis();
        if (intervals * experiment.plan().queues().size() * replications > MOST_CELLS) {
            throw new PlanRefusal(
                    "/arrivals",
                    "%,.0f intervals in the span are too many to be told of one by one; choose longer intervals or a shorter span"
                            .formatted(intervals));
        }
    }

    private static Map<OperatorId, List<Span>> presence(Plan plan, Map<String, List<List<Instant>>> given) {
        var presence = new HashMap<OperatorId, List<Span>>();
        given.forEach((id, pairs) -> {
            String pointer = "/presence/" + id;
            var operator = plan.operators().stream()
                    .filter(known -> known.id().value().equals(id))
                    .findFirst()
                    .orElseThrow(() -> new PlanRefusal(pointer, "the plan has no operator \"" + id + "\""));
            var spans = new ArrayList<Span>();
            for (int i = 0; i < pairs.size(); i++) {
                var pair = pairs.get(i);
                if (pair.size() != 2 || !pair.getFirst().isBefore(pair.getLast())) {
                    throw new PlanRefusal(
                            pointer + "/" + i, "a span is two instants, the second after the first; was " + pair);
                }
                spans.add(new Span(pair.getFirst(), pair.getLast()));
            }
            presence.put(operator.id(), spans);
        });
        return presence;
    }

    private static Duration millis(double seconds) {
        return Duration.ofMillis(Math.round(1000 * seconds));
    }

    private static void between(String pointer, double value, double least, double most) {
        if (!(value >= least && value <= most)) {
            throw new PlanRefusal(
                    pointer,
                    "%s must be from %s to %s, was %s"
                            .formatted(pointer.substring(pointer.lastIndexOf('/') + 1), least, most, value));
        }
    }
}
