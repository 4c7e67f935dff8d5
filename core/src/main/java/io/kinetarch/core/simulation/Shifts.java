package io.kinetarch.core.simulation;

import io.kinetarch.core.simulation.Experiment.Span;
import java.time.Duration;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.function.IntToLongFunction;

/** When operators come and go, in order. */
final class Shifts {
    /** Between two spans that are no farther apart lies a break, as live. */
    private static final Duration LONGEST_BREAK = Duration.ofHours(3);

    /** How long somebody does something else who is paid and does not answer, in the mean; assumed. Milliseconds. */
    private static final double ELSEWHERE = 20 * 60 * 1000;

    /** What happens to an operator. */
    enum Change {
        BEGINS,
        PAUSES,
        ENDS
    }

    private record Event(long at, int operator, Change change) {}

    private final List<Event> events;
    private final BitSet on = new BitSet();
    private int done;

    private Shifts(List<Event> events) {
        this.events = events;
    }

    /**
     * @param spans of each operator, in order and apart from each other
     * @param start of the run: what was before is left out
     * @param seeds by operator, from which it follows when they do something else
     */
    static Shifts of(List<List<Span>> spans, long start, IntToLongFunction seeds) {
        var events = new ArrayList<Event>();
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
                add(events, operator, from, to, own.get(i).answering(), seeds.applyAsLong(operator));
                events.add(new Event(to, operator, pauses ? Change.PAUSES : Change.ENDS));
            }
        }
        events.sort(Comparator.comparingLong(Event::at).thenComparing(Event::change, Comparator.reverseOrder()));
        return new Shifts(events);
    }

    /** A span, in which somebody answers for a share of the time and does something else now and then. */
    private static void add(List<Event> events, int operator, long from, long to, double answering, long seed) {
        if (answering == 1) {
            events.add(new Event(from, operator, Change.BEGINS));
            return;
        }
        long chance = Chance.bits(seed, from);
        double answers = ELSEWHERE * answering / (1 - answering);
        boolean there = Chance.share(chance, 1) < answering;
        long at = from;
        for (int place = 2; at < to; place++) {
            if (there) {
                events.add(new Event(at, operator, Change.BEGINS));
            } else if (at > from) {
                events.add(new Event(at, operator, Change.PAUSES));
            }
            at += 1 + Math.round(Chance.gap(chance, place) * (there ? answers : ELSEWHERE));
            there = !there;
        }
    }

    /** When the next change comes, milliseconds since 1970; {@link Agenda#NEVER} for none. */
    long next() {
        return done < events.size() ? events.get(done).at() : Agenda.NEVER;
    }

    int operator() {
        return events.get(done).operator();
    }

    Change take() {
        var event = events.get(done++);
        on.set(event.operator(), event.change() == Change.BEGINS);
        return event.change();
    }

    boolean isOn(int operator) {
        return on.get(operator);
    }
}
