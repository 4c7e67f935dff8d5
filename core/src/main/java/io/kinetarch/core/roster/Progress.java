package io.kinetarch.core.roster;

/** Follows a search that gets better as it goes on, and says when it is good enough. */
@FunctionalInterface
public interface Progress {
    /**
     * Tells what has been found.
     *
     * @param best cost of the best so far
     * @param bound what no other can cost less than
     * @return whether to go on
     */
    boolean goesOn(double best, double bound);
}
