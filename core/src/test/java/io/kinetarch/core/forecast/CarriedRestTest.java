package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class CarriedRestTest {
    private static final int DAY = 24;
    private static final int WEEK = 7 * DAY;

    @Test
    void whatIsLeftOverFadesIntoTheNextSteps() {
        // Two seasons, and a rest of which each hour keeps nine tenths; the same with a busy last evening.
        var random = new Random(2);
        double[] usual = new double[10 * WEEK];
        double rest = 0;
        for (int t = 0; t < usual.length; t++) {
            rest = 0.9 * rest + random.nextGaussian();
            usual[t] = regular(t) + rest;
        }
        double[] busy = usual.clone();
        for (int t = usual.length - 4; t < usual.length; t++) {
            busy[t] += 20;
        }
        double[] calm = CarriedRest.forecast(usual, WEEK, DAY, WEEK);
        double[] after = CarriedRest.forecast(busy, WEEK, DAY, WEEK);
        double[] more =
                IntStream.range(0, WEEK).mapToDouble(h -> after[h] - calm[h]).toArray();
        assertThat(more[0]).isGreaterThan(5);
        assertThat(more[5]).isBetween(0.3 * more[0], 0.9 * more[0]);
        assertThat(more[3 * DAY + 6])
                .as("three days on, it is nearly forgotten")
                .isBetween(-2.0, 2.0);
    }

    @Test
    void seasonsWithoutARestGoOn() {
        double[] values = IntStream.range(0, 8 * WEEK)
                .mapToDouble(CarriedRestTest::regular)
                .toArray();
        double[] forecast = CarriedRest.forecast(values, WEEK, DAY, WEEK);
        double off = IntStream.range(0, WEEK)
                .mapToDouble(h -> Math.abs(forecast[h] - regular(values.length + h)))
                .average()
                .orElseThrow();
        assertThat(off).as("of about 90").isLessThan(2);
        double[] constant = new double[5 * WEEK];
        Arrays.fill(constant, 4);
        assertThat(CarriedRest.forecast(constant, 2, DAY, WEEK)).containsExactly(new double[] {4, 4}, within(1e-6));
    }

    private static double regular(int t) {
        return 100 + 30 * Math.sin(2 * Math.PI * t / DAY) + (t / DAY % 7 >= 5 ? -40 : 0);
    }
}
