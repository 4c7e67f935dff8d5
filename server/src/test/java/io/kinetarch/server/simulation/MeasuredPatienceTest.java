package io.kinetarch.server.simulation;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.simulation.Behaviour.Patience;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.simulation.Survival;
import io.kinetarch.core.simulation.Survival.Wait;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.forecast.WeekForecasts;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.simulation.WaitMapper.Waited;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** How the waits of past chats become the patience of simulated visitors. */
class MeasuredPatienceTest {
    private static final Clock TODAY = Clock.fixed(Instant.parse("2026-12-02T23:30:00Z"), ZoneOffset.UTC);

    private final List<LocalDate> asked = new ArrayList<>();

    private MeasuredPatience measured(List<Waited> waits) {
        return new MeasuredPatience(
                (_, from, _) -> {
                    asked.add(from);
                    return waits;
                },
                TODAY);
    }

    /** Two in three of a queue give up, all after the same wait; the others were answered before. */
    private static List<Waited> waits(String queue, int gaveUp) {
        return Stream.concat(
                        IntStream.range(0, gaveUp).mapToObj(_ -> new Waited(queue, 60_000, true)),
                        IntStream.range(0, gaveUp / 2).mapToObj(_ -> new Waited(queue, 20_000, false)))
                .toList();
    }

    @Test
    void patienceIsTakenFromQueuesInWhichEnoughGaveUp() {
        var waits = Stream.of(waits("fares", 100), waits("lost", 99))
                .flatMap(List::stream)
                .toList();

        assertThat(measured(waits("lost", 99)).of("plan", ZoneOffset.UTC)).isEmpty();
        var expected = Survival.together(
                List.of(Stream.concat(
                                IntStream.range(0, 100).mapToObj(_ -> new Wait(60, true)),
                                IntStream.range(0, 50).mapToObj(_ -> new Wait(20, false)))
                        .toList()),
                100);
        var found = measured(waits).of("plan", ZoneOffset.UTC);
        assertThat(found.map(Survival::mean))
                .isEqualTo(expected.map(Survival::mean))
                .isPresent();
    }

    @Test
    void waitsAreReadOnceADayOfThePlace() {
        var measured = measured(List.of());
        measured.of("plan", ZoneOffset.UTC);
        measured.of("plan", ZoneOffset.UTC);
        measured.of("plan", ZoneOffset.ofHours(2));

        assertThat(asked).containsExactly(LocalDate.of(2026, 9, 1), LocalDate.of(2026, 9, 2));
    }

    @Test
    void simulatedVisitorsArePatientAsPastOnesWere() throws InterruptedException {
        var server = TestServer.running();
        var state = server.bean(Plans.class).draftState("tarnwick");
        var week = WeekOfHalfHours.of(LocalDate.of(2026, 12, 7), state.plan().timeZone());
        var forecasts = server.bean(WeekForecasts.class);

        var assumed = new WeekExperiments(forecasts, measured(List.of())).of(state, week);
        var known = new WeekExperiments(forecasts, measured(waits("fares", 100))).of(state, week);

        assertThat(assumed.notes().toString()).contains("too few have given up");
        assertThat(known.notes().toString()).contains("Kaplan and Meier");
        assertThat(known.experiment().behaviour().patience()).isInstanceOf(Patience.Measured.class);
        // Nobody gives up early any more: fewer do at all, as most waits are short.
        assertThat(new Simulation(known.experiment()).run(2).totals().gaveUp().mean())
                .isLessThan(new Simulation(assumed.experiment())
                                .run(2)
                                .totals()
                                .gaveUp()
                                .mean()
                        * 0.9);
    }
}
