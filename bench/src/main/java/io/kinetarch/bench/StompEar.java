package io.kinetarch.bench;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** Hears one destination over STOMP 1.2, as far as a load needs it. */
final class StompEar implements WebSocket.Listener {
    private static final String NUL = "\0";

    private final Consumer<String> heard;
    private final String destination;
    private final CompletableFuture<Void> subscribed = new CompletableFuture<>();
    private final StringBuilder frame = new StringBuilder();
    private CompletableFuture<?> sent = CompletableFuture.completedFuture("nothing");

    private StompEar(String destination, Consumer<String> heard) {
        this.destination = destination;
        this.heard = heard;
    }

    /**
     * Connects and subscribes.
     *
     * @param cookies sent with the handshake; empty for none
     * @param headers of the frame by which it connects
     */
    static void open(
            HttpClient client,
            String address,
            String path,
            String cookies,
            Map<String, String> headers,
            String destination,
            Consumer<String> heard)
            throws InterruptedException, ExecutionException, TimeoutException {
        var ear = new StompEar(destination, heard);
        var builder = client.newWebSocketBuilder().subprotocols("v12.stomp");
        if (!cookies.isEmpty()) {
            builder.header("Cookie", cookies);
        }
        var socket = builder.buildAsync(URI.create(address.replaceFirst("^http", "ws") + path), ear)
                .get(30, TimeUnit.SECONDS);
        ear.send(
                socket,
                "CONNECT\naccept-version:1.2\nheart-beat:0,0\n"
                        + headers.entrySet().stream()
                                .map(header -> header.getKey() + ":" + header.getValue() + "\n")
                                .collect(Collectors.joining())
                        + "\n" + NUL);
        ear.subscribed.get(30, TimeUnit.SECONDS);
    }

    @Override
    public CompletionStage<?> onText(WebSocket socket, CharSequence data, boolean last) {
        frame.append(data);
        if (last) {
            take(socket, frame.toString());
            frame.setLength(0);
        }
        socket.request(1);
        return CompletableFuture.completedFuture(null);
    }

    /** A frame is sent only once the one before it is. */
    private synchronized void send(WebSocket socket, String text) {
        sent = sent.thenCompose(_ -> socket.sendText(text, true)).whenComplete((_, failure) -> {
            if (failure != null) {
                subscribed.completeExceptionally(failure);
            }
        });
    }

    private void take(WebSocket socket, String text) {
        if (text.startsWith("CONNECTED")) {
            send(socket, "SUBSCRIBE\nid:0\ndestination:" + destination + "\n\n" + NUL);
            subscribed.complete(null);
        } else if (text.startsWith("MESSAGE")) {
            heard.accept(text);
        } else if (text.startsWith("ERROR")) {
            subscribed.completeExceptionally(new IllegalStateException(text));
        }
    }

    @Override
    public void onError(WebSocket socket, Throwable error) {
        subscribed.completeExceptionally(error);
    }
}
