package io.kinetarch.core.scenario;

import io.kinetarch.core.hours.DayWindow;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.Season;
import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.PlanRefusal;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * Less long open: every window of all opening hours begins later and ends earlier; one of which nothing is left goes. What is open round
 * the clock stays so.
 *
 * @param opensLater minutes, 0 to 720
 * @param closesEarlier minutes, 0 to 720
 */
public record ShorterHours(int opensLater, int closesEarlier) {
    public static final ShorterHours NONE = new ShorterHours(0, 0);

    private static final int MOST = 720;

    public ShorterHours {
        between("/opensLater", opensLater);
        between("/closesEarlier", closesEarlier);
    }

    private static void between(String pointer, int minutes) {
        if (minutes < 0 || minutes > MOST) {
            throw new PlanRefusal(pointer, "hours can be shortened by 0 to " + MOST + " minutes, not by " + minutes);
        }
    }

    /** The edits that make all opening hours of a plan so. */
    List<PlanEdit> of(Plan plan) {
        return equals(NONE)
                ? List.of()
                : plan.hours().stream()
                        .<PlanEdit>map(set -> new PlanEdit.Put(set.with(of(set.hours()))))
                        .toList();
    }

    private OpeningHours of(OpeningHours hours) {
        return new OpeningHours(
                hours.timeZone(),
                hours.roundTheClock(),
                weekly(hours.merged().weekly()),
                hours.seasons().stream()
                        .map(season -> new Season(season.name(), season.from(), season.to(), weekly(season.weekly())))
                        .toList(),
                hours.exceptions().stream()
                        .map(dated -> dated.with(dated.windows().stream()
                                .flatMap(window -> of(window).stream())
                                .toList()))
                        .toList(),
                hours.holidays());
    }

    private List<WeeklyWindow> weekly(List<WeeklyWindow> windows) {
        return windows.stream()
                .flatMap(window ->
                        of(window.onItsDay())
                                .map(left -> new WeeklyWindow(window.day(), left.from(), left.to()))
                                .stream())
                .toList();
    }

    /** What is left of a window. One that began over midnight later than its day would begin on the next is left as that of its day. */
    private Optional<DayWindow> of(DayWindow window) {
        var left = window.length().minus(Duration.ofMinutes((long) opensLater + closesEarlier));
        var from = window.from().plusMinutes(opensLater);
        boolean ofItsDay = !from.isBefore(window.from());
        return left.isPositive() && ofItsDay
                ? Optional.of(new DayWindow(from, window.to().minusMinutes(closesEarlier)))
                : Optional.empty();
    }
}
