package io.kinetarch.core.staffing;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/** Reads a table of src/test/resources/queueing; the README beside the tables says how they were made. */
public final class ReferenceTable {
    private ReferenceTable() {}

    public static List<Row> read(String file) {
        var format = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get();
        try (var in = Objects.requireNonNull(ReferenceTable.class.getResourceAsStream("/queueing/" + file), file);
                var parser = format.parse(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            return parser.stream().map(Row::new).toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public record Row(CSVRecord values) {
        public double number(String column) {
            return Double.parseDouble(values.get(column));
        }

        public int integer(String column) {
            return Integer.parseInt(values.get(column));
        }

        @Override
        public String toString() {
            return values.toMap().toString();
        }
    }
}
