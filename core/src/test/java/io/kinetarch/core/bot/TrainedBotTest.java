package io.kinetarch.core.bot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.kinetarch.core.bot.Reply.Kind;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.BotId;
import io.kinetarch.core.plan.FollowUp;
import io.kinetarch.core.plan.Handoff;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Sentences;
import io.kinetarch.core.plan.ServiceQuestion;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TrainedBotTest {
    private static final double LIMIT = 0.3;
    private static final FollowUp NUMBER = new FollowUp(
            "booking",
            LocalText.of("en", "Your booking number?"),
            LocalText.of("en", "That is none."),
            FollowUp.Kind.PATTERN,
            "TS-[0-9]{6}");

    private static final ServiceQuestion SERVICE =
            new ServiceQuestion("found-things", 5, LocalText.of("en", "I cannot look it up."));

    private final TrainedBot bot = trained();

    private static TrainedBot trained() {
        var edits = new ArrayList<PlanEdit>();
        Ferry.ENGLISH.forEach((id, phrases) -> edits.add(new PlanEdit.Put(new Topic(
                new TopicId(id),
                id,
                LocalText.of("en", "About " + id),
                null,
                Sentences.of(Map.of("en", phrases, "de", Ferry.GERMAN.getOrDefault(id, List.of()))),
                Sentences.NONE,
                id.equals("refund") ? List.of(NUMBER) : List.of(),
                List.of(
                        LocalText.of(Map.of("en", "First on {booking}, says {bot}.", "de", "Zuerst.")),
                        LocalText.of("en", "Then.")),
                id.equals("lost") ? SERVICE : null,
                null,
                null,
                id.equals("dog") ? List.of(new TopicId("timetable")) : List.of(),
                Topic.After.NOTHING))));
        var id = new BotId("tern");
        edits.add(new PlanEdit.Put(new Bot(
                id,
                "Tern",
                null,
                List.of("en", "de"),
                List.of(),
                List.of(),
                Map.of(),
                LocalText.NONE,
                LocalText.of("en", "Still not."),
                Sentences.NONE,
                Handoff.COMMON,
                null)));
        Plan plan = SamplePlan.plan().edited(edits);
        var bot = (Bot) plan.element(id).orElseThrow();
        return TrainedBot.of(
                plan,
                bot,
                Understanding.of(TrainedBot.phrases(plan, bot)),
                Knowledge.of(List.of(KnowledgeTest.page("Fares", "Children under four travel free of charge."))));
    }

    private Reply says(Talk talk, String text) {
        return bot.reply(talk, text, LIMIT);
    }

    private static Talk begun(@Nullable String language) {
        return Talk.begun(language);
    }

    @Test
    void answersInTheVisitorsLanguageAndInTurn() {
        var first = says(begun("en"), "can I bring my dog");
        assertThat(first.kind()).isEqualTo(Kind.ANSWER);
        assertThat(first.says()).containsExactly("First on {booking}, says Tern.");
        assertThat(bot.labels(first.offers(), "en")).containsExactly("About timetable");

        var second = says(first.talk(), "where does the dog stay");
        assertThat(second.says()).containsExactly("Then.");

        assertThat(says(begun("de"), "darf ich meinen Hund mitnehmen").says()).containsExactly("Zuerst.");
    }

    @Test
    void findsTheLanguageOutAndKeepsIt() {
        var reply = says(begun(null), "darf ich meinen Hund mitnehmen");

        assertThat(reply.talk().language()).isEqualTo("de");
        assertThat(says(reply.talk(), "ok").talk().language()).isEqualTo("de");
    }

    @Test
    void nonsenseIsNoOtherLanguage() {
        var german = says(begun("de"), "darf ich meinen Hund mitnehmen").talk();

        assertThat(says(german, "xyzzy plugh").talk().language()).isEqualTo("de");
        assertThat(says(german, "where is the lost property office on board")
                        .talk()
                        .language())
                .isEqualTo("en");
    }

    @Test
    void asksWhatItNeedsAndKeepsIt() {
        var asks = says(begun("en"), "how do I get a refund");
        assertThat(asks.kind()).isEqualTo(Kind.ASKS);
        assertThat(asks.says()).containsExactly("Your booking number?");

        var again = says(asks.talk(), "no idea");
        assertThat(again.says()).containsExactly("That is none.");

        var answer = says(again.talk(), " TS-204518 ");
        assertThat(answer.kind()).isEqualTo(Kind.ANSWER);
        assertThat(answer.says().getFirst()).contains("on TS-204518");
        assertThat(answer.talk().values()).containsEntry("booking", "TS-204518");

        assertThat(says(answer.talk(), "when will the refund reach my account").kind())
                .as("what is known is not asked again")
                .isEqualTo(Kind.ANSWER);
    }

    @Test
    void asksAgainTwiceAtMost() {
        var talk = says(begun("en"), "how do I get a refund").talk();
        talk = says(talk, "no").talk();
        talk = says(talk, "nope").talk();

        var third = says(talk, "never");

        assertThat(third.kind()).isEqualTo(Kind.ANSWER);
        assertThat(third.talk().asked()).isNull();
    }

    @Test
    void leavesItsQuestionWhereSomethingElseIsAsked() {
        var asks = says(begun("en"), "how do I get a refund");

        var other = says(asks.talk(), "are pets allowed on board");

        assertThat(other.topic())
                .isNotNull()
                .extracting(topic -> topic.id().value())
                .isEqualTo("dog");
        assertThat(other.talk().asked()).isNull();
    }

    @Test
    void goesOnWithWhatAServiceSays() {
        var looks = says(begun("en"), "I lost my phone on board");
        assertThat(looks.kind()).isEqualTo(Kind.LOOKS_UP);
        assertThat(looks.says()).isEmpty();

        assertThat(bot.told(looks, Map.of("booking", "a phone")).says())
                .containsExactly("First on a phone, says Tern.");
        assertThat(bot.told(looks, null).says()).containsExactly("I cannot look it up.");
    }

    @Test
    void quotesAPageWhereNoTopicFits() {
        var quote = bot.reply(begun("en"), "do children under four travel free", 0.9);

        assertThat(quote.kind()).isEqualTo(Kind.QUOTE);
        assertThat(quote.says()).containsExactly("Children under four travel free of charge.");
        assertThat(quote.quoted())
                .isNotNull()
                .extracting(passage -> passage.page().name())
                .isEqualTo("Fares");
        assertThat(quote.talk().misses()).isZero();
    }

    @Test
    void isKindAboutNothing() {
        var hello = says(begun("en"), "good morning");

        assertThat(hello.kind()).isEqualTo(Kind.COURTESY);
        assertThat(hello.says().getFirst()).contains("I am Tern");
        assertThat(says(begun("de"), "vielen Dank").says().getFirst()).startsWith("Gern");
    }

    @Test
    void doesNotSayTwiceThatItDidNotUnderstandInTheSameWords() {
        var once = says(begun("en"), "xyzzy plugh");
        assertThat(once.kind()).isEqualTo(Kind.NOT_UNDERSTOOD);
        var twice = says(once.talk(), "xyzzy plugh");

        assertThat(twice.says()).containsExactly("Still not.").isNotEqualTo(once.says());
        assertThat(twice.talk().misses()).isEqualTo(2);
        assertThat(says(twice.talk(), "can I bring my dog").talk().misses()).isZero();
    }

    @ParameterizedTest
    @CsvSource({
        "NUMBER, '12,5', 12.5",
        "NUMBER, about five, ",
        "DATE, 2026-12-24, 2026-12-24",
        "DATE, 24.12.2026, 2026-12-24",
        "DATE, 31.2.2026, ",
        "EMAIL, ana@example.org, ana@example.org",
        "EMAIL, ana at example, ",
        "TEXT, ' hello ', hello"
    })
    void readsWhatIsAskedFor(FollowUp.Kind kind, String given, @Nullable String kept) {
        var asked = new FollowUp("key", LocalText.of("en", "?"), LocalText.NONE, kind, null);

        assertThat(FollowUpReading.of(asked, given).orElse(null)).isEqualTo(kept);
    }

    /** The pattern that makes engines that go back run for ages. */
    @Test
    void patternsThatNeverEndEnd() {
        var asked = new FollowUp("key", LocalText.of("en", "?"), LocalText.NONE, FollowUp.Kind.PATTERN, "(a+)+b");

        assertThat(FollowUpReading.of(asked, "a".repeat(400))).isEmpty();
    }

    @Test
    void whatIsNoPatternIsRefused() {
        assertThatThrownBy(
                        () -> new FollowUp("key", LocalText.of("en", "?"), LocalText.NONE, FollowUp.Kind.PATTERN, "(a"))
                .isInstanceOf(PlanRefusal.class)
                .hasMessageContaining("is no pattern");
        assertThatThrownBy(() -> Sentences.of(Map.of("en", List.of("Hello", "hello"))))
                .isInstanceOf(PlanRefusal.class)
                .hasMessageContaining("twice");
    }
}
