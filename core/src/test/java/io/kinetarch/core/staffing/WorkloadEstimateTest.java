package io.kinetarch.core.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.staffing.WorkloadEstimate.Estimate;
import io.kinetarch.core.staffing.WorkloadEstimate.Seen;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.function.Function;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.QRDecomposition;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class WorkloadEstimateTest {
    private static final List<Double> SLOWDOWN = List.of(1.0, 1.1, 1.3);

    /** Half-hours of chats that take 300 s alone and 30 s more for each further chat, of visitors patient for 120 s. */
    private static List<Seen> history(long seed, int halfHours) {
        var random = new Random(seed);
        var seen = new ArrayList<Seen>();
        for (int i = 0; i < halfHours; i++) {
            int chats = 1 + random.nextInt(20);
            double atOnce = 1 + random.nextDouble();
            double handling = 300 + 30 * (atOnce - 1) + 60 * random.nextGaussian() / Math.sqrt(chats);
            double waited = 0;
            int left = 0;
            for (int chat = 0; chat < chats; chat++) {
                double offered = -40 * Math.log(random.nextDouble());
                double patience = -120 * Math.log(random.nextDouble());
                waited += Math.min(offered, patience);
                left += patience < offered ? 1 : 0;
            }
            seen.add(new Seen(chats, handling, atOnce, (double) left, waited / chats));
        }
        return seen;
    }

    private static Estimate of(WorkloadEstimate all, Function<WorkloadEstimate, @Nullable Estimate> figure) {
        return Objects.requireNonNull(figure.apply(all));
    }

    /** In about 95 of 100 histories the truth lies within two errors of each figure. */
    @Test
    void theErrorsSayHowFarOffTheFiguresAre() {
        int[] within = new int[3];
        int tries = 300;
        for (int seed = 0; seed < tries; seed++) {
            var all = WorkloadEstimate.of(history(seed, 200), SLOWDOWN);
            within[0] += covers(of(all, WorkloadEstimate::handlingSeconds), 300);
            within[1] += covers(of(all, WorkloadEstimate::slowdown), 0.1);
            within[2] += covers(of(all, WorkloadEstimate::patienceSeconds), 120);
        }
        for (int figure : within) {
            assertThat(figure / (double) tries).isBetween(0.91, 0.99);
        }
    }

    private static int covers(Estimate estimate, double truth) {
        return Math.abs(estimate.value() - truth) <= 1.96 * estimate.standardError() ? 1 : 0;
    }

    /** Least squares weighted by chats are plain ones of rows scaled by their root. */
    @Test
    void theSlowdownIsThatOfAWeightedRegression() {
        var seen = history(7, 60);
        double[] y = new double[seen.size()];
        double[][] x = new double[seen.size()][];
        for (int i = 0; i < y.length; i++) {
            var one = seen.get(i);
            double root = Math.sqrt(one.chats());
            y[i] = root * Objects.requireNonNull(one.handlingSeconds());
            x[i] = new double[] {root, root * (Objects.requireNonNull(one.chatsAtOnce()) - 1)};
        }
        double[] beta = new QRDecomposition(MatrixUtils.createRealMatrix(x))
                .getSolver()
                .solve(MatrixUtils.createRealVector(y))
                .toArray();

        var slowdown = of(WorkloadEstimate.of(seen, SLOWDOWN), WorkloadEstimate::slowdown);
        assertThat(slowdown.value()).isCloseTo(beta[1] / beta[0], within(1e-9));
    }

    @Test
    void whatSeveralChatsAtOnceAddIsTakenOff() {
        var all = WorkloadEstimate.of(
                List.of(new Seen(10, 330.0, 2.0, null, null), new Seen(30, 345.0, 2.5, null, null)), SLOWDOWN);

        // slowdowns of 1.1 and 1.2: (3300 + 10350) / (11 + 36)
        assertThat(of(all, WorkloadEstimate::handlingSeconds).value()).isCloseTo(13650 / 47.0, within(1e-9));
        assertThat(all.slowdown()).isNull();
        assertThat(all.patienceSeconds()).isNull();
    }

    @Test
    void whatAHistoryCannotTellIsLeftOpen() {
        assertThat(WorkloadEstimate.of(List.of(), SLOWDOWN)).isEqualTo(new WorkloadEstimate(null, null, null));
        var nobodyLeft = List.of(new Seen(5, null, null, 0.0, 4.0));
        assertThat(WorkloadEstimate.of(nobodyLeft, SLOWDOWN).patienceSeconds()).isNull();
        var always2 = history(1, 50).stream()
                .map(one -> new Seen(one.chats(), one.handlingSeconds(), 2.0, one.left(), one.waitSeconds()))
                .toList();
        assertThat(WorkloadEstimate.of(always2, SLOWDOWN).slowdown()).isNull();
    }
}
