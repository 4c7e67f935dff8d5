package io.kinetarch.browser;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonElement;
import com.google.gson.JsonParser;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Two instances that tell their visitors and desks of news through one external broker. */
class StompBrokerIT {
    private static final String DATABASE = "kinetarch_broker";
    private static final int WORDS = 40;

    /** Hears a chat over STOMP 1.2 (stomp.github.io) by the JDK's own client; lines by their numbers, as a page keeps them. */
    private static final class Ear implements WebSocket.Listener {
        final Map<Integer, String> lines = new ConcurrentSkipListMap<>();
        private final StringBuilder frame = new StringBuilder();
        private final String destination;

        private Ear(String destination) {
            this.destination = destination;
        }

        static Ear of(String address, LiveClient visitor) {
            var ear = new Ear("/topic/visit.tarnwick." + visitor.chat());
            var socket = HttpClient.newHttpClient()
                    .newWebSocketBuilder()
                    .subprotocols("v12.stomp")
                    .buildAsync(URI.create(address.replaceFirst("^http", "ws") + "/live/visit"), ear)
                    .join();
            send(
                            socket,
                            "CONNECT",
                            "accept-version:1.2",
                            "host:kinetarch",
                            "plan:tarnwick",
                            "chat:" + visitor.chat(),
                            "token:" + visitor.token())
                    .join();
            return ear;
        }

        private static CompletableFuture<WebSocket> send(WebSocket socket, String command, String... headers) {
            return socket.sendText(command + "\n" + String.join("\n", headers) + "\n\n\0", true);
        }

        @Override
        public @Nullable CompletionStage<?> onText(WebSocket socket, CharSequence part, boolean last) {
            frame.append(part);
            if (last) {
                String text = frame.toString();
                frame.setLength(0);
                socket.request(1);
                if (text.startsWith("CONNECTED")) {
                    // Before that a broker of others takes no subscription.
                    return send(socket, "SUBSCRIBE", "id:0", "destination:" + destination);
                }
                if (text.startsWith("MESSAGE")) {
                    hear(text.substring(text.indexOf("\n\n") + 2, text.lastIndexOf('\0')));
                }
            } else {
                socket.request(1);
            }
            return null;
        }

        private void hear(String body) {
            var view = JsonParser.parseString(body).getAsJsonObject().get("view");
            if (view.isJsonObject()) {
                for (JsonElement line : view.getAsJsonObject().getAsJsonArray("lines")) {
                    var said = line.getAsJsonObject();
                    lines.put(said.get("number").getAsInt(), said.get("text").getAsString());
                }
            }
        }
    }

    @Test
    void whoeverIsConnectedWhereverHearsEveryWordOnceAndInOrder() throws Exception {
        try (var broker = StompBroker.start();
                var first = Application.startDemo(DATABASE, "--kinetarch.stomp-broker.address=" + broker.address());
                var second = Application.againDemo(DATABASE, "--kinetarch.stomp-broker.address=" + broker.address())) {
            var operator = new LiveClient(first.address());
            operator.signIn("operator");
            operator.atDesk("presence", "{\"state\":\"present\"}");
            var visitor = new LiveClient(second.address());
            visitor.start("booking-site", "Fares and booking");
            operator.atDesk("chats/" + visitor.chat() + "/accept", "");
            var here = Ear.of(second.address(), visitor);
            var there = Ear.of(first.address(), visitor);
            // A subscription is in force at some moment after it was asked for.
            for (int i = 0; here.lines.isEmpty() || there.lines.isEmpty(); i++) {
                assertThat(i).as("words that nobody has heard").isLessThan(100);
                visitor.says("Can you hear me?");
                TimeUnit.MILLISECONDS.sleep(200);
            }
            var written = new ArrayList<String>();
            for (int i = 0; i < WORDS; i++) {
                visitor.says("word " + i);
                written.add("word " + i);
                TimeUnit.MILLISECONDS.sleep(500); // within what one chat may send
            }
            for (Ear ear : List.of(here, there)) {
                for (int i = 0; i < 100 && !ear.lines.containsValue("word " + (WORDS - 1)); i++) {
                    TimeUnit.MILLISECONDS.sleep(100);
                }
                assertThat(new TreeMap<>(ear.lines).values()).endsWith(written.toArray(String[]::new));
            }
        }
    }
}
