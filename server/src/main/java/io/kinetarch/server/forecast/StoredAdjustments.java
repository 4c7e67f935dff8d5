package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.Adjustments;
import io.kinetarch.core.forecast.Adjustments.Course;
import io.kinetarch.core.forecast.Adjustments.DaySum;
import io.kinetarch.core.forecast.Adjustments.Lift;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.plan.PlanChanges;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What planners put on top of the models: lifts for campaigns and the like, and days set by hand. */
@Service
class StoredAdjustments {
    private static final int LONGEST_DAYS = 92;
    private static final int LONGEST_NAME = 60;
    private static final double MOST_CHATS = 1_000_000;

    private final AdjustmentMapper mapper;
    private final PlanChanges changes;
    private final Plans plans;

    StoredAdjustments(AdjustmentMapper mapper, PlanChanges changes, Plans plans) {
        this.mapper = mapper;
        this.changes = changes;
        this.plans = plans;
    }

    /**
     * A lift.
     *
     * @param doorId empty for all doors
     * @param topic empty for all topics
     * @param endsOn not included
     * @param madeBy null where the account is gone
     */
    record StoredLift(
            long id,
            String name,
            String doorId,
            String topic,
            LocalDateTime startsOn,
            LocalDateTime endsOn,
            double factor,
            Course course,
            @Nullable String madeBy) {
        private boolean lifts(SeriesKey key) {
            return (doorId.isEmpty() || doorId.equals(key.doorId())) && (topic.isEmpty() || topic.equals(key.topic()));
        }
    }

    /**
     * Days of a series that were set.
     *
     * @param lastDay included
     * @param chats of each day
     */
    record StoredDaySum(
            long id,
            String doorId,
            String topic,
            String queueId,
            LocalDate firstDay,
            LocalDate lastDay,
            double chats,
            @Nullable String madeBy) {
        private SeriesKey key() {
            return new SeriesKey(doorId, topic, queueId);
        }
    }

    /** All of a plan, the latest first. */
    record AdjustmentList(List<StoredLift> lifts, List<StoredDaySum> daySums) {
        /** Those of one series. Of days set twice, the newer counts. */
        Adjustments of(SeriesKey key) {
            return new Adjustments(
                    lifts.stream()
                            .filter(lift -> lift.lifts(key))
                            .map(lift -> new Lift(lift.startsOn, lift.endsOn, lift.factor, lift.course))
                            .toList(),
                    daySums.stream()
                            .filter(sum -> sum.key().equals(key))
                            .sorted(Comparator.comparingLong(StoredDaySum::id))
                            .map(sum -> new DaySum(sum.firstDay, sum.lastDay, sum.chats))
                            .toList());
        }
    }

    AdjustmentList of(String planId) {
        return new AdjustmentList(mapper.lifts(planId), mapper.daySums(planId));
    }

    /** Plans more or fewer chats for some time. */
    @Transactional
    long lift(
            String planId,
            String name,
            String doorId,
            String topic,
            LocalDateTime from,
            LocalDateTime until,
            double factor,
            Course course,
            SignedIn by) {
        plans.newestChange(planId); // refuses a plan that is none
        String plain = name.strip();
        if (plain.isEmpty() || plain.length() > LONGEST_NAME) {
            throw refused("/name", "A lift needs a name of at most " + LONGEST_NAME + " characters.");
        }
        if (!until.isAfter(from) || Duration.between(from, until).toDays() > LONGEST_DAYS) {
            throw refused(
                    "/until",
                    "A lift must end after " + from + " and within " + LONGEST_DAYS + " days, not at " + until + ".");
        }
        if (!(factor >= 0 && factor <= Adjustments.MOST_FACTOR)) {
            throw refused(
                    "/factor",
                    "The factor must be 0 to " + Adjustments.MOST_FACTOR + ", was " + factor
                            + "; 1.5 means half as many again.");
        }
        long id = mapper.insertLift(planId, plain, doorId, topic, from, until, factor, course, by.accountId());
        changes.adjustmentsChanged(planId);
        return id;
    }

    /** Sets the chats of each of some days of a series. */
    @Transactional
    long setDays(String planId, SeriesKey key, LocalDate first, LocalDate last, double chats, SignedIn by) {
        plans.newestChange(planId);
        if (last.isBefore(first) || ChronoUnit.DAYS.between(first, last) >= LONGEST_DAYS) {
            throw refused(
                    "/lastDay",
                    "The last day must be " + first + " or one of the " + (LONGEST_DAYS - 1) + " days after it, was "
                            + last + ".");
        }
        if (!(chats >= 0 && chats <= MOST_CHATS)) {
            throw refused("/chats", "The chats of a day must be a number from 0 to 1,000,000, was " + chats + ".");
        }
        long id = mapper.insertDaySum(
                planId, key.doorId(), key.topic(), key.queueId(), first, last, chats, by.accountId());
        changes.adjustmentsChanged(planId);
        return id;
    }

    @Transactional
    void unlift(String planId, long id) {
        gone(mapper.deleteLift(planId, id), "lift", id);
        changes.adjustmentsChanged(planId);
    }

    @Transactional
    void unset(String planId, long id) {
        gone(mapper.deleteDaySum(planId, id), "number set by hand", id);
        changes.adjustmentsChanged(planId);
    }

    private static void gone(int deleted, String what, long id) {
        if (deleted == 0) {
            throw new Refusal(
                    Kind.NOT_FOUND, "There is no " + what + " " + id + "; somebody may have taken it away already.");
        }
    }

    private static Refusal refused(String pointer, String detail) {
        return new Refusal(Kind.INVALID_DOCUMENT, pointer, detail);
    }
}
