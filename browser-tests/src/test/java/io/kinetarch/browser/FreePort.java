package io.kinetarch.browser;

import java.io.IOException;
import java.net.BindException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.util.concurrent.ThreadLocalRandom;

/**
 * A port of this machine that nobody listens at. It is none of those that systems give to outgoing connections (from 32768 on, Linux's
 * default), as one of them might get it before the application has started.
 */
final class FreePort {
    private static final int FIRST = 20_000;
    private static final int END = 32_000;

    private FreePort() {}

    static int next() throws IOException {
        while (true) {
            int port = ThreadLocalRandom.current().nextInt(FIRST, END);
            try (var socket = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
                return socket.getLocalPort();
            } catch (BindException taken) {
                // another one is tried
            }
        }
    }
}
