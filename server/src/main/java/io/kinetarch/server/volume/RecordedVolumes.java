package io.kinetarch.server.volume;

import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.volume.RecordedMapper.Logged;
import io.kinetarch.server.volume.RecordedMapper.Recording;
import io.kinetarch.server.volume.VolumeMapper.StoredCount;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Makes the chats that a live plan had part of its volumes, each night those of the day before, in the counts that an imported file would
 * bring. A day is counted once more the night after, with the chats that ended late.
 */
@Component
public class RecordedVolumes {
    private static final Logger LOG = LoggerFactory.getLogger(RecordedVolumes.class);

    /** So long after its end most chats of a day have ended. */
    private static final Duration NIGHT = Duration.ofHours(2);

    private static final int MOST_DAYS_AT_ONCE = 31;

    private final RecordedMapper mapper;
    private final Volumes volumes;
    private final Plans plans;
    private final TransactionTemplate transaction;
    private final Clock clock;

    RecordedVolumes(RecordedMapper mapper, Volumes volumes, Plans plans, TransactionTemplate transaction, Clock clock) {
        this.mapper = mapper;
        this.volumes = volumes;
        this.plans = plans;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** What is taken over of a plan's chats. */
    Recording of(String planId) {
        plans.newestChange(planId); // refuses a plan that is none
        return mapper.find(planId).orElse(new Recording(true, null, null));
    }

    /** Whether chats become part of the volumes, those of past days at once; those that are stay. */
    public void want(String planId, boolean wanted) {
        plans.newestChange(planId); // refuses a plan that is none
        mapper.want(planId, wanted);
    }

    /** Goes on with a plan at once. */
    void takeOver(String planId) {
        mapper.logged(planId).forEach(this::takeOver);
    }

    @Scheduled(fixedDelayString = "${kinetarch.volumes.from-records:5m}", initialDelayString = "20s")
    void takeOver() {
        for (Logged plan : mapper.logged(null)) {
            try {
                takeOver(plan);
            } catch (RuntimeException e) {
                LOG.warn(
                        "The chats of {} are not part of its volumes yet; trying again: {}",
                        plan.planId(),
                        e.getMessage());
            }
        }
    }

    /** Goes on with a plan, some days after the other. */
    void takeOver(Logged plan) {
        boolean more = true;
        while (more) {
            more = Boolean.TRUE.equals(transaction.execute(_ -> takeOverSome(plan)));
        }
    }

    /** False where no day is left, or another instance is at it. */
    private boolean takeOverSome(Logged plan) {
        String id = plan.planId();
        var zone = plans.draftState(id).plan().timeZone();
        var last = clock.instant().minus(NIGHT).atZone(zone).toLocalDate().minusDays(1);
        // On its first day a plan went live at some hour only.
        var first = plan.since().atZone(zone).toLocalDate().plusDays(1);
        if (last.isBefore(first)) {
            return false;
        }
        mapper.begin(id);
        var found = mapper.lock(id);
        if (found.isEmpty() || !found.get().wanted()) {
            return false;
        }
        var known = found.get().lastDay();
        var from = known == null ? first : known;
        var some = from.plusDays(MOST_DAYS_AT_ONCE).isBefore(last) ? from.plusDays(MOST_DAYS_AT_ONCE) : last;
        var end = midnight(some.plusDays(1), zone);
        if ((known != null && !some.isAfter(known)) || !mapper.isCountedUntil(id, end)) {
            return false;
        }
        volumes.replace(
                id,
                mapper.counts(id, midnight(from, zone), end).stream()
                        .map(StoredCount::toCount)
                        .toList());
        mapper.done(id, from, some);
        return some.isBefore(last);
    }

    private static Instant midnight(LocalDate day, ZoneId zone) {
        return day.atStartOfDay(zone).toInstant();
    }
}
