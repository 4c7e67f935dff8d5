package io.kinetarch.server.job;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** Jobs of kinds that only this test knows, done by the running application. */
class JobsTest {
    private static final String PLAN = "tarnwick-before";
    private static final String JOBS = "/api/v1/plans/" + PLAN + "/jobs";
    private static final Duration PATIENCE = Duration.ofSeconds(30);

    private final TestServer server = TestServer.running();
    private final Api api = server.planner();
    private final Jobs jobs = server.bean(Jobs.class);

    @Test
    void aJobTellsHowFarItIsAndEndsWhereItIsCancelled() throws InterruptedException {
        var steps = new Steps();
        server.add(steps);
        jobs.start(steps.name(), PLAN);
        long id = await("RUNNING", 1).path("id").asLong();
        jobs.start(steps.name(), PLAN); // the same runs already
        steps.go.countDown();
        await("RUNNING", 2);
        server.signedIn("viewer").post(JOBS + "/" + id + "/cancellation", "").problem(403, "not-allowed", null);
        api.post(JOBS + "/" + id + "/cancellation", "").ok();
        JsonNode ended = await("CANCELLED", 2);
        assertThat(ended.path("id").asLong()).isEqualTo(id);
        assertThat(ended.path("steps").asInt()).isEqualTo(1_000_000);
        assertThat(ended.path("endedAt").isNull()).isFalse();
        api.post(JOBS + "/" + id + "/cancellation", "").problem(404, "not-found", null);

        // What somebody stopped is not started again by itself, but when it is asked for.
        jobs.offer(steps.name(), PLAN);
        assertThat(newest().path("id").asLong()).isEqualTo(id);
        jobs.start(steps.name(), PLAN);
        long again = newest().path("id").asLong();
        assertThat(again).isGreaterThan(id);
        api.post(JOBS + "/" + again + "/cancellation", "").ok();
        await("CANCELLED", 0);
    }

    /** A server that stops interrupts what it works on; the job has not failed by that. */
    @Test
    void aJobThatStopsWithItsServerIsBegunAnew() throws InterruptedException {
        var stopping = new Stopping();
        server.add(stopping);
        jobs.start(stopping.name(), PLAN);
        assertThat(await("DONE", 0).path("kind").asString()).isEqualTo(stopping.name());
        assertThat(stopping.begun.get()).isEqualTo(2);
    }

    @Test
    void aJobThatFailsSaysWhy() throws InterruptedException {
        var broken = new Broken();
        server.add(broken);
        jobs.start(broken.name(), PLAN);
        assertThat(await("FAILED", 0).path("failure").asString()).isEqualTo("the paper is used up");
    }

    @Test
    void aJobStartsOnceItsTransactionIsStored() throws InterruptedException {
        var quick = new Quick();
        server.add(quick);
        var transaction = new TransactionTemplate(server.bean(PlatformTransactionManager.class));
        transaction.executeWithoutResult(status -> {
            jobs.start(quick.name(), PLAN);
            status.setRollbackOnly();
        });
        assertThat(newest().path("kind").asString()).isNotEqualTo(quick.name());
        transaction.executeWithoutResult(_ -> {
            jobs.start(quick.name(), PLAN);
            assertThat(newest().path("kind").asString()).isNotEqualTo(quick.name());
        });
        assertThat(await("DONE", 0).path("kind").asString()).isEqualTo(quick.name());
    }

    /** An instance leaves what it does not know to others, and whoever asked can end it all the same. */
    @Test
    void aJobOfAnUnknownKindIsLeftAndCanBeCancelled() throws InterruptedException {
        jobs.start("TEST_OF_A_NEWER_RELEASE", PLAN);
        Thread.sleep(1_000);
        JsonNode left = newest();
        assertThat(left.path("state").asString()).isEqualTo("WAITING");
        api.post(JOBS + "/" + left.path("id").asLong() + "/cancellation", "").ok();
        await("CANCELLED", 0);
    }

    @Test
    void jobsOfOneKindAboutDifferentThingsAllRun() throws InterruptedException {
        var steps = new Steps() {
            @Override
            public String name() {
                return "TEST_STEPS_BY_WEEK";
            }
        };
        server.add(steps);
        jobs.start(steps.name(), PLAN, "2026-12-07");
        long first = await("RUNNING", 1).path("id").asLong();
        jobs.start(steps.name(), PLAN, "2026-12-14");
        long second = newest().path("id").asLong();
        assertThat(second).isGreaterThan(first);
        await("RUNNING", 1);
        steps.go.countDown();
        api.post(JOBS + "/" + first + "/cancellation", "").ok();
        api.post(JOBS + "/" + second + "/cancellation", "").ok();
        await("CANCELLED", 0);
    }

    private JsonNode newest() {
        return api.get(JOBS).ok().body().path(0);
    }

    /** Waits until the newest job is in a state and has done so many steps. */
    private JsonNode await(String state, int done) throws InterruptedException {
        var deadline = Instant.now().plus(PATIENCE);
        JsonNode job = newest();
        while (!job.path("state").asString().equals(state) || job.path("done").asInt() < done) {
            assertThat(Instant.now()).as(job.toString()).isBefore(deadline);
            Thread.sleep(20);
            job = newest();
        }
        return job;
    }

    /** Is interrupted the first time, as by a server that stops. */
    private static class Stopping implements JobKind {
        final AtomicInteger begun = new AtomicInteger();

        @Override
        public String name() {
            return "TEST_STOPPING";
        }

        @Override
        public void run(String planId, String subject, Progress progress) {
            if (begun.incrementAndGet() == 1) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException("the server stops");
            }
        }
    }

    /** Takes a step, waits to be let go, and then steps on until it is cancelled. */
    private static class Steps implements JobKind {
        final CountDownLatch go = new CountDownLatch(1);

        @Override
        public String name() {
            return "TEST_STEPS";
        }

        @Override
        public void run(String planId, String subject, Progress progress) {
            progress.report(1, 1_000_000);
            try {
                assertThat(go.await(PATIENCE.toSeconds(), TimeUnit.SECONDS)).isTrue();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException(e);
            }
            for (int step = 2; step < 1_000_000; step++) {
                progress.report(step, 1_000_000);
            }
        }
    }

    private static final class Broken implements JobKind {
        @Override
        public String name() {
            return "TEST_BROKEN";
        }

        @Override
        public void run(String planId, String subject, Progress progress) {
            throw new IllegalStateException("the paper is used up");
        }
    }

    private static final class Quick implements JobKind {
        @Override
        public String name() {
            return "TEST_QUICK";
        }

        @Override
        public void run(String planId, String subject, Progress progress) {
            progress.report(1, 1);
        }
    }
}
