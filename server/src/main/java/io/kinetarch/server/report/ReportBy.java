package io.kinetarch.server.report;

/** What a report tells apart. */
public enum ReportBy {
    QUEUE,
    DOOR,
    OPERATOR,
    LANGUAGE,
    TOPIC,
    /** Of a chat with several labels each counts. */
    LABEL,
    HOUR,
    WEEKDAY,
    DAY,
    /** Nothing. */
    ALL;

    /** Whether its lines have an order of their own. */
    boolean isTime() {
        return this == HOUR || this == WEEKDAY || this == DAY;
    }
}
