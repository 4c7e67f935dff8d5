package io.kinetarch.core.change;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DAYTIME;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.FREIGHT;
import static io.kinetarch.core.plan.SamplePlan.SALES;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.BotShare;
import io.kinetarch.core.plan.Closing;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DoorOpens;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.NextChatFrom;
import io.kinetarch.core.plan.NotificationWishes;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Pay;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.WhenAway;
import io.kinetarch.core.plan.Workload;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class ChangeListTest {
    private static final Plan PLAN = SamplePlan.plan();

    @Test
    void aQueueSaysFieldByFieldWhatIsOther() {
        var changed = new Queue(
                BOOKING,
                "Bookings",
                SALES,
                new Membership.ByName(List.of(new OperatorId("ben"))),
                List.of(new SkillNeed(FARES, 3), new SkillNeed(FREIGHT, 1)),
                2,
                1,
                4,
                new OperatorChoice.Tiers(List.of(List.of(new OperatorId("ana")), List.of(new OperatorId("cleo")))),
                Handover.OFFERED,
                new WaitingRoom(new WaitingRoom.Limit(15, new WaitingRoom.Beyond.ToQueue(CARGO)), false, true),
                QueueTarget.of(0.85, 25),
                Workload.of(420, null, List.of(1.0, 1.2)),
                List.of(CARGO),
                List.of());

        assertThat(words(SamplePlan.edited(changed)))
                .containsExactly(
                        "Bookings: name Queue booking → Bookings; members by skill → by name; members + Op ben; "
                                + "Fares 2 → 3; need + Freight 1; least language level 1 → 2; weight 2 → 1; priority 0 → 4; "
                                + "next operator longest free → in tiers Op ana | Op cleo; "
                                + "waiting limit none → 15, then Queue cargo; no longer shows the position; "
                                + "shows the expected wait; target 80 % in 30 s → 85 % in 25 s; "
                                + "patience 180 s → without end; slowdown [1.0, 1.12, 1.3] → [1.0, 1.2]; "
                                + "transfers to + Queue cargo");
    }

    @Test
    void peopleJoinAndLeave() {
        var plan = PLAN.edited(List.of(
                new PlanEdit.Remove(new OperatorId("dara")),
                new PlanEdit.Put(SamplePlan.operator("eve", 4, List.of("en")))));

        assertThat(words(plan)).containsExactly("Op eve: joins", "Op dara: leaves");
    }

    @Test
    void anOperatorSaysWhatIsOther() {
        var ana = PLAN.operators().getFirst();
        var changed = new Operator(
                ana.id(),
                "Ana R.",
                "Ana Rourke",
                true,
                "ana",
                "0".repeat(64),
                List.of(new SpokenLanguage("en", 5), new SpokenLanguage("fr", 2)),
                List.of(new HeldSkill(FARES, 5)),
                8,
                3,
                List.of(SALES),
                LocalText.of("en", "Hello, this is {operator}."),
                new NotificationWishes(true, true, true, false),
                SamplePlan.everyDay(10, 17));

        assertThat(words(SamplePlan.edited(changed)))
                .containsExactly("Ana R.: public name Op ana → Ana R.; another real name; shows the real name; "
                        + "account none → ana; new picture; language + French 2; language − German; Fares 4 → 5; "
                        + "capacity 6 → 8; chats at once, at most none → 3; departments + Sales; "
                        + "greeting in English “Hello, this is {operator}.”; other notification wishes; "
                        + "Mon, Tue, Wed, Thu, Fri, Sat, Sun 09:00–17:00 → 10:00–17:00");
    }

    @Test
    void aMovedRuleSaysWhereItWentInTheRowNumbersItsReaderKnows() {
        var freight = PLAN.rules().getFirst();
        var plan = PLAN.edited(List.of(
                new PlanEdit.Place(freight, Optional.of(PLAN.rules().getLast().id()))));

        assertThat(words(plan)).containsExactly("Rule 1, Rule trucks: rule 2 moved before rule 1, Rule freight");
    }

    @Test
    void aNewRuleAndARemovedOne() {
        var german = rule("german", CARGO, new Condition.LanguageIs(List.of("de")));
        var plan = PLAN.edited(List.of(new PlanEdit.Put(german), new PlanEdit.Remove(new RuleId("trucks"))));

        assertThat(words(plan))
                .containsExactly("Rule 2, Rule german: new rule, one condition", "Rule 2, Rule trucks: rule removed");
    }

    @Test
    void hoursSayDaysThatChangedAlikeTogether() {
        var shorter = SamplePlan.everyDay(8, 18).stream()
                .filter(window -> window.day().getValue() < 6)
                .toList();
        var plan = SamplePlan.edited(HoursSet.of(DAYTIME, "Daytime", OpeningHours.weekly(DUBLIN, shorter)));

        assertThat(words(plan)).containsExactly("Daytime: Sat, Sun 08:00–18:00 → closed");
    }

    @Test
    void settingsAndTextsAreSaidToo() {
        var texts = new Texts(Map.of(TextKind.CLOSED, LocalText.of("en", "We are back at {opens}.")));
        var plan = SamplePlan.edited(new Settings(
                "Sample",
                DUBLIN,
                null,
                Shrinkage.of(0.25),
                new Pay(24.5, "EUR"),
                List.of(BotShare.assumed("Fares", 0.4)),
                20,
                NextChatFrom.TARGET,
                texts,
                Timeouts.COMMON,
                WhenAway.KEPT,
                List.of(),
                List.of()));

        assertThat(words(plan))
                .containsExactly("The plan: public holidays of IE → none; shrinkage + Shrinkage 25 %; "
                        + "an hour costs none → 24.50 EUR; finished by the bot + 40 % of “Fares”; seats none → 20; "
                        + "next chat by priority → target; closed text in English “We are back at {opens}.”");
        assertThat(ChangeList.of(PlanDiff.between(plan, PLAN)).getFirst().words())
                .contains("no closed text in English");
    }

    @Test
    void doorsDepartmentsAndRulesSayWhatIsOther() {
        var door = PLAN.doors().getFirst();
        var question = Question.open(
                new QuestionId("ref"), LocalText.of("en", "Your reference, if you have one at hand"), false);
        var changedDoor = FrontDoor.plain(
                        door.id(),
                        "Front",
                        List.of("de", "en"),
                        List.of(door.questions().getFirst(), question))
                .with(DAYTIME, SALES);
        var department = new Department(SALES, "Sales & fares", DAYTIME, Texts.NONE, List.of(question));
        var rule = Rule.plain(
                new RuleId("trucks"),
                "Lorries",
                List.of(
                        new Condition.DoorIs(List.of(door.id())),
                        new Condition.AnswerIs(SamplePlan.TOPIC, List.of("freight", "fares"))),
                BOOKING,
                List.of(new SkillNeed(FREIGHT, 2)));

        assertThat(words(SamplePlan.edited(changedDoor, department, rule)))
                .containsExactly(
                        "Sales & fares: name Sales → Sales & fares; "
                                + "question + “Your reference, if you have one at hand”",
                        "Front: name Site → Front; hours those of the department → Daytime; "
                                + "texts of the plan → Sales & fares; languages in another order; question + “Your reference, if you have one at hand”",
                        "Rule 2, Lorries: name Rule trucks → Lorries; "
                                + "conditions + door is Front, topic is freight or fares; "
                                + "conditions − page is like https://ferry.example/trucks/*; "
                                + "queue Queue cargo → Queue booking; need + Freight 2");
    }

    @Test
    void roundTheClockIsSaid() {
        var always = HoursSet.of(DAYTIME, "Daytime", OpeningHours.aroundTheClock(DUBLIN));

        assertThat(words(SamplePlan.edited(always)))
                .containsExactly(
                        "Daytime: open round the clock; " + "Mon, Tue, Wed, Thu, Fri, Sat, Sun 08:00–18:00 → closed");
    }

    @Test
    void longTextsAreCut() {
        var texts = new Texts(Map.of(TextKind.BUSY, LocalText.of("en", "so ".repeat(50) + "busy")));
        var plan = SamplePlan.edited(new Settings(
                "Sample",
                DUBLIN,
                "IE",
                Shrinkage.of(0.3),
                null,
                List.of(),
                null,
                NextChatFrom.PRIORITY,
                texts,
                Timeouts.COMMON,
                WhenAway.KEPT,
                List.of(),
                List.of()));

        assertThat(words(plan).getFirst()).endsWith("…”").hasSizeLessThan(130);
    }

    private static List<String> words(Plan plan) {
        return ChangeList.of(PlanDiff.between(PLAN, plan)).stream()
                .map(ChangeList.Entry::sentence)
                .toList();
    }

    @Test
    void howChatsAreHandedOverOpenedAndClosedIsToldInWords() {
        var plan = SamplePlan.plan();
        var daytime = plan.hours(DAYTIME);
        var common = plan.settings().timeouts();
        var changed = SamplePlan.edited(
                plan.queue(SamplePlan.BOOKING).with(new Handover(Handover.By.DIRECT, 45)),
                plan.door(SamplePlan.SITE)
                        .with(
                                DoorOpens.VISITOR_SERVED,
                                new FirstToAnswer(FirstToAnswer.Side.BOT, FirstToAnswer.Side.PEOPLE)),
                new HoursSet(
                        daytime.id(),
                        daytime.name(),
                        daytime.hours(),
                        new Closing(Closing.Then.ENDED, Closing.Then.SERVED_OUT)),
                Topic.of(new TopicId("freight"), "Freight", SamplePlan.FREIGHT, Topic.After.HAND_OVER),
                plan.settings()
                        .with(WhenAway.GIVEN_BACK)
                        .with(common.with(new Timeouts.Accept(30, 3, 60))
                                .with(new Timeouts.RungClock(
                                        Timeouts.RungClock.Seconds.GO_ON,
                                        Timeouts.RungClock.Seconds.GO_ON,
                                        Timeouts.RungClock.Seconds.GO_ON))));

        var words = ChangeList.of(PlanDiff.between(plan, changed)).stream()
                .flatMap(entry -> entry.words().stream())
                .toList();

        assertThat(words)
                .containsExactlyInAnyOrder(
                        "handed over by offer → direct",
                        "wrap-up 0 s → 45 s",
                        "opens by hours → visitor served",
                        "first while open people → bot",
                        "waiting at closing served out → ended",
                        "new topic",
                        "chats of who goes away kept → given back",
                        "pause before asking again 30 s → 60 s",
                        "seconds after a move start anew → go on");
    }
}
