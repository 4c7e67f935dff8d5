package io.kinetarch.server.job;

/** A kind of long work on a plan. */
public interface JobKind {
    /** By which its jobs are stored. */
    String name();

    /** Does the work; what was done before it was cancelled stays. */
    void run(String planId, Progress progress);

    /** Tells how far the work is. */
    @FunctionalInterface
    interface Progress {
        /**
         * So many steps are done.
         *
         * @throws Cancelled if somebody wants it no more
         */
        void report(int done, int steps);
    }

    /** The work is not wanted any more. */
    final class Cancelled extends RuntimeException {
        Cancelled(long id) {
            super("Job " + id + " was cancelled");
        }
    }
}
