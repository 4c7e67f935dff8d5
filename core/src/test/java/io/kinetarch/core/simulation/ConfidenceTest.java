package io.kinetarch.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.staffing.ReferenceTable;
import java.time.Duration;
import org.junit.jupiter.api.Test;

/** How far a simulation's word can be trusted: its intervals, its differences, and that it says the same twice. */
class ConfidenceTest {
    private static final int RUNS = 400;

    /** Of 400 intervals of 95 %, between 93 and 97 of 100 hold what the exact solution says. */
    @Test
    void intervalsHoldTheTrueValueAsOftenAsTheySay() throws InterruptedException {
        var row = ReferenceTable.read("erlang_a.csv").stream()
                .filter(candidate -> candidate.integer("case") == 23)
                .findFirst()
                .orElseThrow();
        int gaveUp = 0;
        int waited = 0;
        for (int seed = 0; seed < RUNS; seed++) {
            var seen = new Simulation(centre(row.number("lambda_per_s"), row.number("patience_s"), 10)
                            .experiment(seed))
                    .run(10)
                    .totals();
            gaveUp += holds(seen.gaveUp(), row.number("P_abandon")) ? 1 : 0;
            waited += holds(seen.meanWaitSeconds(), row.number("mean_wait_all_s")) ? 1 : 0;
        }
        assertThat(gaveUp).isBetween((int) (0.93 * RUNS), (int) (0.97 * RUNS));
        assertThat(waited).isBetween((int) (0.93 * RUNS), (int) (0.97 * RUNS));
    }

    @Test
    void theSameVisitorsMakeADifferenceManyTimesAsCertain() throws InterruptedException {
        var ten = new Simulation(centre(0.03, 300, 10).experiment(1)).run(20);
        var eleven = new Simulation(centre(0.03, 300, 11).experiment(1)).run(20);
        var others = new Simulation(centre(0.03, 300, 11).experiment(2)).run(20);

        var paired = ten.difference(eleven).gaveUp();
        var apart = ten.difference(others).gaveUp();

        assertThat(paired.isCertain()).isTrue();
        assertThat(paired.mean()).isPositive();
        // The variance that common random numbers save: at least three parts in four.
        assertThat(paired.halfWidth()).isLessThan(apart.halfWidth() / 2);
    }

    @Test
    void nothingChangedMakesNoDifference() throws InterruptedException {
        var first = new Simulation(centre(0.03, 300, 10).experiment(1)).run(5);
        var second = new Simulation(centre(0.03, 300, 10).experiment(1)).run(2).run(3);

        var difference = first.difference(second);

        assertThat(first.totals()).isEqualTo(second.totals());
        assertThat(difference.gaveUp().mean()).isZero();
        assertThat(difference.gaveUp().isCertain()).isFalse();
    }

    @Test
    void aSingleRunSaysNothingOfItsCertainty() throws InterruptedException {
        var seen = new Simulation(centre(0.03, 300, 10).experiment(1)).run(1).totals();

        assertThat(seen.gaveUp().mean()).isPositive();
        assertThat(seen.gaveUp().halfWidth()).isNaN();
    }

    private static Centre centre(double perSecond, double patience, int operators) {
        return new Centre()
                .lasting(Duration.ofDays(3))
                .queue(3600 * perSecond, 300, patience)
                .operators(operators, 1, 0);
    }

    private static boolean holds(Estimate estimate, double value) {
        return Math.abs(estimate.mean() - value) <= estimate.halfWidth();
    }
}
