package io.kinetarch.server.simulation;

import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.job.JobKind;
import io.kinetarch.server.job.Jobs;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Revisions.WentLive;
import io.kinetarch.server.report.ChatFigures;
import io.kinetarch.server.report.Reports;
import io.kinetarch.server.simulation.SimulatedDocument.FiguresDocument;
import java.time.Clock;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What simulation foretells of each revision when it goes live, kept with it, and later set against what came. */
@Component
class Foretold implements JobKind {
    private static final String NAME = "FORETELL";
    private static final int REPLICATIONS = 20;
    private static final int AT_A_TIME = 4;
    private static final int LAST_DAY = 6;

    private final ForetoldMapper stored;
    private final Plans plans;
    private final WeekExperiments experiments;
    private final Reports reports;
    private final Jobs jobs;
    private final JsonMapper json;
    private final Clock clock;

    Foretold(
            ForetoldMapper stored,
            Plans plans,
            WeekExperiments experiments,
            Reports reports,
            Jobs jobs,
            JsonMapper json,
            Clock clock) {
        this.stored = stored;
        this.plans = plans;
        this.experiments = experiments;
        this.reports = reports;
        this.jobs = jobs;
        this.json = json;
        this.clock = clock;
    }

    /**
     * What was foretold of a week.
     *
     * @param before what the revision before would have done; null of the first
     * @param difference run by run
     */
    record ForetoldWeek(
            int replications,
            FiguresDocument figures,
            @Nullable FiguresDocument before,
            @Nullable FiguresDocument difference) {}

    /**
     * The chats that came, of all of which these are shares.
     *
     * @param until the last day counted
     */
    record CameDocument(
            LocalDate until,
            long chats,
            double answeredInTime,
            double gaveUp,
            double finishedByBot,
            double leftMessage,
            @Nullable Double meanWaitSeconds,
            @Nullable Double medianWaitSeconds,
            @Nullable Double wait95Seconds) {
        static CameDocument of(ChatFigures figures, LocalDate until) {
            double all = (double) figures.chats();
            return new CameDocument(
                    until,
                    figures.chats(),
                    figures.inTime() / all,
                    figures.gaveUp() / all,
                    figures.finishedByBot() / all,
                    figures.leftMessage() / all,
                    figures.meanWait(),
                    figures.medianWait(),
                    figures.wait95());
        }
    }

    /**
     * Both.
     *
     * @param monday null before anything is foretold
     * @param foretold null where there was no forecast when it went live, and until the simulation has ended
     * @param came null before the week has begun, and where nobody came
     */
    record ForetoldView(
            @Nullable LocalDate monday,
            @Nullable ForetoldWeek foretold,
            @Nullable CameDocument came) {}

    ForetoldView of(String planId, int revision) {
        // refused where there is no such revision
        plans.revisionState(planId, revision);
        return stored.find(planId, revision)
                .map(found -> new ForetoldView(
                        found.monday(),
                        json.readValue(found.document(), ForetoldWeek.class),
                        came(planId, found.monday())))
                .orElseGet(() -> new ForetoldView(null, null, null));
    }

    private @Nullable CameDocument came(String planId, LocalDate monday) {
        var zone = plans.draftState(planId).plan().timeZone();
        var today = clock.instant().atZone(zone).toLocalDate();
        var sunday = monday.plusDays(LAST_DAY);
        var until = today.isBefore(sunday) ? today : sunday;
        if (until.isBefore(monday)) {
            return null;
        }
        var figures = reports.all(planId, monday, until);
        return figures.chats() == 0 ? null : CameDocument.of(figures, until);
    }

    @EventListener
    void foretell(WentLive live) {
        jobs.start(NAME, live.planId(), Integer.toString(live.revision()));
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public void run(String planId, String subject, Progress progress) {
        int revision = Integer.parseInt(subject);
        var state = plans.revisionState(planId, revision);
        var week = WeekOfHalfHours.after(clock.instant(), state.plan().timeZone());
        var asked = experiments.of(state, week);
        if (asked.experiment().flows().isEmpty()) {
            return;
        }
        var now = new Simulation(asked.experiment());
        var before = revision == 1
                ? null
                : new Simulation(experiments
                        .of(plans.revisionState(planId, revision - 1), week)
                        .experiment());
        try {
            for (int done = AT_A_TIME; done <= REPLICATIONS; done += AT_A_TIME) {
                now.run(AT_A_TIME);
                if (before != null) {
                    before.run(AT_A_TIME);
                }
                progress.report(done, REPLICATIONS, done + " weeks of revision " + revision);
            }
        } catch (Simulation.TooManyOpen many) {
            throw Simulating.brokenOff(many);
        } catch (InterruptedException stopped) {
            throw Simulating.stopped(stopped);
        }
        var foretold = new ForetoldWeek(
                REPLICATIONS,
                FiguresDocument.of(now.totals()),
                before == null ? null : FiguresDocument.of(before.totals()),
                before == null ? null : FiguresDocument.of(now.difference(before)));
        stored.insert(planId, revision, week.monday(), json.writeValueAsString(foretold));
    }
}
