package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Map;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.Test;

class DayShapeTest {
    private static final ZoneId UTC = ZoneId.of("UTC");
    private static final LocalDate MONDAY = LocalDate.of(2026, 1, 5);
    private static final int DAYS = 70;

    @Test
    void eachWeekdayHasAShapeOfItsOwn() {
        // Sundays have chats from 20:00 to 22:00, other days from 9:00 to 17:00.
        var shape = shape(
                (day, hour) -> day % 7 == 6 ? (hour >= 20 && hour < 22 ? 400 : 0) : hour >= 9 && hour < 17 ? 100 : 0);
        double[] monday = shape.of(MONDAY.plusDays(DAYS));
        double[] sunday = shape.of(MONDAY.plusDays(DAYS + 6));
        assertThat(Arrays.stream(monday).sum()).isCloseTo(1, within(1e-9));
        assertThat(monday[10]).isCloseTo(1 / 8.0, within(0.01));
        assertThat(monday[20]).isLessThan(0.01);
        assertThat(sunday[20]).isCloseTo(0.5, within(0.02));
    }

    @Test
    void rareChatsBorrowTheShapeOfOtherWeekdays() {
        // One chat on each Sunday at noon says little of Sundays.
        var shape = shape((day, hour) -> day % 7 == 6 ? (hour == 12 ? 1 : 0) : hour >= 9 && hour < 17 ? 100 : 0);
        double[] sunday = shape.of(MONDAY.plusDays(6));
        assertThat(sunday[12]).isBetween(0.2, 0.6);
        assertThat(sunday[10]).isBetween(0.05, 0.12);
    }

    @Test
    void specialDaysHaveTheShapeOfThoseOfTheirName() {
        var special = SpecialDays.of(Map.of(MONDAY.plusDays(21), "Sale", MONDAY.plusDays(DAYS + 1), "Sale"));
        IntBinaryOperator chats = (day, hour) -> day == 21 ? (hour == 20 ? 4000 : 0) : hour >= 9 && hour < 17 ? 100 : 0;
        var shape = shape(chats, special);
        assertThat(shape.of(MONDAY.plusDays(DAYS + 1))[20]).isGreaterThan(0.75);
        assertThat(shape.of(MONDAY.plusDays(DAYS + 8))[20])
                .as("an ordinary Tuesday")
                .isZero();
    }

    @Test
    void newerWeeksCountMore() {
        var shape = shape((day, hour) -> day < DAYS - 28 ? (hour == 9 ? 800 : 0) : hour == 15 ? 800 : 0);
        double[] monday = shape.of(MONDAY);
        assertThat(monday[15]).isGreaterThan(0.45);
        assertThat(monday[15] + monday[9]).isCloseTo(1, within(1e-9));
    }

    @Test
    void withoutChatsAllSlotsAreAlike() {
        assertThat(shape((_, _) -> 0).of(MONDAY)[3]).isCloseTo(1 / 24.0, within(1e-12));
    }

    private static DayShape shape(IntBinaryOperator chats) {
        return shape(chats, SpecialDays.NONE);
    }

    private static DayShape shape(IntBinaryOperator chats, SpecialDays special) {
        double[] values = new double[DAYS * 24];
        Arrays.setAll(values, i -> chats.applyAsInt(i / 24, i % 24));
        var series = new IntervalSeries(UTC, MONDAY.atStartOfDay(UTC).toInstant(), 60, values);
        return DayShape.of(new DayGrid(series, DAYS + 14), values, DAYS, special);
    }
}
