package io.kinetarch.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import org.hipparchus.distribution.continuous.ExponentialDistribution;
import org.hipparchus.distribution.continuous.LogNormalDistribution;
import org.hipparchus.distribution.continuous.WeibullDistribution;
import org.hipparchus.special.Gamma;
import org.junit.jupiter.api.Test;

/** How times spread, against the distributions of Hipparchus. */
class BehaviourTest {
    private static final int SHARES = 200_000;

    @Test
    void logNormalTimesHaveTheirMeanAndVariation() {
        for (double cv : new double[] {0.3, 1, 2}) {
            var times = new Behaviour.Handling.LogNormal(cv);
            double sigma = Math.sqrt(Math.log1p(cv * cv));
            var published = new LogNormalDistribution(-sigma * sigma / 2, sigma);
            for (double share : new double[] {0.001, 0.2, 0.5, 0.9, 0.999}) {
                assertThat(times.of(share))
                        .isCloseTo(published.inverseCumulativeProbability(share), within(1e-6 * (1 + times.of(share))));
            }
            assertThat(mean(times::of)).isCloseTo(1, within(0.01));
        }
    }

    @Test
    void weibullPatienceHasMeanOneWhateverItsShape() {
        for (double shape : new double[] {0.5, 1, 2.5}) {
            var patience = new Behaviour.Patience.Weibull(shape);
            var published = new WeibullDistribution(shape, 1 / Gamma.gamma(1 + 1 / shape));
            for (double share : new double[] {0.01, 0.5, 0.99}) {
                // Told from the other end: a great share stands for little patience.
                assertThat(patience.of(share))
                        .isCloseTo(published.inverseCumulativeProbability(1 - share), within(1e-6));
            }
            assertThat(mean(patience::of)).isCloseTo(1, within(0.01));
        }
    }

    @Test
    void exponentialTimesAreThoseOfTheBook() {
        var published = new ExponentialDistribution(1);
        var times = new Behaviour.Handling.Exponential();
        for (double share : new double[] {0.01, 0.5, 0.99}) {
            assertThat(times.of(share)).isCloseTo(published.inverseCumulativeProbability(1 - share), within(1e-9));
        }
        assertThat(new Behaviour.Patience.Weibull(1).of(0.3)).isCloseTo(times.of(0.3), within(1e-12));
        assertThat(new Behaviour.Handling.Constant().of(0.3)).isEqualTo(1);
        assertThat(new Behaviour.Patience.Endless().of(0.3)).isInfinite();
    }

    @Test
    void whatCannotBeIsRefused() {
        assertThatThrownBy(() -> new Behaviour.Handling.LogNormal(0)).hasMessageContaining("variation");
        assertThatThrownBy(() -> new Behaviour.Patience.Weibull(-1)).hasMessageContaining("shape");
        assertThatThrownBy(() -> new Behaviour.BotTalk(0.5, 20)).hasMessageContaining("at least 1 turn");
    }

    private static double mean(DoubleUnaryOperator time) {
        return IntStream.range(0, SHARES)
                .mapToDouble(i -> time.applyAsDouble((i + 0.5) / SHARES))
                .average()
                .orElseThrow();
    }
}
