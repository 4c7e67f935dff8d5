package io.kinetarch.browser;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** The packaged application on a fresh database in the loopback PostgreSQL. */
final class Application implements AutoCloseable {
    /** The day that the application takes it to be, a Wednesday. */
    static final LocalDate TODAY = LocalDate.of(2026, 12, 2);

    private static final int MOST_SECONDS_TO_START = 180;
    private static final Path ROOT =
            Path.of(System.getProperty("kinetarch.root", "..")).toAbsolutePath().normalize();

    private final Process process;
    private final String address;

    private Application(Process process, String address) {
        this.process = process;
        this.address = address;
    }

    /**
     * Starts it and waits until it answers.
     *
     * @param database made anew
     * @param arguments further arguments of the application
     */
    static Application start(String database, String... arguments) throws IOException, InterruptedException {
        launcher("start");
        launcher(
                "psql",
                "-qc",
                "drop database if exists " + database + " with (force)",
                "-c",
                "create database " + database);
        return again(database, arguments);
    }

    /** Starts it on a database that another one has left. */
    static Application again(String database, String... arguments) throws IOException, InterruptedException {
        int port = freePort();
        var command = new ArrayList<>(List.of(
                ProcessHandle.current().info().command().orElseThrow(),
                "-jar",
                System.getProperty("kinetarch.jar"),
                "--server.port=" + port,
                "--spring.datasource.url=" + launcher("url").replaceFirst("/[^/]*$", "/" + database),
                "--spring.datasource.username=kinetarch",
                "--spring.datasource.password="
                        + Files.readString(Path.of(launcher("password-file"))).strip(),
                "--kinetarch.starts-at=" + TODAY.atTime(10, 30).toInstant(ZoneOffset.UTC),
                "--kinetarch.roster.cover-time=3s",
                "--kinetarch.roster.search-time=10s",
                "--kinetarch.demo.token-file=" + Path.of("target/demo-token").toAbsolutePath()));
        command.addAll(List.of(arguments));
        Path log = Path.of("target", database + ".log");
        Files.createDirectories(log.toAbsolutePath().getParent());
        var process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
        var application = new Application(process, "http://127.0.0.1:" + port);
        application.awaitReady(log);
        return application;
    }

    String address() {
        return address;
    }

    /** Ends it as a power cut would. */
    void kill() throws InterruptedException {
        process.destroyForcibly();
        process.waitFor();
    }

    /** Stops the database under it. */
    static void unplugDatabase() throws IOException, InterruptedException {
        launcher("stop");
    }

    static void plugDatabaseIn() throws IOException, InterruptedException {
        launcher("start");
    }

    @Override
    public void close() {
        process.destroy();
        try {
            if (!process.waitFor(30, TimeUnit.SECONDS)) {
                process.destroyForcibly();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            process.destroyForcibly();
        }
    }

    private void awaitReady(Path log) throws IOException, InterruptedException {
        var health =
                HttpRequest.newBuilder(URI.create(address + "/actuator/health")).build();
        try (var client = HttpClient.newHttpClient()) {
            for (int tenth = 0; tenth < 10 * MOST_SECONDS_TO_START && process.isAlive(); tenth++) {
                try {
                    if (client.send(health, BodyHandlers.discarding()).statusCode() == 200) {
                        return;
                    }
                } catch (IOException notYet) {
                    // nothing listens before the application is up
                }
                TimeUnit.MILLISECONDS.sleep(100);
            }
        }
        process.destroyForcibly();
        throw new IOException("the application did not start:\n" + Files.readString(log));
    }

    private static String launcher(String... arguments) throws IOException, InterruptedException {
        var command = new ArrayList<String>();
        command.add(ROOT.resolve("launcher/postgres.sh").toString());
        command.addAll(List.of(arguments));
        Path out = Files.createTempFile("kinetarch", ".out");
        var run = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(out.toFile())
                .start();
        if (!run.waitFor(120, TimeUnit.SECONDS) || run.exitValue() != 0) {
            throw new IOException(command + " failed: " + Files.readString(out));
        }
        return Files.readString(out).strip();
    }

    private static int freePort() throws IOException {
        try (var socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }
}
