package io.kinetarch.server.wire;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.VisitorClient;
import java.lang.reflect.Type;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.messaging.MessageDeliveryException;
import org.springframework.messaging.converter.SimpleMessageConverter;
import org.springframework.messaging.simp.stomp.StompFrameHandler;
import org.springframework.messaging.simp.stomp.StompHeaders;
import org.springframework.messaging.simp.stomp.StompSession;
import org.springframework.messaging.simp.stomp.StompSessionHandlerAdapter;
import org.springframework.web.socket.WebSocketHttpHeaders;
import org.springframework.web.socket.client.standard.StandardWebSocketClient;
import org.springframework.web.socket.messaging.WebSocketStompClient;
import tools.jackson.databind.node.ObjectNode;

/** The wire as Spring's own STOMP client meets it, which keeps to STOMP 1.2 (stomp.github.io, "STOMP Protocol Specification 1.2"). */
class WireTest {
    private static final String SITE = "https://tarnwick-sound.example";
    private static final int PATIENCE = 10;

    private final TestServer server = TestServer.running();
    private final VisitorClient visitor = new VisitorClient(server.address(), "tarnwick", SITE);
    private final WebSocketStompClient client = new WebSocketStompClient(new StandardWebSocketClient());

    /** Keeps what a destination says, and how the connection ends. */
    private static final class Ear extends StompSessionHandlerAdapter implements StompFrameHandler {
        final BlockingQueue<String> heard = new LinkedBlockingQueue<>();
        final CompletableFuture<String> end = new CompletableFuture<>();

        @Override
        public Type getPayloadType(StompHeaders headers) {
            return byte[].class;
        }

        @Override
        public void handleFrame(StompHeaders headers, @Nullable Object payload) {
            String message = headers.getFirst("message");
            if (message != null) {
                end.complete(message);
            } else if (payload instanceof byte[] bytes) {
                heard.add(new String(bytes, StandardCharsets.UTF_8));
            }
        }

        @Override
        public void handleTransportError(StompSession session, Throwable failure) {
            end.complete(failure.toString());
        }

        String next() throws InterruptedException {
            String text = heard.poll(PATIENCE, TimeUnit.SECONDS);
            assertThat(text).as("what is heard").isNotNull();
            return String.valueOf(text);
        }
    }

    @BeforeEach
    void start() {
        client.setMessageConverter(new SimpleMessageConverter());
        client.setInboundMessageSizeLimit(1 << 20);
        visitor.start("booking-site", "en", "{\"topic\":\"Fares and booking\"}");
    }

    @AfterEach
    void leave() {
        visitor.does("leave", "");
        client.stop();
    }

    private StompSession connect(Ear ear, String chat, String token) throws Exception {
        var headers = new StompHeaders();
        headers.set("plan", "tarnwick");
        headers.set("chat", chat);
        headers.set("token", token);
        return client.connectAsync(
                        server.address().replaceFirst("^http", "ws") + "/live/visit",
                        new WebSocketHttpHeaders(),
                        headers,
                        ear)
                .get(PATIENCE, TimeUnit.SECONDS);
    }

    private StompSession connect(Ear ear) throws Exception {
        return connect(ear, Long.toString(visitor.chat()), visitor.token());
    }

    private String topic() {
        return "/topic/visit.tarnwick." + visitor.chat();
    }

    /** A subscription is in force once the server has taken what was sent after it. */
    private void subscribe(StompSession session, Ear ear) throws InterruptedException {
        session.subscribe(topic(), ear);
        for (int i = 0; i < 50 && ear.heard.isEmpty(); i++) {
            visitor.says("is anybody listening " + i);
            TimeUnit.MILLISECONDS.sleep(200);
        }
        assertThat(ear.heard).isNotEmpty();
        TimeUnit.MILLISECONDS.sleep(500);
        ear.heard.clear();
    }

    @Test
    void whatIsSaidIsHeardWithTheNumberOfWhatCameBefore() throws Exception {
        var ear = new Ear();
        var session = connect(ear);
        subscribe(session, ear);
        int last = visitor.view().path("number").asInt();
        visitor.says("one");
        visitor.says("two");
        var one = Api.json(ear.next()).path("view");
        var two = Api.json(ear.next()).path("view");
        assertThat(one.path("from").asInt()).isEqualTo(last);
        assertThat(one.path("lines").path(0).path("text").asString()).isEqualTo("one");
        assertThat(two.path("from").asInt()).isEqualTo(one.path("number").asInt());
        assertThat(two.path("lines").path(0).path("text").asString()).isEqualTo("two");
        session.disconnect();
    }

    @Test
    void aChatIsHeardByItsVisitorAlone() throws Exception {
        assertThatThrownBy(() -> connect(new Ear(), Long.toString(visitor.chat()), "guessed"))
                .isInstanceOf(ExecutionException.class);
        assertThatThrownBy(() -> connect(new Ear(), "no number", visitor.token()))
                .isInstanceOf(ExecutionException.class);
        var ear = new Ear();
        var session = connect(ear);
        session.subscribe("/topic/visit.tarnwick." + (visitor.chat() + 1), ear);
        assertThat(ear.end.get(PATIENCE, TimeUnit.SECONDS)).isNotBlank();
        for (int i = 0; i < 100 && session.isConnected(); i++) {
            TimeUnit.MILLISECONDS.sleep(100);
        }
        assertThat(session.isConnected()).isFalse();
    }

    @Test
    void nothingIsSentThroughTheWireAndNothingTooLong() throws Exception {
        var ear = new Ear();
        var sending = connect(ear);
        sending.send(topic(), "forged".getBytes(StandardCharsets.UTF_8));
        assertThat(ear.end.get(PATIENCE, TimeUnit.SECONDS)).isNotBlank();
        var other = new Ear();
        var shouting = connect(other);
        try {
            shouting.send("/topic/all", new byte[200_000]);
        } catch (MessageDeliveryException cutOff) {
            other.end.complete("cut off while it was sent");
        }
        assertThat(other.end.get(PATIENCE, TimeUnit.SECONDS)).isNotBlank();
        assertThat(visitor.says("still here").statusCode()).isEqualTo(201);
    }

    @Test
    void oneAddressHasOnlySoManyConnections() throws Exception {
        List<StompSession> sessions = new ArrayList<>();
        int refused = 0;
        for (int i = 0; i < 100; i++) {
            try {
                sessions.add(connect(new Ear()));
            } catch (ExecutionException tooMany) {
                refused++;
            }
        }
        assertThat(refused).isBetween(30, 50);
        sessions.forEach(StompSession::disconnect);
        for (int i = 0; i < 50 && !canConnect(); i++) {
            TimeUnit.MILLISECONDS.sleep(100);
        }
        assertThat(canConnect()).isTrue();
    }

    private boolean canConnect() throws Exception {
        try {
            connect(new Ear()).disconnect();
            return true;
        } catch (ExecutionException full) {
            return false;
        }
    }

    /** Whoever signs out, or is signed out, hears no more, though the connection was let in while the session stood. */
    @Test
    void aDesksConnectionEndsWithItsSession() throws Exception {
        var browser = server.browser();
        String cookie = signIn(browser);
        var ear = new Ear();
        var session = desk("tarnwick", cookie, ear);
        assertThat(session.isConnected()).isTrue();

        browser.withCsrf("DELETE", "/api/v1/session", "").ok();

        // It is asked every ten seconds.
        assertThat(ear.end.get(3 * PATIENCE, TimeUnit.SECONDS)).isNotEmpty();
        assertThat(session.isConnected()).isFalse();
    }

    private static String signIn(Api browser) {
        browser.get("/api/v1/session").ok();
        var signedIn = browser.postWithCsrf(
                        "/api/v1/session", "{\"name\":\"operator\",\"password\":\"ferry-demo-2026\"}")
                .ok();
        browser.get("/api/v1/session"); // the CSRF token is made anew at sign-in
        return signedIn.raw().headers().allValues("Set-Cookie").stream()
                .filter(header -> header.startsWith("KINETARCH_SESSION="))
                .map(header -> header.split(";", 2)[0])
                .findFirst()
                .orElseThrow();
    }

    private StompSession desk(String plan, String cookie, Ear ear) throws Exception {
        var handshake = new WebSocketHttpHeaders();
        handshake.add("Cookie", cookie);
        var headers = new StompHeaders();
        headers.set("plan", plan);
        return client.connectAsync(server.address().replaceFirst("^http", "ws") + "/live/desk", handshake, headers, ear)
                .get(PATIENCE, TimeUnit.SECONDS);
    }

    /** A door may keep to itself what is being typed: operators hear that somebody types, and not a word of it. */
    @Test
    void whatIsBeingTypedIsHeardAsTheDoorSays() throws Exception {
        var planner = server.planner();
        var document =
                (ObjectNode) planner.get("/api/v1/plans/tarnwick/document").ok().body();
        document.path("doors").forEach(door -> ((ObjectNode) door).put("typingShown", false));
        planner.post("/api/v1/plans/document?id=typing", document.toString()).ok();
        planner.post("/api/v1/plans/typing/revisions", "{\"change\":0,\"note\":\"\"}")
                .ok();
        assertThat(heardOf("typing", "a secret")).isEqualTo("…");
        assertThat(heardOf("tarnwick", "no secret")).isEqualTo("no secret");
    }

    /** What the desk of a plan hears of what is typed in a new chat. */
    private String heardOf(String plan, String words) throws Exception {
        var browser = server.browser();
        var ear = new Ear();
        var session = desk(plan, signIn(browser), ear);
        session.subscribe("/topic/desk." + plan + ".ana-r", ear);
        String desk = "/api/v1/plans/" + plan + "/desk";
        browser.postWithCsrf(desk + "/presence", "{\"state\":\"present\",\"reason\":null}")
                .ok();
        var other = new VisitorClient(server.address(), plan, SITE);
        other.start("booking-site", "en", "{\"topic\":\"Fares and booking\"}");
        other.says("Hello");
        await().atMost(Duration.ofSeconds(PATIENCE))
                .until(() -> browser.postWithCsrf(desk + "/chats/" + other.chat() + "/accept", "")
                                .status()
                        == 204);
        other.does("typing", "{\"text\":\"" + words + "\"}");
        var heard = Api.json(ear.next()).path("typing");
        while (heard.isNull() || heard.path("chat").asLong() != other.chat()) {
            heard = Api.json(ear.next()).path("typing");
        }
        other.does("leave", "");
        browser.postWithCsrf(desk + "/presence", "{\"state\":\"gone\",\"reason\":null}")
                .ok();
        session.disconnect();
        return heard.path("text").asString();
    }
}
