package io.kinetarch.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.simulation.Route.End;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class RoutesTest {
    private static final int HOURS = 48;

    private static Simulation simulated() throws InterruptedException {
        return Centre.ofTwoQueues(HOURS).run(4).run(3);
    }

    private static List<Route> all(Simulation simulation) {
        return IntStream.range(0, HOURS)
                .mapToObj(simulation::routes)
                .flatMap(List::stream)
                .toList();
    }

    private static double sum(List<Route> routes, int queue, End... ends) {
        return routes.stream()
                .filter(route -> Centre.queueId(queue).equals(route.queue())
                        && Arrays.asList(ends).contains(route.end()))
                .mapToDouble(Route::chats)
                .sum();
    }

    @Test
    void everyChatWentOneWay() throws InterruptedException {
        var simulation = simulated();
        var routes = all(simulation);

        for (int queue = 0; queue < 2; queue++) {
            var figures = simulation.queue(queue);
            double arrived = figures.arrived().mean();
            assertThat(sum(routes, queue, End.values())).isCloseTo(arrived, within(1e-6));
            assertThat(sum(routes, queue, End.ANSWERED_IN_TIME) / arrived)
                    .isCloseTo(figures.answeredInTime().mean(), within(1e-6));
            assertThat(sum(routes, queue, End.WENT) / arrived)
                    .isCloseTo(figures.gaveUp().mean(), within(1e-6));
        }
        assertThat(routes).noneMatch(Route::byBot).allMatch(route -> route.queue() != null);
    }

    @Test
    void whoIsNotAnsweredInTimeIsLate() throws InterruptedException {
        var simulation = simulated();
        var totals = simulation.totals();

        assertThat(Arrays.stream(simulation.late()).sum())
                .isCloseTo(
                        totals.arrived().mean() * (1 - totals.answeredInTime().mean()), within(1e-3));
    }
}
