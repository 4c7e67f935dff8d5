package io.kinetarch.core.inspection;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DAYTIME;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.SALES;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.hours.DatedHours;
import io.kinetarch.core.hours.HolidayCalendar;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.inspection.Finding.Severity;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.NextChatFrom;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.Operators;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.WhenAway;
import io.kinetarch.core.plan.Workload;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

class PlanCheckTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 12, 1);

    @Test
    void theSamplePlanIsFoundWanting() {
        assertThat(PlanCheck.of(SamplePlan.plan(), TODAY))
                .extracting(Finding::words)
                .containsExactly(
                        "Queue booking is open for 14 hours of the week in which nobody who could take its chats is usually"
                                + " present: Mon 08:00–09:00, Mon 17:00–18:00, Tue 08:00–09:00 and 11 more.",
                        "Queue cargo is open for 14 hours of the week in which nobody who could take its chats is usually"
                                + " present: Mon 08:00–09:00, Mon 17:00–18:00, Tue 08:00–09:00 and 11 more.",
                        "Site offers German, which nobody in Queue cargo, where its chats can come, speaks well enough.",
                        "Site has no words in English for: label text, greeting text, waiting text, busy text and 3 more.",
                        "Site has no words in German for: label text, greeting text, waiting text, busy text and 4 more.",
                        "Op ben is a member of no queue, so gets no chat.");
    }

    @Test
    void aCatchAllQueueWithoutMembersBlocks() {
        found(
                SamplePlan.edited(SamplePlan.queue(BOOKING, FARES, 5)),
                Severity.BLOCKS,
                "Queue booking is the catch-all queue, and nobody is a member of it.");
    }

    @Test
    void moreOperatorsThanSeatsWarnsAndLocksNobodyOut() {
        var plan = SamplePlan.edited(new Settings(
                "S",
                DUBLIN,
                null,
                Shrinkage.NONE,
                null,
                List.of(),
                3,
                NextChatFrom.PRIORITY,
                Texts.NONE,
                Timeouts.COMMON,
                WhenAway.KEPT,
                List.of(),
                List.of()));

        found(plan, Severity.WARNS, "4 operators are in the plan, but only 3 seats are licensed.");
    }

    @Test
    void circlesAreFound() {
        var third = new QueueId("third");
        var plan = SamplePlan.edited(
                overflowing(third, CARGO, List.of()),
                overflowing(CARGO, BOOKING, List.of(third)),
                overflowing(BOOKING, CARGO, List.of(CARGO)),
                overflowing(third, CARGO, List.of(BOOKING)));

        found(
                plan,
                Severity.WARNS,
                "When they are full, these queues send chats round in a circle: Queue booking → Queue cargo.");
        found(
                plan,
                Severity.NOTES,
                "A chat can be transferred round in a circle: Queue booking → Queue cargo → Queue third.");
    }

    @Test
    void whatCanNeverWorkIsSaid() {
        var never = HoursSet.of(DAYTIME, "Daytime", OpeningHours.weekly(DUBLIN, List.of()));
        var idle = new Department(new DepartmentId("idle"), "Idle", DAYTIME, Texts.NONE, List.of());
        var lonely = Queue.plain(
                new QueueId("lonely"),
                "Lonely",
                SALES,
                List.of(),
                100,
                QueueTarget.of(0.8, 30),
                Workload.of(60, null, List.of(1.0)));
        var unskilled = SamplePlan.queue(CARGO, FARES, 5);
        var plan = SamplePlan.edited(never, idle, lonely, unskilled);

        found(plan, Severity.WARNS, "“Daytime” is never open, and something keeps it.");
        found(plan, Severity.NOTES, "Idle has no queue, so no chat ever goes there.");
        found(plan, Severity.NOTES, "No rule leads to Lonely, nor does a transfer, a rung or a full queue.");
        found(plan, Severity.WARNS, "A chat of Lonely takes 100 of capacity, more than any of its members has.");
        found(plan, Severity.WARNS, "Chats reach Queue cargo, and nobody is a member of it.");
    }

    @Test
    void aLanguageThatAQueueCannotAnswerWarns() {
        var anaLeaves = SamplePlan.plan()
                .edited(List.of(new PlanEdit.Remove(
                        SamplePlan.plan().operators().getFirst().id())));

        found(
                anaLeaves,
                Severity.WARNS,
                "Site offers German, which nobody in Queue booking, where its chats can come, speaks well enough.");
    }

    /** Only Ana speaks German, and she comes at one; Cleo serves the queue from nine. */
    @Test
    void timesWithoutAnybodyForALanguageOrARuleAreFoundInEveryQueue() {
        var sample = SamplePlan.plan();
        var later = Operators.present(sample.operators().getFirst(), SamplePlan.everyDay(13, 17));
        var plan = sample.edited(List.of(new PlanEdit.Put(later)));

        found(
                plan,
                Severity.WARNS,
                "Queue booking is open and staffed for 28 hours of the week in which nobody who could take its chats in German is"
                        + " usually present: Mon 09:00–13:00, Tue 09:00–13:00, Wed 09:00–13:00 and 4 more.");
        found(plan, Severity.NOTES, "Queue booking hangs on one person for 28 hours of the week: Op cleo 28 h.");

        var expert = new Rule(
                new RuleId("rest"), "Rest", List.of(), BOOKING, List.of(new SkillNeed(FARES, 4)), null, LocalText.NONE);
        found(
                sample.edited(List.of(new PlanEdit.Put(later), new PlanEdit.Put(expert))),
                Severity.WARNS,
                "Queue booking is open and staffed for 28 hours of the week in which nobody who could take its chats in English"
                        + " with Fares 4+ or in German with Fares 4+ is usually present: Mon 09:00–13:00, Tue 09:00–13:00, Wed"
                        + " 09:00–13:00 and 4 more.");
    }

    @Test
    void aLimitThatAnotherMakesIdleIsTold() {
        var light = SamplePlan.plan().queue(BOOKING).with(1, Workload.of(420, 180.0, List.of(1.0, 1.12, 1.3)));
        found(
                SamplePlan.edited(light),
                Severity.NOTES,
                "Operators of Queue booking could hold 6 of its chats at once, and 3 are planned: the slowdown is known for no"
                        + " more, so their capacity moves nothing.");
        var one = SamplePlan.plan().operators().stream()
                .<PlanEdit>map(operator -> new PlanEdit.Put(operator.withMostChats(1)))
                .toList();
        found(
                SamplePlan.plan().edited(one),
                Severity.NOTES,
                "The slowdown of Queue booking is known for 3 chats at once, and 1 are planned: the most chats that its"
                        + " operators hold allow no more.");
    }

    @Test
    void whoIsNeverPresentIsFound() {
        found(
                SamplePlan.edited(
                        Operators.present(SamplePlan.plan().operators().getFirst(), List.of())),
                Severity.WARNS,
                "Op ana is never present: they have no usual hours and are in no roster.");
    }

    @Test
    void aRuleForPagesOnWhichItsDoorDoesNotStandNeverMatches() {
        var site = SamplePlan.plan().doors().getFirst();
        var trucks = new Condition.PageMatches(List.of(new PagePattern("https://ferry.example/trucks/*")));
        var plan = SamplePlan.withRules(
                        SamplePlan.rule("trucks", CARGO, new Condition.DoorIs(List.of(site.id())), trucks),
                        SamplePlan.rule("rest", BOOKING))
                .edited(List.of(
                        new PlanEdit.Put(site.withPages(List.of(new PagePattern("https://ferry.example/fares/*"))))));

        found(
                plan,
                Severity.WARNS,
                "Rule 1, Rule trucks, never matches: it wants Site on pages where that does not stand.");
    }

    @Test
    void namesakesAreToldApart() {
        var ana = SamplePlan.plan().operators().getFirst();
        Element twin = SamplePlan.operator("ana-2", 6, List.of("en"))
                .withProfile(ana.name(), null, ana.languages(), ana.greeting());

        found(SamplePlan.edited(twin), Severity.NOTES, "2 operators are called Op ana: ana, ana-2.");
    }

    private static Queue overflowing(QueueId id, QueueId to, List<QueueId> transfers) {
        return new Queue(
                id,
                "Queue " + id.value(),
                SALES,
                new Membership.BySkill(),
                List.of(new SkillNeed(FARES, 1)),
                1,
                1,
                0,
                new OperatorChoice.LongestFree(),
                Handover.OFFERED,
                new WaitingRoom(new WaitingRoom.Limit(5, new WaitingRoom.Beyond.ToQueue(to)), true, false),
                QueueTarget.of(0.8, 30),
                Workload.of(60, null, List.of(1.0)),
                transfers,
                List.of());
    }

    /** An operator whose capacity is below the weight of a chat is present in vain. */
    @Test
    void onlyWhoCanTakeAChatCountsAsPresent() {
        var small = SamplePlan.operator("dara", 1, List.of("en"), new HeldSkill(SamplePlan.FREIGHT, 5));
        var plan = SamplePlan.edited(small, SamplePlan.operator("cleo", 1, List.of("en")));

        assertThat(PlanCheck.of(plan, TODAY))
                .extracting(Finding::words)
                .anySatisfy(words -> assertThat(words)
                        .startsWith("Queue cargo is open for 70 hours of the week")
                        .contains("Mon 08:00–18:00"));
    }

    @Test
    void aHolidayOfTheComingWeeksThatNobodyDecidedOnIsWarnedOf() {
        found(
                SamplePlan.edited(daytime(List.of(), List.of())),
                Severity.WARNS,
                "“Daytime” says nothing about Christmas on 2026-12-25, St.Stephen's Day on 2026-12-26, New Year's Day on 2027-01-01.");
        var decided = daytime(
                List.of(new DatedHours(LocalDate.of(2026, 12, 25), "Christmas Day", List.of())),
                List.of(LocalDate.of(2026, 12, 26), LocalDate.of(2027, 1, 1)));
        assertThat(PlanCheck.of(SamplePlan.edited(decided), TODAY))
                .extracting(Finding::words)
                .noneMatch(words -> words.contains("says nothing about"));
    }

    @Test
    void aDoorOpenForAClosedDepartmentIsNoted() {
        var always = HoursSet.of(new HoursId("always"), "Always", OpeningHours.aroundTheClock(SamplePlan.DUBLIN));
        var door = SamplePlan.plan().door(SamplePlan.SITE).with(always.id(), null);

        found(
                SamplePlan.edited(always, door),
                Severity.NOTES,
                "Site is open for 98 hours of the week in which Sales, where its rules lead, is closed.");
    }

    @Test
    void aSkillThatNobodyHoldsIsWarnedOfWhereItIsNeeded() {
        var welding = new Skill(new SkillId("welding"), "Welding");
        found(SamplePlan.edited(welding), Severity.NOTES, "Nobody holds Welding.");
        var rule = Rule.plain(
                new RuleId("trucks"),
                "Trucks",
                List.of(new Condition.LanguageIs(List.of("de"))),
                SamplePlan.CARGO,
                List.of(new SkillNeed(welding.id(), 1)));
        found(SamplePlan.edited(welding, rule), Severity.WARNS, "Nobody holds Welding, and something needs it.");
    }

    @Test
    void rulesThatNeverMatchAndRulesThatOverlapAreTold() {
        var plan = SamplePlan.withRules(
                SamplePlan.rule("german", SamplePlan.CARGO, new Condition.LanguageIs(List.of("de"))),
                SamplePlan.rule("austrian", BOOKING, new Condition.LanguageIs(List.of("de-AT"))),
                SamplePlan.rule("fares", BOOKING, new Condition.AnswerIs(SamplePlan.TOPIC, List.of("fares"))),
                SamplePlan.rule("never", BOOKING, new Condition.AnswerIs(SamplePlan.TOPIC, List.of("boats"))),
                SamplePlan.rule("rest", BOOKING));

        found(
                plan,
                Severity.WARNS,
                "Rule 2, Rule austrian, never matches: rule 1 before it takes every chat that it could.");
        found(plan, Severity.WARNS, "Rule 4, Rule never, never matches: its conditions leave it no chat.");
        found(
                plan,
                Severity.NOTES,
                "Rule 3, Rule fares, and rule 1 want some of the same chats for different ends, such as one in German at Site"
                        + " answering fares.");
    }

    private static HoursSet daytime(List<DatedHours> exceptions, List<LocalDate> declined) {
        return HoursSet.of(
                DAYTIME,
                "Daytime",
                new OpeningHours(
                        SamplePlan.DUBLIN,
                        false,
                        SamplePlan.everyDay(8, 18),
                        List.of(),
                        exceptions,
                        new HolidayCalendar("IE", null, declined)));
    }

    private static void found(Plan plan, Severity severity, String words) {
        assertThat(PlanCheck.of(plan, TODAY)).anySatisfy(finding -> {
            assertThat(finding.words()).isEqualTo(words);
            assertThat(finding.severity()).isEqualTo(severity);
            assertThat(finding.mend()).isNotBlank();
        });
    }
}
