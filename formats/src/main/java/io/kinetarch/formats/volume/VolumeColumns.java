package io.kinetarch.formats.volume;

import io.kinetarch.formats.table.Headings;
import io.kinetarch.formats.table.UnusableLine;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.csv.CSVRecord;

/** Which column of a file holds what. */
final class VolumeColumns {
    private static final Set<String> TIME_ALONE = Set.of("time", "zeit");

    /** Headings said of one that is missing; all of them would hide what is wanted. */
    private static final int MOST_SAID = 4;

    private final List<String> header;
    private final Map<VolumeColumn, Integer> position;

    /**
     * Columns by their place in the header, from 0.
     *
     * @param position at most one place a column
     */
    VolumeColumns(CSVRecord header, Map<VolumeColumn, Integer> position) {
        this.header = header.toList();
        this.position = new EnumMap<>(VolumeColumn.class);
        this.position.putAll(position);
    }

    /** Finds the columns by the names in a header. */
    static VolumeColumns guessed(CSVRecord header) {
        var position = new EnumMap<VolumeColumn, Integer>(VolumeColumn.class);
        for (int i = 0; i < header.size(); i++) {
            for (VolumeColumn column : VolumeColumn.values()) {
                if (column.named(header.get(i)) && !position.containsValue(i)) {
                    position.putIfAbsent(column, i);
                }
            }
        }
        timeAlone(header, position);
        return new VolumeColumns(header, position);
    }

    /** "Time" is the time of day where there is a date beside it, and else both. */
    private static void timeAlone(CSVRecord header, Map<VolumeColumn, Integer> position) {
        for (int i = 0; i < header.size(); i++) {
            if (TIME_ALONE.contains(Headings.plain(header.get(i))) && !position.containsValue(i)) {
                position.putIfAbsent(
                        position.containsKey(VolumeColumn.DATE) ? VolumeColumn.TIME_OF_DAY : VolumeColumn.TIME, i);
            }
        }
    }

    Map<VolumeColumn, Integer> positions() {
        return Map.copyOf(position);
    }

    /** What is missing to read the file, in words; empty where nothing is. */
    List<String> missing() {
        var missing = new ArrayList<String>();
        if (!has(VolumeColumn.TIME) && !has(VolumeColumn.DATE)) {
            missing.add("time: one of date-time, start, time, or date and time of day");
        }
        if (!has(VolumeColumn.QUEUE) && !has(VolumeColumn.DOOR)) {
            missing.add("queue or door: one of " + named(VolumeColumn.QUEUE) + ", " + named(VolumeColumn.DOOR));
        }
        if (!has(VolumeColumn.CHATS) && !(has(VolumeColumn.ANSWERED) && has(VolumeColumn.LEFT))) {
            missing.add("chats: one of " + named(VolumeColumn.CHATS) + ", or answered and left");
        }
        return missing;
    }

    private static String named(VolumeColumn column) {
        return String.join(
                ", ",
                column.names().subList(0, Math.min(MOST_SAID, column.names().size())));
    }

    boolean has(VolumeColumn column) {
        return position.containsKey(column);
    }

    Optional<String> value(CSVRecord line, VolumeColumn column) {
        Integer index = position.get(column);
        return index == null || index >= line.size() || line.get(index).isBlank()
                ? Optional.empty()
                : Optional.of(line.get(index).strip());
    }

    String required(CSVRecord line, VolumeColumn column) throws UnusableLine {
        return value(line, column).orElseThrow(() -> new UnusableLine(column.words() + " is missing"));
    }

    /**
     * Date and time of a line, in one column or in two; a date in ISO form may bring a midnight of its own. Where a file has
     * no times, its dates.
     */
    Optional<String> time(CSVRecord line) {
        if (has(VolumeColumn.TIME)) {
            return value(line, VolumeColumn.TIME);
        }
        if (!has(VolumeColumn.TIME_OF_DAY)) {
            return value(line, VolumeColumn.DATE);
        }
        return value(line, VolumeColumn.DATE)
                .flatMap(date -> value(line, VolumeColumn.TIME_OF_DAY)
                        .map(time -> date.replaceFirst("[ T]00:00(:00)?$", "") + " " + time));
    }

    Optional<String> unused() {
        var unused = new ArrayList<String>();
        for (int i = 0; i < header.size(); i++) {
            if (!position.containsValue(i) && !header.get(i).isBlank()) {
                unused.add(header.get(i));
            }
        }
        return unused.isEmpty()
                ? Optional.empty()
                : Optional.of("Columns left aside: " + String.join(", ", unused) + ".");
    }
}
