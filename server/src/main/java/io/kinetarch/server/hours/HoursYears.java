package io.kinetarch.server.hours;

import io.kinetarch.core.hours.DatedHours;
import io.kinetarch.core.hours.DayWindow;
import io.kinetarch.core.hours.HolidayProposals;
import io.kinetarch.core.hours.OpenTimeline;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.PublicHolidays;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A year of opening hours to look at. */
final class HoursYears {
    private HoursYears() {}

    /**
     * A year from a date.
     *
     * @param days one after the other
     * @param week the stretches of real time that are open in the week asked for, and a day before and after it
     * @param holidays of the hours' calendar in that year
     * @param regions of that calendar's country
     */
    record HoursYear(List<YearDay> days, List<Stretch> week, List<Holiday> holidays, List<Region> regions) {}

    /**
     * A date, what set its windows, and them.
     *
     * @param exception date of the exception that holds, which may be one of every year from an earlier date on
     */
    record YearDay(
            LocalDate date,
            OpeningHours.Source source,
            String name,
            List<DayWindow> windows,
            @Nullable LocalDate exception) {}

    record Stretch(Instant from, Instant to) {}

    record Holiday(LocalDate date, String name, HolidayProposals.Decision decision) {}

    record Region(String code, String name) {}

    static HoursYear of(OpeningHours hours, LocalDate from, LocalDate monday) {
        LocalDate until = from.plusYears(1);
        var calendar = hours.holidays();
        return new HoursYear(
                from.datesUntil(until)
                        .map(hours::on)
                        .map(day -> new YearDay(
                                day.date(),
                                day.source(),
                                day.name(),
                                day.windows(),
                                hours.exceptionOn(day.date())
                                        .map(DatedHours::date)
                                        .orElse(null)))
                        .toList(),
                stretches(hours, monday),
                HolidayProposals.of(hours, from, until).stream()
                        .map(proposal -> new Holiday(proposal.date(), proposal.name(), proposal.decision()))
                        .toList(),
                calendar == null
                        ? List.of()
                        : PublicHolidays.regions(calendar.country()).entrySet().stream()
                                .map(region -> new Region(region.getKey(), region.getValue()))
                                .toList());
    }

    private static List<Stretch> stretches(OpeningHours hours, LocalDate monday) {
        var from = monday.minusDays(1).atStartOfDay(hours.timeZone()).toInstant();
        var to = monday.plusDays(8).atStartOfDay(hours.timeZone()).toInstant();
        var timeline = OpenTimeline.of(hours, from, to);
        var stretches = new ArrayList<Stretch>();
        for (Instant at = from; at.isBefore(to); ) {
            var next = timeline.nextChange(at).orElse(to);
            if (timeline.isOpen(at.getEpochSecond())) {
                stretches.add(new Stretch(at, next));
            }
            at = next;
        }
        return stretches;
    }
}
