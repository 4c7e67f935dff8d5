package io.kinetarch.core.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.hipparchus.stat.descriptive.rank.Percentile;
import org.hipparchus.stat.descriptive.rank.Percentile.EstimationType;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TallyTest {
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 19, 20, 100, 999})
    void findsWhatAStatisticsLibraryFinds(int many) {
        var random = new Random(many);
        var tally = new Tally();
        var values = new double[many];
        for (int i = 0; i < many; i++) {
            long value = random.nextInt(many % 2 == 0 ? 60 : 3_000);
            values[i] = value;
            tally.add(value, 1);
        }
        // Hipparchus 4.0.3, type R-1: the inverse of the empirical distribution.
        var library = new Percentile().withEstimationType(EstimationType.R_1);

        for (double share : new double[] {0.05, 0.25, 0.5, 0.75, 0.9, 0.95, 0.99, 1}) {
            assertThat(tally.percentile(share))
                    .as("%s of %s", share, many)
                    .isEqualTo(library.evaluate(values, share * 100));
        }
    }

    @Test
    void isAsLongAsTheLongestAtMost() {
        var tally = new Tally();
        tally.add(3, 95);
        tally.add(40, 5);

        assertThat(tally.count()).isEqualTo(100);
        assertThat(tally.percentile(0.95)).isEqualTo(3);
        assertThat(tally.percentile(0.951)).isEqualTo(40);
    }

    @Test
    void knowsNothingOfNone() {
        assertThat(new Tally().percentile(0.5)).isNaN();
    }

    @Test
    void refusesWhatIsNoLengthAndNoShare() {
        assertThatThrownBy(() -> new Tally().add(-1, 1)).hasMessageContaining("-1");
        assertThatThrownBy(() -> new Tally().percentile(0)).hasMessageContaining("share");
    }
}
