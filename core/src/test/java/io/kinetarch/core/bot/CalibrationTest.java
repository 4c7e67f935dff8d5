package io.kinetarch.core.bot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.bot.Calibration.Held;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class CalibrationTest {
    private static final double[] TRUE = {1.7, 3, 6, 0.5, 2.5, -1, 2};

    /** Texts whose topics are drawn by known weights: these are found again. */
    @Test
    void theWeightsUnderWhichTextsWereDrawnAreFound() {
        var random = new Random(8);
        var held = new ArrayList<Held>();
        var known = new Calibration(TRUE);
        for (int i = 0; i < 20_000; i++) {
            var evidence = evidence(random);
            double[] shares = known.probabilities(evidence);
            double drawn = random.nextDouble();
            int topic = 0;
            while (topic < shares.length - 1 && drawn >= shares[topic]) {
                drawn -= shares[topic++];
            }
            held.add(new Held(evidence, topic == shares.length - 1 ? -1 : topic, 1));
        }

        double[] found = Calibration.of(held).weights();

        assertThat(found[0]).isCloseTo(TRUE[0], within(0.1));
        assertThat(found[1]).isCloseTo(TRUE[1], within(0.2));
        assertThat(found[2]).isCloseTo(TRUE[2], within(0.3));
        assertThat(found[4]).isCloseTo(TRUE[4], within(0.4));
    }

    @Test
    void probabilitiesAreOneTogether() {
        double sum = 0;
        for (double share : Calibration.GUESSED.probabilities(evidence(new Random(2)))) {
            assertThat(share).isBetween(0.0, 1.0);
            sum += share;
        }
        assertThat(sum).isCloseTo(1, within(1e-12));
    }

    @Test
    void withNothingHeldBackItIsTheGuess() {
        assertThat(Calibration.of(List.of()).weights()).containsExactly(Calibration.GUESSED.weights(), within(1e-9));
    }

    @Test
    void farOddsDoNotOverflow() {
        var far = new Evidence(new double[] {900, -900}, new double[] {1, 0}, new double[2], 0);

        assertThat(Calibration.GUESSED.probabilities(far)[0]).isCloseTo(1, within(1e-12));
    }

    private static Evidence evidence(Random random) {
        double[] odds = random.doubles(5, -2, 2).toArray();
        double[] nearest = random.doubles(5, 0, 1).toArray();
        double[] meant = random.doubles(5, -1, 1).toArray();
        return new Evidence(odds, nearest, meant, random.nextDouble());
    }
}
