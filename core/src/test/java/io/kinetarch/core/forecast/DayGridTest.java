package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;

class DayGridTest {
    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");

    @Test
    void daysHaveTheirRealLength() {
        var grid = grid(DUBLIN, LocalDate.of(2026, 3, 28), 30, 3);
        assertThat(length(grid, 0)).isEqualTo(48);
        assertThat(length(grid, 1)).as("clocks put forward").isEqualTo(46);
        assertThat(grid.stepAt(1, 2)).as("01:00 does not exist").isEqualTo(-1);
        assertThat(grid.slotOf(grid.firstStep(1) + 2))
                .as("after 00:30 comes 02:00")
                .isEqualTo(4);

        var autumn = grid(DUBLIN, LocalDate.of(2026, 10, 24), 30, 3);
        assertThat(length(autumn, 1)).as("clocks put back").isEqualTo(50);
        int first = autumn.stepAt(1, 2);
        assertThat(autumn.slotOf(first + 2)).as("01:00 comes twice").isEqualTo(2);
        assertThat(autumn.dayOf(first + 2)).isEqualTo(1);
    }

    @Test
    void takesZonesThatShiftByHalfAnHour() {
        var grid = grid(ZoneId.of("Australia/Lord_Howe"), LocalDate.of(2026, 4, 4), 30, 3);
        assertThat(length(grid, 1)).isEqualTo(49);
    }

    @Test
    void aSeriesMayStartWithinADay() {
        var start = LocalDate.of(2026, 6, 1).atTime(9, 30).atZone(DUBLIN).toInstant();
        var grid = new DayGrid(new IntervalSeries(DUBLIN, start, 30, new double[60]), 2);
        assertThat(grid.firstStep(1)).isEqualTo(29);
        assertThat(grid.stepAt(0, 0)).isEqualTo(-1);
        assertThat(grid.stepAt(0, 19)).isZero();
    }

    @Test
    void refusesWhatIsNoSeries() {
        var start = LocalDate.of(2026, 6, 1).atTime(9, 10).atZone(DUBLIN).toInstant();
        assertThatThrownBy(() -> new IntervalSeries(DUBLIN, start, 30, new double[1]))
                .hasMessageContaining("2026-06-01T09:10 does not start an interval of 30 minutes");
        var midnight = LocalDate.of(2026, 6, 1).atStartOfDay(DUBLIN).toInstant();
        assertThatThrownBy(() -> new IntervalSeries(DUBLIN, midnight, 30, new double[] {1, -2}))
                .hasMessageContaining("2026-06-01T00:30")
                .hasMessageContaining("not -2");
        assertThatThrownBy(() -> new IntervalSeries(DUBLIN, midnight, 20, new double[1]))
                .hasMessageContaining("15, 30 or 60");
    }

    private static DayGrid grid(ZoneId zone, LocalDate first, int minutes, int days) {
        return new DayGrid(
                new IntervalSeries(zone, first.atStartOfDay(zone).toInstant(), minutes, new double[0]), days);
    }

    private static int length(DayGrid grid, int day) {
        return grid.firstStep(day + 1) - grid.firstStep(day);
    }
}
