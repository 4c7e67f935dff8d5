package io.kinetarch.core.forecast;

/** A point in time up to which a history is known. */
interface Origin {
    /** What a method makes of so many days after it, step by step. */
    double[] forecast(Method method, int days);
}
