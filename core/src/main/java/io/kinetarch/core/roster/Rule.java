package io.kinetarch.core.roster;

import java.util.Set;

/** What a roster can break. */
public enum Rule {
    /** Rest between two shifts. */
    REST,
    /** How many days in a row somebody may work. */
    DAYS_IN_A_ROW,
    /** The hours a week somebody must be given. */
    LEAST_HOURS,
    /** The hours a week somebody may be given. */
    MOST_HOURS,
    /** When somebody can work. */
    AVAILABILITY,
    /** Dates on which somebody cannot. */
    ABSENCE,
    /** The kinds of shift there are, and which of them somebody works. */
    KINDS,
    /** That somebody works while a queue is open that they can serve. */
    OPENING,
    /** Shifts that are set by hand. */
    FIXED,
    /** What somebody would like; to break it is allowed. */
    WISH;

    /** Those that one shift by itself keeps or breaks. */
    static final Set<Rule> OF_A_SHIFT = Set.of(AVAILABILITY, ABSENCE, KINDS, OPENING);

    /** Whether it says of somebody what only those may know who plan for them: when they are away or cannot come, what they wish. */
    public boolean isPersonal() {
        return this == ABSENCE || this == AVAILABILITY || this == WISH;
    }

    /** Whether a roster that breaks it needs mending. */
    public boolean binds() {
        return this != WISH;
    }
}
