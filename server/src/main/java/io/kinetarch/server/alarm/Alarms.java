package io.kinetarch.server.alarm;

import io.kinetarch.core.alarm.AlarmState;
import io.kinetarch.core.plan.Element;
import io.kinetarch.server.alarm.AlarmMapper.NewAlarm;
import io.kinetarch.server.alarm.AlarmMapper.StoredAlarm;
import io.kinetarch.server.installation.Services;
import io.kinetarch.server.letter.Letters;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Instant;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps of what those who watch a plan wish to be told. Alarms hold at once, whatever is live. */
@Service
class Alarms {
    private static final int MOST = 50;
    private static final int LONGEST_SECONDS = 24 * 3600;

    private final AlarmMapper mapper;
    private final Plans plans;
    private final Services services;

    Alarms(AlarmMapper mapper, Plans plans, Services services) {
        this.mapper = mapper;
        this.plans = plans;
        this.services = services;
    }

    /** What an alarm is about. */
    enum AlarmKind {
        /** Somebody waits longer than so many seconds. */
        LONG_WAIT,
        /** A queue is open, and for so many seconds nobody has been present who takes its chats. */
        NOBODY_THERE,
        /** Something has not been taken by whoever it is sent to for so many seconds. */
        NOT_SENT,
        /** Browsers have told for so many seconds that the policy of a site stops a door. */
        DOOR_BLOCKED;

        private boolean isOfAQueue() {
            return this == LONG_WAIT || this == NOBODY_THERE;
        }
    }

    /**
     * An alarm.
     *
     * @param queue of which; null for each, or where it is about none
     * @param mail address that is told; null for none
     * @param service of the installation that is told; null for none
     */
    record Alarm(
            AlarmKind kind,
            @Nullable String queue,
            int seconds,
            @Nullable String mail,
            @Nullable String service) {
        static Alarm of(StoredAlarm stored) {
            return new Alarm(
                    AlarmKind.valueOf(stored.kind()),
                    stored.queueId(),
                    stored.seconds(),
                    stored.mail(),
                    stored.service());
        }

        private boolean isAboutTheSameAs(Alarm other) {
            return kind == other.kind && Objects.equals(queue, other.queue) && seconds == other.seconds;
        }
    }

    /**
     * An alarm that is raised.
     *
     * @param words what is so
     * @param flaps whether it was raised again and again lately
     * @param trouble why whoever is to be told could not be; null where they were, or nobody is to be
     */
    record RaisedAlarm(
            AlarmKind kind,
            String words,
            Instant since,
            boolean flaps,
            @Nullable String trouble) {}

    List<Alarm> all(String planId) {
        return mapper.all(planId).stream().map(Alarm::of).toList();
    }

    /** Those that are raised, the newest first. */
    List<RaisedAlarm> raised(String planId) {
        return mapper.all(planId).stream()
                .filter(one -> one.raisedAt() != null)
                .map(one -> new RaisedAlarm(
                        AlarmKind.valueOf(one.kind()),
                        one.words(),
                        Objects.requireNonNull(one.raisedAt()),
                        state(one).flaps(),
                        one.trouble()))
                .sorted((one, other) -> other.since().compareTo(one.since()))
                .toList();
    }

    static AlarmState state(StoredAlarm stored) {
        return new AlarmState(
                stored.heldSince(), stored.raisedAt(), stored.quietSince(), stored.toldAt(), stored.times());
    }

    /**
     * These alarms and no others; one that was there before goes on as it stood.
     *
     * @throws Refusal if one can never be raised, or names what there is not
     */
    @Transactional
    List<Alarm> keep(String planId, List<Alarm> alarms) {
        if (alarms.size() > MOST) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "", "At most " + MOST + " alarms are kept for a plan.");
        }
        for (int i = 0; i < alarms.size(); i++) {
            check(planId, alarms.get(i), "/" + i);
        }
        var left = new LinkedHashSet<>(alarms);
        for (var stored : mapper.all(planId)) {
            var same = left.stream()
                    .filter(alarm -> alarm.isAboutTheSameAs(Alarm.of(stored)))
                    .findFirst();
            same.ifPresentOrElse(
                    alarm -> {
                        left.remove(alarm);
                        mapper.tells(stored.id(), row(planId, alarm));
                    },
                    () -> mapper.delete(stored.id()));
        }
        left.forEach(alarm -> mapper.insert(row(planId, alarm)));
        return all(planId);
    }

    private static NewAlarm row(String planId, Alarm alarm) {
        return new NewAlarm(planId, alarm.kind().name(), alarm.queue(), alarm.seconds(), alarm.mail(), alarm.service());
    }

    private void check(String planId, Alarm alarm, String at) {
        String queue = alarm.queue();
        String service = alarm.service();
        String mail = alarm.mail();
        if (alarm.seconds() < 1 || alarm.seconds() > LONGEST_SECONDS) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, at + "/seconds", "An alarm waits for 1 to " + LONGEST_SECONDS + " seconds.");
        }
        if (queue != null
                && (!alarm.kind().isOfAQueue()
                        || Element.find(plans.draftState(planId).plan().queues(), queue)
                                .isEmpty())) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, at + "/queue", "The plan has no queue \"" + queue + "\" for this.");
        }
        if (service != null && !services.names().contains(service)) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, at + "/service", "This installation knows no service \"" + service + "\".");
        }
        if (mail != null) {
            Letters.checkAddress(mail);
        }
    }
}
