package io.kinetarch.core.hours;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** The windows of a week in their order. */
final class WeekOrder {
    private static final Comparator<WeeklyWindow> ORDER = Comparator.comparing(WeeklyWindow::day)
            .thenComparing(WeeklyWindow::from)
            .thenComparing(WeeklyWindow::to);

    private WeekOrder() {}

    static List<WeeklyWindow> sorted(List<WeeklyWindow> windows) {
        return windows.stream().sorted(ORDER).toList();
    }

    /** Windows that begin on one day and overlap or touch become one, as long as that is no longer than a day. */
    static List<WeeklyWindow> merged(List<WeeklyWindow> windows) {
        var merged = new ArrayList<WeeklyWindow>();
        for (var window : sorted(windows)) {
            var before = merged.isEmpty() ? null : merged.getLast();
            var both = before == null || before.day() != window.day()
                    ? Optional.<WeeklyWindow>empty()
                    : one(before, window);
            both.ifPresent(_ -> merged.removeLast());
            merged.add(both.orElse(window));
        }
        return merged;
    }

    private static Optional<WeeklyWindow> one(WeeklyWindow first, WeeklyWindow second) {
        long gap = Duration.between(first.from(), second.from()).toSeconds();
        long end = Math.max(first.length().toSeconds(), gap + second.length().toSeconds());
        long day = Duration.ofDays(1).toSeconds();
        boolean wholeDayFromMidnight = end == day && first.from().equals(LocalTime.MIDNIGHT);
        return gap <= first.length().toSeconds() && (end < day || wholeDayFromMidnight)
                ? Optional.of(
                        new WeeklyWindow(first.day(), first.from(), first.from().plusSeconds(end)))
                : Optional.empty();
    }

    static List<DayWindow> onDay(List<WeeklyWindow> windows, DayOfWeek day) {
        return windows.stream()
                .filter(window -> window.day() == day)
                .map(WeeklyWindow::onItsDay)
                .toList();
    }
}
