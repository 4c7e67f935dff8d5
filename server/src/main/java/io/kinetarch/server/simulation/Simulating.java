package io.kinetarch.server.simulation;

import io.kinetarch.core.simulation.Simulation;

/** What ends the simulations of a job before their time, in words for whoever waits for it. */
public final class Simulating {
    private Simulating() {}

    /** More chats were open than are followed. */
    public static IllegalStateException brokenOff(Simulation.TooManyOpen many) {
        return new IllegalStateException(
                "It was broken off: " + many.getMessage() + " at " + many.at()
                        + ", too few people for visitors who never give up.",
                many);
    }

    /** The server stops, and leaves the job to others. */
    public static IllegalStateException stopped(InterruptedException stopped) {
        Thread.currentThread().interrupt();
        return new IllegalStateException("The server was stopped meanwhile.", stopped);
    }
}
