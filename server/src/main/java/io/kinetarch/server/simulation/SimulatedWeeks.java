package io.kinetarch.server.simulation;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.change.ChangeList;
import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.core.scenario.Causes;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.simulation.CausesDocument.CauseDocument;
import io.kinetarch.server.simulation.ConsequencesDocument.Sides;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * Draft and live plan simulated on a week to come, by the same visitors: roughly at once, then ever surer. What an edit has overtaken
 * is dropped. The newest results are kept under the state of plan and volumes that they follow from.
 */
@Component
class SimulatedWeeks implements DisposableBean {
    /** How many runs there are after each step. */
    private static final List<Integer> STEPS = List.of(3, 10, 20, 40);

    /** The same where nobody looks closely: each edit of everybody is simulated, and most are overtaken soon. */
    private static final List<Integer> STEPS_AT_A_GLANCE = List.of(3, 10, 20);

    /** The same of a draft with one of its edits taken out. */
    private static final List<Integer> STEPS_OF_CAUSES = List.of(3, 10, 20);

    /** Sure enough: the share of chats answered in time is known so closely, and so is what an edit does to it. */
    private static final double CLOSE = 0.005;

    private static final double CLOSE_AT_A_GLANCE = 0.02;
    private static final double CLOSE_DIFFERENCE = 0.005;

    /** Fewer runs may seem to agree by chance. */
    private static final int LEAST = 10;

    private static final int MOST_SIMULATIONS = 6;

    private final Plans plans;
    private final WeekExperiments experiments;
    private final NewestWork<Asked, Key, Result> comparisons = new NewestWork<>("simulation");
    private final NewestWork<Subject, Key, CausesFound> causes = new NewestWork<>("causes");
    /** A plan that stays the same while the other is edited, and the draft whose causes are looked for. */
    private final Cache<Simulated, Simulation> simulations =
            Caffeine.newBuilder().maximumSize(MOST_SIMULATIONS).build();

    SimulatedWeeks(Plans plans, WeekExperiments experiments) {
        this.plans = plans;
        this.experiments = experiments;
    }

    private record Subject(String planId, LocalDate monday) {}

    private record Key(
            Subject subject, String draft, @Nullable String live, boolean closely) {
        Key lookedAtClosely() {
            return new Key(subject, draft, live, true);
        }
    }

    /** One who looks closely does not overtake one who glances. */
    private record Asked(Subject subject, boolean closely) {}

    private record Simulated(Subject subject, String stamp) {}

    /**
     * What so many runs say.
     *
     * @param draft from which more can be asked; more of it may have run since
     */
    record Result(int replications, Sides sides, Simulation draft, List<String> notes) {}

    /** What each edit of the draft does by itself, as far as so many runs say. */
    record CausesFound(int replications, List<CauseDocument> causes, int notTried) {}

    /** Both plans as they stand, in a week. */
    private record Both(Key key, State draft, Optional<State> live, WeekOfHalfHours week) {}

    /**
     * What is known of a week by now; if nothing is, it is waited for a little.
     *
     * @param closely whether it is worth to know it more closely than at a glance
     */
    Pending<Result> of(String planId, LocalDate monday, boolean closely) throws InterruptedException {
        var both = both(planId, monday, closely);
        // Whoever glances sees the same figures as whoever looks closely, where these are known.
        var better = comparisons.known(both.key().lookedAtClosely());
        if (better.isPresent()) {
            return better.get();
        }
        return comparisons.of(new Asked(both.key().subject(), closely), both.key(), pending -> compare(both, pending));
    }

    /** What each edit of the draft does to a week, so that whoever sees a change sees what made it. */
    Pending<CausesFound> causes(String planId, LocalDate monday) throws InterruptedException {
        var both = both(planId, monday, true);
        return causes.of(both.key().subject(), both.key(), pending -> findCauses(both, pending));
    }

    private Both both(String planId, LocalDate monday, boolean closely) {
        var draft = plans.draftState(planId);
        var live = plans.state(planId, Which.live);
        var week = WeekOfHalfHours.of(monday, draft.plan().timeZone());
        var key = new Key(
                new Subject(planId, week.monday()),
                draft.stamp(),
                live.map(State::stamp).orElse(null),
                closely);
        return new Both(key, draft, live, week);
    }

    private void compare(Both both, Pending<Result> pending) throws InterruptedException {
        var draft = both.draft();
        var live = both.live();
        var asked = experiments.of(draft, both.week());
        var first = simulations.get(simulated(both, draft), _ -> new Simulation(asked.experiment()));
        // A draft that nobody has changed does what the live plan does.
        var second = live.filter(state -> !state.plan().equals(draft.plan()))
                .map(state -> simulations.get(
                        simulated(both, state),
                        _ -> new Simulation(experiments.of(state, both.week()).experiment())))
                .orElse(null);
        boolean closely = both.key().closely();
        for (int upTo : closely ? STEPS : STEPS_AT_A_GLANCE) {
            upTo(first, upTo);
            if (second != null) {
                upTo(second, upTo);
            }
            var sides = Sides.of(draft.plan(), first, live.map(State::plan).orElse(null), second);
            pending.now(new Result(upTo, sides, first, asked.notes()));
            if (upTo >= LEAST && sides.isCloserThan(closely ? CLOSE : CLOSE_AT_A_GLANCE, CLOSE_DIFFERENCE)) {
                break;
            }
        }
    }

    private static Simulated simulated(Both both, State state) {
        return new Simulated(both.key().subject(), state.stamp());
    }

    /** What was overtaken, or looks for causes, may be at it as well. */
    private static void upTo(Simulation simulation, int replications) throws InterruptedException {
        synchronized (simulation) {
            simulation.run(Math.max(0, replications - simulation.replications()));
        }
    }

    private void findCauses(Both both, Pending<CausesFound> pending) throws InterruptedException {
        var draft = both.draft();
        var live = both.live().map(State::plan).orElse(draft.plan());
        var diff = PlanDiff.between(live, draft.plan());
        var entries = ChangeList.of(diff);
        var all = Causes.of(diff);
        var tried = all.subList(0, Math.min(all.size(), Causes.MOST));
        var first = simulations.get(
                simulated(both, draft),
                _ -> new Simulation(experiments.of(draft, both.week()).experiment()));
        var without = tried.stream()
                .map(cause -> new Simulation(
                        experiments.of(draft.with(cause.without()), both.week()).experiment()))
                .toList();
        for (int upTo : STEPS_OF_CAUSES) {
            upTo(first, upTo);
            for (var each : without) {
                upTo(each, upTo);
            }
            pending.now(new CausesFound(
                    upTo,
                    IntStream.range(0, tried.size())
                            .mapToObj(i -> CauseDocument.of(
                                    entries.stream()
                                            .filter(entry ->
                                                    tried.get(i).elements().contains(entry.id()))
                                            .toList(),
                                    draft.plan(),
                                    tried.get(i).without(),
                                    first,
                                    without.get(i)))
                            .toList(),
                    all.size() - tried.size()));
        }
    }

    @Override
    public void destroy() {
        comparisons.close();
        causes.close();
    }
}
