package io.kinetarch.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.staffing.ReferenceTable;
import io.kinetarch.core.staffing.ReferenceTable.Row;
import java.util.List;
import org.junit.jupiter.api.Test;

/**
 * Simulated queues against what queueing theory says of them in the long run. The tables are those of an independent implementation,
 * see the README beside them. The seeds are fixed; figures may be off by two of the half widths that the simulation tells itself.
 */
class QueueingFormulasTest {
    private static final int TEN = 10;

    @Test
    void whoNeverGivesUpWaitsAsErlangCSays() throws InterruptedException {
        var row = row("erlang_c.csv", 0.8);
        double handling = row.number("aht");

        var seen = new Centre()
                .queue(3600 * row.number("a") / handling, handling, null)
                .operators(TEN, 1, 0)
                .run(20)
                .totals();

        agrees(seen.meanWaitSeconds(), row.number("meanWait_all"));
        agrees(seen.answeredInTime(), row.number("SL20"));
        agrees(seen.occupancy(), 0.8);
        agrees(seen.meanChatsPerOperator(), 0.8);
        agrees(seen.arrived(), (50 * 24 - 12) * 3600 * row.number("a") / handling);
    }

    @Test
    void whoGivesUpDoesSoAsErlangASays() throws InterruptedException {
        for (double rho : new double[] {0.9, 1.3}) {
            var row = row("erlang_a.csv", rho);

            var seen = new Centre()
                    .queue(3600 * row.number("lambda_per_s"), row.number("aht_s"), row.number("patience_s"))
                    .operators(TEN, 1, 0)
                    .run(20)
                    .totals();

            agrees(seen.gaveUp(), row.number("P_abandon"));
            agrees(seen.meanWaitSeconds(), row.number("mean_wait_all_s"));
            agrees(seen.answeredInTime(), row.number("P_served_within_20"));
        }
    }

    @Test
    void aFullQueueTurnsAwayAsTheChainWithALimitSays() throws InterruptedException {
        var row = ReferenceTable.read("mmnk.csv").stream()
                .filter(candidate -> candidate.integer("n") == TEN && candidate.integer("K") > 0)
                .findFirst()
                .orElseThrow();

        var seen = new Centre()
                .queue(
                        3600 * row.number("lambda_per_s"),
                        Workload.of(row.number("aht_s"), null, List.of(1.0)),
                        1,
                        0,
                        new WaitingRoom.Limit(row.integer("K"), new WaitingRoom.Beyond.BusyText()),
                        List.of())
                .operators(TEN, 1, 0)
                .run(20)
                .queue(0);

        agrees(seen.turnedAway(), row.number("P_block"));
        agrees(seen.meanWaitSeconds(), row.number("mean_wait_admitted_s"));
    }

    private static Row row(String table, double rho) {
        return ReferenceTable.read(table).stream()
                .filter(row -> row.integer("n") == TEN && row.number("rho") == rho)
                .findFirst()
                .orElseThrow();
    }

    static void agrees(Estimate seen, double expected) {
        assertThat(seen.mean())
                .as("%.5f ± %.5f, expected %.5f", seen.mean(), seen.halfWidth(), expected)
                .isBetween(expected - 2 * seen.halfWidth(), expected + 2 * seen.halfWidth());
        assertThat(seen.halfWidth())
                .as("sharp enough to tell from %.5f", expected)
                .isLessThan(0.05 * expected);
    }
}
