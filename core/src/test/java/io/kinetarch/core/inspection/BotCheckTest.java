package io.kinetarch.core.inspection;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.BotId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.DoorOpens;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FirstToAnswer.Side;
import io.kinetarch.core.plan.Handoff;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.OutsideBot;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Sentences;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.Timeouts.RungClock.Seconds;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class BotCheckTest {
    private static final Topic DOGS =
            topic("dogs", Topic.After.NOTHING).withAnswers(List.of(LocalText.of("en", "Yes.")));

    private static Topic topic(String name, Topic.After after) {
        var phrases =
                IntStream.range(0, 12).mapToObj(i -> name + " phrase " + i).toList();
        return Topic.of(new TopicId(name), name, null, after)
                .withSentences(
                        Sentences.of(Map.of("en", phrases)), Sentences.of(Map.of("en", List.of(name + " test"))));
    }

    private static Bot bot(String name, DoorId... doors) {
        return new Bot(
                new BotId(name),
                name,
                null,
                List.of("en"),
                List.of(doors),
                List.of(),
                Map.of(),
                LocalText.NONE,
                LocalText.NONE,
                Sentences.NONE,
                Handoff.COMMON,
                null);
    }

    private static Plan plan(Side open, Side closed, Bot bot, Topic... topics) {
        var door = SamplePlan.plan().door(SamplePlan.SITE).with(DoorOpens.BY_HOURS, new FirstToAnswer(open, closed));
        return SamplePlan.plan()
                .edited(Stream.concat(
                                Stream.of(new PlanEdit.Put(door), new PlanEdit.Put(bot)),
                                Stream.of(topics).map(PlanEdit.Put::new))
                        .<PlanEdit>map(edit -> edit)
                        .toList());
    }

    private static List<FindingCode> found(Plan plan) {
        return BotCheck.of(plan).stream().map(Finding::code).toList();
    }

    @Test
    void aBotThatIsTaughtAndTriedIsFine() {
        assertThat(found(plan(Side.BOT, Side.PEOPLE, bot("tern", SamplePlan.SITE), DOGS)))
                .isEmpty();
    }

    @Test
    void whatItLacksIsFound() {
        assertThat(found(plan(Side.PEOPLE, Side.PEOPLE, bot("tern")))).containsExactly(FindingCode.BOT_WITHOUT_TOPICS);

        var bare = Topic.of(new TopicId("bare"), "bare", null, Topic.After.NOTHING);
        assertThat(found(plan(Side.PEOPLE, Side.PEOPLE, bot("tern"), bare)))
                .contains(
                        FindingCode.TOPIC_LANGUAGE_MISSING, FindingCode.TOPIC_ANSWER_MISSING, FindingCode.BOT_UNTRIED);

        var few = bare.withSentences(Sentences.of(Map.of("en", List.of("one", "two"))), Sentences.NONE);
        assertThat(found(plan(Side.PEOPLE, Side.PEOPLE, bot("tern"), few))).contains(FindingCode.TOPIC_PHRASES_FEW);
    }

    @Test
    void aPhraseInTwoTopicsAndATopicLedNowhereAreFound() {
        var twin = topic("twin", Topic.After.HAND_OVER)
                .withSentences(
                        Sentences.of(Map.of(
                                "en",
                                Stream.concat(
                                                Stream.of("DOGS phrase 3"),
                                                topic("twin", Topic.After.HAND_OVER).phrases().in("en").stream())
                                        .toList())),
                        Sentences.NONE);

        assertThat(found(plan(Side.PEOPLE, Side.PEOPLE, bot("tern"), DOGS, twin)))
                .contains(FindingCode.PHRASE_IN_TWO_TOPICS, FindingCode.TOPIC_LED_NOWHERE);
    }

    @Test
    void signsThatNoUtteranceHasAreFoundUntilOneDoes() {
        var signs = Sentences.of(Map.of("en", List.of("my lawyer")));
        var policy = new Handoff(null, null, null, List.of(), signs, null);
        var plain = bot("tern", SamplePlan.SITE);
        var strict = new Bot(
                plain.id(),
                plain.name(),
                null,
                plain.languages(),
                plain.doors(),
                List.of(),
                Map.of(),
                LocalText.NONE,
                LocalText.NONE,
                Sentences.NONE,
                policy,
                null);

        assertThat(found(plan(Side.BOT, Side.PEOPLE, strict, DOGS))).containsExactly(FindingCode.SIGNS_UNTRIED);
        var angry = DOGS.withSentences(
                DOGS.phrases(),
                Sentences.of(Map.of("en", List.of("dogs test", "My lawyers will write about the dog"))));
        assertThat(found(plan(Side.BOT, Side.PEOPLE, strict, angry))).isEmpty();
    }

    @Test
    void aLadderThatBeginsAnewAfterTheBotIsACircle() {
        var plan = plan(Side.BOT, Side.PEOPLE, bot("tern", SamplePlan.SITE), DOGS);
        var queue = plan.queue(SamplePlan.BOOKING).withLadder(List.of(new Rung(30, new Rung.Action.OfferBot())));
        var timeouts = plan.settings()
                .timeouts()
                .with(new Timeouts.RungClock(Seconds.START_ANEW, Seconds.START_ANEW, Seconds.GO_ON));

        var goesOn = plan.edited(List.of(new PlanEdit.Put(queue)));
        assertThat(found(goesOn)).doesNotContain(FindingCode.BOT_CIRCLE);
        var beginsAnew = goesOn.edited(List.of(new PlanEdit.Put(plan.settings().with(timeouts))));
        assertThat(found(beginsAnew)).contains(FindingCode.BOT_CIRCLE);
    }

    @Test
    void aBotOfSomebodyElseNeedsNoTopics() {
        var outside = bot("tern", SamplePlan.SITE).with(new OutsideBot("theirs", 5));
        assertThat(found(plan(Side.BOT, Side.PEOPLE, outside))).isEmpty();
    }

    @Test
    void doorsWithTwoBotsOrNoneAreFound() {
        var two = plan(Side.BOT, Side.PEOPLE, bot("tern", SamplePlan.SITE), DOGS)
                .edited(List.of(new PlanEdit.Put(bot("gull", SamplePlan.SITE))));
        assertThat(found(two)).contains(FindingCode.TWO_BOTS_AT_DOOR);
        assertThat(found(plan(Side.BOT, Side.PEOPLE, bot("tern"), DOGS))).contains(FindingCode.BOT_MISSING_AT_DOOR);
        assertThat(found(plan(Side.DRAFTS, Side.PEOPLE, bot("tern"), DOGS)))
                .as("drafts are missed by nobody")
                .isEmpty();
    }

    @Test
    void whoeverWantsAPersonAtNightShouldHaveAForm() {
        assertThat(found(plan(Side.BOT, Side.BOT, bot("tern", SamplePlan.SITE), DOGS)))
                .containsExactly(FindingCode.HANDED_TO_CLOSED);
    }
}
