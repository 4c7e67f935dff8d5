package io.kinetarch.server.wire;

/** Whom what this instance sends reaches. */
enum WireReach {
    THIS_INSTANCE,
    ALL_INSTANCES
}
