package io.kinetarch.server.forecast;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.forecast.UnusualDays;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.forecast.MarkedDays.Mark;
import io.kinetarch.server.forecast.MarkedDays.Meaning;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.State;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The days of the history over HTTP: what was counted, what was unusual, lasting changes, and the marks of all that. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/forecast")
class DaysController {
    private static final int MOST_KEPT = 20;
    private static final int MOST_SHIFTS = 10;

    private final Arrivals arrivals;
    private final MarkedDays marks;
    private final Plans plans;
    private final Cache<String, Found> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    DaysController(Arrivals arrivals, MarkedDays marks, Plans plans) {
        this.arrivals = arrivals;
        this.marks = marks;
        this.plans = plans;
    }

    /** What was found in all series. */
    private record Found(List<FoundRun> runs, List<FoundShift> shifts) {}

    /** Days that were unusual in some series, in one most. */
    private record FoundRun(LocalDate firstDay, LocalDate lastDay, int series, SeriesKey strongest, double factor) {}

    private record FoundShift(LocalDate from, SeriesKey series, double factor) {}

    /**
     * Days that were unusual.
     *
     * @param series how many series they were unusual in
     * @param strongest the label of the one in which most
     * @param factor there, what came over what was expected
     */
    record UnusualRun(LocalDate firstDay, LocalDate lastDay, int series, String strongest, double factor) {}

    /**
     * A lasting change of a series.
     *
     * @param from the first day of the new level
     * @param factor of the new level over the old one
     */
    record LevelShift(LocalDate from, SeriesKey series, String label, double factor) {}

    /** What is known of special days. */
    record DaysView(List<UnusualRun> unusual, List<LevelShift> shifts, List<Mark> marks) {}

    /** Days to mark. */
    record NewMark(LocalDate firstDay, LocalDate lastDay, Meaning kind, String name) {}

    /** Days that are not like others: holidays, and days that were marked. */
    @GetMapping("/days")
    DaysView days(@PathVariable("plan") String planId) {
        var state = plans.draftState(planId);
        var all = marks.of(planId);
        var found = found(state);
        return new DaysView(
                found.runs.stream()
                        .filter(run -> all.stream().noneMatch(mark -> mark.touches(run.firstDay, run.lastDay)))
                        .map(run -> new UnusualRun(
                                run.firstDay,
                                run.lastDay,
                                run.series,
                                SeriesNames.of(state.plan(), run.strongest),
                                run.factor))
                        .toList(),
                found.shifts.stream()
                        .map(shift -> new LevelShift(
                                shift.from, shift.series, SeriesNames.of(state.plan(), shift.series), shift.factor))
                        .toList(),
                all);
    }

    /** Marks days that are not like others, with why. */
    @PostMapping("/days")
    @ResponseStatus(HttpStatus.CREATED)
    Mark mark(@PathVariable("plan") String planId, @RequestBody NewMark mark, @AuthenticationPrincipal SignedIn by) {
        long id = marks.mark(planId, mark.firstDay, mark.lastDay, mark.kind, mark.name, by);
        return new Mark(id, mark.firstDay, mark.lastDay, mark.kind, mark.name.strip());
    }

    /** Takes a mark from days. */
    @DeleteMapping("/days/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void unmark(@PathVariable("plan") String planId, @PathVariable long id) {
        marks.unmark(planId, id);
    }

    /**
     * A day of the history.
     *
     * @param chats counted; null where nothing is known of the day
     * @param known the share of its half-hours that are known, 0–1
     * @param names of public holidays and events on it
     */
    record CountedDay(LocalDate day, @Nullable Double chats, double known, List<String> names) {}

    /** What was counted day by day, of a series or of a sum of series. */
    @GetMapping("/calendar")
    List<CountedDay> calendar(
            @PathVariable("plan") String planId,
            @RequestParam(defaultValue = "") String door,
            @RequestParam(defaultValue = "") String topic,
            @RequestParam(defaultValue = "") String queue,
            @RequestParam(defaultValue = "true") boolean sum) {
        var history = arrivals.newest(plans.draftState(planId));
        var counted = SeriesForecasts.Selection.of(door, topic, queue, sum).in(history).stream()
                .map(key -> Objects.requireNonNull(history.counted().get(key)))
                .toList();
        var days = new TreeMap<LocalDate, CountedDay>();
        for (var one : counted) {
            for (int i = 0; i < one.chats().length; i++) {
                var day = one.first().plusDays(i);
                var here = new CountedDay(
                        day,
                        one.known()[i] == 0 ? null : one.chats()[i],
                        one.known()[i],
                        history.special().on(day));
                days.merge(day, here, DaysController::together);
            }
        }
        return List.copyOf(days.values());
    }

    private static CountedDay together(CountedDay one, CountedDay other) {
        return new CountedDay(
                one.day,
                one.chats == null || other.chats == null ? null : Double.valueOf(one.chats + other.chats),
                Math.min(one.known, other.known),
                one.names);
    }

    private Found found(State state) {
        var history = arrivals.newest(state);
        return kept.get(
                state.id() + " " + state.volumeChange() + " " + history.today(),
                _ -> new Found(unusual(history), shifts(history)));
    }

    /** Lasting changes, the strongest first. */
    private static List<FoundShift> shifts(History history) {
        var shifts = new ArrayList<FoundShift>();
        history.daily()
                .forEach((key, daily) -> UnusualDays.in(daily, history.special())
                        .shifts()
                        .forEach(shift -> shifts.add(new FoundShift(shift.from(), key, shift.factor()))));
        shifts.sort(Comparator.comparingDouble((FoundShift shift) -> Math.abs(Math.log(shift.factor)))
                .reversed());
        return List.copyOf(shifts.subList(0, Math.min(MOST_SHIFTS, shifts.size())));
    }

    /** Unusual days of all series, those that touch put together. */
    private static List<FoundRun> unusual(History history) {
        var runs = new ArrayList<FoundRun>();
        history.daily()
                .forEach((key, daily) -> UnusualDays.in(daily, history.special()).runs().stream()
                        .map(run -> new FoundRun(run.first(), run.last(), 1, key, run.factor()))
                        .forEach(runs::add));
        runs.sort(Comparator.comparing(FoundRun::firstDay));
        var together = new ArrayList<FoundRun>();
        for (var run : runs) {
            var before = together.isEmpty() ? null : together.getLast();
            if (before == null || run.firstDay.isAfter(before.lastDay.plusDays(1))) {
                together.add(run);
            } else {
                boolean stronger = Math.abs(Math.log(run.factor)) > Math.abs(Math.log(before.factor));
                together.set(
                        together.size() - 1,
                        new FoundRun(
                                before.firstDay,
                                run.lastDay.isAfter(before.lastDay) ? run.lastDay : before.lastDay,
                                before.series + 1,
                                stronger ? run.strongest : before.strongest,
                                stronger ? run.factor : before.factor));
            }
        }
        return together.reversed();
    }
}
