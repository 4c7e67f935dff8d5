package io.kinetarch.core.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** Worked examples as textbooks and papers print them, to the digits they print; all values cited from memory. */
class TextbookExamplesTest {
    private static final double MINUTE = 60;
    private static final double HOUR = 3600;

    /** Hillier and Lieberman, Introduction to Operations Research: the emergency room, two patients an hour, three treated. */
    @Test
    void theEmergencyRoomOfATextbook() {
        var room = ChatQueue.arriving(2 / HOUR, HOUR / 3).build();

        var oneDoctor = room.evaluate(1, HOUR / 2);
        assertThat(oneDoctor.meanWaiting()).isCloseTo(4 / 3.0, within(1e-12));
        assertThat(oneDoctor.meanWaitSeconds()).isCloseTo(HOUR * 2 / 3, within(1e-9));
        assertThat(1 - oneDoctor.serviceLevel()).isCloseTo(0.404, within(5e-4));
        assertThat(1 - room.evaluate(1, HOUR).serviceLevel()).isCloseTo(0.245, within(5e-4));
        var twoDoctors = room.evaluate(2, HOUR / 2);
        assertThat(twoDoctors.meanWaiting()).isCloseTo(1 / 12.0, within(1e-12));
        assertThat(twoDoctors.meanWaitSeconds()).isCloseTo(HOUR / 24, within(1e-9));
        assertThat(twoDoctors.waitProbability()).isCloseTo(0.167, within(5e-4));
        assertThat(1 - twoDoctors.serviceLevel()).isBetween(0.022, 0.023); // printed cut off as 0.022
        assertThat(1 - room.evaluate(2, HOUR).serviceLevel()).isCloseTo(0.003, within(5e-4));
    }

    /** The example of Erlang C in the trade: 100 contacts in half an hour, 180 s each, 14 agents (common practice, no source). */
    @Test
    void theExampleOfTheTrade() {
        var queue = ChatQueue.arriving(100 / 1800.0, 180).build();

        var seen = queue.evaluate(14, 20);
        assertThat(queue.load()).isEqualTo(10, within(1e-12));
        assertThat(seen.waitProbability()).isCloseTo(0.174, within(5e-4));
        assertThat(seen.serviceLevel()).isCloseTo(0.888, within(5e-4));
        assertThat(seen.meanWaitSeconds()).isCloseTo(7.8, within(0.05));
        assertThat(seen.occupancy()).isCloseTo(0.714, within(5e-4));
    }

    /**
     * Mandelbaum and Zeltyn, "Service engineering in action: the Palm/Erlang-A queue" (2007), the comparison of a queue with and
     * without patience: 48 calls a minute of one minute each, 50 agents, two minutes of patience.
     */
    @Test
    void patienceMakesAllTheDifference() {
        var patient = ChatQueue.arriving(48 / MINUTE, MINUTE).build().evaluate(50, 0);
        var impatient = ChatQueue.arriving(48 / MINUTE, MINUTE)
                .patience(2 * MINUTE)
                .build()
                .evaluate(50, 0);

        assertThat(patient.meanWaitSeconds()).isCloseTo(20.8, within(0.05));
        assertThat(patient.meanWaiting()).isCloseTo(17, within(0.5));
        assertThat(patient.occupancy()).isCloseTo(0.96, within(5e-3));
        assertThat(impatient.abandonment()).isCloseTo(0.031, within(5e-4));
        assertThat(impatient.meanWaitSeconds()).isCloseTo(3.7, within(0.1));
        assertThat(impatient.meanWaiting()).isCloseTo(3, within(0.1));
        assertThat(impatient.occupancy()).isCloseTo(0.93, within(5e-3));
    }

    /** Erlang B tables as handbooks of teletraffic print them: offered Erlangs that 1 % of is blocked. */
    @Test
    void tablesOfErlangB() {
        double[][] printed = {{1, 0.0101}, {2, 0.1526}, {5, 1.361}, {10, 4.461}, {20, 12.03}, {50, 37.90}, {100, 84.06}
        };
        for (double[] row : printed) {
            assertThat(ChatQueue.arriving(row[1], 1)
                            .waitingLimit(0)
                            .build()
                            .evaluate((int) row[0], 0)
                            .turnedAway())
                    .as("%s lines", row[0])
                    .isCloseTo(0.01, within(2e-5));
        }
    }
}
