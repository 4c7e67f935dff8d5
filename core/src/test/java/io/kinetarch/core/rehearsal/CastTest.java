package io.kinetarch.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Reason.Party;
import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.Arrival;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What stand-ins do becomes steps of the script, and the script with them gives the same trace. */
class CastTest {
    private static final Instant FROM = Instant.parse("2026-12-07T10:00:00Z");
    private static final Optional<Duration> NEVER = Optional.empty();

    private final Plan plan = SamplePlan.plan();
    private final OperatorId ana = plan.operators().getFirst().id();
    private final DoorId door = plan.doors().getFirst().id();

    private Visit visit() {
        return Visit.of(new Arrival(
                door, null, "en", Map.of(SamplePlan.TOPIC, "fares"), FROM, VisitorKind.NEW, Map.of(), null, Map.of()));
    }

    private Script script(Duration until) {
        return new Script(
                FROM,
                until,
                List.of(
                        new Script.Step(Duration.ZERO, new Call.Present(ana)),
                        new Script.Step(Duration.ofSeconds(5), new Call.Arrive("c1", visit()))),
                List.of());
    }

    private static Optional<Duration> seconds(int seconds) {
        return Optional.of(Duration.ofSeconds(seconds));
    }

    private StandIn operator(Optional<Duration> accepts, boolean declines, Optional<Duration> replies, int ends) {
        return new StandIn.Operator(
                ana, accepts, declines, replies, ends == 0 ? Optional.empty() : Optional.of(ends), NEVER);
    }

    private List<String> acts(Script script) {
        return script.steps().stream()
                .map(step ->
                        step.act().getClass().getSimpleName() + " " + step.at().toSeconds())
                .toList();
    }

    @Test
    void anOperatorTakesRepliesAndEndsAndAVisitorAnswers() {
        var played = Cast.play(
                plan,
                script(Duration.ofMinutes(5)),
                List.of(
                        operator(seconds(10), false, seconds(20), 2),
                        new StandIn.Visitor("c1", seconds(15), NEVER, NEVER, NEVER)));
        assertThat(acts(played))
                .containsExactly("Present 0", "Arrive 5", "Accept 15", "Say 35", "Say 50", "Say 70", "End 71");
        var result = Rehearsal.run(plan, played);
        assertThat(result.chats().getFirst().outcome()).isPresent();
        assertThat(Cast.play(plan, played, List.of())).isSameAs(played);
    }

    @Test
    void whoDeclinesLeavesItToOthersAndAVisitorWithoutPatienceGoes() {
        var played = Cast.play(
                plan,
                script(Duration.ofMinutes(5)),
                List.of(
                        operator(seconds(4), true, NEVER, 0),
                        new StandIn.Visitor("c1", NEVER, NEVER, seconds(60), NEVER)));
        assertThat(acts(played))
                .startsWith("Present 0", "Arrive 5", "Decline 9")
                .endsWith("Leave 65");
    }

    @Test
    void aVisitorFallsSilentAndAnOperatorGoesAway() {
        var away = new StandIn.Operator(ana, seconds(5), false, seconds(10), Optional.empty(), seconds(90));
        var played = Cast.play(
                plan,
                script(Duration.ofMinutes(4)),
                List.of(away, new StandIn.Visitor("c1", seconds(10), seconds(40), NEVER, NEVER)));
        assertThat(acts(played).stream().filter(act -> act.startsWith("Away"))).containsExactly("Away 90");
        assertThat(played.steps().stream()
                        .filter(step ->
                                step.act() instanceof Call.Say(var _, var by, var _, var _) && by == Party.VISITOR)
                        .map(step -> step.at().toSeconds()))
                .allMatch(at -> at < 45)
                .isNotEmpty();
    }

    @Test
    void standInsThatActWithoutEndEndWithTheScript() {
        var played = Cast.play(
                plan,
                script(Duration.ofDays(31)),
                List.of(
                        operator(seconds(1), false, seconds(1), 0),
                        new StandIn.Visitor("c1", seconds(1), NEVER, NEVER, NEVER)));
        assertThat(played.steps()).hasSize(Script.MOST_STEPS);
    }

    @Test
    void aStepThatCannotBeDoneIsRefusedAsInAnyScript() {
        var wrong = new Script(
                FROM,
                Duration.ofMinutes(1),
                List.of(
                        new Script.Step(Duration.ZERO, new Call.Arrive("c1", visit())),
                        new Script.Step(Duration.ofSeconds(1), new Call.Accept("c1", ana))),
                List.of());
        assertThatThrownBy(() -> Cast.play(plan, wrong, List.of(operator(seconds(5), false, NEVER, 0))))
                .isInstanceOf(ScriptRefusal.class)
                .hasFieldOrPropertyWithValue("pointer", "/steps/1");
        assertThatThrownBy(() -> operator(Optional.of(Duration.ZERO), false, NEVER, 0))
                .hasMessageContaining("longer than nothing");
    }
}
