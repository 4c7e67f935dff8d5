package io.kinetarch.core.presence;

import io.kinetarch.core.hours.OpeningHours;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/** What becomes of an operator who is here when a shift of theirs ends. */
public enum ShiftEnd {
    /** The working day is over. */
    OFF,
    /** The next shift begins within three hours: between the two lies a break. */
    BREAK;

    private static final Duration LONGEST_BREAK = Duration.ofHours(3);

    /**
     * Whether a shift has ended since an operator said that they are here. Whoever said so outside their shifts, or again after one
     * ended, works as long as they like.
     *
     * @param hours of the operator, as planned
     * @param since when they said so
     * @param now not before that
     * @return none while the shift goes on, or where there was none
     */
    public static Optional<ShiftEnd> of(OpeningHours hours, Instant since, Instant now) {
        var shifts = hours.merged();
        if (!shifts.isOpen(since) || shifts.isOpen(now)) {
            return Optional.empty();
        }
        return shifts.nextChange(since)
                .filter(end -> !now.isBefore(end))
                .map(end -> shifts.nextChange(now)
                        .filter(next -> Duration.between(end, next).compareTo(LONGEST_BREAK) <= 0)
                        .map(_ -> BREAK)
                        .orElse(OFF));
    }
}
