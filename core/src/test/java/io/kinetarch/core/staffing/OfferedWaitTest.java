package io.kinetarch.core.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.staffing.OfferedWait.AtWork;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class OfferedWaitTest {
    private static final int DRAWN = 40_000;

    /** Without patience, with one chat at once: M/M/n, where a place comes free every h/n seconds (any textbook; Kleinrock 1975). */
    @Test
    void withoutPatienceEachBeforeTakesAShareOfAHandling() {
        var workload = Workload.of(300, null, List.of(1.0));
        var four = List.of(new AtWork(1, 0), new AtWork(1, 0), new AtWork(1, 0), new AtWork(1, 0));

        assertThat(OfferedWait.seconds(0, four, workload)).hasValue(75);
        assertThat(OfferedWait.seconds(3, four, workload)).hasValue(300);
    }

    @Test
    void nobodyThereIsNotKnownAndAFreePlaceIsNoWait() {
        var workload = Workload.of(300, 120.0, List.of(1.0, 1.2));

        assertThat(OfferedWait.seconds(0, List.of(), workload)).isEmpty();
        assertThat(OfferedWait.seconds(0, List.of(new AtWork(2, 1)), workload)).hasValue(0);
        assertThat(OfferedWait.seconds(2, List.of(new AtWork(2, 1)), workload).orElseThrow())
                .isPositive();
    }

    /** Against drawing departures one by one: chats end and those before give up, whichever comes first. */
    @Test
    void theMeanIsThatOfDrawnDepartures() {
        var workload = Workload.of(400, 150.0, List.of(1.0, 1.1, 1.3));
        var people = List.of(new AtWork(3, 0), new AtWork(2, 0));
        double rate = 3 / (400 * 1.3) + 2 / (400 * 1.1);
        var random = new Random(5);
        double sum = 0;
        for (int i = 0; i < DRAWN; i++) {
            for (int before = 6; before >= 0; before--) {
                sum += -Math.log(1 - random.nextDouble()) / (rate + before / 150.0);
            }
        }

        assertThat(OfferedWait.seconds(6, people, workload).orElseThrow())
                .isCloseTo(sum / DRAWN, within(sum / DRAWN * 0.02));
    }
}
