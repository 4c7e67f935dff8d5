package io.kinetarch.formats.table;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * The records of a delimited text file in UTF-8 (RFC 4180, with comma, semicolon, tab or bar), or of the first sheet of a
 * spreadsheet (.xlsx), its header first. Records are read from the text each time they are asked for, so that a large file
 * takes no more room than its text. Empty lines are left out, blanks around values removed.
 */
public final class DelimitedFile {
    /** More columns than any file of ours has, and few enough for every line to be held. */
    public static final int MOST_COLUMNS = 1_000;

    /** Thirty years of half-hours of eight queues. */
    public static final int MOST_LINES = 4_000_000;

    private final char separator;
    private final String text;
    private final CSVRecord header;
    private final long lines;

    private DelimitedFile(char separator, String text, CSVRecord header, long lines) {
        this.separator = separator;
        this.text = text;
        this.header = header;
        this.lines = lines;
    }

    /**
     * Reads a file.
     *
     * @throws FileRefusal if it is empty, in another encoding, no well-formed CSV, or has more lines or columns than can be
     */
    public static DelimitedFile read(byte[] bytes) {
        String text = Spreadsheet.is(bytes) ? Spreadsheet.asCsv(bytes) : TextEncoding.decode(bytes);
        char separator = Separator.of(text);
        checkSize(text, separator);
        CSVRecord header = null;
        long lines = 0;
        try (var parser = parser(text, separator)) {
            for (CSVRecord line : parser) {
                header = header == null ? line : header;
                lines++;
            }
        } catch (UncheckedIOException | IOException e) {
            throw new FileRefusal(
                    lines + 1, "the file is no well-formed CSV from here on; is a quotation mark left open?");
        }
        if (header == null) {
            throw new FileRefusal(1, "the file holds only empty lines");
        }
        return new DelimitedFile(separator, text, header, lines - 1);
    }

    /** Before a line is cut into its values, whose number nobody has promised. */
    private static void checkSize(String text, char separator) {
        int columns = 1;
        int line = 1;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '\n') {
                line++;
                columns = 1;
            } else if (c == separator && ++columns > MOST_COLUMNS) {
                throw new FileRefusal(
                        line,
                        "the line has more than " + MOST_COLUMNS
                                + " columns, so it is no table of the kind wanted here");
            }
            if (line > MOST_LINES) {
                throw new FileRefusal(
                        line, "the file has more than " + MOST_LINES + " lines; split it and send the parts");
            }
        }
    }

    private static CSVParser parser(String text, char separator) throws IOException {
        return CSVFormat.RFC4180
                .builder()
                .setDelimiter(separator)
                .setIgnoreEmptyLines(true)
                .setTrim(true)
                .get()
                .parse(new StringReader(text));
    }

    public char separator() {
        return separator;
    }

    public CSVRecord header() {
        return header;
    }

    /**
     * The records below the header, read anew.
     *
     * @throws FileRefusal if there is none
     */
    public Stream<CSVRecord> body() {
        if (lines == 0) {
            throw new FileRefusal(2, "the file has a header and no line below it");
        }
        try {
            return parser(text, separator).stream().skip(1);
        } catch (IOException e) {
            throw new UncheckedIOException("a text that was read once is read again", e);
        }
    }
}
