package io.kinetarch.browser;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonElement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * Live chats while servers are killed, the database is stopped and another revision goes live: every message is there once and in
 * order, whoever held a chat holds it, and who waited waits.
 */
@Tag("alone")
class LiveFaultsIT {
    private static final String DATABASE = "kinetarch_live_faults";
    private static final int HELD = 3;
    private static final int WAITING = 4;
    /** What is promised is five seconds; machines here are sometimes half as fast. */
    private static final Duration TAKEN_OVER = Duration.ofSeconds(15);

    /** Where the chats are: visitors who write, and what they wrote. */
    private static final class Talks implements AutoCloseable {
        final List<LiveClient> visitors = new ArrayList<>();
        private final List<List<String>> written = new ArrayList<>();
        private final List<Future<?>> writers = new ArrayList<>();
        private final AtomicBoolean over = new AtomicBoolean();
        private final ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor();

        void add(LiveClient visitor) {
            visitors.add(visitor);
            var mine = new ArrayList<String>();
            written.add(mine);
            writers.add(threads.submit(() -> {
                for (int i = 0; !over.get(); i++) {
                    visitor.says("word " + i);
                    mine.add("word " + i);
                    TimeUnit.MILLISECONDS.sleep(600); // within what one chat may send
                }
                return null;
            }));
        }

        /** The operator stays there and answers those who have them, so that no timeout takes a chat away meanwhile. */
        void answeredBy(LiveClient operator) {
            writers.add(threads.submit(() -> {
                while (!over.get()) {
                    operator.atDesk("presence", "{\"state\":\"present\"}");
                    for (int i = 0; i < HELD; i++) {
                        reply(operator, visitors.get(i).chat());
                    }
                    TimeUnit.SECONDS.sleep(10);
                }
                return null;
            }));
        }

        /** Stops writing and checks what is there. */
        void areWhole() throws Exception {
            over.set(true);
            for (var writer : writers) {
                writer.get(120, TimeUnit.SECONDS);
            }
            for (int i = 0; i < visitors.size(); i++) {
                assertThat(written.get(i)).hasSizeGreaterThan(3);
                assertThat(visitors.get(i).lines("visitor")).as("chat %d", i).containsExactlyElementsOf(written.get(i));
            }
        }

        @Override
        public void close() {
            over.set(true);
            threads.shutdownNow();
        }
    }

    @Test
    void nothingIsLostOrDoubledWhateverDies() throws Exception {
        try (var gateway = new Gateway()) {
            var first = start(gateway, Application.startDemo(DATABASE, arguments(gateway)));
            var operator = new LiveClient(gateway.address());
            try (var talks = new Talks()) {
                operator.signIn("operator");
                operator.atDesk("presence", "{\"state\":\"present\"}");
                for (int i = 0; i < HELD + WAITING; i++) {
                    var visitor = new LiveClient(gateway.address());
                    visitor.start("booking-site", "Fares and booking");
                    if (i < HELD) {
                        operator.atDesk("chats/" + visitor.chat() + "/accept", "{}");
                    }
                    talks.add(visitor);
                }
                talks.answeredBy(operator);
                everybodyIsWhereTheyWere(talks);

                Application.unplugDatabase();
                TimeUnit.SECONDS.sleep(2);
                Application.plugDatabaseIn();
                everybodyIsWhereTheyWere(talks);

                goLive(gateway);
                everybodyIsWhereTheyWere(talks);

                var second = start(gateway, Application.againDemo(DATABASE, arguments(gateway)));
                first.kill();
                long killed = System.nanoTime();
                gateway.leadsNoMoreTo(first);
                var visitor = talks.visitors.getFirst();
                reply(operator, visitor.chat());
                assertThat(Duration.ofNanos(System.nanoTime() - killed)).isLessThan(TAKEN_OVER);
                everybodyIsWhereTheyWere(talks);

                second.kill();
                gateway.leadsNoMoreTo(second);
                var third = start(gateway, Application.againDemo(DATABASE, arguments(gateway)));
                try (third) {
                    everybodyIsWhereTheyWere(talks);
                    reply(operator, visitor.chat());
                    assertThat(visitor.lines("operator")).endsWith("Still here.");
                    talks.areWhole();
                }
            } finally {
                first.close();
            }
        }
    }

    private static String[] arguments(Gateway gateway) {
        return new String[] {"--kinetarch.public-address=" + gateway.address()};
    }

    private static Application start(Gateway gateway, Application application) {
        gateway.leadsTo(application);
        return application;
    }

    private static void everybodyIsWhereTheyWere(Talks talks) throws InterruptedException {
        for (int i = 0; i < talks.visitors.size(); i++) {
            var view = talks.visitors.get(i).view();
            if (i < HELD) {
                assertThat(view.get("stage").getAsString()).as("chat %d", i).isEqualTo("chat");
                assertThat(view.getAsJsonObject("operator").get("name").getAsString())
                        .isEqualTo("Ana R.");
            } else {
                assertThat(view.get("stage").getAsString()).as("chat %d", i).isEqualTo("waiting");
                assertThat(view.get("position").getAsInt()).as("chat %d", i).isEqualTo(i - HELD);
            }
        }
    }

    private static void reply(LiveClient operator, long chat) throws InterruptedException {
        operator.atDesk(
                "chats/" + chat + "/messages", "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":\"Still here.\"}");
    }

    /** A planner changes what a queue is called and takes that live. */
    private static void goLive(Gateway gateway) throws InterruptedException {
        var planner = new LiveClient(gateway.address());
        planner.signIn("planner");
        var draft = planner.get("/api/v1/plans/tarnwick/draft").json();
        var queue = draft.getAsJsonObject("plan").getAsJsonArray("queues").asList().stream()
                .map(JsonElement::getAsJsonObject)
                .filter(found -> found.get("id").getAsString().equals("lost"))
                .findFirst()
                .orElseThrow();
        queue.addProperty("name", "Lost and found");
        var edited =
                planner.put("/api/v1/plans/tarnwick/draft/queues/lost", "{\"version\":1,\"element\":" + queue + "}");
        assertThat(edited.status()).as(edited.body()).isEqualTo(200);
        var live = planner.post(
                "/api/v1/plans/tarnwick/revisions",
                "{\"change\":" + edited.json().get("change") + ",\"note\":\"Another name\"}");
        assertThat(live.status()).as(live.body()).isEqualTo(201);
    }
}
