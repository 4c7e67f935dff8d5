package io.kinetarch.bench;

import io.kinetarch.core.bot.Phrase;
import io.kinetarch.core.bot.Understanding;
import io.kinetarch.core.bot.Understood;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Learning 200 topics of 20 phrases, and understanding with them. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 5)
@Measurement(iterations = 2, time = 10)
public class UnderstandingBench {
    private static final int TOPICS = 200;
    private static final int PHRASES = 20;
    private static final int WORDS_OF_A_TOPIC = 12;
    private static final int WORDS_OF_A_PHRASE = 8;
    private static final int WORDS = 800;
    private static final int LONGEST_WORD = 10;
    private static final int SHORTEST_WORD = 3;

    private final List<Phrase> phrases = new ArrayList<>();
    private Understanding understanding = Understanding.of(Map.of());
    private int next;

    /** Draws words, topics of some of them, and phrases half of whose words are their topic's. */
    @Setup
    public void draw() {
        var random = new Random(3);
        var words = IntStream.range(0, WORDS).mapToObj(_ -> word(random)).toList();
        for (int topic = 0; topic < TOPICS; topic++) {
            var own = IntStream.range(0, WORDS_OF_A_TOPIC)
                    .mapToObj(_ -> words.get(random.nextInt(WORDS)))
                    .toList();
            for (int i = 0; i < PHRASES; i++) {
                phrases.add(new Phrase(
                        "topic" + topic,
                        IntStream.range(0, WORDS_OF_A_PHRASE)
                                .mapToObj(_ -> random.nextBoolean()
                                        ? own.get(random.nextInt(WORDS_OF_A_TOPIC))
                                        : words.get(random.nextInt(WORDS)))
                                .collect(Collectors.joining(" "))));
            }
        }
        understanding = Understanding.of(Map.of("en", phrases));
    }

    private static String word(Random random) {
        return random.ints(SHORTEST_WORD + random.nextInt(LONGEST_WORD - SHORTEST_WORD), 'a', 'z' + 1)
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
    }

    /** With how sure it may be. */
    @Benchmark
    public Understanding learn() {
        return Understanding.of(Map.of("en", phrases));
    }

    /** One text after the other. */
    @Benchmark
    public Understood understand() {
        next = (next + PHRASES + 1) % phrases.size();
        return understanding.understand(phrases.get(next).text(), "en");
    }
}
