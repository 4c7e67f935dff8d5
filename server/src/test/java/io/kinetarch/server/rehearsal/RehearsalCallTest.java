package io.kinetarch.server.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.OlderDocuments;
import io.kinetarch.server.SmallPlan;
import io.kinetarch.server.TestServer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.node.ObjectNode;

/** What a script that cannot be run is told, and what a trace says; on the demo's plan. */
class RehearsalCallTest {
    private static final String ARRIVES = """
            {"at":"PT0S","do":"arrive","chat":"c1","door":"booking-site","language":"en",
             "answers":{"topic":"Fares and booking"}}""";

    private final Api api = TestServer.running().planner();
    private final ObjectNode plan =
            (ObjectNode) api.get("/api/v1/plans/tarnwick/document").ok().body();

    @Test
    void everyStepSaysWhyAndWhichSettingIsBehindIt() {
        var answer = run(ARRIVES, "{\"chat\":\"c1\",\"event\":\"queued\",\"by\":\"PT0S\"}")
                .ok()
                .body();

        var queued = answer.path("trace")
                .valueStream()
                .filter(traced -> traced.path("event").asString().equals("queued"))
                .findFirst()
                .orElseThrow();
        assertThat(queued.path("because").asString()).startsWith("the rule “");
        assertThat(queued.path("setting").path("kind").asString()).isEqualTo("rule");
        assertThat(queued.path("at").asString()).isEqualTo("2026-12-07T09:00:00Z");
        assertThat(answer.path("expectations").path(0).path("held").asBoolean()).isTrue();
        var chat = answer.path("chats").path(0);
        assertThat(chat.path("holder").asString()).isEqualTo("queue");
        assertThat(chat.path("waitedSeconds").asDouble()).isEqualTo(1800);
    }

    @Test
    void aVisitorReadsTheTextsOfTheirLanguage() {
        String present = "{\"at\":\"PT0S\",\"do\":\"present\",\"operator\":\"ana-r\"}";
        String rest = "{\"at\":\"PT1S\",\"do\":\"accept\",\"operator\":\"ana-r\",\"chat\":\"c1\"},"
                + "{\"at\":\"PT2S\",\"do\":\"say\",\"by\":\"operator\",\"chat\":\"c1\",\"text\":\"Hello\"}";

        var trace = run(present + "," + ARRIVES + "," + rest, null).ok().body().path("trace");

        assertThat(trace.valueStream()
                        .filter(traced -> traced.path("event").asString().equals("reminded"))
                        .map(traced -> traced.path("because").asString()))
                .containsExactly("the visitor reads “Are you still there?”: the visitor said nothing for 180 s");
    }

    @Test
    void aScriptOfAPlanThatIsStoredNowhereIsRun() {
        var answer = api.post("/api/v1/calc/rehearsal", "{\"plan\":" + SmallPlan.document(TestServer.running()) + """
                        ,"from":"2026-12-07T10:00:00Z","until":"PT10M",
                         "steps":[{"at":"PT0S","do":"arrive","chat":"c1","door":"site","language":"en","answers":{}}],
                         "expect":[{"chat":"c1","event":"queued","by":"PT1M"}]}""")
                .ok()
                .body();
        assertThat(answer.path("expectations").path(0).path("held").asBoolean()).isTrue();
        assertThat(answer.path("chats").path(0).path("holder").asString()).isEqualTo("queue");
    }

    @Test
    void aPlanOfTheVersionBeforeIsRehearsedAsItWasMeant() {
        OlderDocuments.toVersion4(plan);

        assertThat(run(ARRIVES, null).ok().body().path("chats").size()).isEqualTo(1);
        ((ObjectNode) plan.path("queues").path(0)).put("weight", 0);
        run(ARRIVES, null).problem(400, "invalid-document", "#/plan/queues/0/weight");
    }

    @Test
    void stepsThatCannotBeDoneAreNamed() {
        refused("/steps/1/at", ARRIVES.replace("PT0S", "PT9S"), step("PT5S", "leave", "c1"));
        refused("/steps/1/chat", ARRIVES, step("PT1S", "leave", "c2"));
        refused("/steps/1/chat", ARRIVES, ARRIVES);
        refused("/steps/0/operator", "{\"at\":\"PT0S\",\"do\":\"present\",\"operator\":\"nobody\"}");
        refused("/steps/0/operator", "{\"at\":\"PT0S\",\"do\":\"present\"}");
        refused("/steps/0/operator", "{\"at\":\"PT0S\",\"do\":\"present\",\"operator\":\"No id!\"}");
        refused(
                "/steps/1/answers/shoe-size",
                ARRIVES,
                "{\"at\":\"PT1S\",\"do\":\"say\",\"by\":\"visitor\",\"chat\":\"c1\",\"answers\":{\"shoe-size\":\"42\"}}");
        refused("/steps/1/at", ARRIVES, step("PT99999999999H", "leave", "c1"));
        refused("/steps/0/do", "{\"at\":\"PT0S\",\"do\":\"dance\"}");
        refused("/steps/0/door", ARRIVES.replace("booking-site", "no-door"));
        refused("/steps/0", ARRIVES.replace("Fares and booking", " "));
        refused("/steps/1/at", ARRIVES, step("PT1H", "leave", "c1"));
    }

    @Test
    void whatWasNotOfferedCannotBeAcceptedNorTwiceNorAfterTheEnd() {
        String operator = plan.path("operators").path(0).path("id").asString();
        String accept = "{\"at\":\"PT2S\",\"do\":\"accept\",\"operator\":\"" + operator + "\",\"chat\":\"c1\"}";

        assertThat(refused("/steps/1", ARRIVES, accept)).startsWith("Step 2: ").contains("is not offered this chat");
        assertThat(refused("/steps/2", ARRIVES, step("PT1S", "leave", "c1"), step("PT2S", "leave", "c1")))
                .isEqualTo("Step 3: the chat is over.");
        assertThat(refused(
                        "/steps/1", ARRIVES, "{\"at\":\"PT2S\",\"do\":\"choose\",\"chat\":\"c1\",\"way\":\"message\"}"))
                .contains("may not choose to leave a message");
    }

    @Test
    void whatCanNeverBeMetIsNoExpectation() {
        expectationRefused("/expect/0/chat", "{\"chat\":\"c9\",\"event\":\"queued\",\"by\":\"PT1M\"}");
        expectationRefused("/expect/0/by", "{\"chat\":\"c1\",\"event\":\"queued\",\"by\":\"PT2H\"}");
        expectationRefused("/expect/0", "{\"chat\":\"c1\",\"by\":\"PT1M\"}");
        expectationRefused("/expect/0/event", "{\"chat\":\"c1\",\"event\":\"vanished\",\"by\":\"PT1M\"}");
        expectationRefused("/expect/0/outcome", "{\"chat\":\"c1\",\"outcome\":\"bored\",\"by\":\"PT1M\"}");
    }

    @Test
    void aHundredThousandStepsAndTwoPlansAreRefusedPolitely() {
        String many = IntStream.range(0, 100_000)
                .mapToObj(_ -> step("PT1S", "leave", "c1"))
                .collect(Collectors.joining(",", ARRIVES + ",", ""));
        run(many, null).problem(400, "invalid-document", "#/steps");
        api.post(
                        "/api/v1/calc/rehearsal",
                        "{\"plan\":" + plan + ",\"plan\":" + plan
                                + ",\"from\":\"2026-12-07T09:00:00Z\",\"until\":\"PT30M\",\"steps\":[]}")
                .problem(400, "invalid-document", null);
        run(ARRIVES.replace("\"door\"", "\"extra\":1,\"door\""), null)
                .problem(400, "invalid-document", "#/steps/0/extra");
    }

    private String refused(String pointer, String... steps) {
        var answer = run(String.join(",", steps), null);
        answer.problem(400, "invalid-document", "#" + pointer);
        return answer.detail();
    }

    private void expectationRefused(String pointer, String expectation) {
        run(ARRIVES, expectation).problem(400, "invalid-document", "#" + pointer);
    }

    private static String step(String at, String act, String chat) {
        return "{\"at\":\"" + at + "\",\"do\":\"" + act + "\",\"chat\":\"" + chat + "\"}";
    }

    private Api.Answer run(String steps, @Nullable String expectation) {
        return api.post(
                "/api/v1/calc/rehearsal",
                "{\"plan\":" + plan + ",\"from\":\"2026-12-07T09:00:00Z\",\"until\":\"PT30M\",\"steps\":[" + steps + "]"
                        + (expectation == null ? "" : ",\"expect\":[" + expectation + "]") + "}");
    }
}
