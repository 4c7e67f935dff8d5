package io.kinetarch.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.staffing.ReferenceTable;
import io.kinetarch.core.staffing.ReferenceTable.Row;
import java.time.Duration;
import java.util.List;
import java.util.Map;
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

    /** Pollaczek 1930, Khinchine 1932: the mean wait is ρ (1 + cv²) / 2 / (1 − ρ) of the mean handling time. */
    @Test
    void oneOperatorLetsWaitAsPollaczekAndKhinchineSay() throws InterruptedException {
        var shapes = Map.of(
                0.0, new Behaviour.Handling.Constant(),
                0.5, new Behaviour.Handling.LogNormal(0.5),
                1.5, new Behaviour.Handling.LogNormal(1.5));
        for (var shape : shapes.entrySet()) {
            double rho = 0.7;

            var seen = new Centre()
                    .lasting(Duration.ofDays(150))
                    .queue(3600 * rho / 60, 60, null)
                    .operators(1, 1, 0)
                    .behaving(shape.getValue(), new Behaviour.Patience.Endless())
                    .run(20)
                    .totals();

            agrees(seen.meanWaitSeconds(), 60 * rho * (1 + shape.getKey() * shape.getKey()) / 2 / (1 - rho));
        }
    }

    /** Cobham, "Priority assignment in waiting line problems", Operations Research 2 (1954). */
    @Test
    void threeClassesOfPriorityWaitAsCobhamSays() throws InterruptedException {
        var row = row("erlang_c.csv", 0.8);
        double handling = row.number("aht");
        double all = row.number("a") / handling;
        double[] shares = {0.2, 0.3, 0.5};
        var centre = new Centre().lasting(Duration.ofDays(100));
        for (int k = 0; k < shares.length; k++) {
            centre.queue(
                    3600 * all * shares[k],
                    Workload.of(handling, null, List.of(1.0)),
                    1,
                    shares.length - k,
                    null,
                    List.of());
        }

        var seen = centre.operators(TEN, 1, 0, 1, 2).run(20);

        double w0 = row.number("Pwait") * handling / TEN;
        double before = 0;
        for (int k = 0; k < shares.length; k++) {
            double upTo = before + all * shares[k] * handling / TEN;
            agrees(seen.queue(k).meanWaitSeconds(), w0 / ((1 - before) * (1 - upTo)));
            before = upTo;
        }
    }

    /** Up to three chats at once, each slower the more there are: a birth–death chain, solved by its balance of flows. */
    @Test
    void severalChatsAtOnceSlowEachOtherDownAsTheChainSays() throws InterruptedException {
        double perSecond = 0.006;
        double handling = 300;
        double patience = 200;
        double[] slowdown = {1, 1.2, 1.5};

        var seen = new Centre()
                .lasting(Duration.ofDays(150))
                .queue(3600 * perSecond, handling, patience, 1.0, 1.2, 1.5)
                .operators(1, 3, 0)
                .run(20)
                .totals();

        double[] chances = new double[60];
        chances[0] = 1;
        double sum = 1;
        for (int n = 1; n < chances.length; n++) {
            int held = Math.min(n, 3);
            double leave = held / (handling * slowdown[held - 1]) + (n - held) / patience;
            chances[n] = chances[n - 1] * perSecond / leave;
            sum += chances[n];
        }
        double waiting = 0;
        double held = 0;
        for (int n = 0; n < chances.length; n++) {
            waiting += Math.max(0, n - 3) * chances[n] / sum;
            held += Math.min(n, 3) * chances[n] / sum;
        }
        agrees(seen.gaveUp(), waiting / patience / perSecond);
        agrees(seen.meanWaitSeconds(), waiting / perSecond);
        agrees(seen.meanChatsPerOperator(), held);
        agrees(seen.occupancy(), held / 3);
    }

    /** Without room to wait, what is turned away hangs on the mean handling time only (Sevastyanov 1957, of Erlang 1917). */
    @Test
    void whoFindsEverybodyBusyIsTurnedAwayAsErlangBSays() throws InterruptedException {
        var row = ReferenceTable.read("erlang_b.csv").stream()
                .filter(candidate -> candidate.integer("n") == TEN && candidate.number("rho") == 0.7)
                .findFirst()
                .orElseThrow();

        var seen = new Centre()
                .queue(
                        3600 * row.number("a") / 300,
                        Workload.of(300, null, List.of(1.0)),
                        1,
                        0,
                        new WaitingRoom.Limit(0, new WaitingRoom.Beyond.BusyText()),
                        List.of())
                .operators(TEN, 1, 0)
                .behaving(new Behaviour.Handling.LogNormal(1.3), new Behaviour.Patience.Endless())
                .run(20)
                .totals();

        agrees(seen.turnedAway(), row.number("B"));
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
