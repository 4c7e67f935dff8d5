package io.kinetarch.server.job;

/** A kind of long work on a plan. */
public interface JobKind {
    /** By which its jobs are stored. */
    String name();

    /**
     * Does the work; what was done before it was cancelled stays.
     *
     * @param subject what of the plan it is about; empty for all of it
     */
    void run(String planId, String subject, Progress progress);

    /** Tells how far the work is. */
    @FunctionalInterface
    interface Progress {
        /**
         * So many steps are done.
         *
         * @param said how it stands, in words
         * @throws Cancelled if somebody wants it no more
         */
        void report(int done, int steps, String said);

        /** The same without words. */
        default void report(int done, int steps) {
            report(done, steps, "");
        }
    }

    /** The work is not wanted any more. */
    final class Cancelled extends RuntimeException {
        Cancelled(long id) {
            super("Job " + id + " was cancelled");
        }
    }
}
