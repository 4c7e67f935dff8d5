package io.kinetarch.core.forecast;

import java.util.Arrays;
import java.util.concurrent.CancellationException;
import java.util.function.ToDoubleFunction;
import org.hipparchus.exception.MathIllegalStateException;
import org.hipparchus.optim.InitialGuess;
import org.hipparchus.optim.MaxEval;
import org.hipparchus.optim.nonlinear.scalar.GoalType;
import org.hipparchus.optim.nonlinear.scalar.ObjectiveFunction;
import org.hipparchus.optim.nonlinear.scalar.noderiv.NelderMeadSimplex;
import org.hipparchus.optim.nonlinear.scalar.noderiv.SimplexOptimizer;

/**
 * Nelder and Mead's search (1965) for the least value of a function, ended after so many trials at the latest, or where its thread
 * is interrupted.
 */
final class Simplex {
    private static final double RELATIVE = 1e-10;
    private static final double ABSOLUTE = 1e-12;

    private final ToDoubleFunction<double[]> function;
    private final int mostTrials;

    Simplex(ToDoubleFunction<double[]> function, int mostTrials) {
        this.function = function;
        this.mostTrials = mostTrials;
    }

    /** The least value that was met, and where. */
    @SuppressWarnings("ArrayRecordComponent") // handed over once, never compared
    record Found(double[] point, double value) {}

    Found from(double[] start, double scale) {
        var scales = new double[start.length];
        Arrays.fill(scales, scale);
        return from(start, scales);
    }

    Found from(double[] start, double[] scales) {
        var best = new Best(function);
        try {
            new SimplexOptimizer(RELATIVE, ABSOLUTE)
                    .optimize(
                            new MaxEval(mostTrials),
                            new ObjectiveFunction(best::value),
                            GoalType.MINIMIZE,
                            new InitialGuess(start),
                            new NelderMeadSimplex(scales));
        } catch (MathIllegalStateException e) {
            // The trials are used up: the best of them is what was wanted.
            return best.found();
        }
        return best.found();
    }

    private static final class Best {
        private final ToDoubleFunction<double[]> function;
        private double least = Double.POSITIVE_INFINITY;
        private double[] at = new double[0];

        Best(ToDoubleFunction<double[]> function) {
            this.function = function;
        }

        double value(double[] point) {
            if (Thread.interrupted()) {
                throw new CancellationException("nobody waits for this any more");
            }
            double value = function.applyAsDouble(point);
            if (value < least) {
                least = value;
                at = point.clone();
            }
            return value;
        }

        Found found() {
            return new Found(at, least);
        }
    }
}
