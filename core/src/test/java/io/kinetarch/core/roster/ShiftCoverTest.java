package io.kinetarch.core.roster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalTime;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ShiftCoverTest {
    /** Optima proven by other solvers; see src/test/resources/cover/README.md. */
    @ParameterizedTest
    @ValueSource(strings = {"20", "20b", "80b", "300", "300b"})
    void comesWithinHalfAPercentOfTheProvenOptimum(String name) {
        var instance = CoverInstance.of(name);
        double near = instance.optimum() * 1.005;

        var cover = ShiftCover.search(instance.required(), instance.patterns(), 7, (best, _) -> best > near);

        assertThat((double) cover.paid()).isLessThanOrEqualTo(near);
        assertThat(cover.paid()).isGreaterThanOrEqualTo(instance.optimum());
        assertThat(cover.bound()).isLessThanOrEqualTo(instance.optimum());
        covers(cover, instance.patterns(), instance.required());
    }

    /** On a day of 12 half-hours with six kinds of pattern, against every choice of up to three shifts of each. */
    @Test
    void isAsCheapAsTheBestOfAllCoversThatThereAre() {
        for (int seed = 0; seed < 20; seed++) {
            var chance = new Random(seed);
            int[] required = chance.ints(12, 0, 3).toArray();
            var patterns = List.of(
                    pattern(chance, 0),
                    pattern(chance, 2),
                    pattern(chance, 4),
                    pattern(chance, 6),
                    pattern(chance, 8),
                    pattern(chance, 10));
            int cheapest = cheapest(required, patterns, new int[patterns.size()], 0);

            var cover = ShiftCover.search(required, patterns, seed, (_, _) -> true);

            assertThat(cover.paid()).as("seed %d", seed).isEqualTo(cheapest);
            assertThat(cover.bound()).as("seed %d", seed).isLessThanOrEqualTo(cheapest);
        }
    }

    private static WorkPattern pattern(Random chance, int from) {
        int length = 3 + chance.nextInt(3);
        return new WorkPattern(
                "k",
                from,
                List.of(),
                IntStream.range(0, length).mapToObj(i -> (from + i) % 12).toList(),
                length + chance.nextInt(2));
    }

    private static int cheapest(int[] required, List<WorkPattern> patterns, int[] shifts, int next) {
        if (next == patterns.size()) {
            return enough(required, patterns, shifts)
                    ? IntStream.range(0, shifts.length)
                            .map(j -> shifts[j] * patterns.get(j).paid())
                            .sum()
                    : Integer.MAX_VALUE;
        }
        int cheapest = Integer.MAX_VALUE;
        for (int many = 0; many <= 2; many++) {
            shifts[next] = many;
            cheapest = Math.min(cheapest, cheapest(required, patterns, shifts, next + 1));
        }
        return cheapest;
    }

    private static boolean enough(int[] required, List<WorkPattern> patterns, int[] shifts) {
        int[] there = new int[required.length];
        for (int j = 0; j < shifts.length; j++) {
            int many = shifts[j];
            patterns.get(j).worked().forEach(slot -> there[slot] += many);
        }
        for (int slot = 0; slot < required.length; slot++) {
            if (there[slot] < required[slot]) {
                return false;
            }
        }
        return true;
    }

    private static void covers(ShiftCover.Cover cover, List<WorkPattern> patterns, int[] required) {
        assertThat(enough(
                        required,
                        patterns,
                        cover.shifts().stream().mapToInt(Integer::intValue).toArray()))
                .isTrue();
    }

    @Test
    void theSameSeedGivesTheSameCover() {
        var instance = CoverInstance.of("20b");
        var rounds = new int[2];

        var one = ShiftCover.search(instance.required(), instance.patterns(), 3, (_, _) -> rounds[0]++ < 3);
        var other = ShiftCover.search(instance.required(), instance.patterns(), 3, (_, _) -> rounds[1]++ < 3);

        assertThat(one).isEqualTo(other);
    }

    @Test
    void nothingRequiredCostsNothing() {
        var cover = ShiftCover.search(new int[336], CoverInstance.of("20").patterns(), 1, (_, _) -> true);

        assertThat(cover.paid()).isZero();
        assertThat(cover.bound()).isZero();
    }

    @Test
    void refusesAHalfHourThatNoShiftReaches() {
        int[] required = new int[336];
        required[4] = 2;
        var day = new ShiftKind("day", "Day", 480, LocalTime.of(8, 0), LocalTime.of(10, 0), 30, List.of());

        assertThatThrownBy(() -> ShiftCover.search(required, WorkPattern.of(List.of(day), 336), 1, (_, _) -> true))
                .hasMessageContaining("2 people are required in half-hour 4");
    }

    @Test
    void aPatternIsWorkedButForItsBreaksAndRunsOnIntoMonday() {
        var night = new ShiftKind(
                "night",
                "Night",
                240,
                LocalTime.of(22, 0),
                LocalTime.of(22, 0),
                30,
                List.of(new ShiftKind.Break(30, false, 60, 120)));

        var patterns = WorkPattern.of(List.of(night), 336);

        assertThat(patterns).hasSize(14);
        var sunday = patterns.getLast();
        assertThat(sunday.day()).isEqualTo(6);
        assertThat(sunday.start()).isEqualTo(LocalTime.of(22, 0));
        assertThat(sunday.worked()).containsExactly(332, 333, 334, 0, 1, 2, 3);
        assertThat(sunday.paid()).isEqualTo(7);
    }
}
