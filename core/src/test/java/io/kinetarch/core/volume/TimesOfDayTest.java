package io.kinetarch.core.volume;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.volume.TimesOfDay.Seen;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class TimesOfDayTest {
    private static final LocalDate MONDAY = LocalDate.of(2026, 11, 23);
    private final TimesOfDay times = TimesOfDay.of(
            SamplePlan.plan(),
            List.of(
                    new Seen(BOOKING, SITE, DayOfWeek.MONDAY, 20, 6),
                    new Seen(BOOKING, null, DayOfWeek.MONDAY, 21, 3),
                    new Seen(CARGO, SITE, DayOfWeek.MONDAY, 22, 1),
                    new Seen(CARGO, null, DayOfWeek.TUESDAY, 30, 5)));

    @Test
    void aQueueFollowsItselfAtAllDoors() {
        assertThat(weights(new Origin(BOOKING, null, null, null), MONDAY)).containsExactly(6, 3, 0);
    }

    @Test
    void aDoorFollowsItselfForAllQueues() {
        assertThat(weights(new Origin(null, SITE, "de", "Fares"), MONDAY)).containsExactly(6, 0, 1);
    }

    @Test
    void aQueueAtADoorFollowsBoth() {
        assertThat(weights(new Origin(CARGO, SITE, null, null), MONDAY)).containsExactly(0, 0, 1);
    }

    @Test
    void withoutItsOwnOnAWeekdayAllChatsAreFollowed() {
        assertThat(times.weight(
                        new Origin(BOOKING, SITE, null, null),
                        MONDAY.plusDays(1).atTime(15, 0).atZone(DUBLIN)))
                .isEqualTo(5);
    }

    @Test
    void withoutAnyTheOpeningHoursAre() {
        var plan = SamplePlan.plan();
        var hours = plan.hoursOf(plan.queue(BOOKING)).hours();
        var origin = new Origin(BOOKING, null, null, null);
        for (int slot = 0; slot < 48; slot++) {
            var at = MONDAY.plusDays(2).atStartOfDay(DUBLIN).plusMinutes(30L * slot);
            assertThat(times.weight(origin, at)).isEqualTo(hours.isOpen(at.toInstant()) ? 1 : 0);
        }
    }

    private double[] weights(Origin origin, LocalDate day) {
        return IntStream.range(20, 23)
                .mapToDouble(
                        slot -> times.weight(origin, day.atStartOfDay(DUBLIN).plusMinutes(30L * slot)))
                .toArray();
    }
}
