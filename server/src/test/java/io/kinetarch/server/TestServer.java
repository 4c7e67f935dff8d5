package io.kinetarch.server;

import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.net.BindException;
import java.net.ServerSocket;
import java.net.http.HttpClient;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * The real application with the demo, on a database of its own in the loopback PostgreSQL, started once for all tests of a
 * process.
 */
public final class TestServer {
    /** A Wednesday in whose week and the next nothing special is, and the time that the server takes it to be. */
    public static final LocalDate TODAY = LocalDate.of(2026, 12, 2);

    /** So many days of finished chats, for whatever counts them. */
    private static final int PAST_DAYS = 2;

    private static final Duration LEARNED = Duration.ofMinutes(2);
    private static final String DATABASE = System.getProperty("kinetarch.test-database", "kinetarch_server_test");
    public static final String HOOK_KEY = "a key of the tests' wallboard";

    private static final TestServer RUNNING = start();

    private final ConfigurableApplicationContext context;
    private final int port;
    private final int sitePort;
    private final int hookPort;
    private final String token;

    private TestServer(ConfigurableApplicationContext context, int port, int sitePort, int hookPort, String token) {
        this.context = context;
        this.port = port;
        this.sitePort = sitePort;
        this.hookPort = hookPort;
        this.token = token;
    }

    public static TestServer running() {
        return RUNNING;
    }

    /** A client that presents the planner's API token. */
    public Api planner() {
        return new Api(HttpClient.newHttpClient(), port, token);
    }

    /** A client that presents some token. */
    public Api withToken(String other) {
        return new Api(HttpClient.newHttpClient(), port, other);
    }

    /** A client with cookies of its own, signed in with one of the demo's accounts. */
    public Api signedIn(String account) {
        var browser = browser();
        browser.get("/api/v1/session");
        browser.postWithCsrf("/api/v1/session", "{\"name\":\"" + account + "\",\"password\":\"ferry-demo-2026\"}")
                .ok();
        browser.get("/api/v1/session"); // the CSRF token is made anew at sign-in
        return browser;
    }

    /** Puts a part beside those of the running application. */
    public void add(Object part) {
        context.getBeanFactory().registerSingleton(part.getClass().getName(), part);
    }

    /** What phrases mean is worked out beside all else; until it is, the demo's bot answers by words alone. */
    public void untilTernHasLearned() {
        await().atMost(LEARNED)
                .until(() -> planner()
                        .get("/api/v1/plans/tarnwick/bots/tern/quality")
                        .ok()
                        .body()
                        .path("learning")
                        .isNull());
    }

    public String address() {
        return "http://127.0.0.1:" + port;
    }

    /** Where the stand-in site is. */
    public String site() {
        return "http://127.0.0.1:" + sitePort;
    }

    /** Where the wallboard is told of chats; nobody listens there but in tests that do. */
    public int hookPort() {
        return hookPort;
    }

    public String plannersToken() {
        return token;
    }

    /** A client with cookies of its own, signed in by nobody yet. */
    public Api browser() {
        return Api.withCookies(port);
    }

    public <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    /** One of those that systems do not give to outgoing connections, which might get it before the server listens there. */
    private static int freePort() throws IOException {
        while (true) {
            try (var socket = new ServerSocket(ThreadLocalRandom.current().nextInt(20_000, 32_000))) {
                return socket.getLocalPort();
            } catch (BindException taken) {
                // another one is tried
            }
        }
    }

    private static TestServer start() {
        try {
            run("start");
            // an interrupted run may have left one that is in use
            run("psql_admin", "-qc", "drop database if exists " + DATABASE + " with (force)");
            run("psql", "-qc", "create database " + DATABASE);
            String url = run("url").replaceFirst("/[^/]*$", "/" + DATABASE);
            String password = Files.readString(Path.of(run("password-file"))).strip();
            Path tokenFile = Files.createTempDirectory("kinetarch-test").resolve("demo-token");
            int mailPort = freePort();
            int sitePort = freePort();
            int hookPort = freePort();
            var application = new SpringApplication(KinetarchApplication.class);
            if (Exchanges.WANTED) {
                application.addPrimarySources(List.of(Exchanges.class));
            }
            var context = application.run(
                    "--spring.profiles.active=demo",
                    "--server.port=0",
                    "--spring.datasource.url=" + url,
                    "--spring.datasource.username=kinetarch",
                    "--spring.datasource.password=" + password,
                    "--kinetarch.starts-at=" + TODAY.atTime(10, 30).toInstant(ZoneOffset.UTC),
                    "--kinetarch.visitors.starts-a-minute=1000", // all tests come from one address
                    "--kinetarch.stand-in.port=" + sitePort,
                    "--kinetarch.installation.services.wallboard.address=http://127.0.0.1:" + hookPort + "/wallboard",
                    "--kinetarch.installation.services.wallboard.key=" + HOOK_KEY,
                    "--kinetarch.outgoing.look=200ms",
                    "--kinetarch.stand-in.mail-port=" + mailPort,
                    "--spring.mail.host=127.0.0.1",
                    "--spring.mail.port=" + mailPort,
                    "--kinetarch.mail.look=200ms",
                    "--kinetarch.demo.past-days=" + PAST_DAYS,
                    "--kinetarch.roster.cover-time=2s",
                    "--kinetarch.roster.search-time=6s",
                    "--kinetarch.questions.weeks=10",
                    "--kinetarch.demo.token-file=" + tokenFile);
            int port = Integer.parseInt(context.getEnvironment().getRequiredProperty("local.server.port"));
            return new TestServer(
                    context,
                    port,
                    sitePort,
                    hookPort,
                    Files.readString(tokenFile).strip());
        } catch (IOException e) {
            throw new IllegalStateException("the application under test did not start", e);
        }
    }

    private static String run(String... arguments) throws IOException {
        var command = new ArrayList<String>();
        command.add(
                Path.of("../launcher/postgres.sh").toAbsolutePath().normalize().toString());
        command.addAll(List.of(arguments));
        Path out = Files.createTempFile("kinetarch", ".out");
        var process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(out.toFile())
                .start();
        try {
            if (!process.waitFor(120, TimeUnit.SECONDS) || process.exitValue() != 0) {
                throw new IOException(command + " failed: " + Files.readString(out));
            }
            return Files.readString(out, StandardCharsets.UTF_8).strip();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("interrupted", e);
        } finally {
            Files.delete(out);
        }
    }
}
