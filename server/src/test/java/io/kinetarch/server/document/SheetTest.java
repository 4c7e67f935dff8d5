package io.kinetarch.server.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class SheetTest {
    private static final OffsetDateTime SUMMER = OffsetDateTime.parse("2026-07-01T09:30:00+01:00");

    @Test
    void aCsvFollowsRfc4180() throws IOException {
        var out = new ByteArrayOutputStream();
        sheet().csv(out);
        // RFC 4180, section 2: lines end in CRLF, fields with commas, quotes or line breaks are quoted, quotes doubled.
        assertThat(out.toString(StandardCharsets.UTF_8))
                .isEqualTo("when,who,how many\r\n"
                        + "2026-07-01T09:30+01:00,\"Fares, \"\"cheap\"\"\",2.346\r\n"
                        + "2026-07-02,Fähre,12\r\n"
                        + "2026-07-03,,\r\n");
    }

    @Test
    void aSpreadsheetHasDatesNumbersAndEmptyCells() throws IOException {
        var out = new ByteArrayOutputStream();
        Sheet.xlsx(List.of(sheet(), new Sheet("Empty", List.of("nothing"), Stream.of())), out);
        try (var book = new XSSFWorkbook(new ByteArrayInputStream(out.toByteArray()))) {
            var sheet = book.getSheet("Some");
            assertThat(sheet.getPaneInformation().isFreezePane()).isTrue();
            assertThat(sheet.getRow(0).getCell(2).getStringCellValue()).isEqualTo("how many");
            var first = sheet.getRow(1);
            assertThat(DateUtil.isCellDateFormatted(first.getCell(0))).isTrue();
            assertThat(first.getCell(0).getLocalDateTimeCellValue()).isEqualTo(LocalDateTime.of(2026, 7, 1, 9, 30));
            assertThat(first.getCell(1).getStringCellValue()).isEqualTo("Fares, \"cheap\"");
            assertThat(first.getCell(2).getCellType()).isEqualTo(CellType.NUMERIC);
            assertThat(first.getCell(2).getNumericCellValue()).isEqualTo(2.346);
            assertThat(sheet.getRow(2).getCell(0).getLocalDateTimeCellValue())
                    .isEqualTo(LocalDate.of(2026, 7, 2).atStartOfDay());
            assertThat(sheet.getRow(2).getCell(2).getNumericCellValue()).isEqualTo(12);
            assertThat(sheet.getRow(3).getCell(1)).isNull();
            assertThat(book.getSheet("Empty").getLastRowNum()).isZero();
        }
    }

    private static Sheet sheet() {
        return new Sheet(
                "Some",
                List.of("when", "who", "how many"),
                Stream.of(
                        line(SUMMER, "Fares, \"cheap\"", 2.3456),
                        line(LocalDate.of(2026, 7, 2), "Fähre", 12),
                        line(LocalDate.of(2026, 7, 3), null, null)));
    }

    private static List<@Nullable Object> line(@Nullable Object... cells) {
        return Arrays.asList(cells);
    }
}
