package io.kinetarch.core.bot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.bot.Understood.Candidate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class UnderstandingTest {
    private static final Understanding FERRY = Ferry.understanding();

    @ParameterizedTest
    @CsvSource({
        "en, can I get a refund for my ticket, refund",
        "en, is my dog allowed in the car, dog",
        "en, I have lost my blue bag, lost",
        "en, when is the next boat, timetable",
        "de, wie kriege ich mein Geld wieder zurück, refund",
        "de, dürfen Hunde mit an Bord, dog",
        "de, wann geht die letzte Fähre, timetable"
    })
    void whatIsAskedInOtherWordsIsUnderstood(String language, String text, String topic) {
        assertThat(FERRY.understand(text, language).candidates().getFirst().topic())
                .isEqualTo(topic);
    }

    @ParameterizedTest
    @CsvSource({
        "en, can I bring my dgo, can I bring my dog",
        "en, how do I get a refnud, how do I get a refund",
        "de, WO IST DAS FUNDBÜRO, wo ist das Fundbüro",
        "de, wo ist das fundbuero, wo ist das Fundbüro",
        "de, wann faehrt die naechste faehre, wann fährt die nächste Fähre",
        "de, ich habe meine schluessel vergessen, ich habe meine Schlüssel vergessen"
    })
    void slipsCaseAndWaysOfWritingDoNotMatter(String language, String slipped, String meant) {
        var said = FERRY.understand(slipped, language);

        assertThat(said.best())
                .isNotNull()
                .isEqualTo(FERRY.understand(meant, language).best());
    }

    @ParameterizedTest
    @ValueSource(strings = {"who won the match in Rome", "translate Greek quickly", "printer broken again"})
    void whatIsAboutNothingIsLessCertainThanWhatIs(String stranger) {
        double certainty = FERRY.understand(stranger, "en").certainty();

        assertThat(certainty)
                .isLessThan(FERRY.understand("where does my dog stay", "en").certainty());
    }

    @Test
    void whatSharesNothingWithAnyPhraseFitsNone() {
        var nothing = FERRY.understand("xyzzy qwrtz", "en");

        assertThat(nothing.best()).isNull();
        assertThat(nothing.none()).isGreaterThan(nothing.certainty());
    }

    @Test
    void certaintiesAndThatOfNoneAreProbabilities() {
        var phrases = Map.of("en", Ferry.phrases(Ferry.ENGLISH));
        var understood = Understanding.of(phrases).understand("when does the dog ferry leave", "en");

        double sum = understood.candidates().stream()
                .mapToDouble(Candidate::certainty)
                .sum();
        assertThat(sum + understood.none()).isCloseTo(1, within(1e-9)); // four topics are all among the candidates
    }

    @Test
    void languagesAreFoundOutAmongThoseThatWereLearned() {
        assertThat(FERRY.language("darf ich meinen kleinen Hund mitnehmen")).isEqualTo("de");
        assertThat(FERRY.language("could I take my little dog with me")).isEqualTo("en");
        // Of one word that two languages have, the phrases tell.
        assertThat(FERRY.language("refund")).isEqualTo("en");
        assertThat(FERRY.language("Hund")).isEqualTo("de");
    }

    @Test
    void aRegionIsUnderstoodAsItsLanguage() {
        assertThat(FERRY.understand("wo bleibt der Hund", "de-AT").best()).isEqualTo("dog");
    }

    @Test
    void aLanguageThatWasNotLearnedIsUnderstoodInNothing() {
        var understood = FERRY.understand("où est le chien", "fr");

        assertThat(understood.best()).isNull();
        assertThat(understood.candidates()).isEmpty();
        assertThat(understood.none()).isEqualTo(1);
    }

    @Test
    void theOrderOfPhrasesDoesNotMatter() {
        var phrases = new ArrayList<>(Ferry.phrases(Ferry.ENGLISH));
        var first = Understanding.of(Map.of("en", phrases)).understand("a refund for the dog", "en");
        Collections.shuffle(phrases, new Random(4));
        var second = Understanding.of(Map.of("en", phrases)).understand("a refund for the dog", "en");

        assertThat(second).isEqualTo(first);
    }

    @Test
    void hardTextsAreTakenAsTheyCome() {
        for (String text : List.of(
                "",
                " ",
                "🐕🐕🐕",
                "<script>alert('dog')</script>",
                "где собака",
                "犬はどこですか",
                "\u0000\u200b",
                "dog ".repeat(2_000))) {
            var understood = FERRY.understand(text, "en");
            assertThat(understood.certainty()).isBetween(0.0, 1.0);
        }
        assertThat(FERRY.understand("<b>can I bring my dog</b>", "en").best()).isEqualTo("dog");
    }

    /** What tags may name without end is not kept without end. */
    @Test
    void languagesThatNobodyKnowsAreUnderstoodByTheirLetters() {
        var phrases = Ferry.phrases(Ferry.ENGLISH);
        var odd = Understanding.of(Map.of("tlh", phrases, "abcdefgh", phrases));

        assertThat(odd.understand("can I bring my dog", "tlh").best()).isEqualTo("dog");
        assertThat(odd.language("can I bring my dog")).isIn("tlh", "abcdefgh");
    }

    @Test
    void withOneTopicNobodyCanTell() {
        var alone = Understanding.of(Map.of("en", List.of(new Phrase("dog", "can I bring my dog"))));

        assertThat(alone.understand("can I bring my dog", "en").best()).isNull();
    }

    @Test
    void aPhraseIsLookedAtAsIfItHadNotBeenLearned() {
        var phrase = new Phrase("dog", "can I bring my dog");
        var without = new ArrayList<>(Ferry.phrases(Ferry.ENGLISH));
        without.remove(phrase);

        double unlearned = FERRY.unlearned(phrase, "en").orElseThrow().certainty();
        double really = Understanding.of(Map.of("en", without))
                .understand(phrase.text(), "en")
                .certainty();
        double learned = FERRY.understand(phrase.text(), "en").certainty();

        // The weights of words and of the evidence hardly change with one phrase of two dozen.
        assertThat(unlearned).isCloseTo(really, within(0.1)).isLessThan(learned);
    }

    @Test
    void whatIsToBlameIsTheNearestPhrase() {
        assertThat(FERRY.nearest("is the kennel for cats", "en", "dog")).contains("is there a kennel for dogs");
        assertThat(FERRY.nearest("xyzzy", "en", "dog")).isEmpty();
    }
}
