package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class AutoregressionTest {
    private static final int WEEK = 7;

    @Test
    void findsTheOrderAndThePathThatLeastSquaresOfTheStatisticsPackageFind() {
        // Level of Lake Huron 1875 to 1972 (Brockwell and Davis 1991): R's lm() on the values before, over the same
        // years, orders
        // 0 to 8 of values and of differences by AICc: two lags of values, coefficients 1.044 and −0.285.
        double[] path = Autoregression.forecast(Table.column("LakeHuron.csv", "level"), 1, 12);
        double[] expected = Table.column("autoregression.csv", "mean");
        for (int h = 0; h < expected.length; h++) {
            assertThat(path[h]).as("year %d", h + 1).isCloseTo(expected[h], within(1e-3));
        }
    }

    @Test
    void aCycleGoesOnAndFades() {
        var random = new Random(5);
        double[] values = new double[300];
        values[0] = 100;
        values[1] = 100;
        for (int t = 2; t < values.length; t++) {
            values[t] = 100 + 1.85 * (values[t - 1] - 100) - 0.92 * (values[t - 2] - 100) + 2 * random.nextGaussian();
        }
        double[] path = Autoregression.forecast(values, 1, 60);
        double last = values[299];
        for (int h = 0; h < 3; h++) {
            double before = h == 0 ? last : path[h - 1];
            double twoBefore = h == 0 ? values[298] : h == 1 ? last : path[h - 2];
            assertThat(path[h]).isCloseTo(100 + 1.85 * (before - 100) - 0.92 * (twoBefore - 100), within(1.5));
        }
        assertThat(path[59]).as("far ahead there is only the level").isCloseTo(100, within(6.0));
    }

    @Test
    void stepsOfASeasonHaveLevelsOfTheirOwn() {
        var random = new Random(6);
        double[] season = {120, 110, 100, 95, 90, 40, 30};
        double[] values = IntStream.range(0, 140)
                .mapToDouble(t -> season[t % WEEK] + random.nextGaussian())
                .toArray();
        double[] path = Autoregression.forecast(values, WEEK, 14);
        for (int h = 0; h < path.length; h++) {
            assertThat(path[h]).isCloseTo(season[(140 + h) % WEEK], within(1.5));
        }
    }

    @Test
    void aWalkIsForecastFromWhereItIs() {
        var random = new Random(7);
        double[] values = new double[200];
        values[0] = 500;
        for (int t = 1; t < values.length; t++) {
            values[t] = values[t - 1] + 5 * random.nextGaussian();
        }
        double[] path = Autoregression.forecast(values, WEEK, 5);
        assertThat(path[0]).isCloseTo(values[199], within(6.0));
        assertThat(path[4]).isCloseTo(values[199], within(15.0));
    }

    @Test
    void fewOrConstantValuesGiveTheirLevel() {
        assertThat(Autoregression.forecast(new double[] {3, 5}, WEEK, 3)).containsExactly(4, 4, 4);
        double[] constant = new double[50];
        Arrays.fill(constant, 7);
        for (double step : Autoregression.forecast(constant, WEEK, 10)) {
            assertThat(step).isCloseTo(7, within(1e-3));
        }
    }
}
