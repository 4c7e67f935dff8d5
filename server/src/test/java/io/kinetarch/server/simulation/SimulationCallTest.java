package io.kinetarch.server.simulation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.SmallPlan;
import io.kinetarch.server.TestServer;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Simulations of the demo's plan over HTTP: what comes back, and what is refused. */
class SimulationCallTest {
    private static final List<String> FIGURES = List.of(
            "arrived",
            "answered",
            "answeredInTime",
            "gaveUp",
            "turnedAway",
            "leftMessage",
            "askedCallBack",
            "finishedByBot",
            "endedByLadder",
            "endedAtClosing",
            "unfinished",
            "meanWaitSeconds",
            "medianWaitSeconds",
            "wait95Seconds",
            "occupancy",
            "meanChatsPerOperator");

    private final Api api = TestServer.running().planner();
    private final ObjectNode plan =
            (ObjectNode) api.get("/api/v1/plans/tarnwick/document").ok().body();

    @Test
    void aDayAtTheBookingSiteIsToldByQueueAndHalfHour() {
        var answer = api.post("/api/v1/calc/simulation", question(day(6))).ok().body();

        assertThat(answer.path("replications").asInt()).isEqualTo(5);
        assertThat(answer.path("chatsPerSecond").asDouble()).isPositive();
        var totals = answer.path("totals");
        for (String figure : FIGURES) {
            assertThat(totals.has(figure)).as(figure).isTrue();
            assertThat(answer.path("queues").path(0).has(figure)).as(figure).isTrue();
        }
        assertThat(mean(totals, "arrived")).isBetween(240.0, 336.0);
        assertThat(totals.path("arrived").path("halfWidth95").asDouble()).isPositive();
        double answered = mean(totals, "answered") / mean(totals, "arrived");
        assertThat(Stream.of(
                                "gaveUp",
                                "turnedAway",
                                "leftMessage",
                                "askedCallBack",
                                "finishedByBot",
                                "endedByLadder",
                                "endedAtClosing",
                                "unfinished")
                        .mapToDouble(share -> mean(totals, share))
                        .sum())
                .as("every chat ends in one way")
                .isCloseTo(1 - answered, within(1e-9));
        double byInterval = answer.path("intervals")
                .valueStream()
                .mapToDouble(interval -> mean(interval, "arrived"))
                .sum();
        double byQueue = answer.path("queues")
                .valueStream()
                .mapToDouble(queue -> mean(queue, "arrived"))
                .sum();
        assertThat(byInterval).isCloseTo(byQueue, within(1e-6));
        assertThat(answer.path("intervals").path(0).path("at").asString()).startsWith("2026-12-07T");
    }

    @Test
    void theSameSeedGivesTheSameAnswerAndAnotherAnother() {
        var first = api.post("/api/v1/calc/simulation", question(day(3))).ok().body();
        var second = api.post("/api/v1/calc/simulation", question(day(3))).ok().body();
        var third = api.post("/api/v1/calc/simulation", question(day(3)).replace("\"seed\":7", "\"seed\":8"))
                .ok()
                .body();

        assertThat(second.path("queues")).isEqualTo(first.path("queues"));
        assertThat(second.path("intervals")).isEqualTo(first.path("intervals"));
        assertThat(third.path("queues")).isNotEqualTo(first.path("queues"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            "until":"2026-12-08T00:00:00Z" | "until":"2026-12-06T00:00:00Z"    | /until
            "replications":5               | "replications":0                  | /replications
            "replications":5               | "replications":5,"speed":2        | /speed
            "warmUpSeconds":0              | "warmUpSeconds":86400             | /warmUpSeconds
            "language":"en","page"         | "language":"not a tag","page"     | /arrivals/0/language
            "door":"booking-site"          | "door":"back"                     | /arrivals/0/door
            "intervalSeconds":1800         | "intervalSeconds":0               | /arrivals/0/intervalSeconds
            "presence":null                | "presence":{"nobody":[]}          | /presence/nobody
            "behaviour":null               | "behaviour":{"acceptSeconds":-1}  | /behaviour/acceptSeconds
            """)
    void aWrongFieldIsNamed(String right, String wrong, String pointer) {
        var answer = api.post("/api/v1/calc/simulation", question(day(1)).replace(right, wrong));

        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.body().path("errors").path(0).path("pointer").asString())
                .isEqualTo("#" + pointer);
    }

    @Test
    void moreThanCanBeSimulatedIsRefusedBeforeItBegins() {
        var answer = api.post("/api/v1/calc/simulation", question(day(1_000_000)));

        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.body().path("detail").asString()).contains("fewer replications");
    }

    /** The template's team has no people yet. */
    @Test
    void aTeamOfNobodyAnswersNobody() {
        var answer = api.post("/api/v1/calc/simulation", """
                        {"plan":%s,"from":"2026-12-07T10:00:00Z","until":"2026-12-07T12:00:00Z",
                         "arrivals":[{"door":"site","language":"en","intervalSeconds":3600,"chats":[20,10]}],
                         "replications":50,"seed":7}""".formatted(SmallPlan.document(TestServer.running())))
                .ok()
                .body();
        assertThat(mean(answer.path("totals"), "arrived")).isCloseTo(30, within(3.0));
        assertThat(mean(answer.path("totals"), "answered")).isZero();
    }

    private String question(List<Double> chats) {
        return """
                {"plan":%s,"from":"2026-12-07T00:00:00Z","until":"2026-12-08T00:00:00Z","warmUpSeconds":0,
                 "arrivals":[{"door":"booking-site","language":"en","page":null,"answers":{},"topic":null,
                              "intervalSeconds":1800,"chats":%s}],
                 "behaviour":null,"presence":null,"replications":5,"seed":7}""".formatted(plan, chats);
    }

    private static List<Double> day(double chats) {
        return DoubleStream.generate(() -> chats).limit(48).boxed().toList();
    }

    private static double mean(JsonNode figures, String figure) {
        return figures.path(figure).path("mean").asDouble();
    }
}
