package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class LoessTest {
    @Test
    void aLineIsItsOwnSmooth() {
        double[] line = IntStream.range(0, 50).mapToDouble(i -> 3 - 0.25 * i).toArray();
        assertThat(Loess.smooth(line, 11, 1)).containsExactly(line, within(1e-9));
        assertThat(Loess.smooth(line, 11, 4)).containsExactly(line, within(1e-9));
        assertThat(Loess.at(line, -1, 11)).isCloseTo(3.25, within(1e-9));
        assertThat(Loess.at(line, 50, 75)).isCloseTo(3 - 12.5, within(1e-9));
    }

    @Test
    void isTheLineOfLeastWeightedSquares() {
        // An oracle: the definition (Cleveland 1979), solved as a weighted regression with hipparchus.
        var random = new Random(5);
        double[] values = random.doubles(30).toArray();
        int window = 7;
        for (int at = 3; at < 27; at++) {
            double reach = 3;
            var line = new LeastSquares(2);
            for (int k = 0; k < window; k++) {
                double distance = Math.abs(k - 3);
                double weight = distance > 0.999 * reach ? 0 : Math.pow(1 - Math.pow(distance / reach, 3), 3);
                line.add(new int[] {0, 1}, new double[] {1, k - 3}, values[at - 3 + k], weight);
            }
            double expected = line.solve()[0];
            assertThat(Loess.at(values, at, window)).isCloseTo(expected, within(1e-6));
        }
    }

    @Test
    void theOnlyValueIsItsOwnSmooth() {
        assertThat(Loess.smooth(new double[] {4}, 9, 1)).containsExactly(4);
    }
}
