package io.kinetarch.core.plan;

import org.jspecify.annotations.Nullable;

/** Where a chat is sent in a script; exactly one is given. */
public record CheckTarget(
        @Nullable String queue,
        @Nullable String operator,
        @Nullable String skill) {}
