package io.kinetarch.server.outgoing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.icegreen.greenmail.util.GreenMail;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.VisitorClient;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** What others hear of chats: a wallboard that the test runs, and the stand-in travel desk. */
class OutgoingTest {
    private static final String SITE = "https://freight.tarnwick-sound.example";
    private static final String OUTBOX = "/api/v1/plans/tarnwick/outbox";
    private static final Duration SOON = Duration.ofSeconds(10);

    private final TestServer server = TestServer.running();
    private final VisitorClient visitor = new VisitorClient(server.address(), "tarnwick", SITE);
    private final List<Heard> heard = new CopyOnWriteArrayList<>();
    private final AtomicInteger status = new AtomicInteger(200);
    private final AtomicReference<@Nullable CountDownLatch> silence = new AtomicReference<>();
    private HttpServer wallboard;

    private record Heard(String instant, String signature, String body) {}

    @BeforeEach
    void listen() throws IOException {
        // What other tests' chats left unsent would put off what is sent here each time that it is not taken.
        server.bean(JdbcTemplate.class).update("delete from outgoing where sent_at is null");
        wallboard = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), server.hookPort()), 0);
        wallboard.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        wallboard.createContext("/wallboard", this::take);
        wallboard.start();
    }

    @AfterEach
    void close() {
        wallboard.stop(0);
        pause(false);
    }

    private void take(HttpExchange exchange) throws IOException {
        try (exchange) {
            var end = silence.get();
            if (end != null) {
                end.await();
            }
            heard.add(new Heard(
                    exchange.getRequestHeaders().getFirst("Kinetarch-Instant"),
                    exchange.getRequestHeaders().getFirst("Kinetarch-Signature"),
                    new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8)));
            exchange.sendResponseHeaders(status.get(), -1);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void pause(boolean paused) {
        server.planner()
                .post("/api/v1/plans/tarnwick/doors/freight-pages/pause", "{\"paused\":" + paused + "}")
                .ok();
    }

    private void starts() {
        assertThat(visitor.start("freight-pages", "en", "{}").statusCode()).isEqualTo(201);
    }

    private List<JsonNode> heardOfTheChat() {
        return heard.stream()
                .map(one -> Api.json(one.body()))
                .filter(told -> told.path("chat").asLong() == visitor.chat())
                .toList();
    }

    private List<JsonNode> inOutbox(String recipient) {
        return server.planner()
                .get(OUTBOX)
                .ok()
                .body()
                .valueStream()
                .filter(out -> out.path("chat").asLong() == visitor.chat())
                .filter(out -> out.path("recipient").asString().equals(recipient))
                .toList();
    }

    @Test
    void aReceiverIsToldOnceAndTheSignatureIsAsDocumented() throws Exception {
        starts();
        visitor.does("leave", "{}");
        await().atMost(SOON)
                .until(() -> heardOfTheChat().stream()
                        .anyMatch(told -> told.path("news").asString().equals("ended")));
        var ended = heardOfTheChat().getLast();
        assertThat(ended.path("door").asString()).isEqualTo("Freight pages");
        assertThat(ended.path("outcome").asString()).isEqualTo("gave-up");
        assertThat(heardOfTheChat().stream()
                        .filter(told -> told.path("news").asString().equals("ended")))
                .hasSize(1);
        for (var one : heard) {
            assertThat(openssl(one.instant() + "." + one.body())).isEqualTo(one.signature());
        }
        await().atMost(SOON)
                .untilAsserted(() -> assertThat(inOutbox("wallboard"))
                        .isNotEmpty()
                        .allSatisfy(
                                out -> assertThat(out.path("sentAt").isNull()).isFalse()));
    }

    /** The documented command, run by the program that administrators have (openssl). */
    private static String openssl(String text) throws IOException, InterruptedException {
        var process = new ProcessBuilder("openssl", "dgst", "-sha256", "-hmac", TestServer.HOOK_KEY).start();
        process.outputWriter(StandardCharsets.UTF_8).append(text).close();
        assertThat(process.waitFor(10, TimeUnit.SECONDS)).isTrue();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.US_ASCII).strip();
        return out.substring(out.lastIndexOf(' ') + 1);
    }

    /** Once a first try of this chat's news has failed; that of another chat, which goes on meanwhile, may put it off. */
    private JsonNode firstTried() {
        return await().atMost(Duration.ofSeconds(20))
                .until(
                        () -> {
                            var mine = inOutbox("wallboard");
                            var tried = mine.stream()
                                    .filter(out -> out.path("tries").asInt() > 0)
                                    .findFirst();
                            if (tried.isEmpty()) {
                                var now = server.bean(Clock.class).instant();
                                mine.stream()
                                        .filter(out -> Instant.parse(
                                                        out.path("nextTry").asString())
                                                .isAfter(now))
                                        .forEach(this::again);
                            }
                            return tried;
                        },
                        Optional::isPresent)
                .orElseThrow();
    }

    private Api.Answer again(JsonNode out) {
        return server.planner().post(OUTBOX + "/news/" + out.path("id").asLong() + "/again", "");
    }

    @Test
    void whatIsNotTakenIsKeptToldOfAndTriedAgain() {
        status.set(503);
        starts();
        visitor.does("leave", "{}");
        var waiting = firstTried();
        assertThat(waiting.path("trouble").asString()).isEqualTo("It answered with status 503.");
        assertThat(waiting.path("nextTry").asString()).isNotBlank();

        status.set(204);
        await().atMost(SOON)
                .until(() -> again(waiting).status() == 404
                        && inOutbox("wallboard").stream()
                                .filter(out -> out.path("id").equals(waiting.path("id")))
                                .noneMatch(out -> out.path("sentAt").isNull()));
    }

    /** It takes the call and says nothing: one try is waited for, and what others are to hear does not wait for it. */
    @Test
    void aReceiverThatNeverAnswersHoldsNobodyUp() throws Exception {
        var end = new CountDownLatch(1);
        silence.set(end);
        try {
            starts();
            visitor.does("leave", "{}");
            firstTried();
            var told = inOutbox("wallboard");
            assertThat(told.stream()
                            .filter(out -> out.path("tries").asInt() == 1)
                            .map(out -> out.path("trouble").asString()))
                    .containsExactly("It did not answer within 5 s.");
            pause(true);
            starts();
            visitor.does("choose", """
                    {"way":"call-back","answers":{"message":"Trailers?","reply-to":"sped@hallow.example","call-back":"+353 1 555 0199"}}""");
            await().atMost(SOON)
                    .until(() -> inOutbox("travel-desk").stream()
                            .anyMatch(out -> !out.path("sentAt").isNull()));
        } finally {
            end.countDown();
            silence.set(null);
        }
        // What was put off goes out once somebody asks for it, or its time has come; some is on its way already.
        for (var out : inOutbox("wallboard")) {
            assertThat(again(out).status()).isIn(204, 404);
        }
        await().atMost(SOON)
                .untilAsserted(() -> assertThat(inOutbox("wallboard"))
                        .isNotEmpty()
                        .allSatisfy(
                                out -> assertThat(out.path("sentAt").isNull()).isFalse()));
    }

    @Test
    void aWishToBeCalledBackReachesTheTravelDeskWithItsNumber() throws Exception {
        pause(true);
        starts();
        var chosen = visitor.does("choose", """
                {"way":"call-back","answers":{"message":"<b>Reefer</b> trailers?","reply-to":"sped@hallow.example","call-back":"+353 1 555 0199","call-back-time":"after three"}}""");
        assertThat(chosen.statusCode()).as(chosen.body()).isEqualTo(200);
        await().atMost(SOON)
                .until(() -> inOutbox("travel-desk").stream()
                        .anyMatch(out -> !out.path("sentAt").isNull()));
        String page = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(server.site() + "/heard"))
                                .build(),
                        BodyHandlers.ofString())
                .body();
        assertThat(page)
                .contains("call-back, chat " + visitor.chat(), "+353 1 555 0199")
                .doesNotContain("<b>Reefer");
    }

    @Test
    void aTranscriptIsMailedOnceAndOnlyWhereTheDoorHandsItOut() throws Exception {
        var booking = new VisitorClient(server.address(), "tarnwick", "https://tarnwick-sound.example");
        assertThat(booking.start("booking-site", "de", "{\"topic\":\"Fares and booking\"}")
                        .statusCode())
                .isEqualTo(201);
        booking.says("Was kostet ein Fahrrad?");
        String wish = "{\"email\":\"radlerin@gannet.example\"}";
        assertThat(booking.does("transcript", wish).statusCode())
                .as("while it goes on")
                .isEqualTo(409);
        booking.does("leave", "{}");
        assertThat(booking.does("transcript", "{\"email\":\"nobody\"}").statusCode())
                .isEqualTo(400);
        assertThat(booking.does("transcript", wish).statusCode()).isEqualTo(204);
        assertThat(booking.does("transcript", wish).statusCode()).as("again").isEqualTo(409);

        await().atMost(SOON)
                .until(() -> server.bean(GreenMail.class).getReceivedMessagesForDomain("radlerin@gannet.example").length
                        > 0);
        var mail = server.bean(GreenMail.class).getReceivedMessagesForDomain("radlerin@gannet.example")[0];
        assertThat(mail.getSubject()).isEqualTo("Ihr Gespräch mit Tarnwick Sound Ferries");
        assertThat(String.valueOf(mail.getContent())).contains("Sie", "Was kostet ein Fahrrad?");
    }

    @Test
    void whatAPageTellsLaterIsKnownAndChangesNothingElse() {
        starts();
        int before = visitor.view().path("number").asInt();
        var told =
                visitor.does("facts", "{\"facts\":{\"unit\":\"MSKU 907032-3\",\"unknown\":\"x\"},\"signature\":null}");
        assertThat(told.statusCode()).as(told.body()).isEqualTo(200);
        assertThat(visitor.view().path("number").asInt()).isEqualTo(before);
        visitor.does("leave", "{}");
        var known = server.planner()
                .get("/api/v1/plans/tarnwick/records/" + visitor.chat())
                .ok()
                .body()
                .path("known");
        assertThat(known).hasSize(1);
        assertThat(known.path(0).path("value").asString()).isEqualTo("MSKU 907032-3");
    }
}
