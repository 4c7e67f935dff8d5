package io.kinetarch.server.document;

import io.kinetarch.formats.table.FormulaGuard;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.xssf.streaming.SXSSFSheet;
import org.apache.poi.xssf.streaming.SXSSFWorkbook;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;

/**
 * A table to be written to a file.
 *
 * @param name of at most 31 characters, as spreadsheets want it
 * @param lines cells of text, numbers, dates and date-times with their offset; null for none
 */
public record Sheet(String name, List<String> header, Stream<List<@Nullable Object>> lines) {
    /** What a CSV is sent as. */
    public static final MediaType CSV = new MediaType("text", "csv", StandardCharsets.UTF_8);

    /** What a spreadsheet is sent as. */
    public static final MediaType XLSX =
            MediaType.parseMediaType("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet");

    private static final int CHARACTERS_WIDE = 18;
    /** Of a spreadsheet's columns, in 256ths of a character. */
    private static final int CHARACTER = 256;

    /** Writes it as a CSV (RFC 4180, UTF-8), numbers with a point and at most three places. */
    public void csv(OutputStream out) throws IOException {
        var format = CSVFormat.RFC4180
                .builder()
                .setHeader(header.toArray(String[]::new))
                .get();
        try (lines;
                var printer = new CSVPrinter(new OutputStreamWriter(out, StandardCharsets.UTF_8), format)) {
            for (var line : (Iterable<List<@Nullable Object>>) lines::iterator) {
                printer.printRecord(line.stream().map(Sheet::plain).toList());
            }
            printer.flush();
        }
    }

    private static @Nullable Object plain(@Nullable Object cell) {
        return switch (cell) {
            case Double number -> (Object) rounded(number);
            case String text -> FormulaGuard.guarded(text);
            case null, default -> cell;
        };
    }

    private static double rounded(double number) {
        return Math.rint(number * 1000) / 1000;
    }

    /** Writes some as the sheets of one spreadsheet (Office Open XML), in which dates are dates and numbers numbers. */
    public static void xlsx(List<Sheet> sheets, OutputStream out) throws IOException {
        try (var book = new SXSSFWorkbook()) {
            var styles = new Styles(book);
            for (var sheet : sheets) {
                sheet.into(book.createSheet(sheet.name), styles);
            }
            book.write(out);
        }
    }

    private void into(SXSSFSheet sheet, Styles styles) {
        sheet.createFreezePane(0, 1);
        var head = sheet.createRow(0);
        for (int i = 0; i < header.size(); i++) {
            var cell = head.createCell(i);
            cell.setCellValue(header.get(i));
            cell.setCellStyle(styles.header);
            sheet.setColumnWidth(i, CHARACTERS_WIDE * CHARACTER);
        }
        try (lines) {
            for (var line : (Iterable<List<@Nullable Object>>) lines::iterator) {
                var row = sheet.createRow(sheet.getLastRowNum() + 1);
                for (int i = 0; i < line.size(); i++) {
                    var value = line.get(i);
                    if (value != null) {
                        styles.set(row.createCell(i), value);
                    }
                }
            }
        }
    }

    private static final class Styles {
        private final CellStyle header;
        private final CellStyle date;
        private final CellStyle dateTime;

        Styles(SXSSFWorkbook book) {
            var formats = book.createDataFormat();
            header = book.createCellStyle();
            var bold = book.createFont();
            bold.setBold(true);
            header.setFont(bold);
            date = book.createCellStyle();
            date.setDataFormat(formats.getFormat("yyyy-mm-dd"));
            dateTime = book.createCellStyle();
            dateTime.setDataFormat(formats.getFormat("yyyy-mm-dd hh:mm"));
        }

        /** Spreadsheets know no offsets, so a time is its local one. */
        private void set(Cell cell, Object value) {
            switch (value) {
                case Number number -> cell.setCellValue(rounded(number.doubleValue()));
                case LocalDate day -> {
                    cell.setCellValue(day);
                    cell.setCellStyle(date);
                }
                case OffsetDateTime time -> local(cell, time.toLocalDateTime());
                default -> cell.setCellValue(value.toString());
            }
        }

        private void local(Cell cell, LocalDateTime time) {
            cell.setCellValue(time);
            cell.setCellStyle(dateTime);
        }
    }
}
