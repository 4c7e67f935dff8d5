package io.kinetarch.core.simulation;

import io.kinetarch.core.simulation.Experiment.Span;
import java.time.Duration;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.function.IntToLongFunction;

/** When operators come and go, in order. */
final class Shifts {
    /** Between two spans that are no farther apart lies a break, as live. */
    private static final Duration LONGEST_BREAK = Duration.ofHours(3);

    /** How long somebody does something else who is paid and does not answer, in the mean; assumed. Milliseconds. */
    private static final double ELSEWHERE = 20 * 60 * 1000;

    /** What happens to an operator; at the same instant in this order. */
    enum Change {
        ENDS(0),
        PAUSES(1),
        BEGINS(2);

        private static final Change[] BY_PLACE = values();
        private final int place;

        Change(int place) {
            this.place = place;
        }
    }

    private static final int OPERATOR_BITS = 20;
    private static final int CHANGE_BITS = 2;

    private final long start;
    /** Each as one number, since a run sorts thousands: instant since the start, change, operator. */
    private long[] events = new long[256];

    private int count;
    private final BitSet on = new BitSet();
    private int done;

    private Shifts(long start) {
        this.start = start;
    }

    /**
     * @param spans of each operator, in order and apart from each other
     * @param start of the run: what was before is left out
     * @param seeds by operator, from which it follows when they do something else
     */
    static Shifts of(List<List<Span>> spans, long start, IntToLongFunction seeds) {
        var shifts = new Shifts(start);
        for (int operator = 0; operator < spans.size(); operator++) {
            var own = spans.get(operator);
            for (int i = 0; i < own.size(); i++) {
                long from = Math.max(start, own.get(i).from().toEpochMilli());
                long to = own.get(i).to().toEpochMilli();
                if (to <= start) {
                    continue;
                }
                boolean pauses = i + 1 < own.size()
                        && Duration.between(own.get(i).to(), own.get(i + 1).from())
                                        .compareTo(LONGEST_BREAK)
                                <= 0;
                shifts.add(operator, from, to, own.get(i).answering(), seeds.applyAsLong(operator));
                shifts.add(to, operator, pauses ? Change.PAUSES : Change.ENDS);
            }
        }
        Arrays.sort(shifts.events, 0, shifts.count);
        return shifts;
    }

    private void add(long at, int operator, Change change) {
        if (count == events.length) {
            events = Arrays.copyOf(events, 2 * count);
        }
        long instant = at - start;
        events[count++] = (((instant << CHANGE_BITS) | change.place) << OPERATOR_BITS) | operator;
    }

    /** A span, in which somebody answers for a share of the time and does something else now and then. */
    private void add(int operator, long from, long to, double answering, long seed) {
        if (answering == 1) {
            add(from, operator, Change.BEGINS);
            return;
        }
        long chance = Chance.bits(seed, from);
        double answers = ELSEWHERE * answering / (1 - answering);
        boolean there = Chance.share(chance, 1) < answering;
        long at = from;
        for (int place = 2; at < to; place++) {
            if (there) {
                add(at, operator, Change.BEGINS);
            } else if (at > from) {
                add(at, operator, Change.PAUSES);
            }
            at += 1 + Math.round(Chance.gap(chance, place) * (there ? answers : ELSEWHERE));
            there = !there;
        }
    }

    /** When the next change comes, milliseconds since 1970; {@link Agenda#NEVER} for none. */
    long next() {
        return done < count ? start + (events[done] >> (CHANGE_BITS + OPERATOR_BITS)) : Agenda.NEVER;
    }

    int operator() {
        return (int) (events[done] & ((1 << OPERATOR_BITS) - 1));
    }

    Change take() {
        int operator = operator();
        var change = Change.BY_PLACE[(int) (events[done++] >> OPERATOR_BITS) & ((1 << CHANGE_BITS) - 1)];
        on.set(operator, change == Change.BEGINS);
        return change;
    }

    boolean isOn(int operator) {
        return on.get(operator);
    }
}
