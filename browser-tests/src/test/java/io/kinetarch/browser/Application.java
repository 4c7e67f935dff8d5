package io.kinetarch.browser;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** The packaged application on a fresh database in the loopback PostgreSQL. */
final class Application implements AutoCloseable {
    /** The day that the application takes it to be, a Wednesday. */
    static final LocalDate TODAY = LocalDate.of(2026, 12, 2);

    private static final String[] WITH_DEMO = {"--spring.profiles.active=demo"};
    /** The demo as it is before anybody has done anything; loading it takes longer than starting the application. */
    private static final String UNTOUCHED = "kinetarch_untouched_demo";

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
        try (var _ = oneAtATime()) {
            prepare();
            make(database, "template1");
        }
        return again(database, arguments);
    }

    /** Starts it with the demo. */
    static Application startDemo(String database, String... arguments) throws IOException, InterruptedException {
        try (var _ = oneAtATime()) {
            prepare();
            String release = Long.toString(Files.getLastModifiedTime(jar()).toMillis());
            String made = postgres(
                    "psql",
                    "-tAc",
                    "select shobj_description(oid, 'pg_database') from pg_database where datname = '" + UNTOUCHED
                            + "'");
            if (!made.equals(release)) {
                make(UNTOUCHED, "template1");
                again(UNTOUCHED, WITH_DEMO).close();
                postgres("psql", "-qc", "comment on database " + UNTOUCHED + " is '" + release + "'");
            }
            make(database, UNTOUCHED);
        }
        return againDemo(database, arguments);
    }

    /** Starts the demo on a database that another one has left. */
    static Application againDemo(String database, String... arguments) throws IOException, InterruptedException {
        return again(
                database, Stream.of(WITH_DEMO, arguments).flatMap(Stream::of).toArray(String[]::new));
    }

    /** Walks run beside each other, and all begin with what is made once. */
    private static FileChannel oneAtATime() throws IOException {
        Path lock = ROOT.resolve(".kinetarch/walks.lock");
        Files.createDirectories(lock.getParent());
        var channel = FileChannel.open(lock, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        channel.lock(); // given back with the channel
        return channel;
    }

    /** The application unpacked, with what makes its starts fast, as users start it. */
    private static void prepare() throws IOException, InterruptedException {
        postgres("start");
        run(
                Map.of("KINETARCH_DB_URL", postgres("url"), "KINETARCH_DB_PASSWORD", password()),
                ROOT.resolve("kinetarch"),
                "prepare");
    }

    private static Path jar() {
        return ROOT.resolve(".kinetarch/app")
                .resolve(Path.of(System.getProperty("kinetarch.jar")).getFileName());
    }

    private static void make(String database, String template) throws IOException, InterruptedException {
        // an interrupted run may have left one that is in use
        postgres("psql_admin", "-qc", "drop database if exists " + database + " with (force)");
        postgres("psql", "-qc", "create database " + database + " template " + template);
    }

    /** Starts it on a database that another one has left. */
    static Application again(String database, String... arguments) throws IOException, InterruptedException {
        int port = FreePort.next();
        var command = new ArrayList<>(List.of(
                ProcessHandle.current().info().command().orElseThrow(),
                "-XX:AOTCache=" + ROOT.resolve(".kinetarch/app.aot"),
                // a server that lives for a minute does not earn back what makes a long life fast
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-jar",
                jar().toString(),
                "--server.port=" + port,
                "--spring.datasource.url=" + postgres("url").replaceFirst("/[^/]*$", "/" + database),
                "--spring.datasource.username=kinetarch",
                "--spring.datasource.password=" + password(),
                "--kinetarch.starts-at=" + TODAY.atTime(10, 30).toInstant(ZoneOffset.UTC),
                "--kinetarch.roster.cover-time=3s",
                "--kinetarch.roster.search-time=10s",
                "--kinetarch.demo.token-file="
                        + Path.of("target", database + ".token").toAbsolutePath()));
        command.addAll(List.of(arguments));
        Path log = Path.of("target", database + ".log");
        Files.createDirectories(log.toAbsolutePath().getParent());
        var builder = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log.toFile());
        // Whoever wants finished chats, or surer answers, says so by an argument, which counts more.
        builder.environment().put("KINETARCH_DEMO_PASTDAYS", "0");
        builder.environment().put("KINETARCH_QUESTIONS_WEEKS", "10");
        var process = builder.start();
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
        postgres("stop");
    }

    static void plugDatabaseIn() throws IOException, InterruptedException {
        postgres("start");
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

    private static String postgres(String... arguments) throws IOException, InterruptedException {
        return run(Map.of(), ROOT.resolve("launcher/postgres.sh"), arguments);
    }

    private static String password() throws IOException, InterruptedException {
        return Files.readString(Path.of(postgres("password-file"))).strip();
    }

    private static String run(Map<String, String> settings, Path program, String... arguments)
            throws IOException, InterruptedException {
        var command = new ArrayList<String>();
        command.add(program.toString());
        command.addAll(List.of(arguments));
        Path out = Files.createTempFile("kinetarch", ".out");
        var process = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(out.toFile());
        process.environment().putAll(settings);
        var run = process.start();
        try {
            if (!run.waitFor(120, TimeUnit.SECONDS) || run.exitValue() != 0) {
                throw new IOException(command + " failed: " + Files.readString(out));
            }
            return Files.readString(out).strip();
        } finally {
            Files.delete(out);
        }
    }
}
