package io.kinetarch.server.bot;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import io.kinetarch.core.dispatch.Call.Because;
import io.kinetarch.core.plan.OutsideBot;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.bot.BotTurn.Act;
import io.kinetarch.server.bot.OutsideBots.Asked;
import io.kinetarch.server.installation.Installation;
import io.kinetarch.server.installation.Services;
import io.kinetarch.server.visit.LivePlans;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.json.JsonMapper;

/** Bots of somebody else, as good and as bad as they come. */
class OutsideBotsTest {
    private static final String KEY = "a key of theirs";
    private static final Asked ASKED = new Asked("17", 4, "en", List.of("when is high tide"));

    private final Plan plan =
            TestServer.running().bean(LivePlans.class).live("tarnwick").plan();
    private HttpServer server;
    private String answers = "";
    private long afterMillis;

    @BeforeEach
    void listen() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.createContext("/", this::answer);
        server.start();
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            Thread.sleep(afterMillis);
            byte[] bytes = answers.getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(200, bytes.length);
            exchange.getResponseBody().write(bytes);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private List<Act> acts(String answer) {
        answers = answer;
        var address = URI.create("http://127.0.0.1:" + server.getAddress().getPort() + "/");
        var installation =
                new Installation(Map.of("theirs", new Installation.Service(address, KEY)), List.of(), Map.of(), false);
        var services = new Services(installation, JsonMapper.builder().build(), Clock.systemUTC());
        return new OutsideBots(services)
                .turn(plan, new OutsideBot("theirs", 2), ASKED)
                .acts();
    }

    private static final List<Act> PEOPLE = List.of(Act.handOver(Because.GIVEN_UP));

    @Test
    void whatItSaysIsSaidAndCountsAsAnswered() {
        var acts = acts("""
                {"chat":"17","turn":4,"says":["At 06:10."," ","And at 18:35."],"understood":true,"topic":"Timetable","certainty":0.9,"handOver":false}""");

        assertThat(acts)
                .containsExactly(Act.says("At 06:10."), Act.says("And at 18:35."), Act.understood("Timetable", 0.9));
    }

    @Test
    void whatItDoesNotUnderstandIsAMissBeforeItIsSaid() {
        var acts = acts("""
                {"chat":"17","turn":4,"says":["Pardon?"],"understood":false,"topic":null,"certainty":0.1,"handOver":false}""");

        assertThat(acts).containsExactly(Act.understood(null, 0.1), Act.says("Pardon?"));
    }

    @Test
    void itMayHandOverByItself() {
        var acts = acts("""
                {"chat":"17","turn":4,"says":["One moment."],"understood":true,"topic":null,"certainty":null,"handOver":true}""");

        assertThat(acts).containsExactly(Act.says("One moment."), Act.handOver(Because.GIVEN_UP));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                // of another chat
                "{\"chat\":\"18\",\"turn\":4,\"says\":[\"x\"],\"understood\":true,\"topic\":null,\"certainty\":1,\"handOver\":false}",
                // of a turn before
                "{\"chat\":\"17\",\"turn\":3,\"says\":[\"x\"],\"understood\":true,\"topic\":null,\"certainty\":1,\"handOver\":false}",
                "{\"chat\":\"17\"",
                "<html>",
                ""
            })
    void whoAnswersToSomethingElseHasGivenItUp(String answer) {
        assertThat(acts(answer)).isEqualTo(PEOPLE);
    }

    @Test
    void whoAnswersLateHasGivenItUp() {
        afterMillis = 4_000;
        assertThat(acts("""
                {"chat":"17","turn":4,"says":["late"],"understood":true,"topic":null,"certainty":1,"handOver":false}""")).isEqualTo(PEOPLE);
    }

    @Test
    void aFloodIsCutShort() {
        String lines = "\"" + "x".repeat(1_000) + "\",";
        var acts = acts(
                "{\"chat\":\"17\",\"turn\":4,\"says\":[" + lines.repeat(9)
                        + "\"end\"],\"understood\":true,\"topic\":\"no topic of the plan\",\"certainty\":7,\"handOver\":false}");

        assertThat(acts).hasSize(6);
        assertThat(acts.getLast()).isEqualTo(Act.understood("answered outside", 1));
    }
}
