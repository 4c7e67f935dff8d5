package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class TrialsTest {
    private static final double[] CAME = {100, 110, 90, Double.NaN, 100};

    @Test
    void scoresFollowTheirDefinitions() {
        // Worked by hand: errors 10, 0, 20 and 10 of 400; the gap counts for nothing.
        var scores = trials(new double[] {110, 110, 110, 500, 110}).scoresWithCoverage(Method.REGRESSION);
        assertThat(scores.wape()).isCloseTo(40 / 400.0, within(1e-12));
        assertThat(scores.bias()).isCloseTo(40 / 400.0, within(1e-12));
        assertThat(scores.mase()).as("mean error 10 over a scale of 20").isCloseTo(0.5, within(1e-12));
    }

    @Test
    void partsOfTheHorizonAreScoredApart() {
        var trials = trials(new double[] {100, 110, 120, 0, 130});
        assertThat(trials.scores(Method.REGRESSION, 0, 2).wape()).isZero();
        assertThat(trials.scores(Method.REGRESSION, 2, 5).wape()).isCloseTo(60 / 190.0, within(1e-12));
    }

    @Test
    void aMethodIsChosenOnlyWhereItIsClearlyBetterThanTheCombination() {
        var exact = new Trials(
                List.of(
                        trial(CAME, CAME, new double[] {150, 150, 150, 150, 150}),
                        trial(CAME, CAME, new double[] {150, 150, 150, 150, 150})),
                20,
                1,
                1);
        assertThat(exact.best()).isEqualTo(Method.COMBINATION);
        assertThat(exact.combination()).as("a far worse one does not join").containsOnlyKeys(Method.REGRESSION);

        // Errors of opposite sign even out.
        double[] above = {120, 130, 110, 0, 120};
        double[] below = {80, 90, 70, 0, 80};
        var opposite = new Trials(List.of(trial(CAME, above, below), trial(CAME, above, below)), 20, 1, 1);
        assertThat(opposite.best()).isEqualTo(Method.COMBINATION);
        assertThat(opposite.scoresWithCoverage(Method.COMBINATION).wape()).isLessThan(1e-9);
    }

    @Test
    void theCombinationOfATrialIsWeighedByTheOtherTrials() {
        double[] off = {150, 160, 140, 0, 150};
        // In the first trial one method was exact, in the second the other: judged honestly, each time the wrong one is
        // trusted.
        var turned = new Trials(List.of(trial(CAME, CAME, off), trial(CAME, off, CAME)), 20, 1, 1);
        assertThat(turned.scoresWithCoverage(Method.COMBINATION).wape()).isGreaterThan(0.4);
    }

    @Test
    void daysThatMoveTogetherAreTold() {
        double[] forecast = new double[96];
        double[] came = new double[96];
        Arrays.fill(forecast, 50);
        Arrays.fill(came, 0, 48, 60);
        Arrays.fill(came, 48, 96, 40);
        var trials = new Trials(List.of(new Trial(0, came, Map.of(Method.REGRESSION, forecast))), 1, 48, 1);
        assertThat(trials.together(Method.REGRESSION)).isCloseTo(0.2, within(0.005));
        assertThat(trials(CAME).together(Method.REGRESSION)).isZero();
    }

    @Test
    void amongRareChatsForecastingNoneIsNoGoodForecast() {
        double[] came = {0, 0, 1, 0, 0, 0, 2, 0};
        double[] none = new double[8];
        double[] mean = {0.4, 0.4, 0.4, 0.4, 0.4, 0.4, 0.4, 0.4};
        var trials = new Trials(List.of(trial(came, mean, none), trial(came, mean, none)), 1, 1, 1);
        assertThat(trials.combination()).containsOnlyKeys(Method.REGRESSION);
        assertThat(trials.scoresWithCoverage(Method.WEEKLY_PROFILE).wape())
                .as("though its absolute errors are smaller")
                .isLessThan(trials.scoresWithCoverage(Method.REGRESSION).wape());
    }

    @Test
    void aMethodThatWasNotTriedIsRefusedInWords() {
        assertThatThrownBy(() -> trials(CAME).scoresWithCoverage(Method.SMOOTHING))
                .isInstanceOf(Method.Unfit.class)
                .hasMessageContaining(Method.SMOOTHING.words());
    }

    private static Trials trials(double[] forecast) {
        return new Trials(List.of(new Trial(0, CAME, Map.of(Method.REGRESSION, forecast))), 20, 1, 1);
    }

    private static Trial trial(double[] came, double[] one, double[] other) {
        return new Trial(0, came, Map.of(Method.REGRESSION, replaced(one), Method.WEEKLY_PROFILE, replaced(other)));
    }

    /** Forecasts are always numbers. */
    private static double[] replaced(double[] values) {
        return Arrays.stream(values)
                .map(value -> Double.isNaN(value) ? 0 : value)
                .toArray();
    }
}
