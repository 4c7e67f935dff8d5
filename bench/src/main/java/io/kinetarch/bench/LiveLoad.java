package io.kinetarch.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.LongAdder;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.HdrHistogram.ConcurrentHistogram;

/**
 * A load of live chats on an empty installation, from a process of its own: visitors and operators who write, each hearing over a
 * connection that stays open, and then visitors on the site whose door stays closed. Started by {@code ./kinetarch bench live}.
 */
public final class LiveLoad {
    private static final int OPERATORS = 20;
    private static final int CHATS = Integer.getInteger("kinetarch.load.chats", 2_000);
    private static final int MESSAGES_A_SECOND = Integer.getInteger("kinetarch.load.messages", 400);
    private static final int SECONDS = Integer.getInteger("kinetarch.load.seconds", 60);
    /** A server that has just started is many times slower, and what it cannot keep up with then would be measured later. */
    private static final int WARM_UP_SECONDS = 120;

    /** As in a morning, more and more come. */
    private static final int STEPS_OF_WARM_UP = 4;

    private static final int PAGES = 10_000;
    private static final int PAGE_ASKS_EVERY_SECONDS = 12;
    private static final String PLAN = LargePlan.PATH;
    private static final String NL = System.lineSeparator();
    /** As much of an answer as is looked at. */
    private static final Pattern STARTED = Pattern.compile("\"chat\":(\\d+),\"token\":\"([^\"]+)\"");

    private static final Pattern ANSWERS = Pattern.compile("\"operator\":\\{\"name\":\"(op\\d+)\"");
    private static final Pattern LINE =
            Pattern.compile("\"from\":\"(visitor|operator)\"[^}]*?\"text\":\"sent (\\d+) (\\d+)\"");

    private final String address;
    private final Path process;
    private final HttpClient client = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(Duration.ofSeconds(30))
            .build();
    private final ConcurrentHistogram micros = new ConcurrentHistogram(3);
    private final Set<Long> arrived = ConcurrentHashMap.newKeySet();
    private final LongAdder twice = new LongAdder();
    private final LongAdder refused = new LongAdder();
    private final List<Chat> chats = new ArrayList<>();

    private record Chat(long id, String token, int operator) {}

    private LiveLoad(String address, String process) {
        this.address = address;
        this.process = Path.of("/proc", process);
    }

    /**
     * Runs it.
     *
     * @param arguments the installation's address, and the number of its process
     */
    public static void main(String[] arguments) throws Exception {
        new LiveLoad(arguments[0], arguments[1]).run();
    }

    private void run() throws Exception {
        var admin = LoadSession.ofFirst(address, "rope ladder at noon", LivePlan.of(OPERATORS, 1 + CHATS / OPERATORS));
        admin.send("POST", PLAN + "/revisions", "{\"change\":0,\"note\":\"Load\"}");
        var desks = new ArrayList<LoadSession>();
        for (int i = 0; i < OPERATORS; i++) {
            admin.send(
                    "POST",
                    "/api/v1/accounts",
                    "{\"name\":\"" + LivePlan.name(i)
                            + "\",\"displayName\":\"Op\",\"role\":\"OPERATOR\",\"password\":\"rope ladder"
                            + " at noon\"}");
            var desk = LoadSession.of(address, LivePlan.name(i), "rope ladder at noon");
            desk.send("POST", PLAN + "/desk/presence", "{\"state\":\"present\"}");
            StompEar.open(
                    client,
                    address,
                    "/live/desk",
                    desk.cookies(),
                    Map.of("plan", "main"),
                    "/topic/desk.main." + LivePlan.name(i),
                    frame -> heard(frame, "visitor"));
            desks.add(desk);
        }
        startChats();
        System.out.printf("%d chats are open with %d operators%s", chats.size(), OPERATORS, NL);
        try (var threads = Executors.newVirtualThreadPerTaskExecutor()) {
            for (int step = 1; step <= STEPS_OF_WARM_UP; step++) {
                int rate = MESSAGES_A_SECOND * step / STEPS_OF_WARM_UP;
                write(threads, desks, WARM_UP_SECONDS / STEPS_OF_WARM_UP, rate);
            }
            micros.reset();
            arrived.clear();
            twice.reset();
            refused.reset();
            int sent = write(threads, desks, SECONDS, MESSAGES_A_SECOND);
            System.out.printf(
                    "%d messages a second: from sending to the other side p50 %.0f ms, p95 %.0f ms, p99 %.0f ms, most %.0f ms%s",
                    MESSAGES_A_SECOND,
                    micros.getValueAtPercentile(50) / 1e3,
                    micros.getValueAtPercentile(95) / 1e3,
                    micros.getValueAtPercentile(99) / 1e3,
                    micros.getMaxValue() / 1e3,
                    NL);
            System.out.printf(
                    "%d sent, %d arrived, %d twice, %d refused%s",
                    sent, arrived.size(), twice.sum(), refused.sum(), NL);
            lookAtTheDoor(threads);
        }
        System.exit(0); // thousands of connections are open
    }

    private void startChats() throws Exception {
        for (int i = 0; i < CHATS; i++) {
            String started =
                    visitor("POST", "/doors/" + LivePlan.DOOR + "/chats", "", """
                    {"key":"%s","language":"en","page":null,"returning":false,"consents":["consent"],"answers":{},"facts":{}}""".formatted(UUID.randomUUID()));
            var found = find(STARTED, started);
            long id = Long.parseLong(found.group(1));
            String token = found.group(2);
            var operator = find(ANSWERS, visitor("GET", "/chats/" + id, token, ""));
            chats.add(new Chat(id, token, Integer.parseInt(operator.group(1).substring(2))));
            StompEar.open(
                    client,
                    address,
                    "/live/visit",
                    "",
                    Map.of("plan", "main", "chat", Long.toString(id), "token", token),
                    "/topic/visit.main." + id,
                    frame -> heard(frame, "operator"));
        }
    }

    private static Matcher find(Pattern pattern, String text) throws IOException {
        var matcher = pattern.matcher(text);
        if (!matcher.find()) {
            throw new IOException("unexpected: " + text);
        }
        return matcher;
    }

    /** Somebody writes at even steps, visitors and operators in turn; how much was sent. */
    private int write(ExecutorService threads, List<LoadSession> desks, int seconds, int rate)
            throws InterruptedException {
        var sent = new AtomicInteger();
        var onTheWay = new AtomicInteger();
        long begun = System.nanoTime();
        int all = seconds * rate;
        for (int i = 0; i < all; i++) {
            long due = begun + i * 1_000_000_000L / rate;
            TimeUnit.NANOSECONDS.sleep(Math.max(0, due - System.nanoTime()));
            int number = i;
            var chat = chats.get(i / 2 % chats.size());
            onTheWay.incrementAndGet();
            threads.execute(() -> {
                String body = "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":\"sent "
                        + (number + (long) seconds * 10_000_000) + " " + due + "\"}";
                try {
                    if (number % 2 == 0) {
                        visitor("POST", "/chats/" + chat.id + "/messages", chat.token, body);
                    } else {
                        desks.get(chat.operator).send("POST", PLAN + "/desk/chats/" + chat.id + "/messages", body);
                    }
                    sent.incrementAndGet();
                } catch (IOException e) {
                    if (refused.sum() == 0) {
                        System.out.println("The first that was refused: " + e.getMessage());
                    }
                    refused.increment();
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                } finally {
                    onTheWay.decrementAndGet();
                }
            });
        }
        while (onTheWay.get() > 0) {
            TimeUnit.MILLISECONDS.sleep(100);
        }
        TimeUnit.SECONDS.sleep(2);
        return sent.get();
    }

    private void heard(String frame, String from) {
        long now = System.nanoTime();
        var line = LINE.matcher(frame);
        while (line.find()) {
            if (line.group(1).equals(from)) {
                if (arrived.add(Long.valueOf(line.group(2)))) {
                    micros.recordValue(Math.max(0, (now - Long.parseLong(line.group(3))) / 1000));
                } else {
                    twice.increment();
                }
            }
        }
    }

    /** Pages on which the door is closed ask how it stands, as they do in browsers. */
    private void lookAtTheDoor(ExecutorService threads) throws Exception {
        long memory = residentMegabytes();
        double before = cpuSeconds();
        long begun = System.nanoTime();
        int rate = PAGES / PAGE_ASKS_EVERY_SECONDS;
        int all = rate * SECONDS;
        var failed = new LongAdder();
        for (int i = 0; i < all; i++) {
            long due = begun + i * 1_000_000_000L / rate;
            TimeUnit.NANOSECONDS.sleep(Math.max(0, due - System.nanoTime()));
            threads.execute(() -> {
                try {
                    visitor("GET", "/doors/" + LivePlan.DOOR + "/now?language=en", "", "");
                } catch (IOException e) {
                    failed.increment();
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                }
            });
        }
        double seconds = (System.nanoTime() - begun) / 1e9;
        System.out.printf(
                "%d pages with the door closed: %.0f %% of a core, %d MB more, %d asked in vain%s",
                PAGES, 100 * (cpuSeconds() - before) / seconds, residentMegabytes() - memory, failed.sum(), NL);
    }

    private String visitor(String method, String path, String token, String body)
            throws IOException, InterruptedException {
        var request = HttpRequest.newBuilder(URI.create(address + "/visit/main" + path))
                .timeout(Duration.ofSeconds(30))
                .header("Content-Type", "application/json")
                .method(method, body.isEmpty() ? BodyPublishers.noBody() : BodyPublishers.ofString(body));
        if (!token.isEmpty()) {
            request.header("X-Chat-Token", token);
        }
        var response = client.send(request.build(), BodyHandlers.ofString());
        if (response.statusCode() >= 300) {
            throw new IOException(path + ": " + response.statusCode() + " " + response.body());
        }
        return response.body();
    }

    /** User and system time of the server, from Linux' own count in hundredths. */
    private double cpuSeconds() throws IOException {
        String[] fields = Files.readString(process.resolve("stat"))
                .replaceFirst(".*\\) ", "")
                .split(" ", -1);
        return (Long.parseLong(fields[11]) + Long.parseLong(fields[12])) / 100.0;
    }

    private long residentMegabytes() throws IOException {
        return Files.readAllLines(process.resolve("status")).stream()
                .filter(line -> line.startsWith("VmRSS:"))
                .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")) / 1024)
                .findFirst()
                .orElse(0);
    }
}
