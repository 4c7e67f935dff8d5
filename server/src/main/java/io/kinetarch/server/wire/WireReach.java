package io.kinetarch.server.wire;

/** Whom what this instance sends reaches. */
enum WireReach {
    THIS_INSTANCE,
    /** Each instance sends all the same, so that what one that dies has not sent is heard; the numbers tell what is heard twice. */
    ALL_INSTANCES
}
