package io.kinetarch.server.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What planners put on top of the demo's forecasts. */
class AdjustmentCallTest {
    private static final String FORECAST = "/api/v1/plans/tarnwick/forecast";
    private static final String SAILING = "?door=sailing-status&topic=Is%20my%20ferry%20sailing%3F";

    private final Api api = TestServer.running().planner();
    private final LocalDate day = TestServer.TODAY.plusDays(9);

    @Test
    void aPlannedSaleLiftsTheRightHalfHoursOfItsDoor() {
        long id = api.post(FORECAST + "/lifts", """
                        {"name":"Spring sale","doorId":"booking-site","topic":null,"from":"%sT10:00","until":"%sT14:00",
                         "factor":2.5,"course":"EVEN"}""".formatted(day, day))
                .ok()
                .body()
                .path("id")
                .asLong();
        int lifted = 0;
        for (var line : halfHours()) {
            var start = OffsetDateTime.parse(line.get("start"));
            boolean inSale = line.get("door").equals("Booking site")
                    && start.toLocalDate().equals(day)
                    && start.getHour() >= 10
                    && start.getHour() < 14;
            double model = Double.parseDouble(line.get("model"));
            double expected = Double.parseDouble(line.get("expected"));
            lifted += inSale && model > 0.1 ? 1 : 0;
            // Of today, what has come moves the rest.
            if (start.toLocalDate().isAfter(TestServer.TODAY)) {
                assertThat(expected).as(line.toString()).isCloseTo((inSale ? 2.5 : 1) * model, within(0.003));
            }
        }
        assertThat(lifted).isGreaterThan(20);
        assertThat(api.get(FORECAST + "/adjustments")
                        .ok()
                        .body()
                        .path("lifts")
                        .get(0)
                        .path("madeBy")
                        .asString())
                .isEqualTo("Mara L.");
        api.delete(FORECAST + "/lifts/" + id).ok();
        api.delete(FORECAST + "/lifts/" + id).problem(404, "not-found", null);
    }

    @Test
    void aDayIsSetByHandAndTheModelStandsBesideIt() {
        JsonNode before = dayOfSailing();
        long id = api.post(FORECAST + "/day-sums", """
                        {"series":{"doorId":"sailing-status","topic":"Is my ferry sailing?","queueId":""},
                         "firstDay":"%s","lastDay":"%s","chats":500}""".formatted(day, day))
                .ok()
                .body()
                .path("id")
                .asLong();
        JsonNode set = dayOfSailing();
        assertThat(set.path("mean").asDouble()).isCloseTo(500, within(1e-6));
        assertThat(set.path("model").asDouble()).isCloseTo(before.path("mean").asDouble(), within(1e-6));
        assertThat(500.0)
                .isBetween(set.path("lower80").asDouble(), set.path("upper80").asDouble());
        api.delete(FORECAST + "/day-sums/" + id).ok();
        assertThat(dayOfSailing().path("mean").asDouble())
                .isCloseTo(before.path("mean").asDouble(), within(1e-6));
    }

    @Test
    void whatMakesNoSenseIsRefused() {
        String lift = """
                {"name":"%s","doorId":null,"topic":null,"from":"2027-01-02T10:00","until":"%s","factor":%s,"course":"EVEN"}""";
        api.post(FORECAST + "/lifts", lift.formatted(" ", "2027-01-02T11:00", "2"))
                .problem(400, "invalid-document", "#/name");
        api.post(FORECAST + "/lifts", lift.formatted("x", "2027-01-02T10:00", "2"))
                .problem(400, "invalid-document", "#/until");
        api.post(FORECAST + "/lifts", lift.formatted("x", "2027-01-02T11:00", "-1"))
                .problem(400, "invalid-document", "#/factor");
        String days = """
                {"series":{"doorId":"a","topic":"","queueId":""},"firstDay":"2027-01-02","lastDay":"%s","chats":%s}""";
        api.post(FORECAST + "/day-sums", days.formatted("2027-01-01", "1"))
                .problem(400, "invalid-document", "#/lastDay");
        api.post(FORECAST + "/day-sums", days.formatted("2027-01-02", "-1"))
                .problem(400, "invalid-document", "#/chats");
        TestServer.running()
                .signedIn("viewer")
                .post(FORECAST + "/lifts", lift.formatted("x", "2027-01-02T11:00", "2"))
                .problem(403, "not-allowed", null);
    }

    private JsonNode dayOfSailing() {
        for (JsonNode one :
                api.get(FORECAST + "/series/days" + SAILING).ok().body().path("days")) {
            if (one.path("day").asString().equals(day.toString())) {
                return one;
            }
        }
        throw new AssertionError(day + " is not forecast");
    }

    private List<CSVRecord> halfHours() {
        String csv =
                api.get(FORECAST + "/export.csv?table=HALF_HOURS").ok().raw().body();
        try (var lines = CSVParser.parse(
                csv,
                CSVFormat.RFC4180
                        .builder()
                        .setHeader()
                        .setSkipHeaderRecord(true)
                        .get())) {
            return lines.getRecords();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
