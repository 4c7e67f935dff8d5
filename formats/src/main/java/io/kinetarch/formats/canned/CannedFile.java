package io.kinetarch.formats.canned;

import io.kinetarch.formats.table.DelimitedFile;
import io.kinetarch.formats.table.Faults;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.formats.table.FormulaGuard;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;

/** Canned replies as a CSV (RFC 4180): a line for each reply and language. */
public final class CannedFile {
    private static final List<String> COLUMNS = List.of("shortcut", "for", "language", "text");
    private static final int LANGUAGE = 2;
    private static final int TEXT = 3;

    private CannedFile() {}

    /**
     * A reply.
     *
     * @param whose department, by its name; empty for all
     * @param texts by language
     */
    public record Reply(String shortcut, String whose, Map<String, String> texts) {}

    /** What a file holds, and lines that cannot be used. */
    public record Reading(List<Reply> replies, List<Fault> faults) {}

    /** Writes replies. A text that a spreadsheet would run as a formula gets an apostrophe before it. */
    public static String write(List<Reply> replies) {
        var out = new StringBuilder();
        try (var printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(COLUMNS);
            for (var reply : replies) {
                for (var text : new TreeMap<>(reply.texts()).entrySet()) {
                    printer.printRecord(
                            FormulaGuard.guarded(reply.shortcut()),
                            FormulaGuard.guarded(reply.whose()),
                            text.getKey(),
                            FormulaGuard.guarded(text.getValue()));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException("a string buffer does not fail", e);
        }
        return out.toString();
    }

    private record Name(String shortcut, String whose) {}

    /**
     * Reads a file; lines of one shortcut for the same people are one reply.
     *
     * @throws FileRefusal if nothing in it can be used
     */
    public static Reading read(byte[] bytes) {
        var delimited = DelimitedFile.read(bytes);
        var at = COLUMNS.stream()
                .map(column -> place(delimited.header(), column))
                .toList();
        var replies = new LinkedHashMap<Name, Map<String, String>>();
        var faults = new Faults();
        for (CSVRecord line : (Iterable<CSVRecord>) delimited.body()::iterator) {
            String shortcut = cell(line, at.getFirst());
            String text = cell(line, at.get(TEXT));
            String language = cell(line, at.get(LANGUAGE));
            if (shortcut.isEmpty() || text.isEmpty() || language.isEmpty()) {
                faults.add(line, "a reply needs a shortcut, a language and a text");
                continue;
            }
            replies.computeIfAbsent(new Name(shortcut, cell(line, at.get(1))), _ -> new TreeMap<>())
                    .put(language, text);
        }
        return new Reading(
                replies.entrySet().stream()
                        .map(reply -> new Reply(
                                reply.getKey().shortcut(), reply.getKey().whose(), reply.getValue()))
                        .toList(),
                faults.list());
    }

    /** Where a column is; none where those of all are left out. */
    private static Optional<Integer> place(CSVRecord header, String column) {
        for (int i = 0; i < header.size(); i++) {
            if (header.get(i).strip().toLowerCase(Locale.ROOT).equals(column)) {
                return Optional.of(i);
            }
        }
        if (column.equals("for")) {
            return Optional.empty();
        }
        throw new FileRefusal(
                1,
                "the header \"" + String.join(" | ", header.toList()) + "\" has no column \"" + column
                        + "\"; the columns are " + String.join(", ", COLUMNS));
    }

    private static String cell(CSVRecord line, Optional<Integer> at) {
        return at.filter(index -> index < line.size())
                .map(index -> FormulaGuard.unguarded(line.get(index).strip()))
                .orElse("");
    }
}
