package io.kinetarch.server.staffing;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.plan.BotShare;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.staffing.Assumptions;
import io.kinetarch.core.staffing.StaffingWeek;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.core.staffing.WeekTotals;
import io.kinetarch.server.forecast.WeekForecasts;
import io.kinetarch.server.forecast.WeekForecasts.Forecast;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/**
 * A plan over a week to come: chats expected, operators required and present. The newest results are kept, under the state
 * of plan and volumes they follow from, so another instance works out the same.
 */
@Service
public class Outlooks {
    private static final int MOST_KEPT = 32;

    private final Plans plans;
    private final WeekForecasts forecasts;
    private final Clock clock;
    private final Cache<Key, Outlook> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    Outlooks(Plans plans, WeekForecasts forecasts, Clock clock) {
        this.plans = plans;
        this.forecasts = forecasts;
        this.clock = clock;
    }

    private record Key(String planId, String stamp, LocalDate monday) {}

    /** A week of a plan, worked out. */
    public record Outlook(
            State state, Forecast forecast, Assumptions assumptions, List<StaffingWeek.Slot> slots, WeekTotals totals) {
        /** Chats that the bot is to finish, as planned. */
        public double byBot() {
            return sum(forecast.beforeBot()) - sum(forecast.chats());
        }

        /** The share of all chats that the bot is to finish, as planned. */
        public double botShare() {
            double all = sum(forecast.beforeBot());
            return all == 0 ? 0 : byBot() / all;
        }

        private static double sum(Map<ChatNeeds, double[]> chats) {
            return chats.values().stream().flatMapToDouble(Arrays::stream).sum();
        }

        /** The half-hour an instant falls into; none outside the week. */
        public Optional<StaffingWeek.Slot> slotAt(Instant at) {
            return slots.stream()
                    .filter(slot -> !at.isBefore(slot.startsAt())
                            && at.isBefore(slot.startsAt().plus(WeekOfHalfHours.SLOT)))
                    .findFirst();
        }
    }

    /**
     * The outlook of a plan; none if the live one is wanted and there is none.
     *
     * @param monday first day of the week; null for the next whole week
     */
    public Optional<Outlook> find(String planId, Which which, @Nullable LocalDate monday) {
        return plans.state(planId, which).map(state -> {
            var week = week(state, monday);
            return kept.get(new Key(planId, state.stamp(), week.monday()), _ -> work(state, week));
        });
    }

    /** The outlook of a plan, refused if the plan has not gone live. */
    public Outlook get(String planId, Which which, @Nullable LocalDate monday) {
        return find(planId, which, monday)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has not gone live yet; ask for its draft."));
    }

    /** An outlook as it would be under some assumptions, which is not kept. */
    public Outlook whatIf(Outlook outlook, Assumptions assumptions) {
        var forecast = outlook.forecast();
        return work(
                outlook.state(),
                forecast,
                assumptions.botShare() == null ? forecast.chats() : forecast.beforeBot(),
                assumptions,
                outlook.state().presences());
    }

    /** The Monday of the week an instant falls into, in the plan's time zone. */
    public LocalDate mondayOf(String planId, Instant at) {
        return at.atZone(plans.draftState(planId).plan().timeZone())
                .toLocalDate()
                .with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
    }

    private WeekOfHalfHours week(State state, @Nullable LocalDate monday) {
        var zone = state.plan().timeZone();
        if (monday == null) {
            return WeekOfHalfHours.after(clock.instant(), zone);
        }
        if (monday.getDayOfWeek() != DayOfWeek.MONDAY) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER,
                    "A week starts on Monday; " + monday + " is a " + monday.getDayOfWeek() + ".");
        }
        return new WeekOfHalfHours(zone, monday);
    }

    /** An outlook as it would be with others present, which is not kept. */
    public Outlook with(Outlook outlook, Presences presences) {
        return asPlanned(outlook.state(), outlook.forecast(), presences);
    }

    /** An outlook with another plan that the same chats reach, which is not kept. */
    public Outlook edited(Outlook outlook, Plan plan) {
        return asPlanned(
                outlook.state().with(plan), outlook.forecast(), outlook.state().presences());
    }

    /** An outlook with a bot that finishes other shares of topics, which is not kept. */
    public Outlook withBotShares(Outlook outlook, List<BotShare> shares) {
        var plan = outlook.state().plan();
        var state = outlook.state()
                .with(plan.edited(List.of(new PlanEdit.Put(plan.settings().withBotShares(shares)))));
        return work(state, outlook.forecast().week());
    }

    private Outlook work(State state, WeekOfHalfHours week) {
        return asPlanned(state, forecasts.of(state, week), state.presences());
    }

    private static Outlook asPlanned(State state, Forecast forecast, Presences presences) {
        return work(state, forecast, forecast.chats(), Assumptions.AS_PLANNED, presences);
    }

    private static Outlook work(
            State state,
            Forecast forecast,
            Map<ChatNeeds, double[]> chats,
            Assumptions assumptions,
            Presences presences) {
        var plan = state.plan();
        var slots = StaffingWeek.of(plan, forecast.week(), chats, forecast.handlingSeconds(), assumptions, presences);
        return new Outlook(
                state,
                forecast,
                assumptions,
                slots,
                WeekTotals.of(slots, plan.timeZone(), assumptions.shrinkage(plan)));
    }
}
