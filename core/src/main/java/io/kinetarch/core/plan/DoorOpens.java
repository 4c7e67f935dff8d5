package io.kinetarch.core.plan;

/** What a front door asks for, besides its hours, to be open. */
public enum DoorOpens {
    /** Nothing: hours alone decide. */
    BY_HOURS,
    /** Someone is present who serves the plan's catch-all queue. */
    CATCH_ALL_PRESENT,
    /** Someone is present who could take this very visitor's chat. */
    VISITOR_SERVED
}
