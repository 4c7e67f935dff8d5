package io.kinetarch.core.bot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class MeaningTest {
    private static final Meaning NETWORK = new SentenceEmbeddings();

    private static double likeness(String one, String other) {
        float[] a = NETWORK.of(one);
        float[] b = NETWORK.of(other);
        double product = 0;
        for (int k = 0; k < a.length; k++) {
            product += a[k] * b[k];
        }
        return product;
    }

    @Test
    void whatMeansTheLikeIsNearerThanWhatSharesItsWords() {
        assertThat(likeness("how much is a meal", "what does lunch cost"))
                .isGreaterThan(likeness("how much is a meal", "how much is a car"));
    }

    @Test
    void directionsHaveLengthOneAndAreTheSameAgain() {
        assertThat(likeness("When is the last ferry?", "When is the last ferry?"))
                .isCloseTo(1, within(1e-5));
        assertThat(NETWORK.of("Wann fährt das letzte Schiff?")).isEqualTo(NETWORK.of("Wann fährt das letzte Schiff?"));
    }

    @Test
    void nothingMeansNothingAndOnlyTheBeginningOfAFloodIsRead() {
        assertThat(NETWORK.of("  ")).containsOnly(0).hasSameSizeAs(NETWORK.of("word"));
        assertThat(NETWORK.of("ferry ".repeat(1000))).isEqualTo(NETWORK.of("ferry ".repeat(900)));
        assertThat(NETWORK.of("🚢 <b>??</b> \u0000 מתי")).hasSameSizeAs(NETWORK.of("word"));
    }

    /** Against the same without it, learned anew. */
    @Test
    void aPhraseOrTopicIsTakenOutOfAMeanExactly() {
        var random = new Random(3);
        var phrases = new ArrayList<float[]>();
        int[] topicOf = {0, 0, 0, 1, 1, 2};
        for (int i = 0; i < topicOf.length; i++) {
            phrases.add(direction(random));
        }
        float[] text = direction(random);

        double[] less = new Meanings(phrases, topicOf, 3).nearness(text, Without.phrase(1, 0));

        var others = new ArrayList<>(phrases);
        others.remove(1);
        double[] anew = new Meanings(others, new int[] {0, 0, 1, 1, 2}, 3).nearness(text, Without.NOTHING);
        assertThat(less).containsExactly(anew, within(1e-6));
        assertThat(new Meanings(phrases, topicOf, 3).nearness(text, Without.phrase(5, 2))[2])
                .as("nothing of the topic is left")
                .isZero();
    }

    private static float[] direction(Random random) {
        float[] numbers = new float[8];
        double square = 0;
        for (int k = 0; k < numbers.length; k++) {
            numbers[k] = (float) random.nextGaussian();
            square += numbers[k] * numbers[k];
        }
        for (int k = 0; k < numbers.length; k++) {
            numbers[k] /= (float) Math.sqrt(square);
        }
        return numbers;
    }

    @Test
    void aWordThatNoPhraseHasIsUnderstoodByWhatItMeans() {
        var phrases = List.of(
                new Phrase("dog", "can I take my dog"),
                new Phrase("dog", "are dogs allowed"),
                new Phrase("dog", "my dog is small, is that fine"),
                new Phrase("dog", "where do dogs stay during the crossing"),
                new Phrase("food", "is there something to eat"),
                new Phrase("food", "what does lunch cost"),
                new Phrase("food", "do you serve breakfast"),
                new Phrase("food", "is there a restaurant on board"),
                new Phrase("car", "how long may my car be"),
                new Phrase("car", "does the car cost more"),
                new Phrase("car", "can I stay in the car"),
                new Phrase("car", "is there room for a van"));

        var byMeaning = Understanding.of(Map.of("en", phrases), NETWORK).understand("we have a puppy with us", "en");
        var byWords = Understanding.of(Map.of("en", phrases)).understand("we have a puppy with us", "en");

        assertThat(byMeaning.best()).isEqualTo("dog");
        assertThat(byMeaning.certainty()).isGreaterThan(byWords.certainty());
    }
}
