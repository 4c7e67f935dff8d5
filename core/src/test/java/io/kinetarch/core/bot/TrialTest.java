package io.kinetarch.core.bot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.bot.Trial.CountedShare;
import io.kinetarch.core.bot.Tried.Fate;
import io.kinetarch.core.bot.Understood.Candidate;
import io.kinetarch.core.plan.TopicId;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class TrialTest {
    private static final TopicId DOG = new TopicId("dog");
    private static final TopicId CAT = new TopicId("cat");

    private static Tried tried(String text, @Nullable TopicId right, String taken, double certainty) {
        return new Tried(
                text,
                "en",
                right,
                new Understood("en", taken, certainty, List.of(new Candidate(taken, certainty)), 1 - certainty));
    }

    private final Trial trial = new Trial(List.of(
            tried("a", DOG, "dog", 0.9),
            tried("b", DOG, "dog", 0.6),
            tried("c", DOG, "cat", 0.7),
            tried("d", CAT, "cat", 0.8),
            tried("e", null, "cat", 0.3)));

    @Test
    void sharesFollowTheLimit() {
        assertThat(trial.at(0)).isEqualTo(new Trial.Shares(0, 0.6, 0, 0.4));
        var half = trial.at(0.65);
        assertThat(half.answered()).isCloseTo(0.4, within(1e-12));
        assertThat(half.wrong()).isCloseTo(0.2, within(1e-12));
        assertThat(half.passedOn()).isCloseTo(0.4, within(1e-12));
        assertThat(trial.at(1).passedOn()).isEqualTo(1);
    }

    @Test
    void wrongAnswersOnlyGetFewerAsTheLimitRises() {
        assertThat(trial.curve()).isSortedAccordingTo((a, b) -> Double.compare(b.wrong(), a.wrong()));
    }

    @Test
    void theLowestLimitForAShareThatMayBeWrongIsFound() {
        assertThat(trial.lowestLimit(0).orElseThrow().limit()).isEqualTo(0.71);
        assertThat(trial.lowestLimit(0.2).orElseThrow().limit()).isEqualTo(0.31);
        assertThat(trial.lowestLimit(0.5).orElseThrow().limit()).isZero();
    }

    @Test
    void confusionsNameBothTopicsAndTheUtterances() {
        assertThat(trial.confusions()).singleElement().satisfies(confusion -> {
            assertThat(confusion.right()).isEqualTo(DOG);
            assertThat(confusion.taken()).isEqualTo(CAT);
            assertThat(confusion.utterances()).extracting(Tried::text).containsExactly("c");
        });
    }

    @Test
    void flipsAreTold() {
        var after = new Trial(
                List.of(tried("a", DOG, "dog", 0.95), tried("c", DOG, "dog", 0.7), tried("d", CAT, "cat", 0.4)));

        var flips = trial.flips(after, 0.5);

        assertThat(flips).hasSize(2);
        assertThat(flips.getFirst().before().fate(0.5)).isEqualTo(Fate.ANSWERED_WRONGLY);
        assertThat(flips.getFirst().after().fate(0.5)).isEqualTo(Fate.ANSWERED);
        assertThat(flips.getLast().after().fate(0.5)).isEqualTo(Fate.PASSED_ON);
    }

    /** Guo, Pleiss, Sun and Weinberger (2017), equation 3: bins weighed by their counts. */
    @Test
    void theCalibrationErrorIsTheMeanGapOfTheBins() {
        var all = new ArrayList<Tried>();
        for (int i = 0; i < 10; i++) {
            all.add(tried("x" + i, DOG, i < 6 ? "dog" : "cat", 0.82)); // said 0.82, right 0.6
            all.add(tried("y" + i, DOG, i < 3 ? "dog" : "cat", 0.31)); // said 0.31, right 0.3
        }

        assertThat(new Trial(all).calibrationError()).isCloseTo(0.5 * 0.22 + 0.5 * 0.01, within(1e-9));
    }

    /** Newcombe (1998), table I, the score method without continuity correction: 81 of 263 and 15 of 148. */
    @Test
    void intervalsAreWilsons() {
        var most = CountedShare.of(81, 263);
        assertThat(most.least()).isCloseTo(0.2553, within(5e-5));
        assertThat(most.most()).isCloseTo(0.3662, within(5e-5));
        var some = CountedShare.of(15, 148);
        assertThat(some.least()).isCloseTo(0.0624, within(5e-5));
        assertThat(some.most()).isCloseTo(0.1605, within(5e-5));
        assertThat(CountedShare.of(0, 0)).isEqualTo(new CountedShare(0, 0, 1, 0));
    }

    @Test
    void whatIsHandedOverIsNotFinished() {
        assertThat(trial.finished(0.5, topic -> topic.equals(CAT)).share()).isCloseTo(0.4, within(1e-12));
    }
}
