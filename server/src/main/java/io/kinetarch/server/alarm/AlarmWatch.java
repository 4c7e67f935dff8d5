package io.kinetarch.server.alarm;

import io.kinetarch.core.alarm.AlarmState;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.alarm.AlarmMapper.Standing;
import io.kinetarch.server.alarm.AlarmMapper.StoredAlarm;
import io.kinetarch.server.alarm.Alarms.Alarm;
import io.kinetarch.server.alarm.Alarms.AlarmKind;
import io.kinetarch.server.installation.Services;
import io.kinetarch.server.letter.Mails;
import io.kinetarch.server.now.LiveNow;
import io.kinetarch.server.now.LiveNow.NowQueue;
import io.kinetarch.server.outgoing.Outbox;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.visit.DoorSites;
import io.kinetarch.server.visit.LivePlans;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Looks again and again whether anything is as an alarm says, and tells those who wish to know. */
@Component
class AlarmWatch {
    private static final Logger LOG = LoggerFactory.getLogger(AlarmWatch.class);
    private static final int SECONDS = 5;
    private static final Duration TRIED_AGAIN = Duration.ofMinutes(1);
    /** Pages are opened now and then only; so long one that was stopped counts. */
    private static final Duration BLOCKED_LASTS = Duration.ofMinutes(10);

    private final AlarmMapper mapper;
    private final LivePlans plans;
    private final LiveNow now;
    private final Outbox outbox;
    private final DoorSites sites;
    private final Mails mails;
    private final Services services;
    private final TransactionTemplate transaction;
    private final JsonMapper json;
    private final Clock clock;

    AlarmWatch(
            AlarmMapper mapper,
            LivePlans plans,
            LiveNow now,
            Outbox outbox,
            DoorSites sites,
            Mails mails,
            Services services,
            TransactionTemplate transaction,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.plans = plans;
        this.now = now;
        this.outbox = outbox;
        this.sites = sites;
        this.mails = mails;
        this.services = services;
        this.transaction = transaction;
        this.json = json;
        this.clock = clock;
    }

    /** What a service hears of an alarm. */
    record ToldAlarm(String news, String plan, String alarm, String words, Instant since, boolean flaps) {}

    @Scheduled(fixedDelayString = "${kinetarch.alarms.look:2s}")
    void look() {
        for (String planId : mapper.plans()) {
            try {
                var plan = plans.live(planId).plan();
                for (var alarm : mapper.all(planId)) {
                    var words = words(planId, plan, Alarm.of(alarm));
                    // It is locked while it is told of: another instance tells nobody twice.
                    transaction.executeWithoutResult(
                            _ -> mapper.locked(alarm.id()).ifPresent(it -> see(planId, it, words)));
                }
            } catch (Refusal e) {
                LOG.debug("There is nothing to be alarmed about: {}", e.getMessage());
            } catch (RuntimeException e) {
                // Whatever is wrong with one plan, those of the others are looked after.
                LOG.warn("The alarms of {} could not be looked after: {}", planId, e.toString());
            }
        }
    }

    private void see(String planId, StoredAlarm stored, Optional<String> words) {
        var alarm = Alarm.of(stored);
        var at = clock.instant();
        // How long somebody waits is looked at by itself; what else is so has to last.
        var after = alarm.kind() == AlarmKind.LONG_WAIT ? Duration.ZERO : Duration.ofSeconds(alarm.seconds());
        var state = Alarms.state(stored).seen(words.isPresent(), after, at);
        String said = words.orElse(stored.words());
        String trouble = state.isRaised() ? stored.trouble() : null;
        var nextTry = state.isRaised() ? stored.nextTry() : null;
        if (state.isToBeTold(at) && (nextTry == null || !at.isBefore(nextTry))) {
            trouble = tell(planId, alarm, state, said);
            state = trouble == null ? state.told(at) : state;
            nextTry = trouble == null ? null : at.plus(TRIED_AGAIN);
        }
        if (!state.equals(Alarms.state(stored))
                || !said.equals(stored.words())
                || !Objects.equals(trouble, stored.trouble())
                || !Objects.equals(nextTry, stored.nextTry())) {
            mapper.stands(
                    stored.id(),
                    new Standing(
                            state.heldSince(),
                            state.raisedAt(),
                            state.quietSince(),
                            state.toldAt(),
                            state.times(),
                            said,
                            trouble,
                            nextTry));
        }
    }

    /** Why somebody could not be told; null where all were. */
    private @Nullable String tell(String planId, Alarm alarm, AlarmState state, String words) {
        String flapping = state.flaps() ? " This alarm comes and goes; you are told at most every 15 minutes." : "";
        String mail = alarm.mail();
        String service = alarm.service();
        var byMail = mail == null
                ? Optional.<String>empty()
                : mails.send(planId, mail, words, "en", words + "." + flapping + "\n");
        var byService = service == null
                ? Optional.<String>empty()
                : Optional.ofNullable(services.tell(
                                service,
                                SECONDS,
                                json.writeValueAsString(new ToldAlarm(
                                        "alarm",
                                        planId,
                                        alarm.kind().name(),
                                        words,
                                        Optional.ofNullable(state.raisedAt()).orElseGet(clock::instant),
                                        state.flaps())))
                        .trouble());
        return Stream.concat(byMail.stream(), byService.stream())
                .reduce((one, other) -> one + " " + other)
                .orElse(null);
    }

    /** What is so that an alarm is about, in words; none where nothing is. */
    private Optional<String> words(String planId, Plan plan, Alarm alarm) {
        return switch (alarm.kind()) {
            case LONG_WAIT ->
                joined(queues(planId, alarm)
                        .filter(queue -> waitsFor(queue) >= alarm.seconds())
                        .map(queue -> "somebody waits in " + queue.name() + " for " + clockWords(waitsFor(queue)))
                        .toList());
            case NOBODY_THERE ->
                joined(queues(planId, alarm)
                        .filter(queue -> queue.takers() == 0 && isOpen(plan, queue.id()))
                        .map(queue -> "nobody is present for " + queue.name() + ", which is open")
                        .toList());
            case NOT_SENT -> joined(outbox.stuck(planId));
            case DOOR_BLOCKED ->
                joined(sites.blockedSince(planId, clock.instant().minus(BLOCKED_LASTS)).stream()
                        .map(blocked -> "the policy of " + blocked.site() + " stops "
                                + Element.find(plan.doors(), blocked.door())
                                        .map(Element::name)
                                        .orElse(blocked.door())
                                + " (" + blocked.directive() + ")")
                        .toList());
        };
    }

    private static Optional<String> joined(List<String> words) {
        return words.isEmpty()
                ? Optional.empty()
                : Optional.of(words.stream()
                        .collect(Collectors.joining("; "))
                        .transform(all -> all.substring(0, 1).toUpperCase(Locale.ROOT) + all.substring(1)));
    }

    private Stream<NowQueue> queues(String planId, Alarm alarm) {
        String queue = alarm.queue();
        return now.queues(planId).stream().filter(one -> queue == null || queue.equals(one.id()));
    }

    private boolean isOpen(Plan plan, String queue) {
        return Element.find(plan.queues(), queue)
                .filter(found -> plan.hoursOf(found).hours().isOpen(clock.instant()))
                .isPresent();
    }

    private long waitsFor(NowQueue queue) {
        var since = queue.longestSince();
        return since == null ? 0 : Duration.between(since, clock.instant()).toSeconds();
    }

    private static String clockWords(long seconds) {
        return seconds / 60 + ":" + String.format(Locale.ROOT, "%02d", seconds % 60);
    }
}
