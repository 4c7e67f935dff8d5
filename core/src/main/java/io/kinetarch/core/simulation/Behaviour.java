package io.kinetarch.core.simulation;

import io.kinetarch.core.plan.QueueId;
import java.util.Map;
import org.hipparchus.special.Erf;
import org.hipparchus.special.Gamma;
import org.jspecify.annotations.Nullable;

/**
 * What people and bots do where the plan does not say it. Means of handling and patience come from each queue's workload.
 *
 * @param handling how handling times spread around their mean
 * @param differences how their mean differs within a queue
 * @param patience how patience spreads around its mean
 * @param acceptSeconds after which operators take an offered chat, at least 0
 * @param bot what talking to it takes
 * @param ways how often visitors take a way out that is offered
 */
public record Behaviour(
        Handling handling, Differences differences, Patience patience, double acceptSeconds, BotTalk bot, Ways ways) {
    /** Exponential times, accepted at once; the rest is assumed. */
    public static final Behaviour PLAIN = new Behaviour(
            new Handling.Exponential(), Differences.NONE, new Patience.Exponential(), 0, BotTalk.SHORT, Ways.USUAL);

    public Behaviour {
        if (!(acceptSeconds >= 0)) {
            throw new IllegalArgumentException("offers are accepted after at least 0 s, were " + acceptSeconds);
        }
    }

    /** The same with handling as it was measured. */
    public Behaviour with(HandlingEstimate measured) {
        return new Behaviour(
                new Handling.Measured(measured.spread()), measured.differences(), patience, acceptSeconds, bot, ways);
    }

    /** The same with other patience. */
    public Behaviour with(Patience other) {
        return new Behaviour(handling, differences, other, acceptSeconds, bot, ways);
    }

    /**
     * How the mean handling time of chats differs from that of their queue.
     *
     * @param topics factors above 0 of what they are about; 1 of all others
     * @param levels factors above 0 of operators by {@link Levels their level}; 1 of all others
     */
    public record Differences(Map<About, Double> topics, Map<Integer, Double> levels) {
        public static final Differences NONE = new Differences(Map.of(), Map.of());

        public Differences {
            topics = Map.copyOf(topics);
            levels = Map.copyOf(levels);
        }

        /** Chats of a queue by what they are about. */
        public record About(QueueId queue, String topic) {}

        double of(QueueId queue, @Nullable String topic) {
            return topic == null ? 1 : topics.getOrDefault(new About(queue, topic), 1.0);
        }
    }

    /** How handling times spread. Each gives a time of mean 1 by a share from 0 to 1. */
    public sealed interface Handling {
        double of(double share);

        /** Any moment may be the last. */
        record Exponential() implements Handling {
            @Override
            public double of(double share) {
                return -Math.log(share);
            }
        }

        /** All the same. */
        record Constant() implements Handling {
            @Override
            public double of(double share) {
                return 1;
            }
        }

        /**
         * Few are very long.
         *
         * @param cv standard deviation over mean, above 0
         */
        record LogNormal(double cv) implements Handling {
            public LogNormal {
                if (!(cv > 0)) {
                    throw new IllegalArgumentException("the variation must be above 0, was " + cv);
                }
            }

            @Override
            public double of(double share) {
                double variance = Math.log1p(cv * cv);
                return Math.exp(Math.sqrt(2 * variance) * Erf.erfInv(2 * share - 1) - variance / 2);
            }
        }

        /** As it was before; the measured times themselves only say how it spreads. */
        record Measured(Survival spread) implements Handling {
            @Override
            public double of(double share) {
                return spread.timeOf(share) / spread.mean();
            }
        }
    }

    /** How patience spreads. Each gives a patience of mean 1 by a share from 0 to 1. */
    public sealed interface Patience {
        double of(double share);

        /** Whoever has waited gives up as readily as whoever has not. */
        record Exponential() implements Patience {
            @Override
            public double of(double share) {
                return -Math.log(share);
            }
        }

        /**
         * Whoever has waited gives up less readily (shape below 1) or more (above 1).
         *
         * @param shape above 0
         */
        record Weibull(double shape) implements Patience {
            public Weibull {
                if (!(shape > 0)) {
                    throw new IllegalArgumentException("the shape must be above 0, was " + shape);
                }
            }

            @Override
            public double of(double share) {
                return Math.pow(-Math.log(share), 1 / shape) / Gamma.gamma(1 + 1 / shape);
            }
        }

        /** As waits were before; the measured times themselves only say how it spreads. */
        record Measured(Survival survival) implements Patience {
            @Override
            public double of(double share) {
                return survival.timeOf(share) / survival.mean();
            }
        }

        /** Nobody gives up. */
        record Endless() implements Patience {
            @Override
            public double of(double share) {
                return Double.POSITIVE_INFINITY;
            }
        }
    }

    /**
     * What talking to a bot takes. Of how many chats it finishes the plan says.
     *
     * @param turns after how many words of the visitor it finishes, in the mean; at least 1
     * @param secondsPerTurn above 0
     */
    public record BotTalk(double turns, double secondsPerTurn) {
        /** One turn of 20 s; assumed. */
        public static final BotTalk SHORT = new BotTalk(1, 20);

        public BotTalk {
            if (!(turns >= 1 && secondsPerTurn > 0)) {
                throw new IllegalArgumentException(
                        "a talk has at least 1 turn, of more than 0 s; were " + turns + " and " + secondsPerTurn);
            }
        }
    }

    /**
     * How often visitors take a way out, each as a share from 0 to 1.
     *
     * @param form leave a message where nobody can be had
     * @param message leave a message in place of waiting
     * @param callBack ask to be called back in place of waiting
     * @param bot go on with the bot in place of waiting
     * @param seconds to make up their mind
     */
    public record Ways(double form, double message, double callBack, double bot, double seconds) {
        /** Assumed. */
        public static final Ways USUAL = new Ways(1, 0.3, 0.3, 0.3, 10);
    }
}
