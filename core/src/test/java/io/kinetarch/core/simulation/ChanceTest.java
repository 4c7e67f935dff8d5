package io.kinetarch.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** The generator against values that its makers published, and against the JDK's own. */
class ChanceTest {
    /** The first numbers of seed 1234567, as Rosetta Code lists them for splitmix64 (from memory). */
    @Test
    void thePublishedNumbersComeInTheirOrder() {
        assertThat(Chance.bits(1_234_567, 1)).isEqualTo(6_457_827_717_110_365_317L);
        assertThat(Chance.bits(1_234_567, 2)).isEqualTo(3_203_168_211_198_807_973L);
    }

    @Test
    void anyPlaceHoldsWhatTheJdkGivesThere() {
        var random = new SplittableRandom(42);
        for (int place = 1; place <= 10_000; place++) {
            assertThat(Chance.bits(42, place)).isEqualTo(random.nextLong());
        }
    }

    @Test
    void sharesLieBetweenNothingAndAllAndAreEven() {
        int[] tenths = new int[10];
        for (int place = 1; place <= 100_000; place++) {
            double share = Chance.share(7, place);
            assertThat(share).isStrictlyBetween(0.0, 1.0);
            tenths[(int) (10 * share)]++;
        }
        // chi squared with nine degrees of freedom: beyond 27.9 lies one in a thousand
        double chi = 0;
        for (int count : tenths) {
            chi += (count - 10_000) * (count - 10_000) / 10_000.0;
        }
        assertThat(chi).isLessThan(27.9);
    }
}
