package io.kinetarch.formats.table;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVRecord;

/** The lines of a file that cannot be used, gathered: one fault on many lines is told once. */
public final class Faults {
    /** Kinds of faults beyond this many are counted, not listed. */
    private static final int MOST_LISTED = 500;

    private static final int MOST_OTHERS = 5;
    private static final int MOST_SHOWN_OF_A_LINE = 200;

    private final Map<String, Group> groups = new LinkedHashMap<>();
    private long lines;

    /**
     * A fault.
     *
     * @param line number in the file of the first line that has it, the header being 1
     * @param reason what is wrong there, and how to mend it
     * @param text the line's beginning
     * @param alike how many further lines have the same fault
     * @param others the first few of those
     */
    public record Fault(long line, String reason, String text, long alike, List<Long> others) {
        /** A fault of one line alone. */
        public static Fault single(long line, String reason, String text) {
            return new Fault(line, reason, text, 0, List.of());
        }
    }

    private static final class Group {
        private final long line;
        private final String reason;
        private final String text;
        private final List<Long> others = new ArrayList<>();
        private long alike;

        Group(CSVRecord line, String reason) {
            String whole = String.join(" | ", line.toList());
            this.line = line.getRecordNumber();
            this.reason = reason;
            this.text = whole.length() <= MOST_SHOWN_OF_A_LINE ? whole : whole.substring(0, MOST_SHOWN_OF_A_LINE) + "…";
        }

        Fault fault() {
            return new Fault(line, reason, text, alike, List.copyOf(others));
        }
    }

    /** Adds a line. */
    public void add(CSVRecord line, UnusableLine why) {
        lines++;
        var known = groups.get(why.kind());
        if (known != null) {
            known.alike++;
            if (known.others.size() < MOST_OTHERS) {
                known.others.add(line.getRecordNumber());
            }
        } else if (groups.size() < MOST_LISTED) {
            groups.put(why.kind(), new Group(line, why.getMessage()));
        }
    }

    /** Adds a line for a reason that stands for itself. */
    public void add(CSVRecord line, String reason) {
        add(line, new UnusableLine(reason));
    }

    /** How many lines were added. */
    public long lines() {
        return lines;
    }

    /** The faults in the order of their first lines. */
    public List<Fault> list() {
        return groups.values().stream().map(Group::fault).toList();
    }
}
