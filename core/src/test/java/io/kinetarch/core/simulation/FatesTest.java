package io.kinetarch.core.simulation;

import static io.kinetarch.core.simulation.QueueingFormulasTest.agrees;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.plan.BotShare;
import io.kinetarch.core.plan.DoorOpens;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.routing.Arrival;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What becomes of chats that no operator takes, where it can be worked out by hand. */
class FatesTest {
    private static final Workload PATIENT = Workload.of(300, null, List.of(1.0));

    /** With a mean patience of 100 s, exp(−0.6) of all wait for a rung at 60 s. */
    @Test
    void aRungEndsWhoStillWaitsForIt() throws InterruptedException {
        var seen = new Centre()
                .lasting(Duration.ofDays(5))
                .queue(
                        60,
                        Workload.of(300, 100.0, List.of(1.0)),
                        1,
                        0,
                        null,
                        List.of(new Rung(60, new Rung.Action.End(LocalText.NONE))))
                .run(10)
                .totals();

        agrees(seen.endedByLadder(), Math.exp(-0.6));
        agrees(seen.gaveUp(), 1 - Math.exp(-0.6));
        agrees(seen.meanWaitSeconds(), 100 * (1 - Math.exp(-0.6)));
        assertThat(seen.wait95Seconds().mean()).isCloseTo(60, within(0.1));
    }

    @Test
    void whoFindsAFullQueueLeavesAMessageAsOftenAsAssumed() throws InterruptedException {
        var ways = new Behaviour.Ways(0.6, 0, 0, 0, 15);

        var seen = new Centre()
                .lasting(Duration.ofDays(5))
                .queue(60, PATIENT, 1, 0, new WaitingRoom.Limit(0, new WaitingRoom.Beyond.MessageForm()), List.of())
                .behaving(new Behaviour(
                        new Behaviour.Handling.Exponential(),
                        Behaviour.Differences.NONE,
                        new Behaviour.Patience.Exponential(),
                        0,
                        Behaviour.BotTalk.SHORT,
                        ways))
                .run(10)
                .totals();

        agrees(seen.leftMessage(), 0.6);
        agrees(seen.turnedAway(), 0.4);
        assertThat(seen.meanWaitSeconds().mean()).as("nobody waited").isNaN();
    }

    @Test
    void whoIsOfferedAMessageTakesItAsOftenAsAssumed() throws InterruptedException {
        var seen = new Centre()
                .lasting(Duration.ofDays(2))
                .queue(
                        60,
                        Workload.of(300, 1_000_000.0 / 100, List.of(1.0)),
                        1,
                        0,
                        null,
                        List.of(
                                new Rung(10, new Rung.Action.OfferMessage()),
                                new Rung(3_600, new Rung.Action.End(LocalText.NONE))))
                .run(10)
                .totals();

        double stayTen = Math.exp(-20 / 10_000.0);
        agrees(seen.leftMessage(), Behaviour.Ways.USUAL.message() * stayTen);
    }

    @Test
    void theBotFinishesItsShareAndPassesOnTheRest() throws InterruptedException {
        var settings =
                Settings.of("Bot", ZoneOffset.UTC, Texts.NONE).withBotShares(List.of(BotShare.assumed("fares", 0.35)));
        var experiment = behindBot(new Centre()
                .with(settings)
                .lasting(Duration.ofDays(5))
                .queue(0, 300, 600.0)
                .operators(30, 1, 0)
                .experiment(9));

        var simulation = new Simulation(experiment).run(10);

        agrees(simulation.totals().finishedByBot(), 0.35);
        agrees(simulation.queue(0).arrived(), 0.65 * 60 * 24 * 5);
        assertThat(simulation.totals().answered().mean())
                .isCloseTo(simulation.queue(0).answered().mean(), within(1e-9));
    }

    @Test
    void whoeverWaitsForNobodyIsToldOfAsUnfinished() throws InterruptedException {
        var seen = new Centre()
                .lasting(Duration.ofDays(1))
                .warmUp(Duration.ZERO)
                .queue(10, PATIENT, 1, 0, null, List.of())
                .run(2)
                .totals();

        assertThat(seen.unfinished().mean()).isEqualTo(1);
        assertThat(seen.answered().mean()).isZero();
    }

    @Test
    void moreThanAnybodyWouldLetWaitIsBrokenOff() {
        var centre = new Centre().lasting(Duration.ofDays(1)).queue(20_000, PATIENT, 1, 0, null, List.of());

        assertThatThrownBy(() -> centre.run(1))
                .isInstanceOfSatisfying(
                        Simulation.TooManyOpen.class,
                        many -> assertThat(many.at()).isBetween(Centre.START, Centre.START.plus(Duration.ofDays(1))));
    }

    /** Everybody comes through a door at which the bot answers first, about fares. */
    private static Experiment behindBot(Experiment experiment) {
        var plan = experiment.plan();
        var door = plan.doors().getFirst();
        var bot = door.with(DoorOpens.BY_HOURS, new FirstToAnswer(FirstToAnswer.Side.BOT, FirstToAnswer.Side.PEOPLE));
        var about = new Arrival(
                door.id(), null, "en", Map.of(), Instant.EPOCH, VisitorKind.NEW, Map.of(), "fares", Map.of());
        return new Experiment(
                plan.edited(List.of(new PlanEdit.Put(bot))),
                experiment.from(),
                experiment.until(),
                Duration.ZERO,
                experiment.counted(),
                List.of(new Flow(Visit.of(about), Duration.ofHours(1), Collections.nCopies(24 * 5, 60.0))),
                experiment.behaviour(),
                experiment.presence(),
                experiment.seed());
    }
}
