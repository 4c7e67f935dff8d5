package io.kinetarch.server.forecast;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ForecastCallTest {
    private static final String CALL = "/api/v1/calc/forecast";
    private final Api api = TestServer.running().planner();

    @Test
    void forecastsDays() {
        var answer = api.post(CALL, question("2026-01-05T00:00", 1440, days(200), 28, ",\"country\":\"IE\""))
                .ok()
                .body();
        assertThat(answer.path("mean").size()).isEqualTo(28);
        assertThat(answer.path("upper95").size()).isEqualTo(28);
        for (int h = 0; h < 28; h++) {
            double low = answer.path("lower80").get(h).asDouble();
            double mean = answer.path("mean").get(h).asDouble();
            assertThat(mean).isBetween(low, answer.path("upper80").get(h).asDouble());
            assertThat(low).isGreaterThanOrEqualTo(answer.path("lower95").get(h).asDouble());
        }
        assertThat(answer.path("backtest").size()).isGreaterThan(5);
        assertThat(answer.path("backtest").get(0).path("wape").asDouble())
                .isLessThanOrEqualTo(answer.path("backtest").get(3).path("wape").asDouble());
        assertThat(answer.path("backtest").get(0).path("coverage80").asDouble()).isBetween(0.5, 1.0);
        assertThat(answer.path("findings").toString()).contains("Less than a year is known");
    }

    @Test
    void forecastsHalfHoursOverAClockChange() {
        // 2026-03-29 has 46 half-hours in Dublin: a day after it starts 46 later.
        String values = IntStream.range(0, 48 * 30)
                .mapToObj(i -> i == 100 ? "null" : String.valueOf(i % 48))
                .collect(Collectors.joining(","));
        var answer = api.post(CALL, question("2026-02-27T00:00", 30, values, 48, ",\"method\":\"SAME_WEEKDAY\""))
                .ok()
                .body();
        assertThat(answer.path("model").asString()).isEqualTo("SAME_WEEKDAY");
        assertThat(answer.path("mean").get(0).asDouble()).isBetween(0.0, 1.0);
        assertThat(answer.path("mean").get(2).asDouble())
                .as("02:00, after 00:30")
                .isBetween(3.0, 5.0);
    }

    @Test
    void everyWrongInputIsNamed() {
        wrong(question("2026-01-05T00:10", 30, "1,2", 1, ""), "#/start", "does not begin an interval of 30 minutes");
        wrong(question("2026-03-29T01:30", 30, "1,2", 1, ""), "#/start", "does not exist in Europe/Dublin");
        wrong(question("2026-01-05T00:00", 20, "1,2", 1, ""), "#/intervalMinutes", "15, 30, 60 or 1440");
        wrong(question("2026-01-05T00:00", 30, "", 1, ""), "#/values", "1 to 400000");
        wrong(question("2026-01-05T00:00", 30, "null,null", 1, ""), "#/values", "o value is known");
        wrong(question("2026-01-05T00:00", 30, "1,-2", 1, ""), "#/values/1", "was -2.0");
        wrong(question("2026-01-05T00:00", 30, "1,\"two\"", 1, ""), "#/values/1", "must be a number");
        wrong(question("2026-01-05T00:00", 30, "1,2", 0, ""), "#/horizon", "from 1 to 35088");
        wrong(question("2026-01-05T00:00", 30, "1,2", 1, ",\"country\":\"QQ\""), "#/country", "no calendar");
        wrong(question("2026-01-05T00:00", 30, "1,2", 1, ",\"method\":\"GUESS\""), "#/method", "");
        wrong(
                question("2026-01-05T00:00", 1440, days(40), 1, ",\"method\":\"SAME_WEEKDAY_LAST_YEAR\""),
                "#/method",
                "too short");
        wrong(question("2026-01-05T00:00", 30, "1,2", 1, ",\"mood\":1"), "#/mood", "no field \"mood\"");
    }

    @Test
    void aDayThatHasOnlyBegunIsAnswered() {
        var answer =
                api.post(CALL, question("2026-01-05T00:00", 30, "1,2,3", 4, "")).ok();
        assertThat(answer.body().path("mean").size()).isEqualTo(4);
        assertThat(answer.body().path("findings").path(0).asString()).contains("Only 0 days are known");
    }

    private void wrong(String question, String pointer, String words) {
        assertThat(api.post(CALL, question)
                        .problem(400, "invalid-document", pointer)
                        .detail())
                .contains(words);
    }

    private static String days(int count) {
        return IntStream.range(0, count)
                .mapToObj(i -> String.valueOf(100 + i * 37 % 50))
                .collect(Collectors.joining(","));
    }

    private static String question(String start, int minutes, String values, int horizon, String more) {
        return """
                {"start":"%s","timeZone":"Europe/Dublin","intervalMinutes":%d,"values":[%s],"horizon":%d%s}""".formatted(start, minutes, values, horizon, more);
    }
}
