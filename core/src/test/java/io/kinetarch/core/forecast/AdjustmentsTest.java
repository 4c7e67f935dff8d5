package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.forecast.Adjustments.Course;
import io.kinetarch.core.forecast.Adjustments.DaySum;
import io.kinetarch.core.forecast.Adjustments.Lift;
import io.kinetarch.core.forecast.Forecaster.Choice;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class AdjustmentsTest {
    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
    private static final LocalDate FIRST = LocalDate.of(2026, 2, 2); // a Monday
    private static final int WEEKS = 6;
    private static final int SLOTS = 48;
    private static final Choice PROFILE = new Choice(Method.WEEKLY_PROFILE, Map.of(), 0.2);

    /** Ten chats every half-hour from 8 to 20, none at night; so is what a profile expects. */
    private static IntervalSeries history(int moreSlots) {
        var values = new double[WEEKS * 7 * SLOTS + moreSlots];
        for (int i = 0; i < values.length; i++) {
            values[i] = i % SLOTS >= 16 && i % SLOTS < 40 ? 10 : 0;
        }
        return new IntervalSeries(DUBLIN, FIRST.atStartOfDay(DUBLIN).toInstant(), 30, values);
    }

    @SuppressWarnings("ArrayRecordComponent") // read apart, never compared
    private record Expected(double[] model, double[] chats) {}

    private static Expected expected(IntervalSeries series, int horizon, List<Lift> lifts, List<DaySum> sums) {
        var expectation = Forecaster.expected(series, horizon, SpecialDays.NONE, PROFILE);
        return new Expected(expectation.model(), expectation.with(new Adjustments(lifts, sums)));
    }

    @Test
    void aLiftTouchesTheHalfHoursItSpans() {
        var day = FIRST.plusWeeks(WEEKS).plusDays(2);
        var lift = new Lift(day.atTime(9, 0), day.atTime(11, 0), 2.5, Course.EVEN);
        var expected = expected(history(0), 7 * SLOTS, List.of(lift), List.of());
        for (int i = 0; i < 7 * SLOTS; i++) {
            boolean lifted = i / SLOTS == 2 && i % SLOTS >= 18 && i % SLOTS < 22;
            assertThat(expected.chats()[i]).isCloseTo((lifted ? 2.5 : 1) * expected.model()[i], within(1e-9));
        }
    }

    @Test
    void liftsGoOnAsTheirCourseSays() {
        var from = FIRST.plusWeeks(WEEKS).atTime(10, 0);
        assertThat(factors(from, Course.FADING))
                .containsExactly(new double[] {1.875, 1.625, 1.375, 1.125}, within(1e-9));
        assertThat(factors(from, Course.RISING))
                .containsExactly(new double[] {1.125, 1.375, 1.625, 1.875}, within(1e-9));
        assertThat(factors(from, Course.PEAKING)).containsExactly(new double[] {1.25, 1.75, 1.75, 1.25}, within(1e-9));
    }

    private static double[] factors(LocalDateTime from, Course course) {
        var expected = expected(history(0), SLOTS, List.of(new Lift(from, from.plusHours(2), 2, course)), List.of());
        return IntStream.range(20, 24)
                .mapToDouble(i -> expected.chats()[i] / expected.model()[i])
                .toArray();
    }

    @Test
    void liftsAtTheSameTimeMultiplyAndLocalTimeCountsOverAClockChange() {
        // Clocks go forward on 29 March 2026 at 1:00, twelve days after the history.
        var day = LocalDate.of(2026, 3, 29);
        int before = 13 * SLOTS;
        var lift = new Lift(day.atTime(9, 0), day.atTime(10, 0), 2, Course.EVEN);
        var expected = expected(history(0), before + SLOTS, List.of(lift, lift), List.of());
        for (int i = 0; i < 46; i++) {
            int localSlot = i < 2 ? i : i + 2;
            double factor = localSlot == 18 || localSlot == 19 ? 4 : 1;
            assertThat(expected.chats()[before + i]).isCloseTo(factor * expected.model()[before + i], within(1e-9));
        }
    }

    @Test
    void daysSetByHandHaveTheirSumAndTheModelsShape() {
        var monday = FIRST.plusWeeks(WEEKS);
        var lift = new Lift(monday.atTime(8, 0), monday.atTime(9, 0), 3, Course.EVEN);
        var expected = expected(
                history(0),
                3 * SLOTS,
                List.of(lift),
                List.of(
                        new DaySum(monday, monday.plusDays(1), 300),
                        new DaySum(monday.plusDays(1), monday.plusDays(1), 0)));
        double[] today = Arrays.copyOf(expected.chats(), SLOTS);
        assertThat(Arrays.stream(today).sum()).isCloseTo(300, within(1e-9));
        assertThat(today[16] / today[18]).isCloseTo(3, within(1e-6));
        assertThat(Arrays.copyOfRange(expected.chats(), SLOTS, 2 * SLOTS)).containsOnly(0);
        assertThat(Arrays.copyOfRange(expected.chats(), 2 * SLOTS, 3 * SLOTS))
                .containsExactly(Arrays.copyOfRange(expected.model(), 2 * SLOTS, 3 * SLOTS));
    }

    @Test
    void aDayOfWhichNothingWasExpectedIsSpreadAsItsWeekday() {
        var none =
                new IntervalSeries(DUBLIN, FIRST.atStartOfDay(DUBLIN).toInstant(), 30, new double[WEEKS * 7 * SLOTS]);
        var monday = FIRST.plusWeeks(WEEKS);
        var expected = expected(none, SLOTS, List.of(), List.of(new DaySum(monday, monday, 48)));
        assertThat(expected.model()).containsOnly(0);
        assertThat(Arrays.stream(expected.chats()).sum()).isCloseTo(48, within(1e-9));
    }

    @Test
    void whatHasComeOfTodayMovesItsRest() {
        // Until noon twice as many came as on other days: 160 instead of 80. A gamma prior of mean 1 and coefficient of
        // variation 0.2 has shape and rate 25, so the factor of the rest is (25 + 160) / (25 + 80).
        var series = history(24);
        for (int i = WEEKS * 7 * SLOTS; i < series.values().length; i++) {
            series.values()[i] *= 2;
        }
        var expected = expected(series, SLOTS, List.of(), List.of());
        assertThat(expected.chats()[0]).isCloseTo(10 * 185.0 / 105, within(1e-6));
        assertThat(expected.model()[0]).isCloseTo(10, within(1e-6));
        assertThat(expected.chats()[24 + 16]).isCloseTo(10, within(1e-6));
    }

    @Test
    void aHistoryThatBeganTodayIsNoWholeDayYet() {
        var values = new double[20];
        Arrays.fill(values, 3);
        var series = new IntervalSeries(DUBLIN, FIRST.atStartOfDay(DUBLIN).toInstant(), 30, values);
        var daily = Forecaster.daily(series, SpecialDays.NONE);
        assertThat(daily.length()).isZero();
        assertThat(Forecaster.days(daily, 28, SpecialDays.NONE, null).mean()).containsOnly(0);
        var expectation = Forecaster.expected(series, 28 + SLOTS, SpecialDays.NONE, Choice.UNTRIED);
        assertThat(expectation.with(Adjustments.NONE)).hasSize(28 + SLOTS).doesNotContain(Double.NaN);
    }

    @Test
    void nonsenseIsRefused() {
        var noon = FIRST.atTime(12, 0);
        assertThatIllegalArgumentException().isThrownBy(() -> new Lift(noon, noon, 2, Course.EVEN));
        assertThatIllegalArgumentException().isThrownBy(() -> new Lift(noon, noon.plusHours(1), 21, Course.EVEN));
        assertThatIllegalArgumentException().isThrownBy(() -> new DaySum(FIRST, FIRST.minusDays(1), 1));
        assertThatIllegalArgumentException().isThrownBy(() -> new DaySum(FIRST, FIRST, -1));
    }
}
