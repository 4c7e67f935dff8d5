package io.kinetarch.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.Consumer;
import org.apache.commons.csv.CSVRecord;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.util.CellRangeAddress;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;

/** Workbooks written by Apache POI's document model, which is not what reads them here. */
class SpreadsheetTest {
    @Test
    void datesTimesNumbersAndFormulasAreReadByTheirValues() {
        var file = DelimitedFile.read(workbook(sheet -> {
            var header = sheet.createRow(0);
            header.createCell(0).setCellValue("Start");
            header.createCell(1).setCellValue("Time");
            header.createCell(2).setCellValue("Chats");
            header.createCell(3).setCellValue("Handling");
            var row = sheet.createRow(3); // rows left empty are passed over
            dated(row.createCell(0), "dd/mm/yyyy hh:mm").setCellValue(LocalDateTime.of(2026, 11, 24, 8, 30));
            dated(row.createCell(1), "h:mm AM/PM").setCellValue(0.75);
            row.createCell(2).setCellValue(12);
            row.createCell(3).setCellFormula("C4*35.5");
            sheet.getWorkbook().getCreationHelper().createFormulaEvaluator().evaluateAll();
            var next = sheet.createRow(4);
            dated(next.createCell(0), "yyyy-mm-dd").setCellValue(LocalDate.of(2026, 11, 25));
            next.createCell(2).setCellValue(1_234_567.5);
        }));
        assertThat(file.header().toList()).containsExactly("Start", "Time", "Chats", "Handling");
        assertThat(lines(file))
                .containsExactly(
                        List.of("2026-11-24 08:30:00", "18:00:00", "12", "426"),
                        List.of("2026-11-25 00:00", "", "1234567.5"));
    }

    @Test
    void ofMergedCellsTheFirstHasTheValue() {
        var file = DelimitedFile.read(workbook(sheet -> {
            sheet.createRow(0).createCell(0).setCellValue("queue");
            sheet.getRow(0).createCell(1).setCellValue("chats");
            sheet.createRow(1).createCell(0).setCellValue("fares");
            sheet.getRow(1).createCell(1).setCellValue(3);
            sheet.createRow(2).createCell(1).setCellValue(4);
            sheet.addMergedRegion(new CellRangeAddress(1, 2, 0, 0));
        }));
        assertThat(lines(file)).containsExactly(List.of("fares", "3"), List.of("", "4"));
    }

    @Test
    void whatIsNoWorkbookIsRefusedWithAMend() {
        byte[] zip = "PK\3\4 and nothing of use".getBytes(StandardCharsets.ISO_8859_1);
        assertThatExceptionOfType(FileRefusal.class)
                .isThrownBy(() -> DelimitedFile.read(zip))
                .withMessageContaining("no workbook that can be read")
                .withMessageContaining("or as CSV");
        assertThatExceptionOfType(FileRefusal.class)
                .isThrownBy(() -> DelimitedFile.read(workbook(_ -> {})))
                .withMessageContaining("empty");
    }

    /** Whatever happens to a workbook on its way, it is read or refused, and nothing else. */
    @Test
    void damagedWorkbooksAreReadOrRefused() {
        byte[] whole = workbook(sheet -> {
            for (int row = 0; row < 20; row++) {
                sheet.createRow(row).createCell(0).setCellValue("queue " + row);
                sheet.getRow(row).createCell(1).setCellValue(row);
            }
        });
        var random = new Random(20_261_128);
        for (int trial = 0; trial < 400; trial++) {
            byte[] damaged = Arrays.copyOf(whole, trial % 4 == 0 ? random.nextInt(5, whole.length) : whole.length);
            for (int hits = random.nextInt(1, 30); hits > 0; hits--) {
                damaged[random.nextInt(4, damaged.length)] = (byte) random.nextInt(256);
            }
            try {
                assertThat(DelimitedFile.read(damaged).header()).isNotNull();
            } catch (FileRefusal refusal) {
                assertThat(refusal.getMessage()).as("trial %d", trial).doesNotContain("org.apache", "java.");
            }
        }
    }

    @Test
    void cellsFarOutAreRefused() {
        assertThatExceptionOfType(FileRefusal.class)
                .isThrownBy(() -> DelimitedFile.read(
                        workbook(sheet -> sheet.createRow(0).createCell(16_000).setCellValue("far"))))
                .withMessageContaining("beyond column 1000");
    }

    private static Cell dated(Cell cell, String format) {
        var book = cell.getSheet().getWorkbook();
        var style = book.createCellStyle();
        style.setDataFormat(book.getCreationHelper().createDataFormat().getFormat(format));
        cell.setCellStyle(style);
        return cell;
    }

    private static List<List<String>> lines(DelimitedFile file) {
        return file.body().map(CSVRecord::toList).toList();
    }

    private static byte[] workbook(Consumer<Sheet> fill) {
        try (var book = new XSSFWorkbook();
                var out = new ByteArrayOutputStream()) {
            fill.accept(book.createSheet());
            book.write(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
