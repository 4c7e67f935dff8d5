package io.kinetarch.core.dispatch;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.FREIGHT;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.routing.ChatNeeds;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class NextOperatorTest {
    private static final Plan PLAN = SamplePlan.plan();
    private static final Instant NINE = Instant.parse("2026-12-01T09:00:00Z");
    private static final int ANA = 0;
    private static final int BEN = 1;
    private static final int CLEO = 2;

    @Test
    void theLongestFreeOfTheEligibleGetsTheChat() {
        var pool = new OperatorPool(PLAN);
        pool.comes(ANA, NINE.plusSeconds(60));
        pool.comes(BEN, NINE);
        pool.comes(CLEO, NINE.plusSeconds(30));

        assertThat(NextOperator.choose(pool, fares("en"))).hasValue(CLEO); // Ben's level is too low
        assertThat(NextOperator.choose(pool, fares("de"))).hasValue(ANA);
    }

    @Test
    void capacityIsCountedInWeightsAndChatsMayBeLimitedToo() {
        var pool = new OperatorPool(PLAN);
        pool.comes(ANA, NINE);
        pool.takes(ANA, 2, 4);
        assertThat(NextOperator.choose(pool, fares("en"))).hasValue(ANA);
        pool.takes(ANA, 1, 1);
        assertThat(NextOperator.choose(pool, fares("en"))).isEmpty();

        var limited =
                new OperatorPool(SamplePlan.edited(PLAN.operators().get(ANA).withMostChats(2)));
        limited.comes(ANA, NINE);
        limited.takes(ANA, 2, 2);
        assertThat(NextOperator.explain(limited, fares("en")).standings().get(ANA))
                .isEqualTo(new Standing.HoldsMostChats(2));
    }

    @Test
    void everyStandingNamesTheFirstObstacle() {
        var pool = new OperatorPool(PLAN);
        pool.comes(ANA, NINE);
        pool.takes(ANA, 3, 6);

        assertThat(NextOperator.explain(pool, fares("en")).standings())
                .containsExactly(
                        new Standing.NoFreeCapacity(6, 6, 2),
                        new Standing.LevelTooLow(FARES, 1, 2),
                        new Standing.NotPresent(),
                        new Standing.LacksSkill(FARES, 2));
        assertThat(NextOperator.explain(pool, fares("ja")).standings().getFirst())
                .isEqualTo(new Standing.LacksLanguage("ja"));
    }

    @Test
    void membersByNameNeedNoSkillAndNobodyElseIsTaken() {
        var byName = new Membership.ByName(List.of(id(BEN)));
        var pool = pool(byName, new OperatorChoice.LongestFree());

        assertThat(NextOperator.explain(pool, fares("en")).standings())
                .containsExactly(
                        new Standing.NotNamed(BOOKING),
                        new Standing.Eligible(),
                        new Standing.NotNamed(BOOKING),
                        new Standing.NotNamed(BOOKING));
        var wanted = new ChatNeeds(BOOKING, List.of(new SkillNeed(FARES, 2)), "en");
        assertThat(NextOperator.explain(pool, wanted).standings().get(BEN))
                .as("what a rule adds is asked of members by name too")
                .isEqualTo(new Standing.LevelTooLow(FARES, 1, 2));
    }

    @Test
    void bySkillOrNameTakesBoth() {
        var pool = pool(new Membership.BySkillOrName(List.of(id(BEN))), new OperatorChoice.LongestFree());

        assertThat(NextOperator.explain(pool, fares("en")).standings())
                .containsExactly(
                        new Standing.Eligible(),
                        new Standing.Eligible(),
                        new Standing.Eligible(),
                        new Standing.LacksSkill(FARES, 2));
    }

    @Test
    void whoAnswersForOtherDepartmentsIsNoMemberBySkill() {
        var other = new Department(new DepartmentId("other"), "Other", SamplePlan.DAYTIME, Texts.NONE, List.of());
        var ana = PLAN.operators().get(ANA).withDepartments(List.of(other.id()));
        var pool = new OperatorPool(SamplePlan.edited(other, ana));

        assertThat(NextOperator.explain(pool, fares("en")).standings().get(ANA))
                .isEqualTo(new Standing.OtherDepartment(SamplePlan.SALES));
    }

    @Test
    void theQueueDecidesHowTheNextOperatorIsChosen() {
        var bySkill = new Membership.BySkill();
        var lightest = pool(bySkill, new OperatorChoice.LightestLoad());
        lightest.takes(ANA, 1, 2);
        assertThat(NextOperator.choose(lightest, fares("en"))).hasValue(CLEO);

        var best = pool(bySkill, new OperatorChoice.BestAtSkill());
        assertThat(NextOperator.choose(best, fares("en"))).hasValue(ANA); // level 4 against 3

        var tiers = pool(bySkill, new OperatorChoice.Tiers(List.of(List.of(id(CLEO)), List.of(id(BEN)))));
        assertThat(NextOperator.choose(tiers, fares("en"))).hasValue(CLEO);
        tiers.takes(CLEO, 1, 5);
        assertThat(NextOperator.choose(tiers, fares("en")))
                .as("who is in no tier comes last, but comes")
                .hasValue(ANA);
    }

    /** The oracle filters the plan's own records and sorts. */
    @Test
    void agreesWithFilteringAndSortingTheRecords() {
        for (int seed = 0; seed < 2000; seed++) {
            var random = new Random(seed);
            var choice = switch (random.nextInt(3)) {
                case 0 -> new OperatorChoice.LongestFree();
                case 1 -> new OperatorChoice.LightestLoad();
                default -> new OperatorChoice.BestAtSkill();
            };
            var plan = SamplePlan.edited(SamplePlan.booking(new Membership.BySkill(), choice, WaitingRoom.OPEN));
            var pool = new OperatorPool(plan);
            var operators = plan.operators();
            boolean[] present = new boolean[operators.size()];
            long[] since = new long[operators.size()];
            int[] used = new int[operators.size()];
            for (int i = 0; i < operators.size(); i++) {
                present[i] = random.nextInt(4) > 0;
                since[i] = NINE.toEpochMilli() + random.nextInt(3);
                used[i] = random.nextInt(7);
                if (present[i]) {
                    pool.comes(i, Instant.ofEpochMilli(since[i]));
                    pool.takes(i, 1, used[i]);
                }
            }
            var queue = plan.queue(BOOKING);
            var extra = random.nextBoolean()
                    ? List.of(new SkillNeed(FREIGHT, 1 + random.nextInt(5)))
                    : List.<SkillNeed>of();
            var needs = new ChatNeeds(BOOKING, extra, random.nextBoolean() ? "en" : "fr");
            Comparator<Integer> order = switch (choice) {
                case OperatorChoice.LightestLoad _ ->
                    Comparator.comparingDouble(
                            i -> (double) used[i] / operators.get(i).capacity());
                case OperatorChoice.BestAtSkill _ ->
                    Comparator.<Integer>comparingInt(i -> Stream.concat(queue.needs().stream(), extra.stream())
                                    .mapToInt(need -> operators.get(i).level(need.skill()))
                                    .sum())
                            .reversed();
                default -> (_, _) -> 0;
            };
            var expected = IntStream.range(0, operators.size())
                    .filter(i -> present[i])
                    .filter(i -> queue.hasMember(operators.get(i)))
                    .filter(i -> operators.get(i).has(extra))
                    .filter(i -> operators.get(i).languageLevel(Objects.requireNonNull(needs.language())) > 0)
                    .filter(i -> operators.get(i).capacity() - used[i] >= queue.weight())
                    .boxed()
                    .min(order.thenComparingLong(i -> since[i]).thenComparing(i -> i));

            assertThat(NextOperator.choose(pool, needs))
                    .as("seed %s", seed)
                    .isEqualTo(expected.map(OptionalInt::of).orElse(OptionalInt.empty()));
        }
    }

    /** Everyone is present: Ana longest, then Ben, then Cleo, then Dara. */
    private static OperatorPool pool(Membership members, OperatorChoice choice) {
        var pool = new OperatorPool(SamplePlan.edited(SamplePlan.booking(members, choice, WaitingRoom.OPEN)));
        for (int i = 0; i < pool.size(); i++) {
            pool.comes(i, NINE.plusSeconds(i));
        }
        return pool;
    }

    private static OperatorId id(int operator) {
        return PLAN.operators().get(operator).id();
    }

    private static ChatNeeds fares(String language) {
        return new ChatNeeds(BOOKING, List.of(), language);
    }
}
