package io.kinetarch.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.plan.DoorId;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Who comes when: as often as expected, as unevenly as chance makes it, and the same ones whoever else comes. */
class ArrivalsTest {
    private static final DoorId DOOR = new DoorId("door");
    private static final Duration HALF_HOUR = Duration.ofMinutes(30);
    private static final int RUNS = 4_000;

    private record Came(long at, int flow, long visitor) {}

    /** A count of chance alone has its mean for variance (Poisson 1837); in intervals of which nothing is expected nobody comes. */
    @Test
    void countsOfAnIntervalHaveTheirMeanForVariance() {
        double[] expected = {3, 0, 0.5, 12};
        var flow = new Flow(Visit.of(DOOR, "en"), HALF_HOUR, List.of(3.0, 0.0, 0.5, 12.0));
        double[] sums = new double[4];
        double[] squares = new double[4];
        for (int run = 0; run < RUNS; run++) {
            int[] counts = new int[4];
            for (var came : all(List.of(flow), run)) {
                counts[(int) (came.at() / HALF_HOUR.toMillis())]++;
            }
            for (int i = 0; i < 4; i++) {
                sums[i] += counts[i];
                squares[i] += counts[i] * counts[i];
            }
        }
        for (int i = 0; i < 4; i++) {
            double mean = sums[i] / RUNS;
            assertThat(mean).isCloseTo(expected[i], within(4 * Math.sqrt(expected[i] / RUNS)));
            assertThat(squares[i] / RUNS - mean * mean).isCloseTo(expected[i], within(0.12 * expected[i]));
        }
    }

    @Test
    void theyComeInOrderAndBeforeTheEnd() {
        var flows = List.of(
                new Flow(Visit.of(DOOR, "en"), HALF_HOUR, Collections.nCopies(10, 6.0)),
                new Flow(Visit.of(DOOR, "de"), Duration.ofMinutes(7), Collections.nCopies(100, 1.0)));

        var came = all(flows, 1);

        assertThat(came).isSortedAccordingTo((one, other) -> Long.compare(one.at(), other.at()));
        assertThat(came.getLast().at()).isLessThan(4 * HALF_HOUR.toMillis());
        assertThat(came.stream().map(Came::visitor).distinct().count()).isEqualTo(came.size());
    }

    @Test
    void otherVisitorsChangeNobody() {
        var english = new Flow(Visit.of(DOOR, "en"), HALF_HOUR, Collections.nCopies(4, 6.0));
        var german = new Flow(Visit.of(DOOR, "de"), HALF_HOUR, Collections.nCopies(4, 6.0));

        var alone = all(List.of(english), 3);
        var together = all(List.of(german, english), 3);

        assertThat(together.stream()
                        .filter(came -> came.flow() == 1)
                        .map(came -> new Came(came.at(), 0, came.visitor())))
                .containsExactlyElementsOf(alone);
    }

    @Test
    void wholeDaysAreAboveOrBelowWhatWasExpected() {
        var flow = new Flow(Visit.of(DOOR, "en"), HALF_HOUR, Collections.nCopies(4, 25.0), 0.3);
        double sum = 0;
        double squares = 0;
        for (int run = 0; run < RUNS; run++) {
            int count = all(List.of(flow), run).size();
            sum += count;
            squares += (double) count * count;
        }
        double mean = sum / RUNS;
        assertThat(mean).isCloseTo(100, within(2.5));
        // chance within the day, and that between days
        assertThat(squares / RUNS - mean * mean).isCloseTo(100 + 0.09 * 10_000, within(120.0));
    }

    private static List<Came> all(List<Flow> flows, long seed) {
        var arrivals =
                new Arrivals(flows, Arrivals.chats(flows), Arrivals.keys(flows), seed, 0, 4 * HALF_HOUR.toMillis());
        var all = new ArrayList<Came>();
        while (arrivals.next() != Agenda.NEVER) {
            long at = arrivals.next();
            int flow = arrivals.flow();
            all.add(new Came(at, flow, arrivals.take()));
        }
        return all;
    }
}
