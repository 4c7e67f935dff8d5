package io.kinetarch.core.alarm;

import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * How an alarm stands: what it is about may come and go from one look to the next, so it is raised only once that has lasted, cleared
 * only once it has been over for a while, and told of again only after a longer one.
 *
 * @param heldSince since when what it is about has been so; null while it is not
 * @param raisedAt when it was raised; null while it is not
 * @param quietSince since when what it is about has been over, of one that is raised; null while it goes on
 * @param toldAt when somebody was told of it last; null for never
 * @param times how often it was raised since then: one that is raised more than once flaps
 */
public record AlarmState(
        @Nullable Instant heldSince,
        @Nullable Instant raisedAt,
        @Nullable Instant quietSince,
        @Nullable Instant toldAt,
        int times) {
    /** What it is about has never been so. */
    public static final AlarmState QUIET = new AlarmState(null, null, null, null, 0);

    /** It is cleared once it has been over for so long. */
    public static final Duration CALM = Duration.ofMinutes(1);

    /** Nobody is told twice within this time. */
    public static final Duration BETWEEN_NOTICES = Duration.ofMinutes(15);

    public boolean isRaised() {
        return raisedAt != null;
    }

    /** Whether it was raised again and again in short time. */
    public boolean flaps() {
        return times > 1;
    }

    /**
     * How it stands after a look.
     *
     * @param holds whether what it is about is so
     * @param after how long that has to last before it is raised; zero for at once
     * @param at not before the look before
     */
    public AlarmState seen(boolean holds, Duration after, Instant at) {
        if (raisedAt != null) {
            if (holds) {
                return new AlarmState(heldSince, raisedAt, null, toldAt, times);
            }
            var quiet = Objects.requireNonNullElse(quietSince, at);
            return Duration.between(quiet, at).compareTo(CALM) < 0
                    ? new AlarmState(heldSince, raisedAt, quiet, toldAt, times)
                    : new AlarmState(null, null, null, toldAt, times);
        }
        if (!holds) {
            return new AlarmState(null, null, null, toldAt, times);
        }
        var held = Objects.requireNonNullElse(heldSince, at);
        return Duration.between(held, at).compareTo(after) < 0
                ? new AlarmState(held, null, null, toldAt, times)
                : new AlarmState(held, at, null, toldAt, mayBeTold(at) ? 1 : times + 1);
    }

    /** Whether somebody is to be told now: it is raised, and nobody was told lately or since. */
    public boolean isToBeTold(Instant at) {
        var raised = raisedAt;
        return raised != null && mayBeTold(at) && (toldAt == null || toldAt.isBefore(raised));
    }

    private boolean mayBeTold(Instant at) {
        return toldAt == null || Duration.between(toldAt, at).compareTo(BETWEEN_NOTICES) >= 0;
    }

    /** Somebody was told of it. */
    public AlarmState told(Instant at) {
        return new AlarmState(heldSince, raisedAt, quietSince, at, times);
    }
}
