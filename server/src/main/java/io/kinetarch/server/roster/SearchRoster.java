package io.kinetarch.server.roster;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.roster.Roster;
import io.kinetarch.core.roster.RosterRules;
import io.kinetarch.core.roster.RosterRules.RequiredBy;
import io.kinetarch.core.roster.RosterSearch;
import io.kinetarch.core.roster.RosterSearch.Standing;
import io.kinetarch.core.roster.ShiftCover;
import io.kinetarch.core.roster.WorkPattern;
import io.kinetarch.core.staffing.Need;
import io.kinetarch.server.job.JobKind;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.roster.Rosters.CoverShifts;
import io.kinetarch.server.roster.Rosters.FoundDocument;
import io.kinetarch.server.roster.Rosters.Week;
import io.kinetarch.server.scenario.FewestPeople;
import io.kinetarch.server.staffing.Outlooks;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Searches the roster of a week: first the cheapest shifts that cover it, whoever works them, then who does. Whoever stops it
 * keeps the best found so far.
 */
@Component
class SearchRoster implements JobKind {
    static final String NAME = "SEARCH_ROSTER";

    private static final int STEPS = 100;
    private static final DateTimeFormatter FIRST = DateTimeFormatter.ofPattern("EEEE 'at' HH:mm", Locale.ENGLISH);
    private static final long SEED = 20_261_125;

    private final Rosters rosters;
    private final Outlooks outlooks;
    private final FewestPeople fewest;
    private final Clock clock;
    private final Duration forCover;
    private final Duration forAll;

    SearchRoster(
            Rosters rosters,
            Outlooks outlooks,
            FewestPeople fewest,
            Clock clock,
            @Value("${kinetarch.roster.cover-time:15s}") Duration forCover,
            @Value("${kinetarch.roster.search-time:120s}") Duration forAll) {
        this.forCover = forCover;
        this.forAll = forAll;
        this.rosters = rosters;
        this.outlooks = outlooks;
        this.fewest = fewest;
        this.clock = clock;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public void run(String planId, String subject, Progress progress) {
        var monday = LocalDate.parse(subject);
        var outlook = outlooks.get(planId, Which.draft, monday);
        var plan = outlook.state().plan();
        var rules = rosters.rules(planId).rules();
        boolean simulated = rules.requiredBy() == RequiredBy.SIMULATION;
        var bySimulation = simulated ? fewest.needs(planId, monday, progress) : null;
        var needs =
                bySimulation == null ? outlook.slots().stream().map(Need::of).toList() : bySimulation.needs();
        var work = new Work(progress);
        var begun = rosters.find(planId, monday);
        var shrinkage = plan.settings().shrinkage();
        var cover = cover(plan, needs, rules, work);
        var found = RosterSearch.search(
                plan,
                rules,
                needs,
                shrinkage,
                begun.map(Week::roster).orElse(Roster.empty(monday)),
                rosters.around(planId, monday),
                SEED,
                work.people());
        if (work.stopped() && found.toPlace() > 0) {
            // half a roster is worse than the one there was
            work.end();
            return;
        }
        rosters.putFound(
                planId,
                begun,
                found.roster(),
                plan.operators().stream().map(Operator::id).toList(),
                new FoundDocument(
                        found.standing(),
                        cover.paid,
                        cover.bound,
                        cover.said,
                        cover.shifts,
                        List.copyOf(found.clashes().values()),
                        outlooks.with(outlook, rosters.presencesWithout(planId, monday))
                                .totals()
                                .shortHours(),
                        outlook.totals().requiredHours(),
                        bySimulation == null ? null : bySimulation.hours(),
                        unfit(found.unfit()),
                        null));
        work.end();
    }

    /** The first of the half-hours that no kind of shift fits, and how many there are. */
    private static @Nullable String unfit(List<LocalDateTime> halfHours) {
        return halfHours.isEmpty()
                ? null
                : "No kind of shift fits between opening and closing time in " + hours(halfHours.size())
                        + " that require somebody, first on " + FIRST.format(halfHours.getFirst())
                        + ": add a shorter kind, or let people start earlier or stay longer.";
    }

    private static String said(Standing standing) {
        return hours(standing.shortHalfHours()) + " short, at least " + hours(standing.shortBound())
                + " whatever is tried; " + hours(standing.paidHalfHours()) + " paid, " + standing.againstWishes()
                + " against wishes";
    }

    private static String hours(double halfHours) {
        return Math.round(halfHours * 5) / 10.0 + " h";
    }

    private record CoverFound(
            @Nullable Integer paid,
            @Nullable Integer bound,
            @Nullable String said,
            List<CoverShifts> shifts) {}

    /** Shifts cover what is required once so many heads are there that those of them who answer are enough. */
    private CoverFound cover(Plan plan, List<Need> needs, RosterRules rules, Work work) {
        int[] required = needs.stream()
                .mapToInt(need -> heads(
                        need.people(),
                        plan.settings()
                                .shrinkage()
                                .left(need.startsAt().atZone(plan.timeZone()).getDayOfWeek(), true)))
                .toArray();
        var patterns = WorkPattern.of(rules.kinds(), required.length);
        try {
            var cover = ShiftCover.search(required, patterns, SEED, work.cover());
            return new CoverFound(cover.paid(), cover.bound(), null, shifts(cover, patterns));
        } catch (IllegalArgumentException nobodyWorksThen) {
            return new CoverFound(null, null, nobodyWorksThen.getMessage(), List.of());
        }
    }

    private static int heads(double required, double share) {
        return (int) Math.ceil(required / share - 1e-9);
    }

    private static List<CoverShifts> shifts(ShiftCover.Cover cover, List<WorkPattern> patterns) {
        var shifts = new ArrayList<CoverShifts>();
        IntStream.range(0, patterns.size())
                .filter(j -> cover.shifts().get(j) > 0)
                .forEach(j -> {
                    var pattern = patterns.get(j);
                    shifts.add(new CoverShifts(
                            pattern.kind(),
                            pattern.day(),
                            pattern.start().toString(),
                            cover.shifts().get(j)));
                });
        return List.copyOf(shifts);
    }

    /** The time that goes by, and whether somebody has stopped it. */
    private final class Work {
        private final Progress progress;
        private final Instant started = clock.instant();
        private @Nullable Cancelled stopped;

        Work(Progress progress) {
            this.progress = progress;
        }

        io.kinetarch.core.roster.Progress cover() {
            return (best, bound) -> goesOn(
                    forCover, "Whoever works: all covered for " + hours(best) + " paid, at least " + hours(bound));
        }

        RosterSearch.Follower people() {
            return (best, toPlace) ->
                    goesOn(forAll, toPlace > 0 ? toPlace + " people are still to be placed" : said(best))
                            || (toPlace > 0 && !stopped());
        }

        private boolean goesOn(Duration until, String said) {
            var passed = Duration.between(started, clock.instant());
            try {
                progress.report((int) Math.min(STEPS, STEPS * passed.toMillis() / forAll.toMillis()), STEPS, said);
            } catch (Cancelled e) {
                stopped = e;
            }
            return !stopped() && passed.compareTo(until) < 0;
        }

        boolean stopped() {
            return stopped != null;
        }

        /** Ends as it was wanted to: if it was stopped, as a job that was. */
        void end() {
            var wanted = stopped;
            if (wanted != null) {
                throw wanted;
            }
        }
    }
}
