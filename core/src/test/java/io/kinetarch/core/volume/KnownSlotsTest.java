package io.kinetarch.core.volume;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class KnownSlotsTest {
    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
    private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);
    private static final int WEEKS = 8;

    @Test
    void aSlotThatIsUsuallyCountedAndWasNotIsAGap() {
        var outage = Set.of(MONDAY.plusDays(9).atTime(11, 0), MONDAY.plusDays(9).atTime(11, 30));
        var known = known(outage);
        double[] values = known.empty();
        assertThat(Arrays.stream(values).filter(Double::isNaN).count()).isEqualTo(2);
        assertThat(values[
                        index(
                                known,
                                MONDAY.plusDays(9).atTime(11, 0).atZone(DUBLIN).toInstant())])
                .isNaN();
        assertThat(values[
                        index(
                                known,
                                MONDAY.plusDays(9).atTime(12, 0).atZone(DUBLIN).toInstant())])
                .isZero();
        assertThat(values[
                        index(
                                known,
                                MONDAY.plusDays(9).atTime(3, 0).atZone(DUBLIN).toInstant())])
                .as("closed at night")
                .isZero();
        assertThat(values[
                        index(
                                known,
                                MONDAY.plusDays(6).atTime(11, 0).atZone(DUBLIN).toInstant())])
                .as("closed on Sundays")
                .isZero();
    }

    @Test
    void daysOfClockChangesHaveTheirRealLength() {
        // 29 March 2026 has 46 half-hours in Dublin.
        assertThat(known(Set.of()).empty()).hasSize(WEEKS * 7 * 48 - 2);
    }

    private static int index(KnownSlots known, Instant at) {
        return known.index(at.getEpochSecond());
    }

    /** Counted from 9 to 17 but on Sundays, and but for some half-hours. */
    private static KnownSlots known(Set<LocalDateTime> outage) {
        long[] counted = IntStream.range(0, WEEKS * 7)
                .filter(day -> day % 7 != 6)
                .boxed()
                .flatMap(day -> IntStream.range(18, 34)
                        .mapToObj(slot -> MONDAY.plusDays(day).atStartOfDay().plusMinutes(30L * slot)))
                .filter(local -> !outage.contains(local))
                .mapToLong(local -> local.atZone(DUBLIN).toEpochSecond())
                .toArray();
        return new KnownSlots(
                DUBLIN, MONDAY, MONDAY.plusWeeks(WEEKS).atStartOfDay(DUBLIN).toInstant(), counted);
    }
}
