package io.kinetarch.core.inspection;

import io.kinetarch.core.hours.OpenTimeline;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.presence.Presences;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/**
 * The half-hours of a week in which a queue is open and nobody who could take its chats is usually present. Half-hours are
 * those of the plan's time zone; one counts as open, or as somebody's, by its beginning.
 */
final class UnservedTimes {
    private static final Duration SLOT = Duration.ofMinutes(30);
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE", Locale.ENGLISH);
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm");

    private final Plan plan;
    private final Presences presences;
    private final LocalDate in;
    private final List<Instant> slots = new ArrayList<>();
    private final Map<Integer, BitSet> presence = new HashMap<>();
    private final Map<OpeningHours, BitSet> open = new HashMap<>();

    /**
     * The week that a date belongs to.
     *
     * @param in any date of the week
     */
    UnservedTimes(Plan plan, Presences presences, LocalDate in) {
        this.plan = plan;
        this.presences = presences;
        this.in = in;
        var monday = in.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
        var end = monday.plusDays(7).atStartOfDay(plan.timeZone()).toInstant();
        for (var at = monday.atStartOfDay(plan.timeZone()).toInstant(); at.isBefore(end); at = at.plus(SLOT)) {
            slots.add(at);
        }
    }

    /**
     * A stretch without anybody.
     *
     * @param from inclusive
     * @param to exclusive
     */
    record Gap(ZonedDateTime from, ZonedDateTime to) {
        /** As people write it: "Mon 16:30–18:00". */
        @Override
        public String toString() {
            return DAY.format(from) + " " + TIME.format(from) + "–" + TIME.format(to);
        }

        double hours() {
            return Duration.between(from, to).toMinutes() / 60.0;
        }
    }

    /**
     * When a queue is open and none of some operators is there, in the order of time.
     *
     * @param able by their place in the plan
     */
    List<Gap> of(Queue queue, BitSet able) {
        var unserved = (BitSet) open(plan.hoursOf(queue).hours()).clone();
        unserved.andNot(present(able));
        return gaps(unserved);
    }

    /** When a queue is open and somebody who serves it is there, but none of some operators. */
    List<Gap> of(Queue queue, BitSet able, BitSet serving) {
        var unserved = (BitSet) open(plan.hoursOf(queue).hours()).clone();
        unserved.andNot(present(able));
        unserved.and(present(serving));
        return gaps(unserved);
    }

    /** When a queue is open and just one of some operators is there, by that operator. */
    Map<Integer, List<Gap>> alone(Queue queue, BitSet able) {
        var once = new BitSet(slots.size());
        var more = new BitSet(slots.size());
        able.stream().forEach(operator -> {
            var there = (BitSet) present(operator).clone();
            there.and(once);
            more.or(there);
            once.or(present(operator));
        });
        once.andNot(more);
        once.and(open(plan.hoursOf(queue).hours()));
        var alone = new TreeMap<Integer, List<Gap>>();
        able.stream().forEach(operator -> {
            var own = (BitSet) present(operator).clone();
            own.and(once);
            if (!own.isEmpty()) {
                alone.put(operator, gaps(own));
            }
        });
        return alone;
    }

    private List<Gap> gaps(BitSet unserved) {
        var gaps = new ArrayList<Gap>();
        for (int from = unserved.nextSetBit(0); from >= 0; ) {
            int to = unserved.nextClearBit(from);
            gaps.add(new Gap(local(from), local(to)));
            from = unserved.nextSetBit(to);
        }
        return gaps;
    }

    /**
     * When one queue is open and another is closed, or has nobody present who could take its chats.
     *
     * @param able who could take those of the other
     */
    List<Gap> without(Queue queue, Queue other, BitSet able) {
        var served = present(able);
        served.and(open(plan.hoursOf(other).hours()));
        var without = (BitSet) open(plan.hoursOf(queue).hours()).clone();
        without.andNot(served);
        return gaps(without);
    }

    private BitSet present(BitSet operators) {
        var there = new BitSet(slots.size());
        operators.stream().forEach(operator -> there.or(present(operator)));
        return there;
    }

    private ZonedDateTime local(int slot) {
        var at = slot < slots.size() ? slots.get(slot) : slots.getLast().plus(SLOT);
        return at.atZone(plan.timeZone());
    }

    private BitSet present(int operator) {
        return presence.computeIfAbsent(
                operator, _ -> bits(presences.of(plan.operators().get(operator), plan.timeZone(), in)));
    }

    private BitSet open(OpeningHours hours) {
        return open.computeIfAbsent(hours, this::bits);
    }

    private BitSet bits(OpeningHours hours) {
        var timeline = OpenTimeline.of(hours, slots.getFirst(), slots.getLast().plus(SLOT));
        var bits = new BitSet(slots.size());
        for (int i = 0; i < slots.size(); i++) {
            bits.set(i, timeline.isOpen(slots.get(i).getEpochSecond()));
        }
        return bits;
    }
}
