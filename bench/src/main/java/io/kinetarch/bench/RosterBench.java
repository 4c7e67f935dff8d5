package io.kinetarch.bench;

import io.kinetarch.core.roster.CoverInstance;
import io.kinetarch.core.roster.ShiftCover;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Searches of the cheapest shifts that cover a week, each from nothing until it is good enough. */
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.SECONDS)
@Warmup(iterations = 0)
@Measurement(iterations = 1)
@Fork(3)
public class RosterBench {
    private static final double NEAR = 1.005;
    private static final long SEED = 1;

    /** A cover whose optimum is proven. */
    @State(Scope.Benchmark)
    public static class Cover {
        @Param({"20", "20b", "80b", "300", "300b"})
        public String instance = "20";
    }

    /** Until a cover is within half a per cent of the optimum. */
    @Benchmark
    public ShiftCover.Cover cover(Cover of) {
        var instance = CoverInstance.of(of.instance);
        return ShiftCover.search(
                instance.required(), instance.patterns(), SEED, (best, _) -> best > NEAR * instance.optimum());
    }
}
