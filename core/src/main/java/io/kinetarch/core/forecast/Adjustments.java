package io.kinetarch.core.forecast;

import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;

/**
 * What planners know and a history cannot tell, put on top of what a model expects: first lifts, which multiply, then days set
 * by hand.
 *
 * @param lifts those at the same time multiply
 * @param daySums of those for the same day the last counts
 */
public record Adjustments(List<Lift> lifts, List<DaySum> daySums) {
    /** Nothing is known better than the model knows it. */
    public static final Adjustments NONE = new Adjustments(List.of(), List.of());

    /** The largest factor of a lift. */
    public static final double MOST_FACTOR = 20;

    /** How a lift goes on from its start to its end. */
    public enum Course {
        /** All the time alike. */
        EVEN,
        /** Full at the start, gone at the end. */
        FADING,
        /** None at the start, full at the end. */
        RISING,
        /** Full in the middle, none at the start and the end. */
        PEAKING;

        private double strength(double part) {
            return switch (this) {
                case EVEN -> 1;
                case FADING -> 1 - part;
                case RISING -> part;
                case PEAKING -> 1 - Math.abs(2 * part - 1);
            };
        }
    }

    /**
     * More chats than usual for some time, or fewer.
     *
     * @param from local time
     * @param until local time, not included
     * @param factor where the lift is full: 2 doubles; 0–{@value #MOST_FACTOR}
     */
    public record Lift(LocalDateTime from, LocalDateTime until, double factor, Course course) {
        /** Refuses a lift that ends before it starts, or is too large. */
        public Lift {
            if (!until.isAfter(from)) {
                throw new IllegalArgumentException(
                        "A lift must end after it starts, not at " + until + " after " + from);
            }
            if (!(factor >= 0 && factor <= MOST_FACTOR)) {
                throw new IllegalArgumentException("A lift's factor must be 0 to " + MOST_FACTOR + ", not " + factor);
            }
        }

        private double at(LocalDateTime time) {
            if (time.isBefore(from) || !time.isBefore(until)) {
                return 1;
            }
            double part = (double) Duration.between(from, time).toSeconds()
                    / Duration.between(from, until).toSeconds();
            return 1 + (factor - 1) * course.strength(part);
        }
    }

    /**
     * Days whose chats somebody has set.
     *
     * @param last included
     * @param chats of each of the days, at least 0
     */
    public record DaySum(LocalDate first, LocalDate last, double chats) {
        /** Refuses days that end before they start, and a negative number. */
        public DaySum {
            if (last.isBefore(first)) {
                throw new IllegalArgumentException("The last day must not be before the first, was " + last);
            }
            if (!(chats >= 0 && Double.isFinite(chats))) {
                throw new IllegalArgumentException("The chats of a day must be a number from 0, not " + chats);
            }
        }

        private boolean covers(LocalDate day) {
            return !day.isBefore(first) && !day.isAfter(last);
        }
    }

    /** Keeps the lists as they are. */
    public Adjustments {
        lifts = List.copyOf(lifts);
        daySums = List.copyOf(daySums);
    }

    /**
     * Adjusts whole days.
     *
     * @param chats expected in each step after the start of a day
     * @param shares of each step in its day, by which a day is spread that nothing was expected of
     * @param first day of the grid that they start with
     */
    double[] on(double[] chats, double[] shares, DayGrid grid, int first) {
        double[] adjusted = chats.clone();
        int firstStep = grid.firstStep(first);
        Duration half = Duration.ofDays(1).dividedBy(2L * grid.slots());
        for (int i = 0; i < adjusted.length; i++) {
            var day = grid.day(grid.dayOf(firstStep + i)).atStartOfDay();
            var middle = day.plus(half.multipliedBy(2L * grid.slotOf(firstStep + i) + 1));
            for (var lift : lifts) {
                adjusted[i] *= lift.at(middle);
            }
        }
        for (int day = first; grid.firstStep(day) - firstStep < adjusted.length; day++) {
            for (var sum : daySums) {
                if (sum.covers(grid.day(day))) {
                    set(
                            adjusted,
                            shares,
                            grid.firstStep(day) - firstStep,
                            grid.firstStep(day + 1) - firstStep,
                            sum.chats);
                }
            }
        }
        return adjusted;
    }

    private static void set(double[] chats, double[] shares, int from, int until, double sum) {
        double[] spread = sum(chats, from, until) > 0 ? chats : shares;
        double all = sum(spread, from, until);
        for (int i = from; i < until; i++) {
            chats[i] = sum * spread[i] / all;
        }
    }

    private static double sum(double[] values, int from, int until) {
        double sum = 0;
        for (int i = from; i < until; i++) {
            sum += values[i];
        }
        return sum;
    }
}
