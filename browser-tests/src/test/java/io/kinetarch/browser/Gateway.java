package io.kinetarch.browser;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;

/** One address before several instances: every connection goes to the first that answers. It can be cut, as a network can. */
final class Gateway implements AutoCloseable {
    private final ServerSocket door;
    private final List<Integer> ports = new CopyOnWriteArrayList<>();
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();
    private volatile boolean cut;

    Gateway() throws IOException {
        door = new ServerSocket(0, 100, InetAddress.getLoopbackAddress());
        Thread.ofVirtual().name("gateway").start(this::accept);
    }

    String address() {
        return "http://127.0.0.1:" + door.getLocalPort();
    }

    /** Sends connections to this instance too. */
    void leadsTo(Application application) {
        ports.add(URI.create(application.address()).getPort());
    }

    void leadsNoMoreTo(Application application) {
        ports.remove(Integer.valueOf(URI.create(application.address()).getPort()));
    }

    /** Breaks every connection and lets no other through. */
    void cut() {
        cut = true;
        open.forEach(Gateway::close);
    }

    void mend() {
        cut = false;
    }

    @Override
    public void close() throws IOException {
        door.close();
        open.forEach(Gateway::close);
    }

    private void accept() {
        while (!door.isClosed()) {
            try {
                var client = door.accept();
                open.add(client);
                Thread.ofVirtual().start(() -> pass(client));
            } catch (IOException closed) {
                return;
            }
        }
    }

    private void pass(Socket client) {
        for (int port : cut ? List.<Integer>of() : ports) {
            try {
                var server = new Socket(InetAddress.getLoopbackAddress(), port);
                open.add(server);
                Thread.ofVirtual().start(() -> pump(server, client));
                pump(client, server);
                return;
            } catch (IOException notThere) {
                // the next one may be
            }
        }
        close(client);
    }

    private void pump(Socket from, Socket to) {
        try (InputStream in = from.getInputStream();
                OutputStream out = to.getOutputStream()) {
            in.transferTo(out);
        } catch (IOException broken) {
            // either side has gone, and so the other has to
        } finally {
            close(from);
            close(to);
            open.remove(from);
            open.remove(to);
        }
    }

    private static void close(Socket socket) {
        try {
            socket.close();
        } catch (IOException gone) {
            // it is closed then
        }
    }
}
