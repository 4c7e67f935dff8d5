package io.kinetarch.core.scenario;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.hours.DatedHours;
import io.kinetarch.core.hours.DayWindow;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.BotId;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FirstToAnswer.Side;
import io.kinetarch.core.plan.Handoff;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Sentences;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.scenario.Scenario.Turn;
import io.kinetarch.core.simulation.Centre;
import io.kinetarch.core.simulation.Simulation;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ScenarioTest {
    private static final QueueId FIRST = Centre.queueId(0);
    private static final QueueId SECOND = Centre.queueId(1);

    /** Two queues, each with people of its own. */
    static Centre centre() {
        return new Centre()
                .queue(30, 300, 120.0)
                .queue(20, 300, 120.0)
                .operators(3, 2, 0)
                .operators(2, 2, 1)
                .lasting(Duration.ofDays(7))
                .warmUp(Duration.ZERO);
    }

    private static Scenario of(Turn... dials) {
        return new Scenario(1, null, Set.of(), false, Map.of(), ShorterHours.NONE, List.of(dials));
    }

    @Test
    void nothingOtherwiseIsThePlanAsItStands() {
        var planned = centre().experiment(1);

        assertThat(Scenario.AS_PLANNED.in(planned)).isEqualTo(planned);
    }

    @Test
    void moreChatsComeOnTheDayThatIsMeant() throws InterruptedException {
        var planned = centre().experiment(1);
        var storm = new Scenario(2, LocalDate.of(2026, 12, 9), Set.of(), false, Map.of(), ShorterHours.NONE, List.of());

        var more = storm.in(planned);

        assertThat(more.flows().getFirst().chats().subList(0, 48)).containsOnly(30.0);
        assertThat(more.flows().getFirst().chats().subList(48, 72)).containsOnly(60.0);
        assertThat(more.flows().getFirst().chats().subList(72, 168)).containsOnly(30.0);
        var usual = new Simulation(planned).run(4);
        var stormy = new Simulation(more).run(4);
        assertThat(stormy.difference(usual).arrived().mean()).isCloseTo(50 * 24, within(60.0));
    }

    @Test
    void whoIsIllIsNotThereOnThatDay() {
        var planned = centre().experiment(1);
        var ill = new OperatorId("operator-0");
        var other = new OperatorId("operator-1");

        var before = Objects.requireNonNull(planned.presence());
        var presence =
                Objects.requireNonNull(new Scenario(1, null, Set.of(ill), false, Map.of(), ShorterHours.NONE, List.of())
                        .in(planned)
                        .presence());

        assertThat(presence.get(ill)).isEmpty();
        assertThat(presence.get(other)).isEqualTo(before.get(other));
    }

    @Test
    void aQueueThatGoesIntoAnotherBringsItsPeopleAndChats() throws InterruptedException {
        var planned = centre().experiment(1);
        var merged =
                new Scenario(1, null, Set.of(), false, Map.of(SECOND, FIRST), ShorterHours.NONE, List.of()).in(planned);

        assertThat(merged.plan().has(SECOND)).isFalse();
        var apart = new Simulation(planned).run(4);
        var together = new Simulation(merged).run(4);
        assertThat(together.queue(0).arrived().mean())
                .isEqualTo(apart.totals().arrived().mean());
        // Pooled people answer more in time than the same people apart: Smith and Whitt, Bell System Technical Journal
        // 60 (1981).
        var gain = together.difference(apart).answeredInTime();
        assertThat(gain.mean()).isPositive();
        assertThat(gain.isCertain()).isTrue();
    }

    @Test
    void withoutTheBotPeopleComeFirst() {
        var plan = withBot(centre().plan());
        var door = plan.doors().getFirst();
        var queue = plan.queue(FIRST)
                .withLadder(List.of(
                        new Rung(10, new Rung.Action.OfferBot()), new Rung(20, new Rung.Action.OfferMessage())));
        plan = plan.edited(List.of(
                new PlanEdit.Put(queue),
                new PlanEdit.Put(door.with(door.opens(), new FirstToAnswer(Side.BOT, Side.BOT)))));

        var changed = new Scenario(1, null, Set.of(), true, Map.of(), ShorterHours.NONE, List.of()).in(plan);

        assertThat(changed.doors().getFirst().first()).isEqualTo(FirstToAnswer.PEOPLE);
        assertThat(changed.queue(FIRST).ladder()).containsExactly(new Rung(20, new Rung.Action.OfferMessage()));
    }

    @Test
    void hoursAreShortenedAtBothEnds() {
        var id = new HoursId("day");
        var hours = new OpeningHours(
                ZoneOffset.UTC,
                false,
                List.of(
                        new WeeklyWindow(DayOfWeek.MONDAY, LocalTime.of(8, 0), LocalTime.of(18, 0)),
                        new WeeklyWindow(DayOfWeek.TUESDAY, LocalTime.of(9, 0), LocalTime.of(10, 0))),
                List.of(),
                List.of(new DatedHours(
                        LocalDate.of(2026, 12, 24),
                        "Christmas Eve",
                        List.of(new DayWindow(LocalTime.of(10, 0), LocalTime.of(14, 0))))),
                null);
        var plan = centre().plan().edited(List.of(new PlanEdit.Place(HoursSet.of(id, "Day", hours), Optional.empty())));

        var shorter = new Scenario(1, null, Set.of(), false, Map.of(), new ShorterHours(30, 60), List.of()).in(plan);

        assertThat(shorter.hours(id).hours().weekly())
                .as("an hour less ninety minutes is nothing")
                .containsExactly(new WeeklyWindow(DayOfWeek.MONDAY, LocalTime.of(8, 30), LocalTime.of(17, 0)));
        assertThat(shorter.hours(id).hours().exceptions().getFirst().windows())
                .containsExactly(new DayWindow(LocalTime.of(10, 30), LocalTime.of(13, 0)));
        assertThat(shorter.hours().getFirst().hours().roundTheClock()).isTrue();
    }

    @Test
    void dialsAreTurnedAndSayWhereTheyStand() {
        var plan = withBot(centre().plan());
        plan = plan.edited(List.of(
                new PlanEdit.Put(plan.queue(FIRST).withLadder(List.of(new Rung(30, new Rung.Action.OfferMessage()))))));
        var bot = new BotId("bot");

        var turned = of(
                        new Turn(new Dial.Weight(FIRST), 2),
                        new Turn(new Dial.RungSeconds(FIRST, 0), 45),
                        new Turn(new Dial.WaitingLimit(SECOND), 7),
                        new Turn(new Dial.Capacity(), 5),
                        new Turn(new Dial.MostChats(), 3),
                        new Turn(new Dial.BotMisses(bot), 4))
                .in(plan);

        assertThat(turned.queue(FIRST).weight()).isEqualTo(2);
        assertThat(turned.queue(FIRST).ladder().getFirst().seconds()).isEqualTo(45);
        assertThat(turned.queue(SECOND).waiting().limit())
                .isEqualTo(new WaitingRoom.Limit(7, new WaitingRoom.Beyond.BusyText()));
        assertThat(new Dial.Capacity().in(turned)).hasValue(5);
        assertThat(new Dial.MostChats().in(turned)).hasValue(3);
        assertThat(new Dial.BotMisses(bot).in(turned)).hasValue(4);
        assertThat(new Dial.Weight(FIRST).in(plan)).hasValue(1);
        assertThat(new Dial.RungSeconds(FIRST, 0).in(plan)).hasValue(30);
        assertThat(new Dial.WaitingLimit(SECOND).in(plan)).isEmpty();
        assertThat(new Dial.MostChats().in(plan)).isEmpty();
        assertThat(new Dial.BotMisses(bot).in(plan))
                .hasValue(plan.settings().timeouts().botMisses());
        assertThat(turned.queue(FIRST).workload()).isEqualTo(Workload.of(300, 120.0, List.of(1.0)));
    }

    @Test
    void whatThePlanDoesNotHaveIsRefused() {
        var plan = centre().plan();

        refused(of(new Turn(new Dial.Weight(new QueueId("none")), 2)), plan, "no queue \"none\"");
        refused(of(new Turn(new Dial.RungSeconds(FIRST, 0), 2)), plan, "has 0 rungs");
        refused(of(new Turn(new Dial.Weight(FIRST), 0)), plan, "weight");
        refused(of(new Turn(new Dial.BotMisses(new BotId("none")), 2)), plan, "no bot \"none\"");
        refused(
                new Scenario(1, null, Set.of(new OperatorId("none")), false, Map.of(), ShorterHours.NONE, List.of()),
                plan,
                "no operator \"none\"");
        refused(
                new Scenario(1, null, Set.of(), false, Map.of(FIRST, FIRST), ShorterHours.NONE, List.of()),
                plan,
                "into itself");
        assertThatThrownBy(() -> Scenario.AS_PLANNED.with(11)).isInstanceOf(PlanRefusal.class);
        assertThatThrownBy(() -> new ShorterHours(0, 721)).hasMessageContaining("720");
    }

    private static void refused(Scenario scenario, Plan plan, String words) {
        assertThatThrownBy(() -> scenario.in(plan))
                .isInstanceOf(PlanRefusal.class)
                .hasMessageContaining(words);
    }

    private static Plan withBot(Plan plan) {
        return plan.edited(List.of(new PlanEdit.Place(
                new Bot(
                        new BotId("bot"),
                        "Bot",
                        null,
                        List.of("en"),
                        List.of(plan.doors().getFirst().id()),
                        List.of(),
                        Map.of(),
                        LocalText.NONE,
                        LocalText.NONE,
                        Sentences.NONE,
                        Handoff.COMMON,
                        null),
                Optional.empty())));
    }
}
