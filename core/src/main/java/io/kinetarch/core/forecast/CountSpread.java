package io.kinetarch.core.forecast;

import org.hipparchus.special.Beta;
import org.hipparchus.special.Erf;
import org.hipparchus.special.Gamma;

/**
 * The spread of a count around its mean: negative binomial where few, gamma where many or where it varies less than chance
 * would. Continued between whole numbers, so that a share of a step can be asked for.
 */
final class CountSpread {
    private static final double MANY = 400;
    private static final double LEAST_MEAN = 1e-6;
    /** Beyond this the series of the gamma law take as many terms as its root, and tell no more. */
    private static final double LARGE_SHAPE = 10_000;

    private CountSpread() {}

    /**
     * The chance of at most so many.
     *
     * @param mean at least 0
     * @param variance above 0
     */
    static double atMost(double value, double mean, double variance) {
        double mu = Math.max(LEAST_MEAN, mean);
        if (discrete(mu, variance)) {
            if (value <= -1) {
                return 0;
            }
            // With no more variance than chance gives, Poisson: the limit of many successes.
            double successes = mu * mu / Math.max(variance - mu, 1e-4 * mu);
            return Beta.regularizedBeta(successes / (successes + mu), successes, value + 1);
        }
        double shape = mu * mu / variance;
        if (value <= 0) {
            return 0;
        }
        return shape > LARGE_SHAPE
                ? nearlyNormal(shape, value / mu)
                : Gamma.regularizedGammaP(shape, value * mu / variance);
    }

    /** The cube root of a gamma variable is nearly normal (Wilson and Hilferty 1931): within 1e-4 from shapes of 1,000 on. */
    private static double nearlyNormal(double shape, double overMean) {
        double spread = 1 / (9 * shape);
        return 0.5 * Erf.erfc(-(Math.cbrt(overMean) - (1 - spread)) / Math.sqrt(2 * spread));
    }

    /** The least count whose chance not to be exceeded is at least so much; a whole number where counts are few. */
    static double quantile(double chance, double mean, double variance) {
        double mu = Math.max(LEAST_MEAN, mean);
        boolean discrete = discrete(mu, variance);
        double low = discrete ? -1 : 0;
        double high = mu + 4 * Math.sqrt(variance) + 4;
        while (atMost(high, mu, variance) < chance && high < 1e12) {
            high *= 2;
        }
        double exact = (discrete ? 0.02 : 1e-4) * Math.sqrt(variance);
        while (high - low > exact) {
            double middle = (low + high) / 2;
            if (atMost(middle, mu, variance) < chance) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return discrete ? Math.max(0, Math.ceil(high - 0.02)) : high;
    }

    static boolean discrete(double mean, double variance) {
        return mean < MANY && variance >= Math.max(LEAST_MEAN, mean);
    }
}
