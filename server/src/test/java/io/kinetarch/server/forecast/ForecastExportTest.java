package io.kinetarch.server.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

class ForecastExportTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private final Api api = TestServer.running().planner();

    @Test
    void aSpreadsheetHasDatesAsDatesAndNumbersAsNumbers() throws IOException {
        byte[] file = api.bytes(PLAN + "/forecast/export.xlsx");
        try (var book = new XSSFWorkbook(new ByteArrayInputStream(file))) {
            assertThat(book.getNumberOfSheets()).isEqualTo(3);
            var days = book.getSheet("Days");
            assertThat(days.getRow(0).getCell(5).getStringCellValue()).isEqualTo("expected");
            assertThat(days.getLastRowNum()).isEqualTo(11 * 28);
            var first = days.getRow(1);
            assertThat(DateUtil.isCellDateFormatted(first.getCell(0))).isTrue();
            assertThat(first.getCell(0).getLocalDateTimeCellValue().toLocalDate())
                    .isEqualTo(TestServer.TODAY);
            assertThat(first.getCell(5).getCellType()).isEqualTo(CellType.NUMERIC);

            // The half-hours of whole days make the days.
            double day = 0;
            for (var row : book.getSheet("Half-hours")) {
                if (row.getRowNum() > 0
                        && row.getCell(1)
                                .getStringCellValue()
                                .equals(days.getRow(2).getCell(1).getStringCellValue())
                        && row.getCell(2)
                                .getStringCellValue()
                                .equals(days.getRow(2).getCell(2).getStringCellValue())
                        && row.getCell(0)
                                .getLocalDateTimeCellValue()
                                .toLocalDate()
                                .equals(days.getRow(2)
                                        .getCell(0)
                                        .getLocalDateTimeCellValue()
                                        .toLocalDate())) {
                    day += row.getCell(5).getNumericCellValue();
                }
            }
            assertThat(day).isCloseTo(days.getRow(2).getCell(5).getNumericCellValue(), within(0.03));
        }
    }

    @Test
    void aChangedRuleMovesForecastVolumeBetweenQueues() {
        double before = queue("lost");
        JsonNode draft = api.get(PLAN + "/draft").ok().body();
        for (JsonNode rule : draft.path("plan").path("rules")) {
            if (rule.path("queue").asString().equals("lost")) {
                var moved = ((ObjectNode) rule.deepCopy()).put("queue", "fares");
                api.put(
                                PLAN + "/draft/rules/" + rule.path("id").asString(),
                                "{\"version\":"
                                        + draft.path("versions")
                                                .path("rules/" + rule.path("id").asString())
                                                .asInt(1)
                                        + ",\"element\":" + moved + "}")
                        .ok();
                assertThat(before).isPositive();
                assertThat(queue("lost")).isZero();
                api.post(PLAN + "/draft/undo", "").ok();
                assertThat(queue("lost")).isCloseTo(before, within(1e-9));
                return;
            }
        }
        throw new AssertionError("no rule leads to the queue of lost things");
    }

    /** The chats of a queue in the coming week. */
    private double queue(String id) {
        for (JsonNode queue : api.get(PLAN + "/week").ok().body().path("queues")) {
            if (queue.path("id").asString().equals(id)) {
                double sum = 0;
                for (JsonNode chats : queue.path("chats")) {
                    sum += chats.asDouble();
                }
                return sum;
            }
        }
        throw new AssertionError("no queue " + id);
    }
}
