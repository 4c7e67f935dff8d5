package io.kinetarch.core.simulation;

import io.kinetarch.core.simulation.Experiment.Span;
import java.time.Duration;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;

/** When operators come and go, in order. */
final class Shifts {
    /** Between two spans that are no farther apart lies a break, as live. */
    private static final Duration LONGEST_BREAK = Duration.ofHours(3);

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
     */
    static Shifts of(List<List<Span>> spans, long start) {
        var events = new ArrayList<Event>();
        for (int operator = 0; operator < spans.size(); operator++) {
            var own = spans.get(operator);
            for (int i = 0; i < own.size(); i++) {
                long to = own.get(i).to().toEpochMilli();
                if (to <= start) {
                    continue;
                }
                events.add(new Event(Math.max(start, own.get(i).from().toEpochMilli()), operator, Change.BEGINS));
                boolean pauses = i + 1 < own.size()
                        && Duration.between(own.get(i).to(), own.get(i + 1).from())
                                        .compareTo(LONGEST_BREAK)
                                <= 0;
                events.add(new Event(to, operator, pauses ? Change.PAUSES : Change.ENDS));
            }
        }
        events.sort(Comparator.comparingLong(Event::at).thenComparing(Event::change, Comparator.reverseOrder()));
        return new Shifts(events);
    }

    /** The same from the beginning. */
    Shifts again() {
        return new Shifts(events);
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
