package io.kinetarch.core.simulation;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A plan, and the visitors and operators that a span of time brings it.
 *
 * @param from when it begins, with nobody there and nothing going on
 * @param until after it, when nobody comes any more; at least a millisecond after {@code from}
 * @param warmUp how much of its beginning is not counted, less than all of it
 * @param counted the length of the intervals by which it is counted, above 0
 * @param flows the visitors
 * @param presence when operators are there; whoever is there at the end stays until the last chat has ended. Null: as the plan says
 *     that they usually are
 * @param seed from which chance follows
 */
public record Experiment(
        Plan plan,
        Instant from,
        Instant until,
        Duration warmUp,
        Duration counted,
        List<Flow> flows,
        Behaviour behaviour,
        @Nullable Map<OperatorId, List<Span>> presence,
        long seed) {
    public Experiment {
        if (!from.isBefore(until)) {
            throw new IllegalArgumentException("it must end after " + from + ", not at " + until);
        }
        if (warmUp.isNegative() || !from.plus(warmUp).isBefore(until)) {
            throw new IllegalArgumentException("the warm-up must be shorter than the span, was " + warmUp);
        }
        if (counted.toMillis() < 1) {
            throw new IllegalArgumentException("intervals must be longer than 0, were " + counted);
        }
        flows = List.copyOf(flows);
        presence = presence == null ? null : Map.copyOf(presence);
    }

    /**
     * A span of time in which somebody is there.
     *
     * @param to after {@code from}
     * @param answering the share of it that is spent answering, above 0 to 1; the rest goes by in stretches of which nobody knows before
     */
    public record Span(Instant from, Instant to, double answering) {
        /** All of it is spent answering. */
        public Span(Instant from, Instant to) {
            this(from, to, 1);
        }

        public Span {
            if (!(answering > 0 && answering <= 1)) {
                throw new IllegalArgumentException("a share is above 0 and at most 1, was " + answering);
            }
            if (!from.isBefore(to)) {
                throw new IllegalArgumentException("it must end after " + from + ", not at " + to);
            }
        }
    }

    /** The same with operators there at other times, and other chance. */
    public Experiment with(Map<OperatorId, List<Span>> others, long otherSeed) {
        return new Experiment(plan, from, until, warmUp, counted, flows, behaviour, others, otherSeed);
    }

    /** When counting begins. */
    Instant countedFrom() {
        return from.plus(warmUp);
    }

    /** In how many intervals it is counted. */
    int intervals() {
        return Math.toIntExact(
                Math.ceilDiv(Duration.between(countedFrom(), until).toMillis(), counted.toMillis()));
    }
}
