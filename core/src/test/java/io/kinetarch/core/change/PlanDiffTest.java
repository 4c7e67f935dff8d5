package io.kinetarch.core.change;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.Texts;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class PlanDiffTest {
    private static final Condition GERMAN = new Condition.LanguageIs(List.of("de"));

    @Test
    void aPlanDoesNotDifferFromItself() {
        assertThat(PlanDiff.between(SamplePlan.plan(), SamplePlan.plan()).isEmpty())
                .isTrue();
    }

    /** Random plans: other names, other orders, elements gone and new. */
    @Test
    void itsEditsTurnTheOnePlanIntoTheOther() {
        for (int seed = 0; seed < 500; seed++) {
            var random = new Random(seed);
            Plan from = random(random);
            Plan to = random(random);
            var diff = PlanDiff.between(from, to);

            assertThat(from.edited(diff.edits())).as("seed %s", seed).isEqualTo(to);
            assertThat(diff.isEmpty()).as("seed %s", seed).isEqualTo(from.equals(to));
        }
    }

    @Test
    void theFewestElementsThatExplainAnOrderHaveMoved() {
        var before = withRules(1, 2, 3, 4, 5);

        assertThat(moved(before, withRules(1, 4, 2, 3, 5))).containsExactly("r4");
        assertThat(moved(before, withRules(5, 1, 2, 3, 4))).containsExactly("r5");
        assertThat(moved(before, withRules(2, 1, 3, 5, 4))).hasSize(2);
        assertThat(moved(before, withRules(1, 2, 4, 5)))
                .as("a gap moves nobody")
                .isEmpty();
    }

    /** The oracle tries every subset of the elements that may have stayed. */
    @Test
    void noSmallerSetOfMovesExplainsAnOrder() {
        for (int seed = 0; seed < 60; seed++) {
            var order = new ArrayList<>(IntStream.rangeClosed(1, 7).boxed().toList());
            Collections.shuffle(order, new Random(seed));
            int longestKept = 0;
            for (int subset = 0; subset < 1 << order.size(); subset++) {
                longestKept = Math.max(longestKept, increasing(order, subset));
            }
            var after = withRules(order.stream().mapToInt(Integer::intValue).toArray());

            assertThat(moved(withRules(1, 2, 3, 4, 5, 6, 7), after))
                    .as("seed %s, order %s", seed, order)
                    .hasSize(order.size() - longestKept);
        }
    }

    @Test
    void aPlacedElementWhoseNeighbourIsGoneComesLast() {
        var plan = withRules(1, 2, 3);
        var place = new PlanEdit.Place(plan.skill(FARES), Optional.of(new SkillId("gone")));

        assertThat(plan.edited(List.of(place)).skills().getLast().id()).isEqualTo(FARES);
    }

    private static int increasing(List<Integer> order, int subset) {
        int last = 0;
        int size = 0;
        for (int i = 0; i < order.size(); i++) {
            if ((subset & 1 << i) != 0) {
                if (order.get(i) < last) {
                    return 0;
                }
                last = order.get(i);
                size++;
            }
        }
        return size;
    }

    private static List<String> moved(Plan from, Plan to) {
        return PlanDiff.between(from, to).changes().stream()
                .filter(PlanDiff.ElementChange::moved)
                .map(change -> change.id().value())
                .toList();
    }

    private static Plan withRules(int... numbers) {
        var rules = new ArrayList<Rule>();
        IntStream.of(numbers).forEach(number -> rules.add(rule("r" + number, BOOKING, GERMAN)));
        rules.add(rule("rest", BOOKING));
        return SamplePlan.withRules(rules.toArray(new Rule[0]));
    }

    private static Plan random(Random random) {
        var rules = new ArrayList<Rule>();
        for (int i = 0; i < 6; i++) {
            if (random.nextInt(3) > 0) {
                rules.add(rule("r" + i, random.nextBoolean() ? BOOKING : CARGO, GERMAN));
            }
        }
        Collections.shuffle(rules, random);
        rules.add(rule("rest", random.nextBoolean() ? BOOKING : CARGO));
        var plan = SamplePlan.withRules(rules.toArray(new Rule[0]));
        var people = new ArrayList<>(plan.operators());
        Collections.shuffle(people, random);
        people.removeIf(_ -> random.nextInt(4) == 0);
        return new Plan(
                Settings.of("Plan " + random.nextInt(2), SamplePlan.DUBLIN, Texts.NONE),
                plan.skills(),
                plan.hours(),
                plan.departments(),
                plan.queues(),
                people.stream()
                        .map(operator -> random.nextBoolean()
                                ? operator
                                : operator.withSkills(List.of(new HeldSkill(FARES, 1 + random.nextInt(5)))))
                        .toList(),
                plan.doors(),
                plan.rules());
    }
}
