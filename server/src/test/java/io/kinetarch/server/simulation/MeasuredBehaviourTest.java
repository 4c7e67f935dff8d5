package io.kinetarch.server.simulation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.simulation.Behaviour.Differences;
import io.kinetarch.core.simulation.Behaviour.Differences.About;
import io.kinetarch.core.simulation.Behaviour.Patience;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.simulation.Survival;
import io.kinetarch.core.simulation.Survival.Wait;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.forecast.WeekForecasts;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.simulation.HandledMapper.HandledChat;
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

/** How past chats become what simulated visitors and operators do. */
class MeasuredBehaviourTest {
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

    private static WeekExperiments experiments(List<Waited> waits, List<HandledChat> handled) {
        var server = TestServer.running();
        return new WeekExperiments(
                server.bean(WeekForecasts.class),
                server.bean(Plans.class),
                new MeasuredPatience((_, _, _) -> waits, TODAY),
                new MeasuredHandling((_, _, _) -> handled, TODAY));
    }

    /** Lost property takes twice as long as assisted travel, and each hardly more or less than the last of its kind. */
    private static List<HandledChat> handled(int chats, String operator) {
        return IntStream.range(0, chats)
                .mapToObj(i -> new HandledChat(
                        "booking-site",
                        "en",
                        i % 2 == 0 ? "Lost property" : "Assisted travel",
                        TODAY.instant(),
                        "fares",
                        operator,
                        (i % 2 == 0 ? 400 : 200) * (990 + i % 20)))
                .toList();
    }

    @Test
    void simulatedOperatorsTakeAsLongAsTheyDid() {
        var server = TestServer.running();
        var state = server.bean(Plans.class).draftState("tarnwick");
        var week = WeekOfHalfHours.of(LocalDate.of(2026, 12, 7), state.plan().timeZone());
        var operator = state.plan().operators().getFirst().id().value();

        var assumed = experiments(List.of(), handled(199, operator)).of(state, week);
        var known = experiments(List.of(), handled(4_000, operator)).of(state, week);

        assertThat(assumed.notes().toString()).contains("Handling times are exponential");
        assertThat(assumed.experiment().behaviour().differences()).isEqualTo(Differences.NONE);
        assertThat(known.notes().toString()).contains("as in the last 4,000 chats");
        var behaviour = known.experiment().behaviour();
        assertThat(behaviour.handling().of(0.1))
                .as("hardly spread")
                .isCloseTo(behaviour.handling().of(0.9), within(0.06));
        var topics = behaviour.differences().topics();
        assertThat(topics.get(new About(new QueueId("fares"), "Lost property"))).isCloseTo(4.0 / 3, within(0.06));
        assertThat(topics.get(new About(new QueueId("fares"), "Assisted travel")))
                .isCloseTo(2.0 / 3, within(0.06));
    }

    @Test
    void simulatedVisitorsArePatientAsPastOnesWere() throws InterruptedException {
        var server = TestServer.running();
        var state = server.bean(Plans.class).draftState("tarnwick");
        var week = WeekOfHalfHours.of(LocalDate.of(2026, 12, 7), state.plan().timeZone());
        var assumed = experiments(List.of(), List.of()).of(state, week);
        var known = experiments(waits("fares", 100), List.of()).of(state, week);

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
