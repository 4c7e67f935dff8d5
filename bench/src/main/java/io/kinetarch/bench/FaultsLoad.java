package io.kinetarch.bench;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import org.HdrHistogram.ConcurrentHistogram;

/**
 * Floods an installation from a second process, and times what others wait for beside each flood: an editor who stores an edit and a
 * reader who fetches the draft. Started by {@code ./kinetarch bench faults}.
 */
public final class FaultsLoad {
    private static final Duration BESIDE = Duration.ofSeconds(20);
    private static final String PLAN = LargePlan.PATH;
    private static final String NL = System.lineSeparator();
    private static final int A_YEAR_OF_HALF_HOURS = 17_520;
    private static final int SIDE = 6324;

    private final String address;
    private final String password = "rope ladder at noon";

    private FaultsLoad(String address) {
        this.address = address;
    }

    /**
     * Runs it.
     *
     * @param arguments the installation's address
     */
    public static void main(String[] arguments) throws IOException, InterruptedException {
        new FaultsLoad(arguments[0]).run();
    }

    private void run() throws IOException, InterruptedException {
        LoadSession.ofFirst(address, password, LargePlan.of(1));
        List<LoadSession> sessions = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            sessions.add(LoadSession.of(address, "load", password));
        }
        var editor = new LoadEditor(sessions.removeFirst());
        var reader = sessions.removeFirst();
        System.out.printf(
                "%-58s %22s %22s   %s%s",
                "flood", "an edit, ms: 50 95 max", "the draft: 50 95 max", "answers to the flood", NL);
        beside("at rest", editor, reader, List.of());
        beside("fifty readers and four more editors", editor, reader, crowd(sessions));
        String series = forecast();
        beside("four forecasts of 70,080 values", editor, reader, times(4, sessions, "/api/v1/calc/forecast", series));
        beside("hours with 4,000 exceptions", editor, reader, times(4, sessions, "/api/v1/calc/hours", hours()));
        beside("next to no chats", editor, reader, times(4, sessions, "/api/v1/calc/staffing", tiny()));
        beside("ten users on the plan check, rules, ways and prices", editor, reader, analysts(sessions));
        beside(
                "90 MB of commas",
                editor,
                reader,
                List.of(() -> status(
                        sessions.getFirst(),
                        PLAN + "/volumes/imports?fileName=commas.csv",
                        "text/csv",
                        BodyPublishers.ofString(",".repeat(90 << 20)))));
        byte[] picture = picture();
        beside(
                "six pictures of 6324² points",
                editor,
                reader,
                sessions.stream()
                        .limit(6)
                        .<Supplier<String>>map(session -> () -> status(
                                session,
                                "/api/v1/pictures",
                                "application/octet-stream",
                                BodyPublishers.ofByteArray(picture)))
                        .toList());
        String large = "{\"name\":\"" + "a".repeat(95 << 20) + "\",\"password\":\"b\"}";
        beside("two texts of 95 MB as a sign-in", editor, reader, strangers(2, large));
        beside(
                "30 strangers who try passwords",
                editor,
                reader,
                strangers(30, "{\"name\":\"load\",\"password\":\"wrong\"}"));
    }

    /** Runs floods again and again while an editor and a reader go on, one after the other, and prints what they waited. */
    private static void beside(String what, LoadEditor editor, LoadSession reader, List<Supplier<String>> floods)
            throws InterruptedException, IOException {
        var edits = new ConcurrentHistogram(3);
        var reads = new ConcurrentHistogram(3);
        Queue<String> answers = new ConcurrentLinkedQueue<>();
        var going = new AtomicBoolean(true);
        try (var pool = Executors.newVirtualThreadPerTaskExecutor()) {
            floods.forEach(flood -> pool.execute(() -> {
                while (going.get()) {
                    answers.add(flood.get());
                }
            }));
            long end = System.nanoTime() + BESIDE.toNanos();
            while (System.nanoTime() < end) {
                long begun = System.nanoTime();
                editor.edit();
                edits.recordValue((System.nanoTime() - begun) / 1000);
                begun = System.nanoTime();
                reader.send("GET", PLAN + "/draft", "");
                reads.recordValue((System.nanoTime() - begun) / 1000);
                Thread.sleep(20);
            }
            going.set(false);
        }
        System.out.printf("%-58s %22s %22s   %s%s", what, told(edits), told(reads), counted(answers), NL);
    }

    private static String told(ConcurrentHistogram micros) {
        return "%.0f %.0f %.0f"
                .formatted(
                        micros.getValueAtPercentile(50) / 1e3,
                        micros.getValueAtPercentile(95) / 1e3,
                        micros.getMaxValue() / 1e3);
    }

    private static Map<String, Long> counted(Queue<String> answers) {
        return answers.stream().collect(Collectors.groupingBy(answer -> answer, TreeMap::new, Collectors.counting()));
    }

    private static String status(LoadSession session, String path, String type, BodyPublisher body) {
        try {
            return Integer.toString(session.ask("POST", path, type, body).statusCode());
        } catch (IOException e) {
            return "cut off";
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return "interrupted";
        }
    }

    private static Supplier<String> getting(LoadSession session, String... paths) {
        var next = new int[1];
        return () -> {
            try {
                String path = paths[next[0]++ % paths.length];
                return Integer.toString(session.ask("GET", path, "application/json", BodyPublishers.noBody())
                        .statusCode());
            } catch (IOException e) {
                return "cut off";
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return "interrupted";
            }
        };
    }

    private static List<Supplier<String>> times(int times, List<LoadSession> sessions, String path, String body) {
        return IntStream.range(0, times)
                .<Supplier<String>>mapToObj(
                        i -> () -> status(sessions.get(i), path, "application/json", BodyPublishers.ofString(body)))
                .toList();
    }

    private List<Supplier<String>> crowd(List<LoadSession> sessions) throws IOException, InterruptedException {
        var crowd = new ArrayList<Supplier<String>>();
        for (int i = 0; i < 50; i++) {
            var read = getting(sessions.get(i % sessions.size()), PLAN + "/draft/news?since=0");
            crowd.add(() -> paced(read));
        }
        for (int i = 0; i < 4; i++) {
            var editor = new LoadEditor(sessions.get(i), i + 1);
            crowd.add(() -> paced(() -> {
                try {
                    editor.edit();
                    return "200";
                } catch (IOException e) {
                    return "refused";
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    return "interrupted";
                }
            }));
        }
        return crowd;
    }

    /** As people do: something every second. */
    private static String paced(Supplier<String> step) {
        try {
            Thread.sleep(1000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        return step.get();
    }

    private static List<Supplier<String>> analysts(List<LoadSession> sessions) {
        return sessions.stream()
                .map(session -> getting(
                        session,
                        PLAN + "/findings",
                        PLAN + "/rules/analysis",
                        PLAN + "/ways",
                        PLAN + "/skill-gaps",
                        PLAN + "/week"))
                .toList();
    }

    private List<Supplier<String>> strangers(int many, String body) {
        return IntStream.range(0, many)
                .<Supplier<String>>mapToObj(_ -> {
                    var stranger = new LoadSession(address);
                    return () -> {
                        try {
                            stranger.send("GET", "/api/v1/session", "");
                        } catch (IOException e) {
                            return "cut off";
                        } catch (InterruptedException e) {
                            Thread.currentThread().interrupt();
                            return "interrupted";
                        }
                        return status(stranger, "/api/v1/session", "application/json", BodyPublishers.ofString(body));
                    };
                })
                .toList();
    }

    private static String forecast() {
        var values = IntStream.range(0, 4 * A_YEAR_OF_HALF_HOURS)
                .mapToObj(i -> Integer.toString((i * 7919 % 13) + (i % 48 > 16 && i % 48 < 40 ? 20 : 0)))
                .collect(Collectors.joining(","));
        return "{\"start\":\"2022-01-03T00:00\",\"timeZone\":\"Europe/Dublin\",\"intervalMinutes\":30,\"values\":["
                + values + "],\"horizon\":336,\"specialDays\":[],\"country\":\"IE\"}";
    }

    private static String hours() {
        var first = LocalDate.of(2026, 1, 1);
        String exceptions = IntStream.range(0, 4_000)
                .mapToObj(i -> "{\"date\":\"" + first.plusDays(i) + "\",\"name\":\"x\",\"windows\":[]}")
                .collect(Collectors.joining(","));
        return "{\"hours\":{\"timeZone\":\"Europe/Dublin\",\"roundTheClock\":false,\"weekly\":[{\"day\":\"MONDAY\",\"from\":\"09:00\","
                + "\"to\":\"17:00\"}],\"seasons\":[],\"exceptions\":[" + exceptions
                + "],\"holidays\":null},\"at\":[\"2026-12-01T10:00:00Z\"]}";
    }

    private static String tiny() {
        return "{\"arrivals\":1e-300,\"intervalSeconds\":1800,\"handlingSeconds\":420,\"patienceSeconds\":180,\"chatsAtOnce\":3,"
                + "\"slowdown\":[1.0,1.12,1.3],\"target\":{\"share\":0.8,\"withinSeconds\":30},\"maxAbandonment\":null,"
                + "\"maxOccupancy\":0.9,\"shrinkage\":0.3,\"operators\":null}";
    }

    private static byte[] picture() {
        var out = new ByteArrayOutputStream();
        try {
            ImageIO.write(new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_BYTE_GRAY), "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
