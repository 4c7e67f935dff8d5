package io.kinetarch.core.plan;

import java.util.Collections;
import java.util.EnumSet;
import java.util.Set;

/**
 * Which files may be sent in the chats of a door, by either side.
 *
 * @param kinds at least one
 * @param megabytes of one file at most, 1 to 10
 */
public record FilesTaken(Set<Kind> kinds, int megabytes) {
    private static final int MOST_MEGABYTES = 10;

    public FilesTaken {
        if (kinds.isEmpty()) {
            throw new PlanRefusal("/kinds", "name at least one kind of file, or take none at all");
        }
        kinds = Collections.unmodifiableSet(EnumSet.copyOf(kinds));
        Checks.between("megabytes", megabytes, 1, MOST_MEGABYTES);
    }

    /** What a file is, by its content and not by its name. */
    public enum Kind {
        /** JPEG, PNG, GIF or BMP. */
        PICTURE,
        PDF,
        /** Plain text and tables of it. */
        TEXT,
        /** Letters and tables of office programs. */
        DOCUMENT
    }
}
