package io.kinetarch.core.plan;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DAYTIME;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.FREIGHT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.util.List;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Taking an element out while others refer to it. */
class RemovalTest {
    private static final OperatorId ANA = new OperatorId("ana");
    private static final OperatorId CLEO = new OperatorId("cleo");

    @Test
    void allUsesAreTold() {
        assertThat(SamplePlan.plan().uses(FREIGHT))
                .extracting(use -> use.by().id().value() + use.pointer() + (use.needed() ? " needed" : ""))
                .containsExactly("cargo/needs/0/skill", "cleo/skills/1/skill", "dara/skills/0/skill");
        assertThat(SamplePlan.plan().uses(CARGO))
                .extracting(use -> use.by().id().value() + use.pointer() + (use.needed() ? " needed" : ""))
                .containsExactly("freight/queue needed", "trucks/queue needed");
    }

    @Test
    void aReplacementTakesThePlaceEverywhere() {
        var plan = removed(SamplePlan.plan(), CARGO, BOOKING);

        assertThat(plan.rules()).extracting(Rule::queue).containsOnly(BOOKING);
        assertThat(plan.has(CARGO)).isFalse();
    }

    @Test
    void aReplacedSkillKeepsTheHigherNeedAndWhoHoldsBothKeepsTheirLevel() {
        var both = Queue.plain(
                BOOKING,
                "Both",
                SamplePlan.SALES,
                List.of(new SkillNeed(FARES, 2), new SkillNeed(FREIGHT, 4)),
                1,
                QueueTarget.of(0.8, 30),
                Workload.of(60, null, List.of(1.0)));
        var plan = removed(SamplePlan.edited(both), FREIGHT, FARES);

        assertThat(plan.queue(BOOKING).needs()).containsExactly(new SkillNeed(FARES, 4));
        assertThat(operator(plan, CLEO).skills()).containsExactly(new HeldSkill(FARES, 3));
        assertThat(operator(plan, new OperatorId("dara")).skills()).containsExactly(new HeldSkill(FARES, 5));
    }

    @Test
    void withoutAReplacementWhatCanBeDroppedIsDropped() {
        var named = SamplePlan.booking(
                new Membership.BySkillOrName(List.of(ANA, CLEO)),
                new OperatorChoice.Tiers(List.of(List.of(ANA))),
                new WaitingRoom(new WaitingRoom.Limit(3, new WaitingRoom.Beyond.ToQueue(CARGO)), true, true));
        var plan = removed(SamplePlan.edited(named), ANA, null);

        assertThat(plan.queue(BOOKING).members()).isEqualTo(new Membership.BySkillOrName(List.of(CLEO)));
        assertThat(plan.queue(BOOKING).choice()).isEqualTo(new OperatorChoice.LongestFree());
        assertThat(removed(SamplePlan.plan(), FREIGHT, null).queue(CARGO).needs())
                .isEmpty();
    }

    @Test
    void whatOthersCannotDoWithoutNeedsAReplacement() {
        refused(CARGO, null, "/rules/0/queue", "no queue \"cargo\"");
        refused(DAYTIME, null, "/departments/0/hours", "no opening hours \"daytime\"");
        refused(CARGO, FREIGHT, "", "cannot stand in");
        refused(CARGO, CARGO, "", "cannot stand in");
        refused(CARGO, new QueueId("gone"), "/rules/0/queue", "no queue \"gone\"");
    }

    @Test
    void anOverflowIntoTheReplacementItselfEndsWithTheBusyText() {
        var overflowing = SamplePlan.booking(
                new Membership.BySkill(),
                new OperatorChoice.LongestFree(),
                new WaitingRoom(new WaitingRoom.Limit(3, new WaitingRoom.Beyond.ToQueue(CARGO)), true, true));
        var limit = removed(SamplePlan.edited(overflowing), CARGO, BOOKING)
                .queue(BOOKING)
                .waiting()
                .limit();

        assertThat(limit).isEqualTo(new WaitingRoom.Limit(3, new WaitingRoom.Beyond.BusyText()));
    }

    /** Whatever is taken out, with a replacement or without: the plan stays whole, and nothing refers to what is gone. */
    @Test
    void nothingDangles() {
        for (int seed = 0; seed < 300; seed++) {
            var random = new Random(seed);
            var plan = tangled(random);
            var all = plan.elements()
                    .filter(element -> !(element instanceof Settings))
                    .toList();
            var gone = all.get(random.nextInt(all.size()));
            var others = all.stream()
                    .filter(other -> other.getClass() == gone.getClass() && !other.equals(gone))
                    .toList();
            var replacement = others.isEmpty() || random.nextBoolean()
                    ? null
                    : others.get(random.nextInt(others.size())).id();
            try {
                var after = removed(plan, gone.id(), replacement);
                assertThat(after.uses(gone.id())).as("seed %s", seed).isEmpty();
                assertThat(after.has(gone.id())).as("seed %s", seed).isFalse();
            } catch (PlanRefusal refusal) {
                assertThat(replacement == null || gone instanceof Rule || gone instanceof FrontDoor)
                        .as("seed %s: %s replaced by %s: %s", seed, gone.id(), replacement, refusal.getMessage())
                        .isTrue();
            }
        }
    }

    private static Plan tangled(Random random) {
        var ids = List.of(ANA, new OperatorId("ben"), CLEO, new OperatorId("dara"));
        var named = ids.subList(0, 1 + random.nextInt(3));
        var booking = SamplePlan.booking(
                random.nextBoolean() ? new Membership.ByName(named) : new Membership.BySkillOrName(named),
                random.nextBoolean()
                        ? new OperatorChoice.Tiers(List.of(named, List.of(ids.getLast())))
                        : new OperatorChoice.BestAtSkill(),
                new WaitingRoom(
                        new WaitingRoom.Limit(random.nextInt(9), new WaitingRoom.Beyond.ToQueue(CARGO)), true, true));
        var extra = new Department(new DepartmentId("extra"), "Extra", DAYTIME, Texts.NONE, List.of());
        var ana = SamplePlan.plan()
                .operators()
                .getFirst()
                .withDepartments(random.nextBoolean() ? List.of(extra.id()) : List.of(extra.id(), SamplePlan.SALES));
        return SamplePlan.edited(extra, booking, ana);
    }

    private static void refused(ElementId id, @Nullable ElementId replacement, String pointer, String message) {
        assertThatExceptionOfType(PlanRefusal.class)
                .isThrownBy(() -> removed(SamplePlan.plan(), id, replacement))
                .withMessageContaining(message)
                .satisfies(refusal -> assertThat(refusal.pointer()).isEqualTo(pointer));
    }

    private static Plan removed(Plan plan, ElementId id, @Nullable ElementId replacement) {
        return plan.edited(plan.removal(id, replacement));
    }

    private static Operator operator(Plan plan, OperatorId id) {
        return (Operator) plan.element(id).orElseThrow();
    }
}
