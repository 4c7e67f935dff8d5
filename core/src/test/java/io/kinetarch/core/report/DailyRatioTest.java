package io.kinetarch.core.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.hipparchus.stat.descriptive.moment.Variance;
import org.hipparchus.stat.inference.TTest;
import org.junit.jupiter.api.Test;

class DailyRatioTest {
    /** "Student", "The probable error of a mean", Biometrika 6, 1908: additional hours of sleep by two drugs. */
    private static final double[] FIRST_DRUG = {0.7, -1.6, -0.2, -1.2, -0.1, 3.4, 3.7, 0.8, 0.0, 2.0};

    private static final double[] SECOND_DRUG = {1.9, 0.8, 1.1, 0.1, -0.1, 4.4, 5.5, 1.6, 4.6, 3.4};

    @Test
    void isWelchsTestWhereEveryDayCountsAlike() {
        var difference = each(FIRST_DRUG).to(each(SECOND_DRUG)).orElseThrow();

        // R 4, t.test(extra ~ group, data = sleep), from memory: t = -1.8608, df = 17.776, p = 0.07939, -3.3654832 to
        // 0.2054832.
        assertThat(difference.difference()).isCloseTo(1.58, within(1e-9));
        assertThat(difference.byChance()).isCloseTo(0.07939, within(5e-6));
        assertThat(difference.lower()).isCloseTo(-0.2054832, within(5e-7));
        assertThat(difference.upper()).isCloseTo(3.3654832, within(5e-7));
        assertThat(difference.isReal()).isFalse();
        // Hipparchus 4.0.3
        assertThat(difference.byChance()).isCloseTo(new TTest().tTest(FIRST_DRUG, SECOND_DRUG), within(1e-9));
    }

    @Test
    void weighsDaysByHowManyTheyHad() {
        var ratio = new DailyRatio();
        ratio.add(8, 10);
        ratio.add(45, 90);

        assertThat(ratio.value()).isEqualTo(0.53);
        assertThat(ratio.of()).isEqualTo(100);
        // By hand: errors 8 - 5.3 and 45 - 47.7, (2 / 1) * (2.7² + 2.7²) / 100².
        assertThat(ratio.variance().orElseThrow()).isCloseTo(0.002916, within(1e-12));
    }

    /** A test that takes chats for independent of each other is sure of differences that are none; this one errs as often as it says. */
    @Test
    void errsAsOftenAsItSaysWhereDaysAreUnlikeEachOther() {
        var random = new Random(7);
        int wrong = 0;
        int tries = 2000;
        for (int i = 0; i < tries; i++) {
            wrong += unlikeDays(random).to(unlikeDays(random)).orElseThrow().isReal() ? 1 : 0;
        }

        assertThat(wrong / (double) tries).isBetween(0.03, 0.075);
    }

    @Test
    void seesADifferenceThatIsThere() {
        var random = new Random(7);
        var before = new DailyRatio();
        var after = new DailyRatio();
        for (int day = 0; day < 14; day++) {
            before.add(60 + random.nextInt(10), 100);
            after.add(75 + random.nextInt(10), 100);
        }

        assertThat(before.to(after).orElseThrow().isReal()).isTrue();
        assertThat(after.to(before).orElseThrow().upper()).isNegative();
    }

    @Test
    void saysNothingOfOneDayOrNone() {
        assertThat(new DailyRatio().value()).isNaN();
        assertThat(each(1).to(each(FIRST_DRUG))).isEmpty();
        assertThat(new DailyRatio().to(each(FIRST_DRUG))).isEmpty();
    }

    @Test
    void isSureWhereNothingVaries() {
        assertThat(each(2, 2).to(each(2, 2)).orElseThrow().isReal()).isFalse();
        assertThat(each(2, 2).to(each(3, 3)).orElseThrow().isReal()).isTrue();
    }

    @Test
    void hasTheVarianceOfAMeanWhereEveryDayCountsAlike() {
        assertThat(each(FIRST_DRUG).variance().orElseThrow())
                .isCloseTo(new Variance().evaluate(FIRST_DRUG) / FIRST_DRUG.length, within(1e-12));
    }

    private static DailyRatio unlikeDays(Random random) {
        var days = new DailyRatio();
        for (int day = 0; day < 14; day++) {
            int chats = 50 + random.nextInt(100);
            double share = Math.clamp(0.8 + 0.08 * random.nextGaussian(), 0, 1);
            int answered = 0;
            for (int chat = 0; chat < chats; chat++) {
                answered += random.nextDouble() < share ? 1 : 0;
            }
            days.add(answered, chats);
        }
        return days;
    }

    private static DailyRatio each(double... days) {
        var ratio = new DailyRatio();
        Arrays.stream(days).forEach(day -> ratio.add(day, 1));
        return ratio;
    }
}
