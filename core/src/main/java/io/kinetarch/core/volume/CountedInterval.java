package io.kinetarch.core.volume;

import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.Set;
import java.util.TreeSet;

/** Over how long a file counts, found by how far its times lie apart; half-hours where that cannot be told. */
public enum CountedInterval {
    QUARTER_HOUR(15),
    HALF_HOUR(30),
    HOUR(60),
    DAY(24 * 60);

    /** Fewer times than this say nothing of the distance between them. */
    private static final int ENOUGH = 8;

    private final int minutes;

    CountedInterval(int minutes) {
        this.minutes = minutes;
    }

    /** Its length; that of a day whose clocks stand still. */
    public int minutes() {
        return minutes;
    }

    /** Found by how far the times of a file lie apart. */
    public static CountedInterval of(Set<Instant> starts, ZoneId zone) {
        var times = new TreeSet<>(starts);
        if (times.stream().anyMatch(time -> time.getEpochSecond() % 1800 == 900)) {
            return QUARTER_HOUR;
        }
        if (times.size() < ENOUGH) {
            return HALF_HOUR;
        }
        if (times.stream().allMatch(time -> time.atZone(zone).toLocalTime().equals(LocalTime.MIDNIGHT))) {
            return DAY;
        }
        var distances = new HashMap<Long, Integer>();
        Instant before = null;
        for (Instant time : times) {
            if (before != null) {
                distances.merge((time.getEpochSecond() - before.getEpochSecond()) / 60, 1, Integer::sum);
            }
            before = time;
        }
        long shortest =
                distances.keySet().stream().mapToLong(Long::longValue).min().orElse(0);
        return shortest == HOUR.minutes && distances.getOrDefault(shortest, 0) > times.size() / 2 ? HOUR : HALF_HOUR;
    }
}
