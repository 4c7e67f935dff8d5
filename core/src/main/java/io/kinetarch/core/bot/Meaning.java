package io.kinetarch.core.bot;

/**
 * What texts mean, as directions: the nearer two are, the more alike is what they mean, whatever words they use.
 *
 * <p>The same text has the same direction, always.
 */
@FunctionalInterface
public interface Meaning {
    /** Of nothing: understanding rests on words alone. */
    Meaning UNKNOWN = _ -> new float[0];

    /** The direction of a text, of length 1; as many numbers for every text. */
    float[] of(String text);
}
