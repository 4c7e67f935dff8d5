package io.kinetarch.server.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The demo's coming week. */
class WeekTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private final Api api = TestServer.running().planner();

    @Test
    void everyListHasAnEntryForEachHalfHour() {
        JsonNode week = api.get(PLAN + "/week").ok().body();
        int slots = week.path("startsAt").size();

        assertThat(slots).isBetween(334, 338);
        for (String list : new String[] {"chats", "open", "required", "present", "available", "shortOf"}) {
            assertThat(week.path(list).size()).as(list).isEqualTo(slots);
        }
        assertThat(week.path("queues").size()).isEqualTo(6);
        double chats = 0;
        for (JsonNode queue : week.path("queues")) {
            assertThat(queue.path("required").size()).isEqualTo(slots);
            for (JsonNode value : queue.path("chats")) {
                chats += value.asDouble();
            }
        }
        assertThat(week.path("totals").path("chats").asDouble()).isCloseTo(chats, offset(1e-6));
        assertThat(week.path("notes").path(0).asString()).contains("11 series").contains("public holidays included");
    }

    @Test
    void passageCarriesEveryChatFromADoorToAnEnd() {
        JsonNode week = api.get(PLAN + "/week").ok().body();
        String noon = week.path("startsAt").path(24).asString();
        JsonNode passage = api.get(PLAN + "/passage?at=" + noon).ok().body();

        assertThat(sum(passage.path("toQueues"))).isPositive();
        double queued = sum(passage.path("queues"));
        double finished = 0;
        for (JsonNode bot : passage.path("bots")) {
            finished += bot.path("finished").asDouble();
        }
        assertThat(finished).as("by the demo's assumed share").isPositive();
        assertThat(sum(passage.path("doors")))
                .isCloseTo(sum(passage.path("toQueues")) + sum(passage.path("toBots")), offset(1e-9));
        assertThat(sum(passage.path("bots"))).isCloseTo(sum(passage.path("toBots")), offset(1e-9));
        assertThat(sum(passage.path("toBots"))).isCloseTo(sum(passage.path("botToQueues")) + finished, offset(1e-9));
        assertThat(queued).isCloseTo(sum(passage.path("toQueues")) + sum(passage.path("botToQueues")), offset(1e-9));
        assertThat(sum(passage.path("toEnds"))).isCloseTo(queued, offset(1e-9));
        assertThat(sum(passage.path("ends"))).isCloseTo(queued + finished, offset(1e-9));
    }

    @Test
    void consequencesSetTheDraftBesideTheLivePlan() {
        JsonNode both = api.get(PLAN + "/consequences").ok().body();

        assertThat(both.path("draft").path("answeredInTime").asDouble()).isBetween(0.5, 1.0);
        assertThat(both.path("live").path("requiredHours").asDouble()).isPositive();
    }

    @Test
    void weeksStartOnMondayAndMomentsAreInstants() {
        api.get(PLAN + "/week?monday=2026-12-01").problem(400, "invalid-parameter", null);
        api.get(PLAN + "/week?monday=soon").problem(400, "invalid-parameter", null);
        api.get(PLAN + "/passage?at=noon").problem(400, "invalid-parameter", null);
    }

    private static double sum(JsonNode places) {
        double sum = 0;
        for (JsonNode place : places) {
            sum += place.path("perHour").asDouble();
        }
        return sum;
    }

    @Test
    void aWeekGoesOutAsTables() throws IOException {
        JsonNode week = api.get(PLAN + "/week").ok().body();
        var csv = api.get(PLAN + "/staffing.csv?table=QUEUES").ok();
        assertThat(csv.raw().headers().firstValue("Content-Disposition").orElse(""))
                .matches("attachment; filename=\"tarnwick-staffing-\\d{4}-W\\d\\d\\.csv\"");
        assertThat(csv.raw().body().lines().count())
                .isEqualTo(1 + 6L * week.path("startsAt").size());
        try (var book = new XSSFWorkbook(new ByteArrayInputStream(api.bytes(PLAN + "/staffing.xlsx")))) {
            var halfHours = book.getSheet("Half-hours");
            double required = 0;
            for (int row = 1; row <= halfHours.getLastRowNum(); row++) {
                required += halfHours.getRow(row).getCell(2).getNumericCellValue() / 2;
            }
            assertThat(required)
                    .isEqualTo(week.path("totals").path("requiredHours").asDouble());
            assertThat(book.getSheet("Queues").getRow(0).getCell(8).getStringCellValue())
                    .isEqualTo("answered in time");
        }
    }
}
