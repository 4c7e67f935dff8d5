package io.kinetarch.browser;

import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;

/** RabbitMQ of Debian's packages as a STOMP broker on loopback, with everything it keeps in a folder of its own. */
final class StompBroker implements AutoCloseable {
    private static final Path PROGRAM = Path.of("/usr/lib/rabbitmq/bin/rabbitmq-server");
    private static final int MOST_SECONDS_TO_START = 120;

    private final Process process;
    private final int port;

    private StompBroker(Process process, int port) {
        this.process = process;
        this.port = port;
    }

    static StompBroker start() throws IOException, InterruptedException {
        var home = Files.createTempDirectory("kinetarch-broker");
        int port = FreePort.next();
        Files.writeString(home.resolve("enabled_plugins"), "[rabbitmq_stomp].\n");
        Files.writeString(home.resolve("rabbitmq.conf"), "stomp.listeners.tcp.1 = 127.0.0.1:" + port + "\n");
        Path log = Path.of("target", "stomp-broker.log");
        Files.createDirectories(log.toAbsolutePath().getParent());
        var command =
                new ProcessBuilder(PROGRAM.toString()).redirectErrorStream(true).redirectOutput(log.toFile());
        var settings = command.environment();
        settings.put("HOME", home.toString());
        settings.put("RABBITMQ_NODENAME", "kinetarch-test@localhost");
        settings.put("RABBITMQ_NODE_IP_ADDRESS", "127.0.0.1");
        settings.put("RABBITMQ_NODE_PORT", Integer.toString(FreePort.next()));
        settings.put("RABBITMQ_DIST_PORT", Integer.toString(FreePort.next()));
        settings.put("ERL_EPMD_ADDRESS", "127.0.0.1");
        settings.put("ERL_EPMD_PORT", Integer.toString(FreePort.next()));
        settings.put("RABBITMQ_MNESIA_BASE", home.resolve("mnesia").toString());
        settings.put("RABBITMQ_LOG_BASE", home.resolve("log").toString());
        settings.put("RABBITMQ_SCHEMA_DIR", home.resolve("schema").toString());
        settings.put("RABBITMQ_GENERATED_CONFIG_DIR", home.resolve("config").toString());
        settings.put(
                "RABBITMQ_ENABLED_PLUGINS_FILE", home.resolve("enabled_plugins").toString());
        settings.put("RABBITMQ_CONFIG_FILE", home.resolve("rabbitmq.conf").toString());
        var broker = new StompBroker(command.start(), port);
        broker.awaitReady(log);
        return broker;
    }

    String address() {
        return "127.0.0.1:" + port;
    }

    private void awaitReady(Path log) throws IOException, InterruptedException {
        for (int tenth = 0; tenth < 10 * MOST_SECONDS_TO_START && process.isAlive(); tenth++) {
            try (var socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
                if (socket.isConnected()) {
                    return;
                }
            } catch (IOException notYet) {
                TimeUnit.MILLISECONDS.sleep(100);
            }
        }
        close();
        throw new IOException("the broker did not start:\n" + Files.readString(log));
    }

    @Override
    public void close() {
        process.descendants().forEach(ProcessHandle::destroy);
        process.destroy();
    }
}
