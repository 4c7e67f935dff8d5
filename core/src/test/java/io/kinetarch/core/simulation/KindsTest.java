package io.kinetarch.core.simulation;

import static io.kinetarch.core.simulation.QueueingFormulasTest.agrees;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.simulation.Behaviour.Differences;
import io.kinetarch.core.simulation.Behaviour.Differences.About;
import java.time.Duration;
import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Visitors of one door and language who are not all alike, and operators who are not. */
class KindsTest {
    private static final DoorId DOOR = new DoorId("door");
    private static final Duration HOUR = Duration.ofHours(1);

    private static Visit visit(@Nullable String page, @Nullable String topic) {
        return Visit.of(
                new Arrival(DOOR, page, "en", Map.of(), Instant.EPOCH, VisitorKind.NEW, Map.of(), topic, Map.of()));
    }

    private static Flow about(String topic, double perHour, int hours) {
        return new Flow(visit(null, topic), HOUR, Collections.nCopies(hours, perHour));
    }

    private static Behaviour differing(Differences differences) {
        return new Behaviour(
                new Behaviour.Handling.Exponential(),
                differences,
                new Behaviour.Patience.Endless(),
                0,
                Behaviour.BotTalk.SHORT,
                Behaviour.Ways.USUAL);
    }

    /** A rule by page takes the share of those who come from there, and the others meet the same chance as before. */
    @Test
    void aRuleByPageTakesItsShare() throws InterruptedException {
        int hours = 200;
        var flow = new Flow(
                List.of(
                        new Flow.Kind(visit("https://ferry.example/", null), 0.7),
                        new Flow.Kind(visit("https://ferry.example/groups/", null), 0.3)),
                HOUR,
                Collections.nCopies(hours, 30.0),
                0);
        var experiment = new Centre()
                .queue(0, 60, null)
                .queue(0, 60, null)
                .operators(3, 1, 0)
                .operators(3, 1, 1)
                .lasting(Duration.ofHours(hours))
                .visitedBy(flow)
                .experiment(5);
        var groups = Rule.plain(
                new RuleId("groups"),
                "Groups",
                List.of(new Condition.PageMatches(List.of(new PagePattern("https://ferry.example/groups/*")))),
                Centre.queueId(1),
                List.of());
        var plan = experiment
                .plan()
                .edited(List.of(new PlanEdit.Place(
                        groups, Optional.of(experiment.plan().rules().getFirst().id()))));
        var without = new Simulation(experiment).run(20);

        var simulation = new Simulation(new Experiment(
                        plan,
                        experiment.from(),
                        experiment.until(),
                        experiment.warmUp(),
                        experiment.counted(),
                        experiment.flows(),
                        experiment.behaviour(),
                        experiment.presence(),
                        experiment.seed()))
                .run(20);

        double all = simulation.totals().arrived().mean();
        assertThat(simulation.queue(1).arrived().mean() / all).isBetween(0.29, 0.31);
        assertThat(without.totals().arrived()).isEqualTo(simulation.totals().arrived());
        assertThat(without.queue(1).arrived().mean()).isZero();
    }

    @Test
    void sharesMakeOne() {
        assertThatThrownBy(() -> new Flow(List.of(new Flow.Kind(visit(null, null), 0.7)), HOUR, List.of(1.0), 0))
                .hasMessageContaining("shares must make 1");
    }

    /**
     * One operator, and two topics of exponential times of which one takes three times as long: by Pollaczek and Khinchine the mean wait is
     * λ E[S²] / 2 / (1 − ρ), where E[S²] is the mean of 2 m² over both.
     */
    @Test
    void topicsThatTakeLongerMakeOthersWait() throws InterruptedException {
        int hours = 150 * 24;
        double rho = 0.7;
        double perHour = 3600 * rho / 60 / 2;
        var differences = new Differences(
                Map.of(new About(Centre.queueId(0), "short"), 0.5, new About(Centre.queueId(0), "long"), 1.5),
                Map.of());

        var seen = new Centre()
                .lasting(Duration.ofHours(hours))
                .queue(0, 60, null)
                .operators(1, 1, 0)
                .visitedBy(about("short", perHour, hours), about("long", perHour, hours))
                .behaving(differing(differences))
                .run(20)
                .totals();

        double square = 60 * 60 * (2 * 0.25 + 2 * 2.25) / 2;
        agrees(seen.meanWaitSeconds(), rho / 60 * square / 2 / (1 - rho));
        agrees(seen.occupancy(), rho);
    }

    /** The operators of a centre hold level 3 of what they can. */
    @Test
    void aLevelThatTakesHalfAsLongIsAsHalfTheHandling() throws InterruptedException {
        var quick = new Centre()
                .lasting(Duration.ofDays(5))
                .queue(30, 240, null)
                .operators(2, 1, 0)
                .behaving(differing(new Differences(Map.of(), Map.of(3, 0.5, 4, 7.0))))
                .run(5)
                .totals();

        var half = new Centre()
                .lasting(Duration.ofDays(5))
                .queue(30, 120, null)
                .operators(2, 1, 0)
                .behaving(differing(Differences.NONE))
                .run(5)
                .totals();

        assertThat(quick).isEqualTo(half);
    }
}
