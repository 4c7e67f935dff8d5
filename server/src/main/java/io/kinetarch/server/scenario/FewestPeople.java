package io.kinetarch.server.scenario;

import io.kinetarch.core.scenario.LeastPeople;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.staffing.Need;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.job.JobKind;
import io.kinetarch.server.job.Jobs;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.simulation.Simulating;
import io.kinetarch.server.simulation.WeekExperiments;
import io.kinetarch.server.staffing.Outlooks;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Searches the fewest people that a week of the draft needs by simulation, and keeps what was found. */
@Component
public class FewestPeople implements JobKind {
    private static final String NAME = "FIND_LEAST_PEOPLE";

    private final LeastPeopleMapper stored;
    private final Plans plans;
    private final Outlooks outlooks;
    private final WeekExperiments experiments;
    private final Jobs jobs;
    private final JsonMapper json;

    FewestPeople(
            LeastPeopleMapper stored,
            Plans plans,
            Outlooks outlooks,
            WeekExperiments experiments,
            Jobs jobs,
            JsonMapper json) {
        this.stored = stored;
        this.plans = plans;
        this.outlooks = outlooks;
        this.experiments = experiments;
        this.jobs = jobs;
        this.json = json;
    }

    /**
     * What is known of a week.
     *
     * @param found null where nobody has searched
     * @param outdated whether plan or volumes have changed since
     */
    record LeastPeopleAnswer(@Nullable LeastPeopleDocument found, boolean outdated) {}

    LeastPeopleAnswer of(String planId, LocalDate monday) {
        var found = find(planId, monday);
        String now = plans.draftState(planId).work();
        return new LeastPeopleAnswer(
                found.orElse(null), found.isPresent() && !found.get().work().equals(now));
    }

    /** Has it searched for, by a job. */
    void start(String planId, LocalDate monday) {
        outlooks.get(planId, Which.draft, monday); // refuses what is no Monday
        jobs.start(NAME, planId, monday.toString());
    }

    /**
     * What each half-hour of a week requires by simulation, searched for unless it is known.
     *
     * @param hours operator-hours of all of them
     */
    public record Needs(List<Need> needs, double hours) {}

    /** Of a week of the draft as it stands. */
    public Needs needs(String planId, LocalDate monday, Progress progress) {
        var outlook = outlooks.get(planId, Which.draft, monday);
        var known = find(planId, monday)
                .filter(found -> found.work().equals(outlook.state().work()))
                .orElseGet(() -> search(planId, monday, progress));
        return new Needs(known.needs(outlook.slots()), known.hours());
    }

    private Optional<LeastPeopleDocument> find(String planId, LocalDate monday) {
        return stored.find(planId, monday).map(text -> json.readValue(text, LeastPeopleDocument.class));
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public void run(String planId, String subject, Progress progress) {
        search(planId, LocalDate.parse(subject), progress);
    }

    private LeastPeopleDocument search(String planId, LocalDate monday, Progress progress) {
        progress.report(0, 1, "The week's chats are forecast");
        var outlook = outlooks.get(planId, Which.draft, monday);
        var state = outlook.state();
        var asked =
                experiments.of(state, WeekOfHalfHours.of(monday, state.plan().timeZone()));
        try {
            var found = LeastPeople.search(
                    asked.experiment(),
                    outlook.slots(),
                    (round, rounds, hours) ->
                            progress.report(round, rounds, "Simulated with people for %.0f h".formatted(hours)));
            var document = LeastPeopleDocument.of(state.work(), state.plan(), found, asked.notes());
            stored.put(planId, monday, json.writeValueAsString(document));
            return document;
        } catch (Simulation.TooManyOpen many) {
            throw Simulating.brokenOff(many);
        } catch (InterruptedException stopped) {
            throw Simulating.stopped(stopped);
        }
    }
}
