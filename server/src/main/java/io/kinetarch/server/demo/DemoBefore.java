package io.kinetarch.server.demo;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit.Put;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.WhenAway;
import java.util.List;

/**
 * The ferry line's design as it was before anybody looked at it with care: a rule that never matches, one that overlaps with
 * others, a rung that comes when everybody has gone, and a sailing desk that is open by night with nobody there.
 */
final class DemoBefore {
    private DemoBefore() {}

    /** The plan of the demo with its faults still in it. */
    static Plan of(Plan plan) {
        var sailings = new QueueId("sailings");
        var topic = new QuestionId("topic");
        var day = plan.hours(new HoursId("sailing-day"));
        return plan.edited(List.of(
                new Put(settings(plan)),
                new Put(HoursSet.of(day.id(), day.name(), OpeningHours.aroundTheClock(plan.timeZone()))),
                new Put(plan.queue(sailings)
                        .withLadder(List.of(
                                new Rung(120, new Rung.Action.MoveTo(new QueueId("rebooking"))),
                                new Rung(900, new Rung.Action.OfferMessage())))),
                new Put(Rule.plain(
                        new RuleId("status-page"),
                        "Sailings from the status page",
                        List.of(
                                new Condition.DoorIs(List.of(new DoorId("sailing-status"))),
                                new Condition.AnswerIs(topic, List.of("Is my ferry sailing?"))),
                        sailings,
                        List.of())),
                new Put(Rule.plain(
                        new RuleId("german"),
                        "German speakers",
                        List.of(new Condition.LanguageIs(List.of("de"))),
                        new QueueId("rebooking"),
                        List.of()))));
    }

    private static Settings settings(Plan plan) {
        var now = plan.settings();
        return new Settings(
                        now.name() + ", before",
                        now.timeZone(),
                        now.country(),
                        now.shrinkage(),
                        now.pay(),
                        now.botShares(),
                        now.seats(),
                        now.nextChat(),
                        now.texts(),
                        now.timeouts(),
                        WhenAway.KEPT,
                        List.of(),
                        List.of())
                .with(now.timeouts()
                        .with(Timeouts.Reply.of(
                                420, now.timeouts().reply().text(), Timeouts.AfterNoReply.HEAD_OF_QUEUE))
                        .with(new Timeouts.Silence(60, LocalText.NONE, 150, LocalText.NONE)));
    }
}
