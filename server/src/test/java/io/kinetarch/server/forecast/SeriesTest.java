package io.kinetarch.server.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The demo's arrivals: two years with three weeks of storms and a fare sale, and what is made of them. */
class SeriesTest {
    private static final String FORECAST = "/api/v1/plans/tarnwick/forecast";
    private static final List<Integer> STORMS_AND_SALE_WEEKS_AGO = List.of(17, 45, 92, 30);

    private final Api api = TestServer.running().planner();

    @Test
    void arrivalsAreForecastByDoorAndTopic() {
        JsonNode series = api.get(FORECAST + "/series").ok().body().path("series");
        assertThat(series.size()).isEqualTo(11);
        assertThat(series.get(0).path("label").asString()).isEqualTo("Booking site · Fares and booking");
        assertThat(series.get(0).path("chatsADay").asDouble())
                .isGreaterThan(series.get(10).path("chatsADay").asDouble());

        JsonNode one = api.get(FORECAST + "/series/days?door=sailing-status&topic=Is%20my%20ferry%20sailing%3F")
                .ok()
                .body();
        JsonNode days = one.path("days");
        assertThat(days.size()).isEqualTo(104 * 7 + 28);
        assertThat(days.get(0).path("came").isNumber()).isTrue();
        assertThat(days.get(0).path("mean").isNull()).isTrue();
        JsonNode last = days.get(days.size() - 1);
        assertThat(last.path("came").isNull()).isTrue();
        assertThat(last.path("mean").asDouble())
                .isBetween(last.path("lower80").asDouble(), last.path("upper80").asDouble());
        assertThat(one.path("backtest").get(0).path("wape").asDouble()).isBetween(0.01, 0.3);
        assertThat(one.path("backtest").get(0).path("near").asDouble()).isBetween(0.01, 0.3);
        assertThat(one.path("backtest").get(0).path("far").asDouble()).isBetween(0.01, 0.3);
        assertThat(one.path("trials").asInt()).isEqualTo(13);
        api.get(FORECAST + "/series/days?door=nowhere").problem(404, "not-found", null);
    }

    @Test
    void sumsAreWhatTheirSeriesMake() {
        JsonNode view = api.get(FORECAST + "/series").ok().body();
        double all = 0;
        double door = 0;
        for (JsonNode head : view.path("series")) {
            all += head.path("expectedADay").asDouble();
            door += head.path("key").path("doorId").asString().equals("sailing-status")
                    ? head.path("expectedADay").asDouble()
                    : 0;
        }
        assertThat(view.path("sums").get(0).path("label").asString()).isEqualTo("All arrivals");
        assertThat(view.path("sums").get(0).path("expectedADay").asDouble()).isCloseTo(all, within(1e-6));
        JsonNode days = api.get(FORECAST + "/series/days?door=sailing-status&sum=true")
                .ok()
                .body()
                .path("days");
        double mean = 0;
        for (int i = days.size() - 28; i < days.size(); i++) {
            mean += days.get(i).path("mean").asDouble() / 28;
            assertThat(days.get(i).path("mean").asDouble())
                    .isBetween(
                            days.get(i).path("lower95").asDouble(),
                            days.get(i).path("upper95").asDouble());
        }
        // Of today only the rest is expected; what came of it already is part of its day.
        assertThat(mean).isGreaterThanOrEqualTo(door - 1e-6).isLessThan(1.08 * door);
    }

    @Test
    void theWeekSoFarStandsBesideWhatWasExpectedOfIt() {
        JsonNode week = api.get(FORECAST + "/week").ok().body();
        int slots = week.path("startsAt").size();
        assertThat(week.path("expected").size()).isEqualTo(slots);
        for (int i = 0; i < slots; i++) {
            boolean past = !week.path("came").get(i).isNull();
            assertThat(week.path("now").get(i).isNull()).isEqualTo(past);
        }
        double expected = 0;
        for (int i = 0; i < slots; i++) {
            expected += week.path("came").get(i).isNull()
                    ? 0
                    : week.path("expected").get(i).asDouble();
        }
        assertThat(expected)
                .as("what was expected of the half-hours past lies within what their sum might have come to")
                .isBetween(
                        week.path("range").path("lower80").asDouble(),
                        week.path("range").path("upper80").asDouble());
        assertThat(week.path("range").path("upper95").asDouble())
                .isGreaterThan(week.path("range").path("upper80").asDouble())
                .isLessThan(3 * expected);
        api.get(FORECAST + "/week?door=nowhere&sum=false").problem(404, "not-found", null);
    }

    @Test
    void stormsAndTheSaleAreFound() {
        JsonNode unusual = api.get(FORECAST + "/days").ok().body().path("unusual");
        var end = TestServer.TODAY;
        long found = STORMS_AND_SALE_WEEKS_AGO.stream()
                .filter(weeks -> touched(
                        unusual,
                        end.minusWeeks(weeks + 1),
                        end.minusWeeks(weeks).minusDays(1)))
                .count();
        // A week that is full of holidays is known to be unlike others anyway.
        assertThat(found).isGreaterThanOrEqualTo(3);
    }

    private static boolean touched(JsonNode unusual, LocalDate first, LocalDate last) {
        for (JsonNode run : unusual) {
            if (run.path("factor").asDouble() > 1.5
                    && !LocalDate.parse(run.path("firstDay").asString()).isAfter(last)
                    && !LocalDate.parse(run.path("lastDay").asString()).isBefore(first)) {
                return true;
            }
        }
        return false;
    }

    @Test
    void aMethodCanBeWantedAndLeftToTheTrialsAgain() {
        String wish = """
                {"series":{"doorId":"terminal-poster","topic":"Lost property","queueId":""},"method":%s}""";
        api.put(FORECAST + "/methods", wish.formatted("\"WEEKLY_PROFILE\"")).ok();
        assertThat(head("terminal-poster", "Lost property").path("method").asString())
                .isEqualTo("WEEKLY_PROFILE");
        api.put(FORECAST + "/methods", wish.formatted("null")).ok();
        JsonNode head = head("terminal-poster", "Lost property");
        assertThat(head.path("method")).isEqualTo(head.path("tried"));
        api.put(FORECAST + "/methods", wish.formatted("\"SAME_WEEKDAY_LAST_YEAR\""))
                .problem(400, "invalid-document", "#/method");
        api.put(FORECAST + "/methods", wish.formatted("null").replace("Lost property", "Nothing"))
                .problem(404, "not-found", null);
    }

    @Test
    void daysAreMarkedAndAMarkedEventIsNotFoundAgain() {
        JsonNode run = api.get(FORECAST + "/days").ok().body().path("unusual").get(0);
        String mark = """
                {"firstDay":"%s","lastDay":"%s","kind":"%s","name":"%s"}""";
        String first = run.path("firstDay").asString();
        long id = api.post(
                        FORECAST + "/days",
                        mark.formatted(first, run.path("lastDay").asString(), "EVENT", "Storm"))
                .ok()
                .body()
                .path("id")
                .asLong();
        assertThat(api.post(
                                FORECAST + "/days",
                                mark.formatted(first, run.path("lastDay").asString(), "EVENT", " Storm "))
                        .ok()
                        .body()
                        .path("id")
                        .asLong())
                .as("the same mark again is the same")
                .isEqualTo(id);
        JsonNode days = api.get(FORECAST + "/days").ok().body();
        assertThat(days.path("marks").get(0).path("name").asString()).isEqualTo("Storm");
        assertThat(days.path("unusual").toString()).doesNotContain("\"firstDay\":\"" + first + "\"");
        api.delete(FORECAST + "/days/" + id).ok();
        api.delete(FORECAST + "/days/" + id).problem(404, "not-found", null);

        api.post(FORECAST + "/days", mark.formatted("2026-01-02", "2026-01-01", "ERROR", ""))
                .problem(400, "invalid-document", "#/lastDay");
        api.post(FORECAST + "/days", mark.formatted("2026-01-02", "2026-01-02", "EVENT", " "))
                .problem(400, "invalid-document", "#/name");
        TestServer.running()
                .signedIn("viewer")
                .post(FORECAST + "/days", mark.formatted(first, first, "NORMAL", ""))
                .problem(403, "not-allowed", null);
    }

    private JsonNode head(String door, String topic) {
        for (JsonNode head : api.get(FORECAST + "/series").ok().body().path("series")) {
            if (head.path("key").path("doorId").asString().equals(door)
                    && head.path("key").path("topic").asString().equals(topic)) {
                return head;
            }
        }
        throw new AssertionError("no series of " + door);
    }
}
