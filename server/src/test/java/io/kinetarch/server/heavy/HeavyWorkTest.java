package io.kinetarch.server.heavy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.kinetarch.server.problem.Refusal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class HeavyWorkTest {
    private static final Duration LONG = Duration.ofMinutes(1);

    private final HeavyWork work = new HeavyWork();
    private final ExecutorService callers = Executors.newVirtualThreadPerTaskExecutor();

    @AfterEach
    void end() {
        callers.shutdownNow();
        work.destroy();
    }

    /** Whoever asks for much at once keeps only their own waiting. */
    @Test
    void oneUserLeavesRoomForOthers() throws Exception {
        var let = new CountDownLatch(1);
        var greedy = new ArrayList<Future<Boolean>>();
        for (int i = 0; i < 50; i++) {
            greedy.add(callers.submit(() -> work.run("greedy", LONG, () -> let.await(1, TimeUnit.MINUTES))));
        }
        assertThat(callers.submit(() -> work.run("modest", LONG, () -> "done")).get(10, TimeUnit.SECONDS))
                .isEqualTo("done");
        let.countDown();
        for (var one : greedy) {
            assertThat(one.get(1, TimeUnit.MINUTES)).isTrue();
        }
    }

    /** What takes too long is interrupted, and only then is its caller told: it may still be writing the answer. */
    @Test
    void whatTakesTooLongIsEnded() {
        var interrupted = new AtomicBoolean();
        assertThatThrownBy(() -> work.run("slow", Duration.ofMillis(200), () -> {
                    try {
                        return new CountDownLatch(1).await(1, TimeUnit.MINUTES);
                    } catch (InterruptedException e) {
                        interrupted.set(true);
                        throw e;
                    }
                }))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("took longer than");
        assertThat(interrupted).isTrue();
    }

    @Test
    void whatFailsFailsAsItDid() {
        assertThatThrownBy(() -> work.run("wrong", LONG, () -> {
                    throw new IllegalStateException("as it did");
                }))
                .isInstanceOf(IllegalStateException.class)
                .hasMessage("as it did");
    }
}
