package io.kinetarch.browser;

import java.io.IOException;
import java.net.BindException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * A port of this machine that nobody listens at, and that nobody else was given who has not begun to listen yet. It is none of those that
 * systems give to outgoing connections (from 32768 on, Linux's default), as one of them might get it before the application has started.
 */
final class FreePort {
    private static final int FIRST = 20_000;
    private static final int HOW_MANY = 12_000;

    /** More than one process is given. Those that run at the same time, one begun soon after the other, each have a stretch of their own. */
    private static final int OF_A_PROCESS = 250;

    private static final AtomicInteger NEXT =
            new AtomicInteger((int) (ProcessHandle.current().pid() * OF_A_PROCESS % HOW_MANY));

    private FreePort() {}

    static int next() throws IOException {
        while (true) {
            int port = FIRST + NEXT.getAndIncrement() % HOW_MANY;
            try (var socket = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
                return socket.getLocalPort();
            } catch (BindException taken) {
                // another one is tried
            }
        }
    }
}
