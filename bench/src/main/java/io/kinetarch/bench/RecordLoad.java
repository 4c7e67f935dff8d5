package io.kinetarch.bench;

import java.io.IOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.util.Arrays;

/**
 * A scripted load on a demo of its own: makes three years of its two weeks of finished chats, and times how long it takes to find some of
 * them and to report on them, over HTTP. Started by {@code ./kinetarch bench records}.
 */
public final class RecordLoad {
    private static final String PLAN = "/api/v1/plans/tarnwick/";
    private static final String NL = System.lineSeparator();
    private static final String THREE_YEARS = "&from=2023-12-24&until=2026-11-30";
    private static final int WARM_UP = 2;
    private static final int TIMES = 8;
    private static final int ENDED = 503;
    private static final int MOST_ASKED = 20;
    private static final long LOOK_MILLIS = 3_000;

    private final LoadSession session;

    private RecordLoad(LoadSession session) {
        this.session = session;
    }

    /**
     * Runs it.
     *
     * @param arguments the installation's address
     */
    public static void main(String[] arguments) throws IOException, InterruptedException {
        var load = new RecordLoad(LoadSession.of(arguments[0], "planner", "ferry-demo-2026"));
        load.untilAllAreCounted();
        makeThreeYears();
        load.run();
    }

    /** The demo's chats are counted a moment after it has started; they are once no more come. */
    private void untilAllAreCounted() throws IOException, InterruptedException {
        String last = "";
        String now = report("by=DAY&from=2026-11-01&until=2026-12-02");
        while (!now.equals(last) || !now.contains("\"chats\"")) {
            Thread.sleep(LOOK_MILLIS);
            last = now;
            now = report("by=DAY&from=2026-11-01&until=2026-12-02");
        }
    }

    private static void makeThreeYears() throws IOException, InterruptedException {
        var made = new ProcessBuilder(
                        System.getenv("POSTGRES"),
                        "psql_admin", // who copies without triggers and checks
                        "-d",
                        System.getenv("KINETARCH_PG_DB"),
                        "-f",
                        System.getenv("THREE_YEARS"))
                .inheritIO()
                .start();
        if (made.waitFor() != 0) {
            throw new IOException("The chats of three years could not be made; the lines above say why.");
        }
    }

    private void run() throws IOException, InterruptedException {
        untilYearsAreKept();
        for (String search : new String[] {
            "",
            "words=ferry",
            "words=wheelchair",
            "words=unicycle",
            "words=ferry%20wheelchair&language=de",
            "operator=ana-r&language=fr",
            "queue=lost&waited=300",
            "topic=Lost%20property&hour=9",
            "words=ferry&from=2026-11-20&until=2026-11-22"
        }) {
            time("records " + search, () -> session.send("GET", PLAN + "records?" + search, ""));
        }
        for (String by : new String[] {"QUEUE", "OPERATOR", "HOUR", "LABEL"}) {
            time("a month by " + by, () -> report("by=" + by + "&from=2026-11-01&until=2026-11-30"));
        }
        time(
                "two months by QUEUE",
                () -> report("by=QUEUE&from=2026-11-01&until=2026-11-30&thanFrom=2026-10-01&thanUntil=2026-10-31"));
        time("a year by QUEUE", () -> report("by=QUEUE&from=2025-12-01&until=2026-11-30"));
        for (String by : new String[] {"QUEUE", "OPERATOR", "HOUR", "LABEL"}) {
            time("three years by " + by, () -> report("by=" + by + THREE_YEARS));
        }
        time(
                "three years of a door's German chats by TOPIC",
                () -> report("by=TOPIC&door=booking-site&language=de" + THREE_YEARS));
        time("now", () -> session.send("GET", PLAN + "now", ""));
    }

    /** Days are put into columns by the first reports that ask for them; one that takes too long is ended, and what it did is kept. */
    private void untilYearsAreKept() throws IOException, InterruptedException {
        long begun = System.nanoTime();
        int asked = 1;
        while (asked < MOST_ASKED && ask().statusCode() == ENDED) {
            asked++;
        }
        System.out.printf(
                "three years by QUEUE, none kept yet: asked %d times, %.0f s%s",
                asked, (System.nanoTime() - begun) / 1e9, NL);
    }

    private HttpResponse<String> ask() throws IOException, InterruptedException {
        return session.ask("GET", PLAN + "reports?by=QUEUE" + THREE_YEARS, "application/json", BodyPublishers.noBody());
    }

    private String report(String query) throws IOException, InterruptedException {
        return session.send("GET", PLAN + "reports?" + query, "");
    }

    private interface Step {
        String take() throws IOException, InterruptedException;
    }

    private static void time(String what, Step step) throws IOException, InterruptedException {
        for (int i = 0; i < WARM_UP; i++) {
            step.take();
        }
        double[] millis = new double[TIMES];
        for (int i = 0; i < TIMES; i++) {
            long begun = System.nanoTime();
            step.take();
            millis[i] = (System.nanoTime() - begun) / 1e6;
        }
        Arrays.sort(millis);
        System.out.printf("%-55s median %6.0f ms   most %6.0f ms%s", what, millis[TIMES / 2], millis[TIMES - 1], NL);
    }
}
