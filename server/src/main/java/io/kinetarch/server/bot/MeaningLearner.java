package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Phrase;
import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Works out what many sentences mean, beside all else, one bot after the other. */
@Component
class MeaningLearner {
    private static final Logger LOG = LoggerFactory.getLogger(MeaningLearner.class);

    private final KnownMeanings meanings;
    private final Map<Map<String, List<Phrase>>, Run> running = new ConcurrentHashMap<>();
    private final ExecutorService thread = Executors.newSingleThreadExecutor(
            Thread.ofPlatform().name("bot-learning").daemon().factory());

    private volatile @Nullable String failure;

    MeaningLearner(KnownMeanings meanings) {
        this.meanings = meanings;
    }

    /**
     * How far it is.
     *
     * @param failure why it never will be done on this machine; null where it will
     */
    record Learning(int done, int all, @Nullable String failure) {}

    private record Run(AtomicInteger done, int all) {}

    /** Whether sentences can be understood on this machine, as far as is known. */
    boolean works() {
        return failure == null;
    }

    Optional<Learning> learning(Map<String, List<Phrase>> phrases) {
        String why = failure;
        return why != null
                ? Optional.of(new Learning(0, 0, why))
                : Optional.ofNullable(running.get(phrases))
                        .map(run -> new Learning(run.done().get(), run.all(), null));
    }

    /**
     * Learns, unless these phrases are being learned.
     *
     * @param texts all that is to be worked out for them
     * @param learned is run at the end
     */
    void learn(Map<String, List<Phrase>> phrases, List<String> texts, Runnable learned) {
        if (!works()) {
            return;
        }
        running.computeIfAbsent(phrases, _ -> {
            var run = new Run(new AtomicInteger(), texts.size());
            thread.execute(() -> work(phrases, texts, run.done(), learned));
            return run;
        });
    }

    private void work(Map<String, List<Phrase>> phrases, List<String> texts, AtomicInteger done, Runnable learned) {
        try {
            for (String text : texts) {
                if (Thread.currentThread().isInterrupted()) {
                    return;
                }
                meanings.of(text);
                done.incrementAndGet();
            }
            learned.run();
        } catch (RuntimeException | LinkageError e) {
            // Its native code is for common processors only: elsewhere bots go by words, as they do where it is
            // switched off.
            failure = String.valueOf(e.getMessage());
            LOG.error("What sentences mean cannot be worked out here; bots go by words", e);
        } finally {
            running.remove(phrases);
        }
    }

    @PreDestroy
    void stop() {
        thread.shutdownNow();
    }
}
