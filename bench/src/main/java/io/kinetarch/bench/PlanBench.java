package io.kinetarch.bench;

import io.kinetarch.core.change.ChangeList;
import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.inspection.Finding;
import io.kinetarch.core.inspection.PlanCheck;
import io.kinetarch.core.people.PeopleTable;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import java.time.LocalDate;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** What the largest plans cost. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class PlanBench {
    private final Plan plan = LargePlan.of(1);
    private final Plan later = LargePlan.edited(plan, 2);

    /** Two plans compared, in words. */
    @Benchmark
    public List<ChangeList.Entry> changeList() {
        return ChangeList.of(PlanDiff.between(plan, later));
    }

    /** One element put into the plan, the whole checked. */
    @Benchmark
    public Plan edit() {
        return plan.edited(List.of(new PlanEdit.Put(later.operators().getFirst())));
    }

    /** A plan that nobody has compiled yet. */
    @State(Scope.Thread)
    public static class Fresh {
        private Plan plan = LargePlan.of(1);

        @Setup(Level.Invocation)
        public void make() {
            plan = LargePlan.of(1);
        }
    }

    @Benchmark
    public CompiledPlan compile(Fresh fresh) {
        return CompiledPlan.of(fresh.plan);
    }

    @Benchmark
    public PeopleTable peopleTable() {
        return PeopleTable.of(plan);
    }

    @Benchmark
    public List<Finding> planCheck() {
        return PlanCheck.of(plan, LocalDate.of(2026, 11, 25));
    }
}
