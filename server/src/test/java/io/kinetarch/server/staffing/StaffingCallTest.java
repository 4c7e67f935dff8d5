package io.kinetarch.server.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.node.ObjectNode;

class StaffingCallTest {
    private static final String CALL = "/api/v1/calc/staffing";
    private final Api api = TestServer.running().planner();

    @Test
    void solvesForTheSmallestNumber() {
        String question = """
                {"arrivals":120,"intervalSeconds":1800,"handlingSeconds":420,"patienceSeconds":180,"chatsAtOnce":3,
                 "slowdown":[1.0,1.12,1.3],"target":{"share":0.8,"withinSeconds":30},"maxAbandonment":0.05,
                 "maxOccupancy":0.9,"shrinkage":0.3,"operators":%s}""";
        var solved = api.post(CALL, question.formatted("null")).ok().body();
        int operators = solved.path("operators").asInt();
        var oneLess = api.post(CALL, question.formatted(operators - 1)).ok().body();

        assertThat(solved.path("serviceLevel").asDouble()).isGreaterThanOrEqualTo(0.8);
        assertThat(solved.path("abandonment").asDouble()).isLessThanOrEqualTo(0.05);
        assertThat(solved.path("occupancy").asDouble()).isLessThanOrEqualTo(0.9);
        assertThat(solved.path("paidOperators").asDouble()).isCloseTo(operators / 0.7, within(1e-12));
        assertThat(oneLess.path("serviceLevel").asDouble() < 0.8
                        || oneLess.path("abandonment").asDouble() > 0.05
                        || oneLess.path("occupancy").asDouble() > 0.9)
                .isTrue();
    }

    /** The trade's usual Erlang C example (from memory): 360 calls in half an hour, 240 s each, 55 agents. */
    @Test
    void isErlangCWithoutPatienceAndWithOneChatAtOnce() {
        var seen = api.post(CALL, """
                {"arrivals":360,"intervalSeconds":1800,"handlingSeconds":240,"patienceSeconds":null,"chatsAtOnce":1,
                 "slowdown":[1.0],"target":{"share":0.8,"withinSeconds":15},"operators":55}""").ok().body();

        assertThat(seen.path("waitProbability").asDouble()).isCloseTo(0.239, within(5e-4));
        assertThat(seen.path("meanWaitSeconds").asDouble()).isCloseTo(8.2, within(0.05));
    }

    @Test
    void aQueueThatGrowsWithoutEndHasNoMeanWait() {
        var seen = api.post(CALL, """
                {"arrivals":600,"intervalSeconds":1800,"handlingSeconds":300,"operators":50}""").ok().body();

        assertThat(seen.path("meanWaitSeconds").isNull()).isTrue();
        assertThat(seen.path("serviceLevel").asDouble()).isZero();
    }

    @Test
    void everyWrongInputIsNamed() {
        wrong("\"arrivals\":-1", "#/arrivals", "from 0");
        wrong("\"arrivals\":\"many\"", "#/arrivals", "must be a number");
        wrong("\"arrivals\":null", "#/arrivals", "must not be null");
        wrong("\"handlingSeconds\":0", "#/handlingSeconds", "was 0");
        wrong("\"arrivals\":9000000", "#/arrivals", "Erlang");
        wrong("\"patienceSeconds\":0", "#/patienceSeconds", "was 0");
        wrong("\"chatsAtOnce\":0", "#/chatsAtOnce", "from 1");
        wrong("\"chatsAtOnce\":2.5", "#/chatsAtOnce", "whole number");
        wrong("\"chatsAtOnce\":3", "#/slowdown", "one for each of 3");
        wrong("\"slowdown\":[0]", "#/slowdown/0", "was 0");
        wrong("\"slowdown\":1", "#/slowdown", "a list");
        wrong("\"target\":{\"share\":1.2,\"withinSeconds\":30}", "#/target/share", "below 1");
        wrong("\"target\":{\"share\":0.8}", "#/target/withinSeconds", "is missing");
        wrong("\"maxAbandonment\":2", "#/maxAbandonment", "at most 1");
        wrong("\"shrinkage\":1", "#/shrinkage", "was 1");
        wrong("\"operators\":-2", "#/operators", "from 0");
        wrong("\"operators\":null,\"target\":null", "#/operators", "every limit");
        wrong("\"colour\":\"red\"", "#/colour", "no field \"colour\"");
        api.post(CALL, "{\"intervalSeconds\":1800,\"handlingSeconds\":3}")
                .problem(400, "invalid-document", "#/arrivals");
        assertThat(api.post(CALL, "{\"arrivals\":")
                        .problem(400, "invalid-document", "#")
                        .detail())
                .contains("line 1");
        api.post(CALL, "[]").problem(400, "invalid-document", "#");
        api.post(CALL, "").problem(400, "invalid-document", "#");
    }

    private void wrong(String field, String pointer, String words) {
        var question = (ObjectNode) Api.json("""
                {"arrivals":120,"intervalSeconds":1800,"handlingSeconds":420,"patienceSeconds":180,"chatsAtOnce":1,
                 "slowdown":[1.0],"target":{"share":0.8,"withinSeconds":30},"operators":null}""");
        question.setAll((ObjectNode) Api.json("{" + field + "}"));
        assertThat(api.post(CALL, question.toString())
                        .problem(400, "invalid-document", pointer)
                        .detail())
                .as(field)
                .contains(words);
    }
}
