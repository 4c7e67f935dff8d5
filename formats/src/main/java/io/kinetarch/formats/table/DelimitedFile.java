package io.kinetarch.formats.table;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/**
 * The records of a delimited text file in UTF-8 (RFC 4180, with comma, semicolon, tab or bar), or of the first sheet of a
 * spreadsheet (.xlsx), its header first.
 *
 * @param records at least a header; empty lines are left out, blanks around values removed
 */
public record DelimitedFile(char separator, List<CSVRecord> records) {
    private static final int MOST_SHOWN_OF_A_LINE = 200;

    /**
     * A line that could not be used.
     *
     * @param line number in the file, the header being 1
     * @param text the line's beginning
     */
    public record Fault(long line, String reason, String text) {
        /** What is wrong with a record. */
        public static Fault of(CSVRecord record, String reason) {
            String text = String.join(" | ", record.toList());
            return new Fault(
                    record.getRecordNumber(),
                    reason,
                    text.length() <= MOST_SHOWN_OF_A_LINE ? text : text.substring(0, MOST_SHOWN_OF_A_LINE) + "…");
        }
    }

    /**
     * Reads a file.
     *
     * @throws FileRefusal if it is empty, in another encoding, or no well-formed CSV
     */
    public static DelimitedFile read(byte[] bytes) {
        String text = TextEncoding.decode(Spreadsheet.is(bytes) ? Spreadsheet.asCsv(bytes) : bytes);
        char separator = Separator.of(text);
        var format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(separator)
                .setIgnoreEmptyLines(true)
                .setTrim(true)
                .get();
        try (var parser = format.parse(new StringReader(text))) {
            var records = parser.getRecords();
            if (records.isEmpty()) {
                throw new FileRefusal(1, "the file holds only empty lines");
            }
            return new DelimitedFile(separator, records);
        } catch (UncheckedIOException | IOException e) {
            throw new FileRefusal(
                    1, "the file is no well-formed CSV: " + e.getMessage() + "; is a quotation mark left open?");
        }
    }

    public CSVRecord header() {
        return records.getFirst();
    }

    /** The records below the header. */
    public List<CSVRecord> body() {
        if (records.size() == 1) {
            throw new FileRefusal(2, "the file has a header and no line below it");
        }
        return records.subList(1, records.size());
    }
}
