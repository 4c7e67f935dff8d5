package io.kinetarch.formats.roster;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.roster.Roster;
import io.kinetarch.core.roster.RosterRules;
import io.kinetarch.core.roster.Shift;
import io.kinetarch.core.roster.ShiftKind;
import io.kinetarch.formats.table.DelimitedFile;
import io.kinetarch.formats.table.Faults;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.formats.table.FormulaGuard;
import io.kinetarch.formats.table.UnusableLine;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;

/** A roster as a CSV (RFC 4180), a line a shift; breaks as "12:00-12:30 unpaid", with semicolons between. */
public final class RosterFile {
    private final Plan plan;
    private final RosterRules rules;
    private final LocalDate monday;
    private final Map<Column, Integer> position = new EnumMap<>(Column.class);

    private RosterFile(Plan plan, RosterRules rules, LocalDate monday) {
        this.plan = plan;
        this.rules = rules;
        this.monday = monday;
    }

    /** The columns; the title is the name written, and the one looked for. */
    private enum Column {
        OPERATOR("operator", true),
        NAME("name", false),
        DATE("date", true),
        START("start", true),
        END("end", true),
        KIND("kind", false),
        BREAKS("breaks", false),
        PAID("paid hours", false);

        private final String title;
        private final boolean needed;

        Column(String title, boolean needed) {
            this.title = title;
            this.needed = needed;
        }
    }

    /**
     * What a file holds.
     *
     * @param shifts all set by hand
     * @param faults lines that cannot be used
     */
    public record Reading(List<Shift> shifts, List<Fault> faults) {}

    /** Writes a roster. */
    public static String write(Plan plan, Roster roster) {
        var names = plan.operators().stream().collect(Collectors.toMap(Operator::id, Operator::name));
        var out = new StringBuilder();
        try (var printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(Stream.of(Column.values()).map(column -> column.title));
            for (var shift : roster.shifts()) {
                printer.printRecord(
                        shift.operator().value(),
                        FormulaGuard.guarded(names.getOrDefault(shift.operator(), "")),
                        shift.date(),
                        shift.start(),
                        shift.endsAt().toLocalTime(),
                        shift.kind(),
                        breaks(shift),
                        shift.paidMinutes() / 60.0);
            }
        } catch (IOException e) {
            throw new UncheckedIOException("a string buffer does not fail", e);
        }
        return out.toString();
    }

    private static String breaks(Shift shift) {
        return shift.pauses().stream()
                .map(pause -> shift.start().plusMinutes(pause.afterMinutes()) + "-"
                        + shift.start().plusMinutes(pause.afterMinutes() + pause.minutes()) + " "
                        + (pause.paid() ? "paid" : "unpaid"))
                .collect(Collectors.joining("; "));
    }

    /**
     * Reads a week. Without a kind or breaks, a shift is of the kind that lasts as long, with its breaks.
     *
     * @throws FileRefusal if nothing in it can be used
     */
    public static Reading read(byte[] bytes, Plan plan, RosterRules rules, LocalDate monday) {
        var delimited = DelimitedFile.read(bytes);
        var file = new RosterFile(plan, rules, monday);
        file.columns(delimited.header());
        var shifts = new ArrayList<Shift>();
        var faults = new Faults();
        var seen = new HashSet<>();
        for (CSVRecord line : (Iterable<CSVRecord>) delimited.body()::iterator) {
            try {
                var shift = file.shift(line);
                if (!seen.add(List.of(shift.operator(), shift.date()))) {
                    throw new UnusableLine("\"" + shift.operator().value() + "\" has a shift on " + shift.date()
                            + " in an earlier line");
                }
                shifts.add(shift);
            } catch (UnusableLine | PlanRefusal e) {
                faults.add(line, String.valueOf(e.getMessage()));
            }
        }
        return new Reading(List.copyOf(shifts), faults.list());
    }

    private void columns(CSVRecord header) {
        for (int i = 0; i < header.size(); i++) {
            String title = header.get(i).toLowerCase(Locale.ROOT).strip();
            for (var column : Column.values()) {
                if (column.title.equals(title)) {
                    position.putIfAbsent(column, i);
                }
            }
        }
        for (var column : Column.values()) {
            if (column.needed && !position.containsKey(column)) {
                throw new FileRefusal(
                        1,
                        "the header \"" + String.join(" | ", header.toList()) + "\" has no column \"" + column.title
                                + "\"");
            }
        }
    }

    private Shift shift(CSVRecord line) throws UnusableLine {
        var operator = operator(line);
        var date = date(line);
        if (date.isBefore(monday) || !date.isBefore(monday.plusWeeks(1))) {
            throw new UnusableLine(date + " is not in the week from Monday " + monday);
        }
        var start = time(needed(line, Column.START), Column.START);
        var end = time(needed(line, Column.END), Column.END);
        int minutes = minutes(start, end);
        var guessed = Shift.guessed(rules, operator.id(), date.atTime(start), minutes);
        var kind = kind(line);
        var written = text(line, Column.BREAKS);
        return new Shift(
                operator.id(),
                date,
                start,
                minutes,
                written.isPresent() ? breaks(written.get(), start) : guessed.pauses(),
                kind.map(ShiftKind::id).orElse(guessed.kind()),
                true);
    }

    private Operator operator(CSVRecord line) throws UnusableLine {
        String named = needed(line, Column.OPERATOR);
        var found = plan.operators().stream()
                .filter(operator ->
                        operator.id().value().equals(named) || operator.name().equals(named))
                .toList();
        if (found.size() != 1) {
            throw new UnusableLine(
                    found.isEmpty()
                            ? "the plan has no operator \"" + named + "\""
                            : found.size() + " operators are called \"" + named + "\"; write the id of the one meant");
        }
        return found.getFirst();
    }

    private LocalDate date(CSVRecord line) throws UnusableLine {
        String written = needed(line, Column.DATE);
        try {
            return LocalDate.parse(written);
        } catch (DateTimeException e) {
            throw new UnusableLine("\"" + written + "\" is no date; write one such as " + monday);
        }
    }

    private Optional<ShiftKind> kind(CSVRecord line) throws UnusableLine {
        var named = text(line, Column.KIND);
        if (named.isEmpty()) {
            return Optional.empty();
        }
        var kind = rules.kinds().stream()
                .filter(one -> one.id().equals(named.get()) || one.name().equalsIgnoreCase(named.get()))
                .findFirst();
        if (kind.isEmpty()) {
            throw new UnusableLine("there is no kind of shift \"" + named.get() + "\"");
        }
        return kind;
    }

    private static List<Shift.Pause> breaks(String written, LocalTime start) throws UnusableLine {
        var pauses = new ArrayList<Shift.Pause>();
        for (String one : written.split(";", -1)) {
            String[] parts = one.strip().split("[-–\\s]+", -1);
            if (parts.length != 3 || !(parts[2].equals("paid") || parts[2].equals("unpaid"))) {
                throw new UnusableLine("\"" + one.strip() + "\" is no break; write one such as 12:00-12:30 unpaid");
            }
            var from = time(parts[0], Column.BREAKS);
            var to = time(parts[1], Column.BREAKS);
            pauses.add(new Shift.Pause(minutes(start, from), minutes(from, to), parts[2].equals("paid")));
        }
        return pauses;
    }

    private static LocalTime time(String written, Column column) throws UnusableLine {
        try {
            return LocalTime.parse(written.length() == 4 ? "0" + written : written);
        } catch (DateTimeException e) {
            throw new UnusableLine("\"" + written + "\" in " + column.title + " is no time; write one such as 07:30");
        }
    }

    private static int minutes(LocalTime from, LocalTime to) {
        int minutes = (int) Duration.between(from, to).toMinutes();
        return minutes < 0 ? minutes + (int) Duration.ofDays(1).toMinutes() : minutes;
    }

    private String needed(CSVRecord line, Column column) throws UnusableLine {
        return text(line, column).orElseThrow(() -> new UnusableLine(column.title + " is missing"));
    }

    private Optional<String> text(CSVRecord line, Column column) {
        var index = position.get(column);
        return index == null || index >= line.size() || line.get(index).isBlank()
                ? Optional.empty()
                : Optional.of(FormulaGuard.unguarded(line.get(index).strip()));
    }
}
