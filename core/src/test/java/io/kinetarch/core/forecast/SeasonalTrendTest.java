package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class SeasonalTrendTest {
    @Test
    void thePartsMakeTheSeries() {
        double[] deaths = Table.column("USAccDeaths.csv", "value");
        var parts = SeasonalTrend.of(deaths, 12);
        for (int i = 0; i < deaths.length; i++) {
            assertThat(parts.trend()[i] + parts.seasons()[0][i] + parts.rest()[i])
                    .isCloseTo(deaths[i], within(1e-8));
        }
        assertThat(spread(parts.rest())).isLessThan(0.35 * spread(deaths));
    }

    @Test
    void findsTwoSeasonsAndATrend() {
        var random = new Random(11);
        double[] week = {-3, 1, 2, 2, 1, 0, -3};
        double[] values = IntStream.range(0, 4 * 365)
                .mapToDouble(i -> 20
                        + 0.005 * i
                        + week[i % 7]
                        + 4 * Math.sin(2 * Math.PI * i / 365)
                        + 0.3 * random.nextGaussian())
                .toArray();
        var parts = SeasonalTrend.of(values, 7, 365);
        for (int i = 400; i < 1000; i++) {
            assertThat(parts.seasons()[0][i]).as("week at %d", i).isCloseTo(week[i % 7], within(0.5));
            assertThat(parts.seasons()[1][i])
                    .as("year at %d", i)
                    .isCloseTo(4 * Math.sin(2 * Math.PI * i / 365), within(1.1));
            assertThat(parts.trend()[i]).as("trend at %d", i).isCloseTo(20 + 0.005 * i, within(0.6));
        }
        assertThat(parts.seasonAfter(1, new int[] {7, 365}))
                .isCloseTo(
                        parts.seasons()[0][values.length - 7] + parts.seasons()[1][values.length - 365], within(1e-12));
    }

    private static double spread(double[] values) {
        double mean = Arrays.stream(values).average().orElseThrow();
        return Math.sqrt(Arrays.stream(values)
                .map(v -> (v - mean) * (v - mean))
                .average()
                .orElseThrow());
    }
}
