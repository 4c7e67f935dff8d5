package io.kinetarch.core.volume;

import io.kinetarch.core.csv.FileRefusal;
import io.kinetarch.core.csv.UnusableLine;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.csv.CSVRecord;

/** Which column of a file holds what, found by the names in its header. */
final class VolumeColumns {
    private final Map<Column, Integer> position = new EnumMap<>(Column.class);
    private final List<String> unused = new ArrayList<>();

    private VolumeColumns() {}

    enum Column {
        TIME(true, Set.of("date-time", "datetime", "date time", "time", "start", "starts at", "interval", "timestamp")),
        QUEUE(true, Set.of("queue", "queue name", "queue id")),
        CHATS(true, Set.of("chats", "offered", "arrivals", "volume", "count")),
        HANDLING(
                false,
                Set.of("handling seconds", "handling", "handling time", "mean handling seconds", "aht", "aht seconds")),
        DOOR(false, Set.of("door", "front door", "door id")),
        LANGUAGE(false, Set.of("language", "lang", "locale")),
        TOPIC(false, Set.of("topic", "subject", "intent", "reason"));

        private final boolean required;

        @SuppressWarnings("ImmutableEnumChecker") // made by Set.of
        private final Set<String> names;

        Column(boolean required, Set<String> names) {
            this.required = required;
            this.names = names;
        }
    }

    static VolumeColumns of(CSVRecord header) {
        var columns = new VolumeColumns();
        for (int i = 0; i < header.size(); i++) {
            columns.take(header.get(i), i);
        }
        for (Column column : Column.values()) {
            if (column.required && !columns.position.containsKey(column)) {
                throw new FileRefusal(
                        1,
                        "the header \"" + String.join(" | ", header.toList()) + "\" has no column for "
                                + column.name().toLowerCase(Locale.ROOT) + "; name one "
                                + String.join(
                                        ", ", column.names.stream().sorted().toList()));
            }
        }
        return columns;
    }

    private void take(String name, int index) {
        String plain = name.toLowerCase(Locale.ROOT).replace('_', ' ').strip();
        for (Column column : Column.values()) {
            if (column.names.contains(plain) && position.putIfAbsent(column, index) == null) {
                return;
            }
        }
        if (!plain.isEmpty()) {
            unused.add(name);
        }
    }

    Optional<String> value(CSVRecord line, Column column) {
        Integer index = position.get(column);
        return index == null || index >= line.size() || line.get(index).isBlank()
                ? Optional.empty()
                : Optional.of(line.get(index).strip());
    }

    String required(CSVRecord line, Column column) throws UnusableLine {
        return value(line, column)
                .orElseThrow(() -> new UnusableLine(column.name().toLowerCase(Locale.ROOT) + " is missing"));
    }

    Optional<String> unused() {
        return unused.isEmpty()
                ? Optional.empty()
                : Optional.of("Columns left aside: " + String.join(", ", unused) + ".");
    }
}
