package io.kinetarch.core.staffing;

/**
 * The share of a queue's visitors who still wait after a time, from the share answered by then.
 *
 * <p>Who waits leaves by being answered, at the rate at which the share answered grows, or by giving up, at one over the mean
 * patience since patience is exponential: {@code w' = −a' − w/p}, with {@code w(0) = 1 − a(0)}. Solved for {@code w} without
 * the derivative of {@code a}: {@code w(t) = e^{−t/p} − a(t) + (1/p) ∫₀ᵗ e^{−(t−s)/p} a(s) ds}. The integral is taken by steps
 * within which {@code a} is a straight line, which is exact but for the bend of {@code a} within a step.
 */
public final class StillWaiting {
    private StillWaiting() {}

    /**
     * The share at equal steps from 0.
     *
     * @param operators at least 0
     * @param patienceSeconds the same as that of the queue; infinite where visitors wait without end
     * @param stepSeconds above 0; small against patience and waits
     * @param steps at least 1; one share more comes back, that at 0 first
     */
    public static double[] of(ChatQueue queue, int operators, double patienceSeconds, double stepSeconds, int steps) {
        double decay = Math.exp(-stepSeconds / patienceSeconds);
        double[] share = new double[steps + 1];
        double answered = queue.evaluate(operators, 0).serviceLevel();
        share[0] = 1 - answered;
        double patient = 1;
        double given = 0; // the integral over p
        for (int i = 1; i <= steps; i++) {
            double before = answered;
            answered = queue.evaluate(operators, i * stepSeconds).serviceLevel();
            patient *= decay;
            given = given * decay + overStep(before, answered, stepSeconds / patienceSeconds);
            share[i] = Math.clamp(patient - answered + given, 0, 1);
        }
        return share;
    }

    /** {@code ∫₀ʰ e^{−(h−s)/p} a(s) ds / p} for a straight line from one value to another; {@code x = h/p}. */
    private static double overStep(double from, double to, double x) {
        if (x < 1e-6) {
            return x * (from + to) / 2;
        }
        double whole = -Math.expm1(-x);
        double slope = (x - whole) / x;
        return from * (whole - slope) + to * slope;
    }
}
