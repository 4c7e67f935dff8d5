package io.kinetarch.core.staffing;

import static io.kinetarch.core.staffing.Coverage.PLACE;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class CoverageTest {
    /** A random case: what posts require, what groups can fill, and how much of people each of them is. */
    @SuppressWarnings("ArrayRecordComponent") // never compared
    private record Case(int[] required, List<BitSet> serves, int[] supply) {
        static Case of(Random random) {
            int posts = 1 + random.nextInt(4);
            int groups = 1 + random.nextInt(5);
            var serves = new ArrayList<BitSet>();
            for (int group = 0; group < groups; group++) {
                var can = new BitSet(posts);
                for (int post = 0; post < posts; post++) {
                    can.set(post, random.nextInt(5) < 2);
                }
                serves.add(can);
            }
            return new Case(
                    random.ints(posts, 0, 4).toArray(),
                    serves,
                    IntStream.range(0, groups)
                            .map(_ -> random.nextInt(4) * (random.nextBoolean() ? PLACE : 740))
                            .toArray());
        }

        Coverage coverage() {
            return new Coverage(
                    Arrays.stream(required).map(places -> places * PLACE).toArray(), serves, supply);
        }

        /**
         * The most that can be filled, in thousandths: for any set of posts no more than the others require and those have who can
         * fill one of the set; and for one set just that (max-flow min-cut, Ford and Fulkerson 1956).
         */
        int most() {
            int most = Integer.MAX_VALUE;
            for (int set = 0; set < 1 << required.length; set++) {
                int bound = 0;
                for (int post = 0; post < required.length; post++) {
                    bound += (set >> post & 1) == 0 ? required[post] * PLACE : 0;
                }
                for (int group = 0; group < supply.length; group++) {
                    bound += (serves.get(group).stream().map(post -> 1 << post).sum() & set) != 0 ? supply[group] : 0;
                }
                most = Math.min(most, bound);
            }
            return most;
        }

        Case learning(int group, int post) {
            var more = new ArrayList<>(serves);
            var can = (BitSet) serves.get(group).clone();
            can.set(post);
            more.set(group, can);
            return new Case(required, more, supply);
        }
    }

    @Test
    void fillsAsMuchAsTheSmallestCutLetsThrough() {
        for (int seed = 0; seed < 3000; seed++) {
            var random = Case.of(new Random(seed));
            var coverage = random.coverage();
            int[] filled = new int[random.required.length];
            for (int group = 0; group < random.supply.length; group++) {
                int used = 0;
                for (int post = 0; post < filled.length; post++) {
                    int counted = coverage.counted(group, post);
                    assertThat(counted == 0 || random.serves.get(group).get(post))
                            .isTrue();
                    filled[post] += counted;
                    used += counted;
                }
                assertThat(used + coverage.free(group)).as("seed %s", seed).isEqualTo(random.supply[group]);
            }
            for (int post = 0; post < filled.length; post++) {
                assertThat(filled[post] + coverage.lacking(post)).isEqualTo(random.required[post] * PLACE);
            }
            assertThat(Arrays.stream(filled).sum()).as("seed %s", seed).isEqualTo(random.most());
        }
    }

    /** The oracle shares everybody out anew, with the one more thing that a group has learnt. */
    @Test
    void whoCanBeSparedAndLearnsWhatIsShortFillsMore() {
        for (int seed = 0; seed < 2000; seed++) {
            var random = Case.of(new Random(seed));
            var coverage = random.coverage();
            var together = coverage.shortTogether();
            for (int group = 0; group < random.supply.length; group++) {
                boolean spared = coverage.spare(group, PLACE) > 0;
                for (int post = 0; post < random.required.length; post++) {
                    if (!random.serves.get(group).get(post)) {
                        assertThat(spared && together.get(post))
                                .as("seed %s: group %s learns post %s", seed, group, post)
                                .isEqualTo(random.learning(group, post).most() > random.most());
                    }
                }
            }
            assertThat(coverage.lacking())
                    .as("seed %s: trying out whom to spare changes nothing", seed)
                    .isEqualTo(Arrays.stream(random.required).sum() * PLACE - random.most());
        }
    }

    /** Somebody can stand in just when the post's places and one thousandth more can all be filled as well as before. */
    @Test
    void aStandInIsWhoeverCouldFillOneMore() {
        for (int seed = 0; seed < 2000; seed++) {
            var random = Case.of(new Random(seed));
            for (int post = 0; post < random.required.length; post++) {
                int[] more = random.required.clone();
                more[post]++;
                boolean can = new Case(more, random.serves, random.supply).most() > random.most();
                assertThat(random.coverage().hasStandIn(post))
                        .as("seed %s, post %s", seed, post)
                        .isEqualTo(can);
            }
        }
    }
}
