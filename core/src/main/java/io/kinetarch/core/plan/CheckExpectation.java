package io.kinetarch.core.plan;

import java.time.Duration;
import org.jspecify.annotations.Nullable;

/**
 * Something that must happen in a script, as it is written: an event, an outcome, or one of these that must not come.
 *
 * @param chat null where it is about an operator alone
 * @param not the event or outcome that must not come
 * @param topic what the bot must have taken the chat to be about by then, so that whoever gets it reads so; null for whatever
 * @param by counted from the start of the script, inclusive
 */
public record CheckExpectation(
        @Nullable String chat,
        @Nullable String event,
        @Nullable String outcome,
        @Nullable String not,
        @Nullable String operator,
        @Nullable String queue,
        @Nullable String topic,
        Duration by) {}
