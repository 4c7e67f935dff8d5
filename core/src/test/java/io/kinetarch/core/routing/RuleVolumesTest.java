package io.kinetarch.core.routing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static io.kinetarch.core.plan.SamplePlan.TOPIC;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.RuleVolumes.Route;
import io.kinetarch.core.routing.RuleVolumes.Stream;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class RuleVolumesTest {
    private static final List<Instant> STARTS =
            List.of(Instant.parse("2026-12-01T10:00:00Z"), Instant.parse("2026-12-01T10:30:00Z"));

    @Test
    void rulesSendArrivalsToQueues() {
        var routes = RuleVolumes.of(
                SamplePlan.plan(),
                STARTS,
                List.of(
                        new Stream(SITE, "freight", Map.of(), null, new double[] {3, 4}, 0, List.of()),
                        new Stream(
                                SITE, "fares", Map.of("en", 0.75, "de", 0.25), null, new double[] {8, 0}, 0, List.of()),
                        new Stream(null, "freight", Map.of(), BOOKING, new double[] {1, 1}, 0, List.of()),
                        new Stream(new DoorId("gone"), "fares", Map.of(), BOOKING, new double[] {50, 50}, 0, List.of()),
                        new Stream(null, null, Map.of(), new QueueId("gone"), new double[] {50, 50}, 0, List.of())));

        assertThat(routes.keySet())
                .containsExactlyInAnyOrder(
                        route(CARGO, "en", "freight"),
                        route(BOOKING, "en", "fares"),
                        route(BOOKING, "de", "fares"),
                        new Route(ChatNeeds.of(BOOKING), null, "freight"));
        assertThat(routes.get(route(CARGO, "en", "freight"))).containsExactly(3, 4);
        assertThat(routes.get(route(BOOKING, "en", "fares"))).containsExactly(6, 0);
        assertThat(routes.get(route(BOOKING, "de", "fares"))).containsExactly(2, 0);
        assertThat(routes.get(new Route(ChatNeeds.of(BOOKING), null, "freight")))
                .containsExactly(1, 1);
    }

    private static Route route(QueueId queue, String language, String topic) {
        return new Route(new ChatNeeds(queue, List.of(), language), SITE, topic);
    }

    @Test
    void anotherRuleMovesTheVolumeAndLosesNone() {
        var plan = SamplePlan.plan();
        var moved = SamplePlan.withRules(rule("rest", BOOKING));
        var streams = List.of(new Stream(SITE, "freight", Map.of(), null, new double[] {3, 4}, 0, List.of()));

        var before = RuleVolumes.of(plan, STARTS, streams);
        var after = RuleVolumes.of(moved, STARTS, streams);

        assertThat(before.keySet()).extracting(route -> route.needs().queue()).containsExactly(CARGO);
        assertThat(after.keySet()).extracting(route -> route.needs().queue()).containsExactly(BOOKING);
        assertThat(sum(after)).isCloseTo(sum(before), within(1e-12));
    }

    @Test
    void whatElseIsKnownOfSomeSendsTheirShareElsewhere() {
        var trucks = new Traits("https://ferry.example/trucks/rates", VisitorKind.NEW, Map.of(), 0.2);
        var returning = new Traits(null, VisitorKind.RETURNING, Map.of("haulier", "7"), 0.3);
        var plain = Traits.NONE.with(0.5);
        var stream =
                new Stream(SITE, "fares", Map.of(), null, new double[] {10, 0}, 0, List.of(plain, trucks, returning));

        var routes = RuleVolumes.of(SamplePlan.plan(), STARTS, List.of(stream));

        assertThat(routes.get(route(CARGO, "en", "fares"))).containsExactly(new double[] {2, 0}, within(1e-12));
        assertThat(routes.get(route(BOOKING, "en", "fares"))).containsExactly(new double[] {8, 0}, within(1e-12));
        var comers = RuleVolumes.comers(SamplePlan.plan(), STARTS, List.of(stream));
        assertThat(comers).singleElement().satisfies(all -> {
            assertThat(all.chats()).containsExactly(10, 0);
            assertThat(all.who()).extracting(RuleVolumes.Some::share).containsExactly(0.5, 0.2, 0.3);
            assertThat(all.who().get(1).arrival().page()).isEqualTo("https://ferry.example/trucks/rates");
            assertThat(all.who().get(2).arrival().facts()).containsEntry("haulier", "7");
            assertThat(all.who().get(2).arrival().answers()).containsEntry(TOPIC, "fares");
        });
    }

    @Test
    void whatNoRuleAsksForIsNotToldApart() {
        var traits = IntStream.range(0, 100)
                .mapToObj(i -> new Traits(
                        "https://ferry.example/" + (i < 25 ? "trucks/" : "cars/") + i,
                        VisitorKind.KNOWN,
                        Map.of(),
                        0.01))
                .toList();
        var deciding = new Deciding(SamplePlan.plan(), STARTS.getFirst(), STARTS.getLast());

        assertThat(deciding.toldApart(traits))
                .extracting(Traits::share)
                .satisfiesExactly(
                        trucks -> assertThat(trucks).isCloseTo(0.25, within(1e-9)),
                        others -> assertThat(others).isCloseTo(0.75, within(1e-9)));
        assertThat(deciding.toldApart(List.of())).containsExactly(Traits.NONE);
        assertThatThrownBy(() -> Traits.NONE.with(1.1)).hasMessageContaining("at most 1");
    }

    private static double sum(Map<Route, double[]> routes) {
        return routes.values().stream().flatMapToDouble(Arrays::stream).sum();
    }
}
