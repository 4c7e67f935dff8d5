package io.kinetarch.core.dispatch;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.FREIGHT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.routing.ChatNeeds;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class CompiledPlanTest {
    private static final List<String> LANGUAGES = List.of("en", "de", "fr", "ja");

    @Test
    void aPlanIsCompiledOnce() {
        var plan = SamplePlan.plan();

        assertThat(CompiledPlan.of(plan)).isSameAs(CompiledPlan.of(plan));
        assertThat(CompiledPlan.of(SamplePlan.plan()))
                .as("another plan, if an equal one")
                .isNotSameAs(CompiledPlan.of(plan));
    }

    /** The oracle asks the plan's own records, one condition after the other. */
    @Test
    void whoCouldTakeAChatIsWhoMeetsEveryCondition() {
        for (int seed = 0; seed < 1500; seed++) {
            var random = new Random(seed);
            var plan = random(random);
            var compiled = CompiledPlan.of(plan);
            var queue = plan.queue(random.nextBoolean() ? BOOKING : CARGO);
            var extra = random.nextBoolean()
                    ? List.<SkillNeed>of()
                    : List.of(new SkillNeed(random.nextBoolean() ? FARES : FREIGHT, 1 + random.nextInt(5)));
            String language = random.nextInt(4) == 0 ? null : LANGUAGES.get(random.nextInt(4));
            var needs = new ChatNeeds(queue.id(), extra, language);

            int[] expected = IntStream.range(0, plan.operators().size())
                    .filter(i -> {
                        Operator one = plan.operators().get(i);
                        return queue.hasMember(one)
                                && one.has(extra)
                                && (language == null || one.languageLevel(language) >= queue.leastLanguageLevel())
                                && one.capacity() >= queue.weight();
                    })
                    .toArray();

            assertThat(compiled.able(needs).stream().toArray())
                    .as("seed %s", seed)
                    .isEqualTo(expected);
            var wanted = compiled.wanted(needs);
            for (int i = 0; i < plan.operators().size(); i++) {
                boolean able = compiled.able(needs).get(i);
                assertThat(compiled.obstacle(i, wanted).isEmpty()).isEqualTo(able);
                assertThat(compiled.standing(i, wanted, true, 0, 0).isEligible())
                        .isEqualTo(able);
                assertThat(compiled.standing(i, wanted, false, 0, 0).isEligible())
                        .isFalse();
            }
        }
    }

    private static Plan random(Random random) {
        var edits = new ArrayList<PlanEdit>();
        for (Operator operator : SamplePlan.plan().operators()) {
            var skills = new ArrayList<HeldSkill>();
            if (random.nextBoolean()) {
                skills.add(new HeldSkill(FARES, 1 + random.nextInt(5)));
            }
            if (random.nextBoolean()) {
                skills.add(new HeldSkill(FREIGHT, 1 + random.nextInt(5)));
            }
            edits.add(new PlanEdit.Put(operator.withSkills(skills).withCapacity(1 + random.nextInt(6))));
        }
        return SamplePlan.plan().edited(edits);
    }

    @Test
    void aPersonWhoseWholeCapacityIsLessThanAChatSaysSo() {
        var plan = SamplePlan.edited(SamplePlan.plan().operators().getFirst().withCapacity(1));
        var compiled = CompiledPlan.of(plan);

        assertThat(compiled.obstacle(0, compiled.wanted(ChatNeeds.of(BOOKING))))
                .contains(new Standing.ChatTooHeavy(1, 2));
        assertThatIllegalArgumentException()
                .isThrownBy(() -> compiled.members(new QueueId("nowhere")))
                .withMessage("the plan has no queue \"nowhere\"");
    }
}
