package io.kinetarch.bench;

import io.kinetarch.core.plan.AnswerTarget;
import io.kinetarch.core.staffing.ChatQueue;
import io.kinetarch.core.staffing.Performance;
import io.kinetarch.core.staffing.Requirement;
import io.kinetarch.core.staffing.ServiceLimits;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** The staffing model: one evaluation, and the search for the smallest number of operators. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class StaffingBench {
    private static final double HANDLING_SECONDS = 420;
    private static final double[] SLOWDOWN = {1.0, 1.12, 1.3};
    private static final ServiceLimits LIMITS = new ServiceLimits(new AnswerTarget(0.8, 30), null, 0.05, 0.9);

    /** About as many operators as come out of the search. */
    @Param({"10", "100", "1000"})
    public int operators;

    private ChatQueue queue = ChatQueue.arriving(0, HANDLING_SECONDS).build();

    /** Loads the queue so that these operators are nearly all used. */
    @Setup
    public void load() {
        double full = operators * SLOWDOWN.length / SLOWDOWN[SLOWDOWN.length - 1];
        queue = ChatQueue.arriving(0.88 * full / HANDLING_SECONDS, HANDLING_SECONDS)
                .patience(180)
                .slowdown(SLOWDOWN)
                .build();
    }

    @Benchmark
    public Performance evaluate() {
        return queue.evaluate(operators, 30);
    }

    @Benchmark
    public int solve() {
        return Requirement.smallest(queue, LIMITS);
    }
}
