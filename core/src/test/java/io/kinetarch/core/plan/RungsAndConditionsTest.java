package io.kinetarch.core.plan;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.FREIGHT;
import static io.kinetarch.core.plan.SamplePlan.SALES;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static io.kinetarch.core.plan.SamplePlan.TOPIC;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import io.kinetarch.core.change.ChangeList;
import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.core.door.SampleDoor;
import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.Rung.Action;
import io.kinetarch.core.routing.ConditionWords;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;

/** What ladders, timeouts and conditions take and refuse, what they refer to, and how they are said. */
class RungsAndConditionsTest {
    private static final Plan PLAN = SamplePlan.plan();
    private static final OperatorId ANA = new OperatorId("ana");
    private static final QuestionId TRUCKS = new QuestionId("trucks");
    private static final LocalText SOON = LocalText.of(Map.of("en", "Soon.", "de", "Gleich."));

    @Test
    void rungsRefuseWhatCannotBe() {
        refused(() -> new Rung(-1, new Action.OfferBot()), "/seconds", "from 0 to 86400, was -1");
        refused(() -> new Action.LowerLevel(FARES, 0), "/by", "from 1 to 5");
        refused(() -> new Action.RaisePriority(10), "/by", "from 1 to 9");
        refused(() -> new Action.Say(LocalText.NONE), "/text", "at least one language");
        refused(() -> new Action.AddOperators(List.of()), "/operators", "at least one entry");
        refused(() -> new Action.AddOperators(List.of(ANA, ANA)), "/operators/1", "stands twice");
        refused(
                () -> PLAN.queue(BOOKING).withLadder(List.of(new Rung(5, new Action.MoveTo(BOOKING)))),
                "/ladder/0/action/queue",
                "wait in it already");
        assertThat(new Action.End(LocalText.NONE).ends()).isTrue();
        assertThat(new Action.MoveTo(CARGO).ends()).isTrue();
        assertThat(new Action.OfferMessage().ends()).isFalse();
    }

    @Test
    void timeoutsRefuseWhatCannotBe() {
        refused(() -> Timeouts.Accept.of(4, 1), "/seconds", "from 5 to 3600");
        refused(() -> Timeouts.Accept.of(5, 0), "/awayAfter", "from 1 to 100");
        refused(() -> silence(300, 300), "/closeSeconds", "after the reminder, which comes after 300 s");
        refused(() -> silence(9, 300), "/reminderSeconds", "from 10");
        assertThat(silence(10, 11).closeSeconds()).isEqualTo(11);
    }

    @Test
    void conditionsRefuseWhatCannotBe() {
        refused(() -> new Condition.AnswerContains(TOPIC, List.of()), "/words", "at least one entry");
        refused(
                () -> new Condition.AnswerContains(TOPIC, List.of("ok", " late")),
                "/words/1",
                "no blanks before or after");
        refused(() -> new Condition.TopicIs(List.of(" ")), "/topics/0", "must have something in it");
        refused(() -> new Condition.AnswerNumber(TOPIC, Comparison.ABOVE, Double.NaN), "/value", "finite");
        refused(() -> new Condition.ChatsWait(CARGO, 0), "/chats", "from 1");
        refused(() -> new Condition.LongestWaits(CARGO, 90_000), "/seconds", "to 86400");
        refused(() -> new Condition.ArrivesWithin(List.of()), "/windows", "at least one entry");
        var not = new Condition.Not(new Condition.Answered(TOPIC));
        refused(() -> new Condition.Not(not), "/condition", "once, not twice");
        assertThat(not.asked()).isEqualTo(new Condition.Answered(TOPIC));
    }

    /** A question for a number is compared as one, any other is not; a question that nobody asks is no question. */
    @Test
    void answersAreLookedAtAsTheyAreAsked() {
        var number = new SampleDoor()
                .languages("en")
                .asks(new Question(
                        TRUCKS,
                        QuestionKind.NUMBER,
                        LocalText.of("en", "Trucks?"),
                        LocalText.NONE,
                        false,
                        AskedWhen.BEFORE,
                        List.of()))
                .door(new DoorId("freight"));
        var plan = PLAN.edited(List.of(new PlanEdit.Put(number)));

        refusedIn(plan, new Condition.AnswerIs(TRUCKS, List.of("5")), "compare it as one");
        refusedIn(plan, new Condition.Not(new Condition.AnswerContains(TRUCKS, List.of("5"))), "compare it as one");
        refusedIn(plan, new Condition.AnswerNumber(TOPIC, Comparison.EQUAL, 5), "not asked for a number everywhere");
        refusedIn(plan, new Condition.Answered(new QuestionId("other")), "no door asks the question \"other\"");
        assertThat(plan.edited(List.of(
                                put(rule("many", CARGO, new Condition.AnswerNumber(TRUCKS, Comparison.AT_LEAST, 5)))))
                        .rules())
                .hasSize(4);
    }

    @Test
    void whatTheyLeadToIsAUseAndGoesWithIt() {
        var plan = PLAN.edited(List.of(
                put(PLAN.queue(BOOKING)
                        .withLadder(List.of(
                                new Rung(10, new Action.LowerLevel(FREIGHT, 1)),
                                new Rung(20, new Action.AddOperators(List.of(ANA))),
                                new Rung(30, new Action.AddMembersOf(CARGO)),
                                new Rung(40, new Action.MoveTo(CARGO))))),
                put(rule(
                        "busy",
                        BOOKING,
                        new Condition.ChatsWait(CARGO, 3),
                        new Condition.Not(new Condition.LongestWaits(CARGO, 60)),
                        new Condition.Not(new Condition.DepartmentIsOpen(List.of(SALES)))))));

        assertThat(plan.uses(CARGO))
                .extracting(use -> use.by().id().value() + use.pointer() + (use.needed() ? " needed" : ""))
                .contains(
                        "booking/ladder/2/action/queue",
                        "booking/ladder/3/action/queue",
                        "busy/conditions/0/queue needed",
                        "busy/conditions/1/condition/queue needed");
        assertThat(plan.uses(SALES)).extracting(Plan.Use::pointer).contains("/conditions/2/condition/departments/0");
        var without = plan.edited(plan.removal(CARGO, BOOKING));
        assertThat(without.queue(BOOKING).ladder()).extracting(Rung::seconds).containsExactly(10, 20, 30);
        assertThat(without.rules().get(2).conditions().getFirst()).isEqualTo(new Condition.ChatsWait(BOOKING, 3));
        var withoutAna = plan.edited(plan.removal(ANA, null));
        assertThat(withoutAna.queue(BOOKING).ladder()).extracting(Rung::seconds).containsExactly(10, 30, 40);
    }

    @Test
    void whatChangesIsSaidInWords() {
        var ladder = SamplePlan.edited(PLAN.queue(BOOKING)
                .withLadder(List.of(
                        new Rung(10, new Action.LowerLevel(FARES, 1)),
                        new Rung(20, new Action.AddOperators(List.of(ANA))),
                        new Rung(30, new Action.AddMembersOf(CARGO)),
                        new Rung(40, new Action.RaisePriority(2)),
                        new Rung(50, new Action.Say(SOON)),
                        new Rung(60, new Action.OfferBot()),
                        new Rung(70, new Action.OfferCallBack()),
                        new Rung(80, new Action.OfferMessage()),
                        new Rung(90, new Action.MoveTo(CARGO)))));
        var timeouts = SamplePlan.edited(PLAN.settings()
                .with(new Timeouts(
                        Timeouts.Accept.of(20, 2),
                        Timeouts.Reply.of(90, SOON, Timeouts.AfterNoReply.HEAD_OF_QUEUE),
                        silence(60, 400),
                        3,
                        0.5,
                        new Timeouts.Lost(60, 120),
                        Timeouts.RungClock.COMMON)));

        assertThat(words(ladder))
                .isEqualTo(
                        "Queue booking: rungs + after 10 s Fares 1 lower, after 20 s also Op ana, after 30 s also members"
                                + " of Queue cargo, after 40 s priority 2 higher, after 50 s say “Gleich.”, after 60 s offer the"
                                + " bot, after 70 s offer a call back, after 80 s offer the form, after 90 s move to Queue cargo");
        assertThat(words(timeouts))
                .isEqualTo(
                        "The plan: accept within 30 s → 20 s; away after missed chats 3 → 2; no reply after 120 s → 90 s;"
                                + " no reply, then another operator → head of queue; no-reply text in German “Gleich.”; no-reply text"
                                + " in English “Soon.”; reminder after 180 s → 60 s; silent visitor closed after 300 s → 400 s; bot hands"
                                + " over after misses 2 → 3");
    }

    @Test
    void everyConditionHasItsWords() {
        var words = new ConditionWords(id -> id.value().toUpperCase(Locale.ROOT));

        assertThat(List.of(
                        new Condition.DoorIs(List.of(SITE)),
                        new Condition.Not(new Condition.LanguageIs(List.of("de", "fr"))),
                        new Condition.AnswerContains(TOPIC, List.of("late", "lost")),
                        new Condition.AnswerNumber(TOPIC, Comparison.AT_MOST, 2.5),
                        new Condition.AnswerNumber(TOPIC, Comparison.EQUAL, 3),
                        new Condition.Answered(TOPIC),
                        new Condition.VisitorIs(List.of(VisitorKind.NEW, VisitorKind.RETURNING)),
                        new Condition.FactIs("tier", List.of("gold")),
                        new Condition.TopicIs(List.of("refund")),
                        new Condition.DepartmentIsOpen(List.of(SALES)),
                        new Condition.ChatsWait(CARGO, 4),
                        new Condition.LongestWaits(CARGO, 90),
                        new Condition.ArrivesWithin(
                                List.of(new WeeklyWindow(DayOfWeek.FRIDAY, LocalTime.of(18, 0), LocalTime.of(2, 0))))))
                .extracting(words::condition)
                .containsExactly(
                        "door is SITE",
                        "not: language is German or French",
                        "topic contains late or lost",
                        "topic is at most 2.5",
                        "topic is exactly 3",
                        "topic was answered",
                        "visitor is new or returning",
                        "tier is gold",
                        "topic is refund",
                        "SALES is open",
                        "at least 4 wait in CARGO",
                        "someone has waited 90 s in CARGO",
                        "arrives Friday 18:00–02:00");
    }

    private static Timeouts.Silence silence(int reminder, int close) {
        return new Timeouts.Silence(reminder, LocalText.NONE, close, LocalText.NONE);
    }

    private static PlanEdit put(Element element) {
        return new PlanEdit.Put(element);
    }

    private static String words(Plan plan) {
        return ChangeList.of(PlanDiff.between(PLAN, plan)).getFirst().sentence();
    }

    private static void refusedIn(Plan plan, Condition condition, String words) {
        assertThatExceptionOfType(PlanRefusal.class)
                .isThrownBy(() -> plan.edited(List.of(put(rule("asks", CARGO, condition)))))
                .withMessageContaining(words);
    }

    private static void refused(ThrowingCallable making, String pointer, String words) {
        assertThatExceptionOfType(PlanRefusal.class)
                .isThrownBy(making)
                .withMessageContaining(words)
                .satisfies(refusal -> assertThat(refusal.pointer()).isEqualTo(pointer));
    }
}
