package io.kinetarch.server.simulation;

import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.hours.OpenTimeline;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.routing.RuleVolumes;
import io.kinetarch.core.simulation.Behaviour;
import io.kinetarch.core.simulation.Experiment;
import io.kinetarch.core.simulation.Experiment.Span;
import io.kinetarch.core.simulation.Flow;
import io.kinetarch.core.simulation.HandlingEstimate;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.forecast.WeekForecasts;
import io.kinetarch.server.forecast.WeekForecasts.Forecast;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.plan.Plans.Which;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** A plan in a week to come: the visitors of its forecast, and operators as they are planned to be there. */
@Component
public class WeekExperiments {
    /** Assumed: offers are taken after 5 s, a talk with the bot takes two turns of half a minute, some visitors take a way out. */
    private static final Behaviour ASSUMED = new Behaviour(
            new Behaviour.Handling.Exponential(),
            Behaviour.Differences.NONE,
            new Behaviour.Patience.Exponential(),
            5,
            new Behaviour.BotTalk(2, 30),
            new Behaviour.Ways(0.6, 0.3, 0.3, 0.3, 15));

    private static final long SEED = 20_261_207;

    private final WeekForecasts forecasts;
    private final Plans plans;
    private final MeasuredPatience patience;
    private final MeasuredHandling handling;

    WeekExperiments(WeekForecasts forecasts, Plans plans, MeasuredPatience patience, MeasuredHandling handling) {
        this.forecasts = forecasts;
        this.plans = plans;
        this.patience = patience;
        this.handling = handling;
    }

    /** What is to be simulated, and what its reader should know of it. */
    public record Asked(Experiment experiment, List<String> notes) {}

    /** A plan as it stands, in a week. */
    public Asked of(State state, WeekOfHalfHours week) {
        var forecast = forecasts.of(state, week);
        var slots = week.slots();
        var plan = measured(state.plan(), forecast);
        var survival = patience.of(state.id(), plan.timeZone());
        // Of those who are there, not of those who would be: draft and live plan are to differ by their edits alone.
        var handled = handling.of(
                state.id(), plans.state(state.id(), Which.live).map(State::plan).orElse(plan));
        var behaviour = handled.map(ASSUMED::with).orElse(ASSUMED);
        var flows = RuleVolumes.comers(plan, slots, forecast.streams()).stream()
                .map(comers -> new Flow(
                        comers.who().stream()
                                .map(some -> new Flow.Kind(Visit.of(some.arrival()), some.share()))
                                .toList(),
                        WeekOfHalfHours.SLOT,
                        Arrays.stream(comers.chats()).boxed().toList(),
                        comers.of().byDay()))
                .toList();
        return new Asked(
                new Experiment(
                        plan,
                        slots.getFirst(),
                        slots.getLast().plus(WeekOfHalfHours.SLOT),
                        Duration.ZERO,
                        WeekOfHalfHours.SLOT,
                        flows,
                        survival.<Behaviour>map(found -> behaviour.with(new Behaviour.Patience.Measured(found)))
                                .orElse(behaviour),
                        presence(state, week),
                        SEED),
                notes(forecast, survival.isPresent(), handled));
    }

    /** The plan with handling times as its chats took them, where that was measured. */
    private static Plan measured(Plan plan, Forecast forecast) {
        var seconds = forecast.handlingSeconds();
        return plan.edited(plan.queues().stream()
                .filter(queue -> seconds.containsKey(queue.id()))
                .<PlanEdit>map(queue -> {
                    var said = queue.workload();
                    return new PlanEdit.Put(queue.with(
                            queue.weight(),
                            new Workload(
                                    Objects.requireNonNull(seconds.get(queue.id())),
                                    said.patienceSeconds(),
                                    said.slowdown(),
                                    said.handlingFrom(),
                                    said.patienceFrom(),
                                    said.slowdownFrom())));
                })
                .toList());
    }

    private static Map<OperatorId, List<Span>> presence(State state, WeekOfHalfHours week) {
        var presence = new HashMap<OperatorId, List<Span>>();
        state.plan().operators().forEach(operator -> presence.put(operator.id(), spans(state, operator, week)));
        return presence;
    }

    private static List<Span> spans(State state, Operator operator, WeekOfHalfHours week) {
        var plan = state.plan();
        var zone = plan.timeZone();
        var from = week.slots().getFirst();
        var until = week.slots().getLast().plus(WeekOfHalfHours.SLOT);
        var timeline = OpenTimeline.of(state.presences().of(operator, zone, week.monday()), from, until);
        var spans = new ArrayList<Span>();
        var at = from;
        while (at.isBefore(until)) {
            var next = timeline.nextChange(at).orElse(until);
            if (timeline.isOpen(at.getEpochSecond())) {
                var date = at.atZone(zone).toLocalDate();
                double answering = plan.settings()
                        .shrinkage()
                        .left(date.getDayOfWeek(), state.presences().sets(operator.id(), date));
                spans.add(new Span(at, next, answering));
            }
            at = next;
        }
        return spans;
    }

    private static List<String> notes(Forecast forecast, boolean patienceMeasured, Optional<HandlingEstimate> handled) {
        double unknown = forecast.streams().stream()
                .filter(stream -> stream.door() == null)
                .flatMapToDouble(stream -> Arrays.stream(stream.chats()))
                .sum();
        return Stream.concat(
                        unknown < 0.5
                                ? Stream.empty()
                                : Stream.of(Math.round(unknown)
                                        + " chats whose door nobody counted are left out: without a door it is not known what"
                                        + " they meet."),
                        Stream.of(
                                "Chats come by chance around the forecast, and whole days are above or below it as days were before.",
                                visitors(forecast.visitorsKnown()),
                                handled.map(found ->
                                                        "Handling times differ by topic and by the level of who answers, and spread,"
                                                                + " as in the last "
                                                                + String.format(Locale.ENGLISH, "%,d", found.chats())
                                                                + " chats")
                                                .orElse("Handling times are exponential around the mean of each queue")
                                        + "; patience is "
                                        + (patienceMeasured
                                                ? "spread as in the waits of past chats, those"
                                                        + " cut short by an answer taken as such (Kaplan and Meier)."
                                                : "exponential, as too few have given up to tell how it spreads.")
                                        + " Operators reply, and visitors stay until they are helped.",
                                "Assumed: offers are taken after 5 s; people who are paid and do not answer are away for 20 minutes"
                                        + " at a time; the bot finishes its share in two turns of 30 s, in the mean, and"
                                        + " understands nothing of the others; of those who are offered a way out in place of"
                                        + " waiting 30 % take it, and 60 % leave a message where nobody can be had."))
                .toList();
    }

    private static String visitors(double known) {
        long percent = Math.round(100 * known);
        return percent == 0
                ? "Of visitors nothing is known but door, language and topic: rules that ask for a page, a fact or whether somebody"
                        + " was here before take none of them."
                : (percent == 100 ? "Visitors" : percent + " % of visitors")
                        + " come from the pages, with the facts, and for the first time or again, as past ones of their door and"
                        + " topic did" + (percent == 100 ? "." : "; of the others nothing of this is known.");
    }
}
