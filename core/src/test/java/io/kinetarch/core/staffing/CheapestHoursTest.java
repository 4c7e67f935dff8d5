package io.kinetarch.core.staffing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.staffing.CheapestHours.Alike;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class CheapestHoursTest {
    private static ChatQueue queue(double chats) {
        return ChatQueue.arriving(chats / 1800, 300)
                .slowdown(1, 1.15)
                .patience(150)
                .build();
    }

    private static List<Alike> week(Random random, int halfHours) {
        var week = new ArrayList<Alike>();
        for (int i = 0; i < halfHours; i++) {
            double chats = 1 + 30 * random.nextDouble();
            week.add(new Alike(chats, queue(chats), 1));
        }
        return week;
    }

    private static double inTime(List<Alike> week, int[] operators) {
        double answered = 0;
        double chats = 0;
        for (int i = 0; i < week.size(); i++) {
            answered += week.get(i).chats()
                    * week.get(i).queue().evaluate(operators[i], 30).serviceLevel();
            chats += week.get(i).chats();
        }
        return answered / chats;
    }

    /** The oracle tries every number of operators in every half-hour. */
    @Test
    void noOtherWayIsCheaperThanTheBound() {
        for (int seed = 0; seed < 30; seed++) {
            var random = new Random(seed);
            var week = week(random, 3);
            double share = 0.6 + 0.35 * random.nextDouble();
            var found = CheapestHours.of(BOOKING, week, QueueTarget.of(share, 30));

            int fewest = Integer.MAX_VALUE;
            int[] n = new int[3];
            for (n[0] = 0; n[0] < 12; n[0]++) {
                for (n[1] = 0; n[1] < 12; n[1]++) {
                    for (n[2] = 0; n[2] < 12; n[2]++) {
                        if (inTime(week, n) >= share) {
                            fewest = Math.min(fewest, n[0] + n[1] + n[2]);
                        }
                    }
                }
            }

            assertThat(found.bound()).as("seed %s", seed).isLessThanOrEqualTo(fewest / 2.0 + 1e-9);
            assertThat(found.overTheWeek())
                    .as("seed %s", seed)
                    .isBetween(fewest / 2.0, fewest / 2.0 + 0.5)
                    .isLessThanOrEqualTo(found.everyHalfHour());
            assertThat(found.answered()).as("seed %s", seed).isGreaterThanOrEqualTo(share);
        }
    }

    @Test
    void alikeHalfHoursCountAsOftenAsTheyAre() {
        var once = new ArrayList<Alike>();
        for (int i = 0; i < 5; i++) {
            once.add(new Alike(8, queue(8), 1));
        }

        assertThat(CheapestHours.of(BOOKING, List.of(new Alike(8, queue(8), 5)), QueueTarget.of(0.8, 30)))
                .isEqualTo(CheapestHours.of(BOOKING, once, QueueTarget.of(0.8, 30)));
    }

    @Test
    void theFewestWhoAreToBeThereAreThereEverywhere() {
        var quiet = List.of(new Alike(0.1, queue(0.1), 10));
        var two = new QueueTarget(0.8, 30, null, null, null, 2);

        var found = CheapestHours.of(BOOKING, quiet, two);

        assertThat(found.overTheWeek()).isEqualTo(10);
        assertThat(found.bound()).isEqualTo(10);
        assertThat(found.everyHalfHour()).isEqualTo(10);
    }

    @Test
    void nobodyIsNeededForNothing() {
        var nothing = CheapestHours.of(BOOKING, List.of(), QueueTarget.of(0.8, 30));

        assertThat(nothing.overTheWeek()).isZero();
        assertThat(nothing.answered()).isEqualTo(1);
    }
}
