package io.kinetarch.core.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.staffing.ReferenceTable.Row;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The chain against values of an independent implementation in 160–200 bit arithmetic, to 1e-9 relative. */
class ErlangReferenceTest {
    private static final double RELATIVE = 1e-9;
    private static final double HANDLING = 300;

    static List<Row> erlangB() {
        return ReferenceTable.read("erlang_b.csv");
    }

    @ParameterizedTest
    @MethodSource("erlangB")
    void blockingIsErlangB(Row row) {
        var queue = ChatQueue.arriving(row.number("a") / HANDLING, HANDLING)
                .waitingLimit(0)
                .build();

        same(queue.evaluate(row.integer("n"), 0).turnedAway(), row.number("B"));
    }

    static List<Row> erlangC() {
        return ReferenceTable.read("erlang_c.csv");
    }

    @ParameterizedTest
    @MethodSource("erlangC")
    void patientVisitorsAreErlangC(Row row) {
        var queue = ChatQueue.arriving(row.number("a") / row.number("aht"), row.number("aht"))
                .build();
        int n = row.integer("n");

        for (int seconds : new int[] {10, 20, 30, 60, 120}) {
            same(queue.evaluate(n, seconds).serviceLevel(), row.number("SL" + seconds));
        }
        var seen = queue.evaluate(n, 20);
        same(seen.waitProbability(), row.number("Pwait"));
        same(seen.meanWaitSeconds(), row.number("meanWait_all"));
        same(seen.meanWaiting(), row.number("meanQueue"));
        assertThat(seen.abandonment()).isZero();
        same(seen.occupancy(), row.number("a") / n);
    }

    static List<Row> erlangA() {
        return ReferenceTable.read("erlang_a.csv");
    }

    @ParameterizedTest
    @MethodSource("erlangA")
    void impatientVisitorsAreErlangA(Row row) {
        var queue = ChatQueue.arriving(row.number("lambda_per_s"), row.number("aht_s"))
                .patience(row.number("patience_s"))
                .build();
        int n = row.integer("n");

        same(queue.evaluate(n, 20).serviceLevel(), row.number("P_served_within_20"));
        var seen = queue.evaluate(n, 60);
        same(seen.serviceLevel(), row.number("P_served_within_60"));
        same(seen.waitProbability(), row.number("P_wait"));
        same(seen.abandonment(), row.number("P_abandon"));
        same(seen.meanWaitSeconds(), row.number("mean_wait_all_s"));
        same(seen.meanWaiting(), row.number("mean_queue"));
        same(seen.occupancy() * n, row.number("busy_servers"));
    }

    static List<Row> limited() {
        return ReferenceTable.read("mmnk.csv");
    }

    @ParameterizedTest
    @MethodSource("limited")
    void aWaitingLimitTurnsAway(Row row) {
        var queue = ChatQueue.arriving(row.number("lambda_per_s"), row.number("aht_s"))
                .waitingLimit(row.integer("K"))
                .build();
        var seen = queue.evaluate(row.integer("n"), 20);
        double admitted = 1 - seen.turnedAway();

        same(seen.turnedAway(), row.number("P_block"));
        same(seen.meanWaiting(), row.number("mean_queue"));
        same(seen.meanWaitSeconds() / admitted, row.number("mean_wait_admitted_s"));
        same(seen.serviceLevel() / admitted, row.number("SL20_admitted"));
        same(queue.evaluate(row.integer("n"), 60).serviceLevel() / admitted, row.number("SL60_admitted"));
    }

    static List<Row> limitedAndImpatient() {
        return ReferenceTable.read("mmnk_plus_m.csv");
    }

    @ParameterizedTest
    @MethodSource("limitedAndImpatient")
    void aWaitingLimitAndPatienceTogether(Row row) {
        var queue = ChatQueue.arriving(row.number("lambda_per_s"), row.number("aht_s"))
                .patience(row.number("patience_s"))
                .waitingLimit(row.integer("K"))
                .build();
        var seen = queue.evaluate(row.integer("n"), 20);

        same(seen.turnedAway(), row.number("P_block"));
        same(seen.abandonment(), row.number("P_abandon"));
        same(seen.meanWaitSeconds() / (1 - seen.turnedAway()), row.number("mean_wait_admitted_s"));
        same(seen.serviceLevel(), row.number("P_served_within_20"));
        same(queue.evaluate(row.integer("n"), 60).serviceLevel(), row.number("P_served_within_60"));
    }

    /** Entries of the published Erlang B tables at 1 % blocking, three or four printed digits. */
    @Test
    void publishedErlangBTable() {
        double[][] entries = {{10, 4.461}, {20, 12.03}, {50, 37.90}, {100, 84.06}};
        for (double[] entry : entries) {
            var queue = ChatQueue.arriving(entry[1], 1).waitingLimit(0).build();
            assertThat(queue.evaluate((int) entry[0], 0).turnedAway()).isCloseTo(0.01, within(2e-5));
        }
    }

    /** The trade's usual Erlang C example: 360 calls in half an hour of 240 s each, 55 agents (from memory). */
    @Test
    void workedErlangCExample() {
        var seen = ChatQueue.arriving(360 / 1800.0, 240).build().evaluate(55, 15);

        assertThat(seen.waitProbability()).isCloseTo(0.239, within(5e-4));
        assertThat(seen.meanWaitSeconds()).isCloseTo(8.2, within(0.05));
        assertThat(seen.occupancy()).isCloseTo(0.873, within(5e-4));
    }

    /**
     * Garnett, Mandelbaum and Reiman (M&SOM 4, 2002), the comparison in their introduction: 48 calls a minute of one
     * minute each, 50 agents, patience without end or two minutes on average (from memory).
     */
    @Test
    void workedErlangAExample() {
        var patient = ChatQueue.arriving(48 / 60.0, 60).build().evaluate(50, 0);
        var impatient = ChatQueue.arriving(48 / 60.0, 60).patience(120).build().evaluate(50, 0);

        assertThat(patient.meanWaitSeconds()).isCloseTo(20.8, within(0.05));
        assertThat(patient.occupancy()).isCloseTo(0.96, within(5e-3));
        assertThat(impatient.abandonment()).isCloseTo(0.031, within(5e-4));
        assertThat(impatient.meanWaitSeconds()).isCloseTo(3.7, within(0.05));
        assertThat(impatient.meanWaiting()).isCloseTo(3, within(0.1));
        assertThat(impatient.occupancy()).isCloseTo(0.93, within(5e-3));
    }

    private static void same(double seen, double expected) {
        if (Math.abs(expected) < 1e-250) {
            assertThat(seen).isBetween(0.0, 1e-250);
        } else {
            assertThat(Math.abs(seen / expected - 1))
                    .as("relative error of %s against %s", seen, expected)
                    .isLessThan(RELATIVE);
        }
    }
}
