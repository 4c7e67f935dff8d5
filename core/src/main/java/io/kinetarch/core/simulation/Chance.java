package io.kinetarch.core.simulation;

/**
 * Random numbers by their place in a stream: SplitMix64 (Steele, Lea and Flood, "Fast splittable pseudorandom number generators",
 * OOPSLA 2014), of which any number can be had without those before it. So every visitor has a stream of their own and every
 * purpose a place in it, whatever became of others: two plans meet the very same visitors.
 */
final class Chance {
    private static final long GAMMA = 0x9E3779B97F4A7C15L;

    private Chance() {}

    /** A number of the stream of a seed; the first is at place 1. */
    static long bits(long seed, long place) {
        long z = seed + place * GAMMA;
        z = (z ^ (z >>> 30)) * 0xBF58476D1CE4E5B9L;
        z = (z ^ (z >>> 27)) * 0x94D049BB133111EBL;
        return z ^ (z >>> 31);
    }

    /** The same as a share, above 0 and below 1. */
    static double share(long seed, long place) {
        return ((bits(seed, place) >>> 11) + 0.5) * 0x1p-53;
    }

    /** The same as a time of mean 1 until something that may come at any moment. */
    static double gap(long seed, long place) {
        return -Math.log(share(seed, place));
    }
}
