package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A public holiday that is a fair's day too. */
class SpecialDaysTest {
    private static final LocalDate DAY = LocalDate.of(2026, 5, 25);

    private final SpecialDays days = SpecialDays.of(Map.of(DAY, "Whit Monday")).and(Map.of(DAY, "Harbour fair"));

    @Test
    void aDayHasEachOfItsNamesOnce() {
        assertThat(days.on(DAY)).containsExactly("Whit Monday", "Harbour fair");
        assertThat(days.and(Map.of(DAY, "Harbour fair")).on(DAY)).containsExactly("Whit Monday", "Harbour fair");
        assertThat(days.on(DAY.plusDays(1))).isEmpty();
        assertThat(days.names(DAY, DAY)).containsExactly("Harbour fair", "Whit Monday");
        assertThat(days.names(DAY, DAY.minusDays(1))).isEmpty();
    }

    @Test
    void theyAreEqualIfTheSameDaysHaveTheSameNames() {
        var same = SpecialDays.of(Map.of(DAY, "Whit Monday")).and(Map.of(DAY, "Harbour fair"));
        assertThat(same).isEqualTo(days).hasSameHashCodeAs(days);
        assertThat(SpecialDays.of(Map.of(DAY, "Whit Monday"))).isNotEqualTo(days);
        assertThat(SpecialDays.of(Map.of(DAY.plusDays(1), "Whit Monday")))
                .isNotEqualTo(SpecialDays.of(Map.of(DAY, "Whit Monday")));
    }
}
