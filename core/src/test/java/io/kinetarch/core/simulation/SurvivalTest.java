package io.kinetarch.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.simulation.Survival.Wait;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class SurvivalTest {
    private static List<Wait> waits(double[] ended, double[] cutShort) {
        return Stream.concat(
                        Arrays.stream(ended).mapToObj(time -> new Wait(time, true)),
                        Arrays.stream(cutShort).mapToObj(time -> new Wait(time, false)))
                .toList();
    }

    /**
     * Weeks in remission of 21 leukaemia patients: Freireich and others, Blood 21 (1963), the example worked out in Cox and Oakes, Analysis
     * of Survival Data (1984), and many textbooks since; the data and the estimates are quoted from memory.
     */
    @Test
    void thePublishedExampleComesOut() {
        var survival = Survival.of(waits(
                new double[] {6, 6, 6, 7, 10, 13, 16, 22, 23},
                new double[] {6, 9, 10, 11, 17, 19, 20, 25, 32, 32, 34, 35}));

        assertThat(survival.after(5)).isEqualTo(1);
        assertThat(survival.after(6)).isCloseTo(0.857, within(0.0005));
        assertThat(survival.after(7)).isCloseTo(0.807, within(0.0005));
        assertThat(survival.after(10)).isCloseTo(0.753, within(0.0005));
        assertThat(survival.after(13)).isCloseTo(0.690, within(0.0005));
        assertThat(survival.after(16)).isCloseTo(0.627, within(0.0005));
        assertThat(survival.after(22)).isCloseTo(0.538, within(0.0005));
        assertThat(survival.after(23)).isCloseTo(0.448, within(0.0005));
        assertThat(survival.after(30)).isEqualTo(survival.after(23));
    }

    /** Patience that is known is found again though most waits are cut short by an answer; the mean of those who gave up is far below it. */
    @Test
    void patienceIsFoundAgainBehindAnswers() {
        var chance = new Random(4);
        var shape = new Behaviour.Patience.Weibull(2);
        double mean = 120;
        var waits = new ArrayList<Wait>();
        for (int i = 0; i < 40_000; i++) {
            double patience = mean * shape.of(1 - chance.nextDouble());
            double answered = -60 * Math.log(1 - chance.nextDouble());
            waits.add(new Wait(Math.min(patience, answered), patience <= answered));
        }

        var survival = Survival.of(waits);

        assertThat(waits.stream().filter(Wait::gaveUp).count()).isLessThan(12_000);
        assertThat(survival.mean()).isCloseTo(mean, within(3.0));
        var measured = new Behaviour.Patience.Measured(survival);
        for (double share : new double[] {0.95, 0.8, 0.5, 0.3}) {
            assertThat(measured.of(share)).isCloseTo(shape.of(share), within(0.04));
        }
    }

    @Test
    void drawnPatienceHasTheMeanThatItTells() {
        var survival = Survival.of(waits(new double[] {10, 30, 60}, new double[] {20, 50, 90, 90}));
        int steps = 200_000;

        double sum = 0;
        for (int i = 0; i < steps; i++) {
            sum += survival.timeOf((i + 0.5) / steps);
        }

        assertThat(sum / steps).isCloseTo(survival.mean(), within(survival.mean() * 1e-3));
        assertThat(survival.timeOf(1)).isZero();
    }

    @Test
    void queuesThatSpreadAlikeAreTakenTogether() {
        var patient = waits(new double[] {20, 60, 120}, new double[] {40, 80, 160});
        var hasty = waits(new double[] {2, 6, 12}, new double[] {4, 8, 16});
        var hardlyKnown = waits(new double[] {1}, new double[] {1000});

        var together =
                Survival.together(List.of(patient, hasty, hardlyKnown), 2).orElseThrow();

        assertThat(together.mean()).isCloseTo(Survival.of(hasty).mean() / (48.0 / 3), within(1e-9));
        assertThat(Survival.together(List.of(hardlyKnown), 2)).isEmpty();
    }

    @Test
    void whereNobodyGaveUpNothingIsKnown() {
        assertThatThrownBy(() -> Survival.of(waits(new double[0], new double[] {5})))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("nobody gave up");
        assertThatThrownBy(() -> new Wait(0, true)).isInstanceOf(IllegalArgumentException.class);
    }
}
