package io.kinetarch.core.bot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.bot.Vocabulary.Vector;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Against the sums of Rennie et al. (2003), table 4, written out; and taking out against never having learned. */
class OddsTest {
    private static final int PLACES = 12;
    private static final int TOPICS = 4;
    private static final double SMOOTHING = 0.1;

    private final Random random = new Random(11);
    private final List<Vector> phrases =
            IntStream.range(0, 20).mapToObj(_ -> vector()).toList();
    private final int[] topicOf = IntStream.range(0, 20).map(i -> i % TOPICS).toArray();
    private final Odds odds = new Odds(phrases, topicOf, TOPICS, PLACES);

    private Vector vector() {
        int[] places = IntStream.rangeClosed(1, PLACES)
                .filter(_ -> random.nextInt(3) == 0)
                .toArray();
        return new Vector(
                places,
                IntStream.range(0, places.length)
                        .mapToDouble(_ -> 0.1 + random.nextDouble())
                        .toArray(),
                0);
    }

    @Test
    void areThoseOfTheSumsWrittenOut() {
        var text = vector();

        assertThat(odds.of(text)).containsExactly(written(text, phrases, topicOf), within(1e-9));
    }

    @Test
    void aPhraseTakenOutWasNeverLearned() {
        for (int i = 0; i < phrases.size(); i++) {
            var others = new ArrayList<>(phrases);
            others.remove(i);
            int left = i;
            int[] topics = IntStream.range(0, topicOf.length)
                    .filter(k -> k != left)
                    .map(k -> topicOf[k])
                    .toArray();

            assertThat(odds.of(phrases.get(i), Without.phrase(i, topicOf[i])))
                    .containsExactly(written(phrases.get(i), others, topics), within(1e-9));
        }
    }

    @Test
    void aTopicTakenOutWasNeverLearned() {
        var text = phrases.getFirst();
        int gone = topicOf[0];
        int[] kept = IntStream.range(0, topicOf.length)
                .filter(k -> topicOf[k] != gone)
                .toArray();
        double[] without = written(
                text,
                IntStream.of(kept).mapToObj(phrases::get).toList(),
                IntStream.of(kept).map(k -> topicOf[k]).toArray());
        double[] taken = odds.of(text, Without.topic(gone));

        for (int t = 0; t < TOPICS; t++) {
            if (t != gone) {
                assertThat(taken[t]).isCloseTo(without[t], within(1e-9));
            }
        }
    }

    private static double[] written(Vector text, List<Vector> phrases, int[] topicOf) {
        double[][] sums = new double[TOPICS][PLACES + 1];
        for (int i = 0; i < phrases.size(); i++) {
            for (int k = 0; k < phrases.get(i).places().length; k++) {
                sums[topicOf[i]][phrases.get(i).places()[k]] += phrases.get(i).values()[k];
            }
        }
        double[] odds = new double[TOPICS];
        for (int t = 0; t < TOPICS; t++) {
            double own = 0;
            double others = 0;
            for (int u = 0; u < TOPICS; u++) {
                for (double sum : sums[u]) {
                    own += u == t ? sum : 0;
                    others += u == t ? 0 : sum;
                }
            }
            for (int k = 0; k < text.places().length; k++) {
                int place = text.places()[k];
                double mine = sums[t][place];
                double theirs = -mine;
                for (double[] sum : sums) {
                    theirs += sum[place];
                }
                double spread = SMOOTHING * (PLACES + 1);
                odds[t] += text.values()[k]
                        * (Math.log((mine + SMOOTHING) / (own + spread))
                                - Math.log((theirs + SMOOTHING) / (others + spread)));
            }
        }
        return odds;
    }
}
