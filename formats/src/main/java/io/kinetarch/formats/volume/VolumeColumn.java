package io.kinetarch.formats.volume;

import java.util.Locale;
import java.util.Set;

/** What a column of a file of volumes may hold. */
public enum VolumeColumn {
    TIME(Set.of("date-time", "datetime", "date time", "start", "starts at", "interval", "interval start", "timestamp")),
    DATE(Set.of("date", "day")),
    TIME_OF_DAY(Set.of("time of day", "hour", "half-hour", "slot")),
    QUEUE(Set.of("queue", "queue name", "queue id")),
    CHATS(Set.of("chats", "offered", "arrivals", "volume", "count")),
    ANSWERED(Set.of("answered", "handled", "accepted")),
    LEFT(Set.of("left", "abandoned", "lost", "gave up")),
    HANDLING(Set.of(
            "handling seconds",
            "handling",
            "handling time",
            "mean handling seconds",
            "aht",
            "aht seconds",
            "duration")),
    WAIT(Set.of("wait seconds", "wait", "mean wait", "mean wait seconds", "waiting time", "asa", "asa seconds")),
    CHATS_AT_ONCE(Set.of("chats at once", "concurrency", "mean chats at once")),
    DOOR(Set.of("door", "front door", "door id")),
    LANGUAGE(Set.of("language", "lang", "locale")),
    TOPIC(Set.of("topic", "subject", "intent", "reason"));

    @SuppressWarnings("ImmutableEnumChecker") // made by Set.of
    private final Set<String> names;

    VolumeColumn(Set<String> names) {
        this.names = names;
    }

    /** Whether a header is one of the column's names, whatever its case. */
    boolean named(String header) {
        return names.contains(header.toLowerCase(Locale.ROOT).replace('_', ' ').strip());
    }

    /** The column as one says it: "time of day". */
    String words() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    /** Headers that are known to stand for it. */
    Set<String> names() {
        return names;
    }
}
