package io.kinetarch.server.plan;

import io.kinetarch.core.presence.Presences;

/** Knows who is set to be present when. */
@FunctionalInterface
public interface PresenceSource {
    /** What is set for the people of a plan. */
    Presences presences(String planId);
}
