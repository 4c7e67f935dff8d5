package io.kinetarch.core.plan;

import static io.kinetarch.core.plan.Placeholder.OPENS;
import static io.kinetarch.core.plan.Placeholder.OPERATOR;
import static io.kinetarch.core.plan.Placeholder.POSITION;
import static io.kinetarch.core.plan.Placeholder.REPLY;
import static io.kinetarch.core.plan.Placeholder.VISITOR;
import static io.kinetarch.core.plan.Placeholder.WAIT;

import java.util.Set;

/** What a visitor reads where. */
public enum TextKind {
    /** On the button that opens the door. */
    LABEL,
    /** While the door is open, before a chat. */
    OPEN,
    GREETING,
    /** For visitors who have been here before. */
    RETURNING,
    /** What a visitor agrees to with a tick. */
    CONSENT,
    WAITING,
    BUSY,
    CLOSED,
    NO_REPLY,
    /** Above the form to leave a message with. */
    MESSAGE,
    /** Once a message was left. */
    THANKS,
    ENDED,
    /** Asks for a rating. */
    RATING;

    /** What is known where the text is shown, and may be left open in it. */
    public Set<Placeholder> placeholders() {
        return switch (this) {
            case LABEL, OPEN, CONSENT -> Set.of();
            case GREETING, RETURNING, BUSY -> Set.of(VISITOR);
            case WAITING -> Set.of(VISITOR, POSITION, WAIT);
            case CLOSED, MESSAGE -> Set.of(VISITOR, OPENS, REPLY);
            case NO_REPLY, ENDED, RATING -> Set.of(VISITOR, OPERATOR);
            case THANKS -> Set.of(VISITOR, REPLY);
        };
    }
}
