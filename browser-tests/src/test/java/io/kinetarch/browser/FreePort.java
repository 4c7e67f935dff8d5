package io.kinetarch.browser;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;

/** A port of this machine that nobody listens at. */
final class FreePort {
    private FreePort() {}

    static int next() throws IOException {
        try (var socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }
}
