package io.kinetarch.core.staffing;

import java.util.Arrays;

/**
 * A queue of chats in steady state: Poisson arrivals, operators who each hold up to {@code chatsAtOnce} chats, exponential
 * handling whose speed depends on how many chats the operator holds, and visitors with exponential patience.
 *
 * <p>The number of chats in the system is a birth–death chain. Operators share the chats evenly, so with {@code n}
 * operators and {@code j = q·n + r} chats in handling, {@code r} operators hold {@code q+1} and the others {@code q}; an
 * operator who holds {@code k} finishes chats at rate {@code k / (slowdown[k] · handling)}. Special cases: one chat at once
 * without patience is Erlang C (M/M/n), with patience Erlang A (M/M/n+M), with a waiting limit of nought Erlang B.
 *
 * <p>The share answered within a limit follows Garnett, Mandelbaum and Reiman, "Designing a call center with impatient
 * customers" (M&amp;SOM 4, 2002): a visitor who finds {@code i} waiting is offered a wait V with
 * {@code exp(−θV) ~ Beta(C/θ, i+1)}, C being the rate at which full operators finish chats. Summed over all states this
 * becomes a sum of positive terms over the number of departures within the limit, which has a negative binomial law (a
 * Poisson law without patience); see {@link #answeredAfterWaiting}.
 *
 * <p>Checked to 1e-9 relative against 160-bit arithmetic from 1 to 5,000 operators and loads of 0.001 to 10,000 Erlang.
 * Probabilities under about 1e-250 may come out as 0, never as NaN.
 */
public final class ChatQueue {
    /** A waiting limit that is never reached. */
    public static final int NO_LIMIT = Integer.MAX_VALUE;

    /** What a sum leaves out is below this share of it. */
    private static final double NEGLIGIBLE = 1e-17;

    /** Beginnings that are rarer need no room to grow. */
    private static final double RARE = 1e-5;

    private static final double RESCALE_ABOVE = 1e250;
    private static final double UNDERFLOW = 1e-305;

    /** So few chats are none: one in more years than anybody plans for. */
    private static final double NO_LOAD = 1e-9;

    /** A mean number of operators this close to a whole one is one. */
    private static final double A_WHOLE_OPERATOR = 1e-6;

    /** More visitors than this arriving while one is patient makes the sums too long to be of use. */
    public static final double MOST_ARRIVALS_WITHIN_PATIENCE = 2e7;

    private final double handlingSeconds;
    /** Offered load in Erlang: chats arriving during one undisturbed handling time. */
    private final double load;
    /** Handling time over mean patience; 0 where visitors wait without end. */
    private final double impatience;

    private final int chatsAtOnce;
    /** Chats finished per undisturbed handling time by an operator who holds k chats; index 0 is unused. */
    private final double[] speedHolding;

    private final int waitingLimit;

    private ChatQueue(Builder from) {
        handlingSeconds = from.handlingSeconds;
        double asked = from.arrivalsPerSecond * from.handlingSeconds;
        load = asked < NO_LOAD ? 0 : asked;
        impatience = from.handlingSeconds / from.patienceSeconds;
        chatsAtOnce = from.slowdown.length;
        speedHolding = new double[chatsAtOnce + 1];
        for (int k = 1; k <= chatsAtOnce; k++) {
            speedHolding[k] = k / from.slowdown[k - 1];
        }
        waitingLimit = from.waitingLimit;
    }

    private ChatQueue(ChatQueue queue, double share) {
        handlingSeconds = queue.handlingSeconds / share;
        load = queue.load / share;
        impatience = queue.impatience / share;
        chatsAtOnce = queue.chatsAtOnce;
        speedHolding = queue.speedHolding;
        waitingLimit = queue.waitingLimit;
    }

    /**
     * The same chats answered by operators who are there for a share of the time only, as if all of them worked as much slower.
     *
     * @param share above 0, at most 1
     */
    ChatQueue byOperatorsThereFor(double share) {
        return new ChatQueue(this, share);
    }

    /**
     * Starts a description of a queue whose visitors are patient without end, whose operators hold one chat at once, and
     * where any number may wait.
     *
     * @param arrivalsPerSecond mean rate of arrivals, at least 0
     * @param handlingSeconds mean handling time of a chat by an operator who holds no other, above 0
     */
    public static Builder arriving(double arrivalsPerSecond, double handlingSeconds) {
        return new Builder(arrivalsPerSecond, handlingSeconds);
    }

    /** Offered load in Erlang. */
    public double load() {
        return load;
    }

    /**
     * What visitors and operators experience with this many operators.
     *
     * @param operators at least 0
     * @param withinSeconds the answer-time limit of {@link Performance#serviceLevel}, at least 0
     */
    public Performance evaluate(int operators, double withinSeconds) {
        if (operators < 0) {
            throw new IllegalArgumentException("operators must be at least 0, was " + operators);
        }
        if (!(withinSeconds >= 0)) {
            throw new IllegalArgumentException("withinSeconds must be at least 0, was " + withinSeconds);
        }
        if (load == 0) {
            return Performance.NOBODY_COMES;
        }
        double within = withinSeconds / handlingSeconds;
        double fullSpeed = operators * speedHolding[chatsAtOnce];
        Head head = headBelow(operators);
        if (impatience == 0 && waitingLimit == NO_LIMIT) {
            return fullSpeed <= load
                    ? Performance.overrun(operators, chatsAtOnce)
                    : withPatientVisitors(operators, within, fullSpeed, head);
        }
        return withWaitingRoom(operators, within, fullSpeed, head);
    }

    /**
     * What they experience with a number of operators that is a mean: for its fraction of the time there is one more than for the
     * rest. Where the fewer would never catch up, all are taken to work slower instead.
     *
     * @param operators at least 0
     */
    public Performance evaluate(double operators, double withinSeconds) {
        int more = heads(operators);
        if (more - operators < A_WHOLE_OPERATOR) {
            return evaluate(more, withinSeconds);
        }
        var fewer = evaluate(more - 1, withinSeconds);
        return Double.isInfinite(fewer.meanWaiting())
                ? byOperatorsThereFor(operators / more).evaluate(more, withinSeconds)
                : fewer.towards(evaluate(more, withinSeconds), operators - (more - 1));
    }

    /** The operators there are when a mean number of them is there. */
    static int heads(double operators) {
        return (int) Math.ceil(operators - A_WHOLE_OPERATOR);
    }

    double handlingSeconds() {
        return handlingSeconds;
    }

    int chatsAtOnce() {
        return chatsAtOnce;
    }

    /** The share of those who wait that would still wait after some time, in undisturbed handling times, if nobody answered. */
    double shareThatStays(double length) {
        return Math.exp(-impatience * length);
    }

    /** Chats that end per undisturbed handling time with so many there, answered or given up. */
    double departures(int chats, int operators) {
        int places = operators * chatsAtOnce;
        return chats <= places
                ? speedAt(chats, operators)
                : operators * speedHolding[chatsAtOnce] + (chats - places) * impatience;
    }

    /** The greatest number of chats there can be; without a waiting limit, one that is never reached. */
    int mostChats(int operators) {
        return waitingLimit == NO_LIMIT ? NO_LIMIT - 1 : operators * chatsAtOnce + waitingLimit;
    }

    /**
     * The greatest number of chats worth looking at for some time.
     *
     * @param begin chances of 0, 1, 2, … chats at the start
     * @param length of the time, in undisturbed handling times
     */
    int mostChats(int operators, double[] begin, double length) {
        int last = begin.length - 1;
        double rare = 0;
        int most = last;
        while (most > 0 && rare + begin[most] < RARE) {
            rare += begin[most];
            most--;
        }
        double more = farAbove(load * length);
        if (impatience > 0) {
            // were nobody answered, about as many would wait as come while one is patient
            more = Math.min(more, Math.max(0, operators * chatsAtOnce - most) + farAbove(load / impatience));
        }
        return (int) Math.min(Math.max(last, most + more), mostChats(operators));
    }

    /** A number that a Poisson law of this mean hardly ever exceeds. */
    private static double farAbove(double mean) {
        return mean + 7 * Math.sqrt(mean) + 6;
    }

    /**
     * What those see who arrive while the numbers of chats have these chances.
     *
     * @param chances of 0, 1, 2, … chats
     */
    Performance seenBy(double[] chances, int operators, double withinSeconds) {
        if (load == 0) {
            return Performance.NOBODY_COMES;
        }
        int places = operators * chatsAtOnce;
        double fullSpeed = operators * speedHolding[chatsAtOnce];
        double within = withinSeconds / handlingSeconds;
        var departures = fullSpeed == 0 || within == 0
                ? null
                : new Departures(
                        fullSpeed,
                        impatience,
                        within,
                        impatience == 0 ? within : -Math.expm1(-impatience * within) / impatience);
        double atOnce = 0;
        double inTime = 0;
        double gaveUp = 0;
        double waited = 0;
        double waiting = 0;
        double held = 0;
        double noneMoreThan = 0; // chance of at most as many departures as wait ahead
        double wait = 0; // of one with so many ahead
        double leaves = 0;
        int last = chances.length - 1;
        for (int j = 0; j <= last; j++) {
            held += Math.min(j, places) * chances[j];
            if (j < places) {
                atOnce += chances[j];
                continue;
            }
            int ahead = j - places;
            double others = fullSpeed + ahead * impatience;
            wait = (1 + (ahead == 0 ? 0 : others * wait)) / (others + impatience);
            leaves = impatience == 0 ? 0 : (impatience + (ahead == 0 ? 0 : others * leaves)) / (others + impatience);
            waiting += ahead * chances[j];
            double answered = 0;
            if (departures != null) {
                noneMoreThan += departures.probability();
                departures.advance();
                answered = fullSpeed / (others + impatience) * Math.max(0, 1 - noneMoreThan);
            }
            if (ahead >= waitingLimit || chances[j] == 0) {
                continue; // turned away, or nobody there
            }
            inTime += chances[j] * answered;
            waited += chances[j] * wait;
            gaveUp += chances[j] * leaves;
        }
        double full = waitingLimit != NO_LIMIT && last == places + waitingLimit ? chances[last] : 0;
        double perOperator = operators == 0 ? 0 : held / operators;
        return new Performance(
                Math.min(1, atOnce + inTime),
                Math.min(1, 1 - atOnce),
                full,
                Math.min(1, gaveUp),
                waited * handlingSeconds,
                waiting,
                operators == 0 ? 1 : perOperator / chatsAtOnce,
                perOperator);
    }

    /**
     * The states in which an arriving visitor is answered at once, in a scale where the first state with every place taken
     * weighs {@code boundary}.
     */
    private record Head(double weight, double chats, double boundary) {}

    /**
     * Sums the weights of the states below "every place taken". Going up, {@code sum(j) = 1 + sum(j−1)·S(j)/load} in units
     * of the newest state's weight: only positive terms, so no digits are lost.
     */
    private Head headBelow(int operators) {
        int places = Math.multiplyExact(operators, chatsAtOnce);
        double unit = 1;
        double weight = 0;
        double chats = 0;
        for (int j = 0; j < places; j++) {
            weight += unit;
            chats += j * unit;
            double back = speedAt(j + 1, operators) / load;
            weight *= back;
            chats *= back;
            if (weight > RESCALE_ABOVE) {
                weight /= RESCALE_ABOVE;
                chats /= RESCALE_ABOVE;
                unit /= RESCALE_ABOVE;
            }
        }
        return new Head(weight, chats, unit);
    }

    /** Chats finished per undisturbed handling time with {@code chats} of them spread evenly over the operators. */
    private double speedAt(int chats, int operators) {
        int held = chats / operators;
        int withOneMore = chats - held * operators;
        return withOneMore == 0
                ? operators * speedHolding[held]
                : (operators - withOneMore) * speedHolding[held] + withOneMore * speedHolding[held + 1];
    }

    /** The closed form for visitors who wait without end: the tail is geometric. */
    private Performance withPatientVisitors(int operators, double within, double fullSpeed, Head head) {
        double spare = fullSpeed - load;
        double tail = head.boundary * fullSpeed / spare;
        double total = head.weight + tail;
        double waits = tail / total;
        double meanWaiting = waits * load / spare;
        double answeredInTime = head.weight / total - waits * Math.expm1(-spare * within);
        int places = operators * chatsAtOnce;
        double inHandling = (head.chats + places * tail) / total;
        return performance(answeredInTime, waits, 0, meanWaiting, inHandling, operators);
    }

    private Performance withWaitingRoom(int operators, double within, double fullSpeed, Head head) {
        Tail tail = tail(fullSpeed);
        double atOnce = head.weight * tail.first();
        double waiting = head.boundary * tail.sum;
        double total = atOnce + waiting;
        double full = waitingLimit == NO_LIMIT ? 0 : head.boundary * tail.last() / total;
        double meanWaiting = head.boundary * tail.waiting / total;
        double answeredInTime = (atOnce + head.boundary * answeredAfterWaiting(tail, fullSpeed, within)) / total;
        int places = operators * chatsAtOnce;
        double inHandling = (head.chats * tail.first() + places * waiting) / total;
        return performance(answeredInTime, waiting / total, full, meanWaiting, inHandling, operators);
    }

    private Performance performance(
            double answeredInTime, double waits, double full, double meanWaiting, double inHandling, int operators) {
        double perOperator = operators == 0 ? 0 : inHandling / operators;
        return new Performance(
                Math.min(1, answeredInTime),
                Math.min(1, waits),
                full,
                Math.min(1, impatience * meanWaiting / load),
                meanWaiting / load * handlingSeconds,
                meanWaiting,
                operators == 0 ? 1 : perOperator / chatsAtOnce,
                perOperator);
    }

    /**
     * The weights of the states with every place taken and {@code from + index} visitors waiting, relative to the heaviest
     * of them; states that weigh nothing beside it are left out at both ends.
     */
    @SuppressWarnings("ArrayRecordComponent") // a private carrier, never compared
    private record Tail(int from, double[] weights, int length, double sum, double waiting, boolean reachesLimit) {
        double first() {
            return from == 0 ? weights[0] : 0;
        }

        double last() {
            return reachesLimit ? weights[length - 1] : 0;
        }
    }

    private Tail tail(double fullSpeed) {
        int heaviest = heaviestWaiting(fullSpeed);
        int from = heaviest;
        double below = 1;
        while (from > 0 && below > UNDERFLOW) {
            below *= (fullSpeed + from * impatience) / load;
            from--;
        }
        double[] weights = new double[heaviest - from + 64];
        double weight = 1;
        for (int i = heaviest; i >= from; i--) {
            weights[i - from] = weight;
            weight *= (fullSpeed + i * impatience) / load;
        }
        double sum = 0;
        double waiting = 0;
        for (int i = from; i <= heaviest; i++) {
            sum += weights[i - from];
            waiting += (double) i * weights[i - from];
        }
        int i = heaviest;
        weight = 1;
        while (i < waitingLimit) {
            double ratio = load / (fullSpeed + (i + 1.0) * impatience);
            if (ratio < 1) {
                double leftOut = weight * ratio / (1 - ratio);
                boolean done = waitingLimit == NO_LIMIT
                        ? leftOut * (i + 1 / (1 - ratio)) <= NEGLIGIBLE * waiting
                        : weight < UNDERFLOW; // the limit's own state counts, however rare
                if (done) {
                    break;
                }
            }
            i++;
            weight *= ratio;
            if (i - from == weights.length) {
                weights = Arrays.copyOf(weights, weights.length * 2);
            }
            weights[i - from] = weight;
            sum += weight;
            waiting += i * weight;
        }
        return new Tail(from, weights, i - from + 1, sum, waiting, i == waitingLimit);
    }

    /** The number waiting at which arrivals and departures balance. */
    private int heaviestWaiting(double fullSpeed) {
        if (load <= fullSpeed) {
            return 0;
        }
        double balance = impatience == 0 ? waitingLimit : Math.floor((load - fullSpeed) / impatience);
        return (int) Math.min(waitingLimit, balance);
    }

    /**
     * The weight of the visitors who wait and are answered within the limit T.
     *
     * <p>Whoever finds i waiting is answered in time with probability {@code C/(C+(i+1)θ) · P(N ≥ i+1)}, N being negative
     * binomial: the Beta law's incomplete integral read as departures within T of a crowd that stays full. The leading
     * factor turns the weight of state i into that of state i+1 times C/load, which leaves
     * {@code C/load · Σ_m P(N = m) · (weight of the states 1..m)}.
     */
    private double answeredAfterWaiting(Tail tail, double fullSpeed, double within) {
        int last = tail.from + tail.length - 1;
        if (fullSpeed == 0 || within == 0 || last == 0) {
            return 0;
        }
        double reach = impatience == 0 ? within : -Math.expm1(-impatience * within) / impatience;
        double meanDepartures = (fullSpeed + impatience) * reach * Math.exp(impatience * within);
        var departures = new Departures(fullSpeed, impatience, within, reach);
        double answered = 0;
        double reached = 0;
        double passed = 0;
        int m = 0;
        for (; m <= last; m++) {
            int index = m - tail.from;
            if (m > 0 && index >= 0) {
                reached += tail.weights[index];
            }
            answered += departures.probability() * reached;
            passed += departures.probability();
            departures.advance();
            if (meanDepartures < m && departures.restIsBelow(NEGLIGIBLE * answered / tail.sum)) {
                return answered * fullSpeed / load;
            }
        }
        if (meanDepartures > last) {
            answered += Math.max(0, 1 - passed) * reached;
        } else {
            while (!departures.restIsBelow(NEGLIGIBLE * answered / reached)) {
                answered += departures.probability() * reached;
                departures.advance();
            }
        }
        return answered * fullSpeed / load;
    }

    /**
     * P(N = m) for m = 0, 1, 2, …, by its ratio of neighbours. The first value underflows for busy queues, so the walk
     * starts from its logarithm and turns to plain numbers once they can be held.
     */
    private static final class Departures {
        private static final double STEP = 1e50;

        private final double fullSpeed;
        private final double impatience;
        private final double reach;
        private double value;
        private double logScale;
        private int m;

        Departures(double fullSpeed, double impatience, double within, double reach) {
            this.fullSpeed = fullSpeed;
            this.impatience = impatience;
            this.reach = reach;
            double logFirst = -(fullSpeed + impatience) * within;
            if (logFirst > -700) {
                value = Math.exp(logFirst);
            } else {
                value = 1;
                logScale = logFirst;
            }
        }

        double probability() {
            return logScale == 0 ? value : 0;
        }

        void advance() {
            value *= ratio();
            m++;
            if (logScale != 0 && value > STEP) {
                value /= STEP;
                logScale += Math.log(STEP);
                if (logScale > -700) {
                    value *= Math.exp(logScale);
                    logScale = 0;
                }
            }
        }

        /** Whether all that is still to come is below the bound: a geometric series lies above it past the peak. */
        boolean restIsBelow(double bound) {
            double ratio = ratio();
            return logScale == 0 && ratio < 1 && value / (1 - ratio) <= bound;
        }

        private double ratio() {
            return reach * (fullSpeed + impatience * (m + 1.0)) / (m + 1.0);
        }
    }

    /** Collects what a {@link ChatQueue} is made of. */
    public static final class Builder {
        private final double arrivalsPerSecond;
        private final double handlingSeconds;
        private double patienceSeconds = Double.POSITIVE_INFINITY;
        private double[] slowdown = {1};
        private int waitingLimit = NO_LIMIT;

        private Builder(double arrivalsPerSecond, double handlingSeconds) {
            if (!(arrivalsPerSecond >= 0 && arrivalsPerSecond < Double.POSITIVE_INFINITY)) {
                throw new IllegalArgumentException("arrivals must be a number of at least 0, was " + arrivalsPerSecond);
            }
            if (!(handlingSeconds > 0 && handlingSeconds < Double.POSITIVE_INFINITY)) {
                throw new IllegalArgumentException("handlingSeconds must be above 0, was " + handlingSeconds);
            }
            this.arrivalsPerSecond = arrivalsPerSecond;
            this.handlingSeconds = handlingSeconds;
        }

        /** Mean patience of a waiting visitor, above 0; infinite where visitors wait without end. */
        public Builder patience(double seconds) {
            if (!(seconds > 0)) {
                throw new IllegalArgumentException("patienceSeconds must be above 0, was " + seconds);
            }
            if (seconds < Double.POSITIVE_INFINITY && arrivalsPerSecond * seconds > MOST_ARRIVALS_WITHIN_PATIENCE) {
                throw new IllegalArgumentException(
                        "more than 20 million visitors would arrive within one visitor's patience of " + seconds
                                + " s; shorten the patience, or leave it out for visitors who wait without end");
            }
            patienceSeconds = seconds;
            return this;
        }

        /**
         * How much slower each chat goes while an operator holds k chats; its length is how many an operator holds at once.
         *
         * @param factors factor k−1 multiplies the handling time while k chats are held; each above 0
         */
        public Builder slowdown(double... factors) {
            if (factors.length == 0) {
                throw new IllegalArgumentException(
                        "slowdown needs a factor for each number of chats at once, from 1 on");
            }
            for (double factor : factors) {
                if (!(factor > 0 && factor < Double.POSITIVE_INFINITY)) {
                    throw new IllegalArgumentException("slowdown factors must be above 0, one was " + factor);
                }
            }
            slowdown = factors.clone();
            return this;
        }

        /** How many visitors may wait, at least 0; who comes beyond is turned away. */
        public Builder waitingLimit(int visitors) {
            if (visitors < 0) {
                throw new IllegalArgumentException("the waiting limit must be at least 0, was " + visitors);
            }
            waitingLimit = visitors;
            return this;
        }

        public ChatQueue build() {
            return new ChatQueue(this);
        }
    }
}
