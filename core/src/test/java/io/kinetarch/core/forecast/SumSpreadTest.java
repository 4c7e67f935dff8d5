package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.Random;
import java.util.stream.IntStream;
import org.hipparchus.distribution.continuous.GammaDistribution;
import org.hipparchus.distribution.discrete.PoissonDistribution;
import org.junit.jupiter.api.Test;

class SumSpreadTest {
    private static final LocalDate MONDAY = LocalDate.of(2026, 11, 23);
    private static final double TOGETHER = 0.15;

    @Test
    void holdsAsManySumsAsItSays() {
        // Three days of 20 half-hours with 12 chats each; all of a day are more or fewer together by a gamma factor.
        var random = new Random(4);
        var factors = new GammaDistribution(1 / (TOGETHER * TOGETHER), TOGETHER * TOGETHER);
        var range = spread(3, 20, 12).range();
        int within80 = 0;
        int within95 = 0;
        int weeks = 2000;
        for (int week = 0; week < weeks; week++) {
            double sum = 0;
            for (int day = 0; day < 3; day++) {
                double mean = 20 * 12 * factors.inverseCumulativeProbability(random.nextDouble());
                sum += new PoissonDistribution(mean).inverseCumulativeProbability(random.nextDouble());
            }
            within80 += sum >= range.lower80() && sum <= range.upper80() ? 1 : 0;
            within95 += sum >= range.lower95() && sum <= range.upper95() ? 1 : 0;
        }
        assertThat((double) within80 / weeks).isCloseTo(0.8, within(0.03));
        assertThat((double) within95 / weeks).isCloseTo(0.95, within(0.02));
    }

    @Test
    void isNoSumOfRanges() {
        var whole = spread(5, 40, 6).range();
        var part = new SumSpread();
        part.add(MONDAY, 6, TOGETHER);
        double added = 5 * 40 * (part.range().upper80() - part.range().lower80());
        double chanceAlone = 2 * 1.2816 * Math.sqrt(5 * 40 * 6);
        assertThat(whole.upper80() - whole.lower80()).isBetween(1.5 * chanceAlone, added / 2);
    }

    @Test
    void nothingExpectedIsNothing() {
        assertThat(new SumSpread().range()).isEqualTo(new SumSpread.Range(0, 0, 0, 0));
    }

    private static SumSpread spread(int days, int steps, double mean) {
        var spread = new SumSpread();
        IntStream.range(0, days)
                .forEach(day ->
                        IntStream.range(0, steps).forEach(_ -> spread.add(MONDAY.plusDays(day), mean, TOGETHER)));
        return spread;
    }
}
