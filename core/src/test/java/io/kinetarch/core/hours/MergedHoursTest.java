package io.kinetarch.core.hours;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Windows that overlap are written as one, and nothing opens or closes by it. */
class MergedHoursTest {
    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");

    @Test
    void whatOverlapsOrTouchesOnOneDayIsOneWindow() {
        assertThat(merged(window(9, 12), window(11, 15), window(15, 17), window(18, 20)))
                .containsExactly(window(9, 17), window(18, 20));
        assertThat(merged(window(20, 2), window(22, 1))).containsExactly(window(20, 2));
        assertThat(merged(window(0, 12), window(12, 0))).containsExactly(window(0, 0));
    }

    @Test
    void noWindowBecomesLongerThanADay() {
        assertThat(merged(window(8, 20), window(20, 8))).hasSize(2);
        assertThat(merged(window(8, 20), window(20, 12))).hasSize(2);
    }

    /** Compared by the spans that are really open, over a year with both clock changes. */
    @Test
    void theOpenTimeIsTheSame() {
        IntStream.range(0, 200).forEach(seed -> {
            var random = new Random(seed);
            var windows = new ArrayList<WeeklyWindow>();
            for (int i = random.nextInt(12); i >= 0; i--) {
                int from = random.nextInt(24);
                int to = random.nextInt(24);
                if (from != to || from == 0) {
                    windows.add(new WeeklyWindow(
                            DayOfWeek.of(1 + random.nextInt(7)), LocalTime.of(from, 0), LocalTime.of(to, 0)));
                }
            }
            var hours = OpeningHours.weekly(DUBLIN, windows);

            assertThat(spans(hours.merged())).as("seed %s: %s", seed, windows).isEqualTo(spans(hours));
            assertThat(hours.merged().merged()).as("seed %s", seed).isEqualTo(hours.merged());
            assertThat(hours.merged().weekly().size()).isLessThanOrEqualTo(windows.size());
        });
    }

    private static List<OpenSpans.Span> spans(OpeningHours hours) {
        return OpenSpans.of(hours, LocalDate.of(2026, 1, 1), LocalDate.of(2026, 12, 31));
    }

    private static List<WeeklyWindow> merged(WeeklyWindow... windows) {
        return OpeningHours.weekly(DUBLIN, List.of(windows)).merged().weekly();
    }

    private static WeeklyWindow window(int from, int to) {
        return new WeeklyWindow(DayOfWeek.MONDAY, LocalTime.of(from, 0), LocalTime.of(to, 0));
    }
}
