package io.kinetarch.core.volume;

import io.kinetarch.core.csv.FileRefusal;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.TreeSet;

/** Over how long a file counts, found by how far its times lie apart; half-hours where that cannot be told. */
public enum CountedInterval {
    QUARTER_HOUR(15),
    HALF_HOUR(30),
    HOUR(60);

    private static final int DAY_MINUTES = 24 * 60;
    /** Fewer times than this say nothing of the distance between them. */
    private static final int ENOUGH = 8;

    private final int minutes;

    CountedInterval(int minutes) {
        this.minutes = minutes;
    }

    /** Its length. */
    public int minutes() {
        return minutes;
    }

    /**
     * Finds it.
     *
     * @throws FileRefusal where whole days are counted, which say nothing of when on a day chats come
     */
    static CountedInterval of(Collection<Instant> starts) {
        var times = new TreeSet<>(starts);
        if (times.stream().anyMatch(time -> time.getEpochSecond() % 1800 == 900)) {
            return QUARTER_HOUR;
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
        int often = distances.getOrDefault(shortest, 0);
        if (times.size() >= ENOUGH && shortest >= DAY_MINUTES - 60 && often > times.size() / 2) {
            throw new FileRefusal(
                    1,
                    "the file counts whole days, which do not say when on a day chats come; export hours, half-hours or"
                            + " quarters of an hour");
        }
        return times.size() >= ENOUGH && shortest == HOUR.minutes && often > times.size() / 2 ? HOUR : HALF_HOUR;
    }
}
