package io.kinetarch.server.forecast;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** New volumes on a new plan: they are forecast at once, their methods are tried by a job. */
class TryMethodsTest {
    private static final String PLAN = "/api/v1/plans/main";
    private static final Duration PATIENCE = Duration.ofSeconds(60);
    private static final int DAYS = 140;

    private final Api api = TestServer.running().planner();
    private final LocalDate today = TestServer.TODAY;

    @Test
    void methodsAreTriedByAJobAfterAnImport() throws InterruptedException {
        api.post("/api/v1/plans", "{\"id\":\"main\",\"name\":\"Harbour\",\"timeZone\":\"Europe/Dublin\"}");
        var read = api.postCsv(
                        PLAN + "/volumes/imports?timeZone=Europe/Dublin",
                        history().getBytes(StandardCharsets.UTF_8))
                .ok()
                .body();
        assertThat(read.path("chatsOfDoors").path("site").asLong()).isPositive();
        api.post(PLAN + "/volumes/imports/" + read.path("id").asLong() + "/acceptance", "")
                .ok();

        // It is forecast before anything is tried, and the job starts by itself.
        JsonNode head =
                api.get(PLAN + "/forecast/series").ok().body().path("series").get(0);
        assertThat(head.path("expectedADay").asDouble()).isBetween(150.0, 500.0);
        JsonNode job = await(
                        PLAN + "/jobs",
                        jobs -> jobs.path(0).path("state").asString().equals("DONE"))
                .get(0);
        assertThat(job.path("kind").asString()).isEqualTo("TRY_METHODS");
        assertThat(job.path("done").asInt())
                .isEqualTo(job.path("steps").asInt())
                .isEqualTo(1);
        assertThat(api.get(PLAN + "/forecast/series")
                        .ok()
                        .body()
                        .path("series")
                        .get(0)
                        .path("due")
                        .asBoolean())
                .isFalse();
        api.post(PLAN + "/jobs/" + job.path("id").asLong() + "/cancellation", "")
                .problem(404, "not-found", null);

        // They can be tried anew; and a lasting change of the level is found where it happened.
        api.post(PLAN + "/forecast/trials", "").ok();
        JsonNode again = await(
                PLAN + "/jobs",
                jobs -> jobs.size() > 1 && jobs.path(0).path("state").asString().equals("DONE"));
        assertThat(again.get(0).path("id").asLong())
                .isGreaterThan(job.path("id").asLong());
        JsonNode shift =
                api.get(PLAN + "/forecast/days").ok().body().path("shifts").get(0);
        assertThat(LocalDate.parse(shift.path("from").asString())).isBetween(today.minusDays(73), today.minusDays(67));
        assertThat(shift.path("factor").asDouble()).isBetween(1.7, 2.3);

        // The calendar shows the days that nobody counted as such, and what was counted on the others.
        JsonNode calendar = api.get(PLAN + "/forecast/calendar").ok().body();
        assertThat(calendar.size()).isEqualTo(DAYS);
        assertThat(calendar.get(20).path("known").asDouble()).isLessThan(0.8);
        assertThat(calendar.get(19).path("known").asDouble()).isEqualTo(1);
        assertThat(calendar.get(19).path("chats").asDouble()).isBetween(80.0, 250.0);
    }

    /** Half-hours from 8 to 20, twice as many since seventy days ago, one day missing. */
    private String history() {
        var csv = new StringBuilder("start,door,topic,chats\n");
        for (int day = 0; day < DAYS; day++) {
            var date = today.minusDays(DAYS - day);
            for (int slot = 16; slot < 40 && day != 20; slot++) {
                int chats = (day < DAYS - 70 ? 6 : 12) + (day * 7 + slot * 3) % 5;
                csv.append("%s %02d:%02d,site,Fares,%d\n".formatted(date, slot / 2, slot % 2 * 30, chats));
            }
        }
        return csv.toString();
    }

    private JsonNode await(String path, Predicate<JsonNode> reached) throws InterruptedException {
        var deadline = Instant.now().plus(PATIENCE);
        JsonNode found = api.get(path).ok().body();
        while (!reached.test(found)) {
            assertThat(Instant.now()).as(found.toString()).isBefore(deadline);
            Thread.sleep(100);
            found = api.get(path).ok().body();
        }
        return found;
    }
}
