package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class DoubleSeasonalTest {
    @Test
    void continuesTwoSeasons() {
        double[] values = IntStream.range(0, 24 * 7 * 6)
                .mapToDouble(DoubleSeasonalTest::regular)
                .toArray();
        double[] forecast = DoubleSeasonal.forecast(values, 24, 24 * 7, 200);
        for (int h = 0; h < forecast.length; h++) {
            assertThat(forecast[h]).as("step %d", h).isCloseTo(regular(values.length + h), within(0.05));
        }
    }

    @Test
    void followsARisenLevel() {
        int steps = 24 * 7 * 6;
        double[] values = IntStream.range(0, steps)
                .mapToDouble(i -> regular(i) + (i > steps / 2 ? 10 : 0))
                .toArray();
        double[] forecast = DoubleSeasonal.forecast(values, 24, 24 * 7, 24);
        for (int h = 0; h < forecast.length; h++) {
            assertThat(forecast[h]).as("step %d", h).isCloseTo(regular(steps + h) + 10, within(1.5));
        }
    }

    private static double regular(int hour) {
        return 50 + 10 * Math.sin(2 * Math.PI * hour / 24) + (hour / 24 % 7 >= 5 ? -15 : 0);
    }
}
