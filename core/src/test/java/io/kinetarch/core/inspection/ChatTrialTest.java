package io.kinetarch.core.inspection;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static io.kinetarch.core.plan.SamplePlan.TOPIC;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.kinetarch.core.inspection.ChatTrial.Kind;
import io.kinetarch.core.inspection.ChatTrial.Outcome;
import io.kinetarch.core.inspection.ChatTrial.Result;
import io.kinetarch.core.inspection.ChatTrial.Step;
import io.kinetarch.core.inspection.ChatTrial.Trial;
import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.DoorOpens;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.routing.Arrival;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class ChatTrialTest {
    private static final Plan PLAN = SamplePlan.plan();
    private static final Instant TUESDAY_TEN = Instant.parse("2026-12-01T10:00:00Z");
    private static final Instant TUESDAY_NIGHT = Instant.parse("2026-12-01T22:00:00Z");

    @Test
    void aChatReachesANamedOperatorAndEveryoneElseHasAReason() {
        var trial = tried("de", "fares", TUESDAY_TEN);

        assertThat(trial.outcome()).isEqualTo(Outcome.ANSWERED);
        assertThat(trial.operator()).contains(new OperatorId("ana"));
        assertThat(because(trial, Kind.OPERATOR))
                .containsExactly(
                        "Op ana gets the chat: of those who can take it, free longest, since Tue 09:00.",
                        "Op ben holds Fares at level 1; level 2 is needed.",
                        "Op cleo does not speak German (English, French).",
                        "Op dara does not hold Fares.");
        assertThat(because(trial, Kind.RULE))
                .containsExactly(
                        "“Rule freight” wants “topic is Freight”; “topic” was answered with fares.",
                        "“Rule trucks” wants “page is like https://ferry.example/trucks/*”; no page is known.",
                        "“Rule rest” matches: the last row takes every chat the others left.");
    }

    /** Ana and Cleo have room for three chats each; whoever waits already takes it before the chat that is tried. */
    @Test
    void aTriedChatDoesNotJumpTheLine() {
        var arrival = arrival("en", "fares", TUESDAY_TEN);
        var usual = Presence.usual(PLAN, TUESDAY_TEN);

        assertThat(ChatTrial.run(PLAN, arrival, usual, Map.of(BOOKING, 5)).outcome())
                .isEqualTo(Outcome.ANSWERED);
        var last = ChatTrial.run(PLAN, arrival, usual, Map.of(BOOKING, 6));
        assertThat(last.outcome()).isEqualTo(Outcome.WAITS);
        assertThat(because(last, Kind.OPERATOR)).contains("Op ana has 6 of capacity 6 in use; the chat takes 2.");
    }

    @Test
    void whatTheRuleGivesTheChatIsSaid() {
        var rest = new Rule(
                new RuleId("rest"),
                "Rest",
                List.of(),
                BOOKING,
                List.of(),
                4,
                LocalText.of(Map.of("en", "One moment.", "de", "Einen Moment.")));
        var plan = SamplePlan.edited(rest);
        var trial = ChatTrial.run(plan, arrival("de", "fares", TUESDAY_TEN), Presence.usual(plan, TUESDAY_TEN));

        assertThat(because(trial, Kind.QUEUE).getFirst())
                .endsWith("of an operator's capacity. It starts at priority 4. The visitor reads “Einen Moment.”");
    }

    @Test
    void aClosedDepartmentRefusesAndNamesItsHours() {
        var trial = tried("en", "fares", TUESDAY_NIGHT);

        assertThat(trial.outcome()).isEqualTo(Outcome.CLOSED);
        assertThat(trial.steps().getLast())
                .isEqualTo(new Step(
                        Kind.HOURS,
                        Result.STOPPED,
                        SamplePlan.DAYTIME,
                        "The department Sales keeps “Daytime”. Closed: Tuesday 22:00 (Europe/Dublin) is outside"
                                + " Tuesday 08:00–18:00; opens Wednesday 08:00."));
    }

    @Test
    void withNobodyThereItWaits() {
        var trial = tried("en", "fares", Instant.parse("2026-12-01T17:30:00Z"));

        assertThat(trial.outcome()).isEqualTo(Outcome.WAITS);
        assertThat(because(trial, Kind.OPERATOR)).contains("Op ana is not present.");
        assertThat(trial.steps().getLast().because()).startsWith("Nobody can take it now");
    }

    @Test
    void whoIsAwayOrFullIsPassedOver() {
        var held = Map.of(
                new OperatorId("ana"), new Presence.Held(Presence.State.AWAY, 0, 0, TUESDAY_TEN),
                new OperatorId("cleo"), new Presence.Held(Presence.State.PRESENT, 2, 5, TUESDAY_TEN));
        var trial = ChatTrial.run(PLAN, arrival("en", "fares", TUESDAY_TEN), new Presence(held));

        assertThat(because(trial, Kind.OPERATOR))
                .contains("Op ana is away.", "Op cleo has 5 of capacity 6 in use; the chat takes 2.");
    }

    @Test
    void beyondTheWaitingLimitTheQueueSaysWhatHappens() {
        var half = Instant.parse("2026-12-01T17:30:00Z"); // open, and nobody there

        assertThat(full(new WaitingRoom.Beyond.BusyText(), half, 2).outcome()).isEqualTo(Outcome.WAITS);
        assertThat(full(new WaitingRoom.Beyond.BusyText(), half, 3).outcome()).isEqualTo(Outcome.BUSY);
        var form = full(new WaitingRoom.Beyond.MessageForm(), half, 3);
        assertThat(form.outcome()).isEqualTo(Outcome.MESSAGE_FORM);
        assertThat(form.steps().getLast().because())
                .isEqualTo("Nobody can take it now, and 3 wait in Queue booking, which takes 3; "
                        + "the visitor may leave a message.");
        var elsewhere = full(new WaitingRoom.Beyond.ToQueue(CARGO), TUESDAY_TEN.minusSeconds(3600 + 1800), 3);
        assertThat(elsewhere.outcome()).isEqualTo(Outcome.WAITS);
        assertThat(elsewhere.queue()).contains(CARGO);
    }

    @Test
    void twoFullQueuesThatSendChatsToEachOtherEndWithTheBusyText() {
        var round = SamplePlan.edited(limited(BOOKING, CARGO), limited(CARGO, BOOKING));
        var trial = ChatTrial.run(
                round, arrival("en", "fares", TUESDAY_TEN), new Presence(Map.of()), Map.of(BOOKING, 3, CARGO, 3));

        assertThat(trial.outcome()).isEqualTo(Outcome.BUSY);
        assertThat(trial.steps().getLast().because()).contains("where it has been, so the visitor reads the busy text");
    }

    @Test
    void theDepartmentAsksItsQuestionsOnceTheChatIsRouted() {
        var reference = Question.open(new QuestionId("reference"), LocalText.of("en", "Your reference?"), true);
        var plan = SamplePlan.edited(
                new Department(SamplePlan.SALES, "Sales", SamplePlan.DAYTIME, Texts.NONE, List.of(reference)));
        var trial = ChatTrial.run(plan, arrival("en", "fares", TUESDAY_TEN), Presence.usual(plan, TUESDAY_TEN));

        assertThat(trial.outcome()).isEqualTo(Outcome.FORM_INCOMPLETE);
        assertThat(trial.queue()).contains(BOOKING);
        assertThat(trial.steps().getLast().about()).isEqualTo(SamplePlan.SALES);
    }

    @Test
    void theChoiceIsExplainedInItsOwnTerms() {
        assertThat(explained(new OperatorChoice.LightestLoad()))
                .contains(
                        "Op cleo gets the chat: of those who can take it, the least loaded, 0 of capacity 6 in use.",
                        "Op ana could take it, but has 2 of capacity 6 in use, free since Tue 10:00.");
        assertThat(explained(new OperatorChoice.BestAtSkill()))
                .contains(
                        "Op ana gets the chat: of those who can take it, the best at it, levels 4 in sum.",
                        "Op cleo could take it, but has levels 3 in sum, free since Tue 10:00.");
        assertThat(explained(new OperatorChoice.Tiers(List.of(List.of(new OperatorId("cleo"))))))
                .contains(
                        "Op cleo gets the chat: of those who can take it, first in order, in tier 1.",
                        "Op ana could take it, but is in no tier, free since Tue 10:00.");
    }

    @Test
    void aDoorThatTheBotAnswersHandsTheChatToIt() {
        var plan = SamplePlan.edited(
                door(DoorOpens.BY_HOURS, new FirstToAnswer(FirstToAnswer.Side.BOT, FirstToAnswer.Side.PEOPLE)));
        var trial = ChatTrial.run(plan, arrival("en", "fares", TUESDAY_TEN), Presence.usual(plan, TUESDAY_TEN));

        assertThat(trial.outcome()).isEqualTo(Outcome.BOT);
        assertThat(trial.steps().getLast().because()).isEqualTo("The bot answers first at Site.");
    }

    @Test
    void aDoorThatOpensByPresenceIsClosedWhileNobodyIsThere() {
        var plan = SamplePlan.edited(door(DoorOpens.VISITOR_SERVED, FirstToAnswer.PEOPLE));
        var trial = ChatTrial.run(plan, arrival("fr", "fares", TUESDAY_TEN), new Presence(Map.of()));

        assertThat(trial.outcome()).isEqualTo(Outcome.CLOSED);
        assertThat(trial.steps().getLast().because())
                .isEqualTo("It opens while somebody is present who could take chats of Queue booking, and nobody is.");
        assertThat(ChatTrial.run(plan, arrival("fr", "fares", TUESDAY_TEN), Presence.usual(plan, TUESDAY_TEN))
                        .outcome())
                .isEqualTo(Outcome.ANSWERED);
    }

    /** A tried chat has had its first message, so only what is left to be answered holds it up. */
    @Test
    void aQuestionAfterTheFirstMessageHoldsTheChatUpUntilItIsAnswered() {
        var asked = PLAN.door(SamplePlan.SITE).questions().getFirst();
        var later = new Question(
                asked.id(),
                asked.kind(),
                asked.text(),
                asked.help(),
                true,
                AskedWhen.AFTER_FIRST_MESSAGE,
                asked.choices());
        var plan = SamplePlan.edited(FrontDoor.plain(SamplePlan.SITE, "Site", List.of("en", "de"), List.of(later)));
        var usual = Presence.usual(plan, TUESDAY_TEN);

        assertThat(ChatTrial.run(plan, arrival("en", "fares", TUESDAY_TEN), usual)
                        .outcome())
                .isEqualTo(Outcome.ANSWERED);
        assertThat(ChatTrial.run(plan, arrival("en", " ", TUESDAY_TEN), usual).outcome())
                .isEqualTo(Outcome.FORM_INCOMPLETE);
    }

    private static FrontDoor door(DoorOpens opens, FirstToAnswer first) {
        return PLAN.door(SamplePlan.SITE).with(opens, first);
    }

    private static List<String> explained(OperatorChoice choice) {
        var plan = SamplePlan.edited(SamplePlan.booking(new Membership.BySkill(), choice, WaitingRoom.OPEN));
        var held = Map.of(
                new OperatorId("ana"), new Presence.Held(Presence.State.PRESENT, 1, 2, TUESDAY_TEN),
                new OperatorId("cleo"), new Presence.Held(Presence.State.PRESENT, 0, 0, TUESDAY_TEN));
        return because(ChatTrial.run(plan, arrival("en", "fares", TUESDAY_TEN), new Presence(held)), Kind.OPERATOR);
    }

    private static Trial full(WaitingRoom.Beyond beyond, Instant at, int waiting) {
        var plan = SamplePlan.edited(SamplePlan.booking(
                new Membership.BySkill(),
                new OperatorChoice.LongestFree(),
                new WaitingRoom(new WaitingRoom.Limit(3, beyond), true, false)));
        return ChatTrial.run(plan, arrival("en", "fares", at), Presence.usual(plan, at), Map.of(BOOKING, waiting));
    }

    private static Queue limited(QueueId id, QueueId other) {
        var queue = SamplePlan.booking(
                new Membership.BySkill(),
                new OperatorChoice.LongestFree(),
                new WaitingRoom(new WaitingRoom.Limit(3, new WaitingRoom.Beyond.ToQueue(other)), true, false));
        return new Queue(
                id,
                "Queue " + id.value(),
                queue.department(),
                queue.members(),
                queue.needs(),
                1,
                1,
                0,
                queue.choice(),
                Handover.OFFERED,
                queue.waiting(),
                queue.target(),
                queue.workload(),
                List.of(),
                List.of());
    }

    @Test
    void theFormComesFirst() {
        var empty = ChatTrial.run(
                PLAN, Arrival.of(SITE, null, "en", Map.of(), TUESDAY_TEN), Presence.usual(PLAN, TUESDAY_TEN));
        assertThat(empty.outcome()).isEqualTo(Outcome.FORM_INCOMPLETE);
        assertThat(empty.steps().getLast().because()).contains("“What is it about?” must be answered");

        var odd = tried("en", "whales", TUESDAY_TEN);
        assertThat(odd.outcome()).isEqualTo(Outcome.FORM_INCOMPLETE);
        assertThat(odd.steps().getLast().because())
                .contains("“whales” is none of the answers")
                .contains("fares, freight");
    }

    @Test
    void aLanguageTheDoorLacksIsSaid() {
        assertThat(tried("ja", "fares", TUESDAY_TEN).steps().getFirst().because())
                .isEqualTo("The chat starts at Site, which has no texts in Japanese and shows those in English.");
    }

    @Test
    void unknownDoorsAreRefused() {
        var arrival = Arrival.of(new DoorId("gone"), null, "en", Map.<QuestionId, String>of(), TUESDAY_TEN);

        assertThatThrownBy(() -> ChatTrial.run(PLAN, arrival, Presence.usual(PLAN, TUESDAY_TEN)))
                .hasMessageContaining("no \"gone\"");
    }

    private static Trial tried(String language, String topic, Instant at) {
        return ChatTrial.run(PLAN, arrival(language, topic, at), Presence.usual(PLAN, at));
    }

    private static Arrival arrival(String language, String topic, Instant at) {
        return Arrival.of(SITE, null, language, Map.of(TOPIC, topic), at);
    }

    private static List<String> because(Trial trial, Kind kind) {
        return trial.steps().stream()
                .filter(step -> step.step() == kind)
                .map(Step::because)
                .toList();
    }
}
