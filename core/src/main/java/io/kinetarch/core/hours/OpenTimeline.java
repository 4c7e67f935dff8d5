package io.kinetarch.core.hours;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * Opening hours between two instants, laid out once so that many questions are cheap: the instants at which they change, and
 * how long they were open before each. Immutable.
 */
public final class OpenTimeline {
    /** A stretch is 2^16 seconds, about 18 hours: few changes lie in one, so counting on from its start is quick. */
    private static final int STRETCH = 16;

    private final long fromSecond;
    private final long toSecond;
    /** Openings at even places, closings at odd ones. */
    private final long[] changes;
    /** Seconds open before the opening of the same half index. */
    private final long[] openBefore;

    /** How many changes lie at or before the start of each stretch. */
    private final int[] passed;

    private OpenTimeline(long fromSecond, long toSecond, long[] changes, long[] openBefore) {
        this.fromSecond = fromSecond;
        this.toSecond = toSecond;
        this.changes = changes;
        this.openBefore = openBefore;
        this.passed = new int[(int) ((toSecond - fromSecond) >> STRETCH) + 1];
        int change = 0;
        for (int i = 0; i < passed.length; i++) {
            while (change < changes.length && changes[change] <= fromSecond + ((long) i << STRETCH)) {
                change++;
            }
            passed[i] = change;
        }
    }

    /**
     * Lays hours out.
     *
     * @param from inclusive
     * @param to exclusive, after {@code from}
     */
    public static OpenTimeline of(OpeningHours hours, Instant from, Instant to) {
        if (!from.isBefore(to)) {
            throw new IllegalArgumentException("a timeline must end after it starts; from " + from + " to " + to);
        }
        var spans = OpenSpans.of(
                hours,
                from.atZone(hours.timeZone()).toLocalDate().minusDays(2),
                to.atZone(hours.timeZone()).toLocalDate().plusDays(1));
        var inside = spans.stream()
                .filter(span -> span.to().isAfter(from) && span.from().isBefore(to))
                .toList();
        var changes = new long[2 * inside.size()];
        var openBefore = new long[inside.size() + 1];
        for (int i = 0; i < inside.size(); i++) {
            changes[2 * i] = Math.max(inside.get(i).from().getEpochSecond(), from.getEpochSecond());
            changes[2 * i + 1] = Math.min(inside.get(i).to().getEpochSecond(), to.getEpochSecond());
            openBefore[i + 1] = openBefore[i] + changes[2 * i + 1] - changes[2 * i];
        }
        return new OpenTimeline(from.getEpochSecond(), to.getEpochSecond(), changes, openBefore);
    }

    /**
     * Whether it is open.
     *
     * @param epochSecond within the timeline
     */
    public boolean isOpen(long epochSecond) {
        return (changesUntil(epochSecond) & 1) == 1;
    }

    /** How long it is open from one instant (inclusive) to another (exclusive), both within the timeline. */
    public Duration openTime(Instant from, Instant to) {
        return Duration.ofSeconds(openBefore(to.getEpochSecond()) - openBefore(from.getEpochSecond()));
    }

    /** The next instant at which it opens or closes; none within the timeline. */
    public Optional<Instant> nextChange(Instant at) {
        int next = changesUntil(at.getEpochSecond());
        return next < changes.length && changes[next] < toSecond
                ? Optional.of(Instant.ofEpochSecond(changes[next]))
                : Optional.empty();
    }

    private long openBefore(long epochSecond) {
        int passed = changesUntil(epochSecond);
        long whole = openBefore[passed / 2];
        return (passed & 1) == 1 ? whole + epochSecond - changes[passed - 1] : whole;
    }

    /** How many changes lie at or before an instant. */
    private int changesUntil(long epochSecond) {
        if (epochSecond < fromSecond || epochSecond > toSecond) {
            throw new IllegalArgumentException("the timeline runs from " + Instant.ofEpochSecond(fromSecond) + " to "
                    + Instant.ofEpochSecond(toSecond) + "; asked was " + Instant.ofEpochSecond(epochSecond));
        }
        int change = passed[(int) ((epochSecond - fromSecond) >> STRETCH)];
        while (change < changes.length && changes[change] <= epochSecond) {
            change++;
        }
        return change;
    }
}
