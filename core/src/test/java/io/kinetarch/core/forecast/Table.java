package io.kinetarch.core.forecast;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/** Reads a table of src/test/resources/forecast; the README beside the tables says how they were made. */
final class Table {
    private Table() {}

    static List<CSVRecord> read(String file) {
        var format = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get();
        try (var in = Objects.requireNonNull(Table.class.getResourceAsStream("/forecast/" + file), file);
                var parser = format.parse(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            return parser.getRecords();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The numbers of a file with one a line. */
    static double[] values(String file) {
        try (var in = Objects.requireNonNull(Table.class.getResourceAsStream("/forecast/" + file), file)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .mapToDouble(Double::parseDouble)
                    .toArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A column of numbers. */
    static double[] column(String file, String name) {
        return read(file).stream()
                .mapToDouble(line -> Double.parseDouble(line.get(name)))
                .toArray();
    }
}
