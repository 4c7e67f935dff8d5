package io.kinetarch.server.demo;

import io.kinetarch.core.plan.FrontDoor;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.jspecify.annotations.Nullable;

/** A stand-in visitor and their chat. */
final class DemoGuest {
    final FrontDoor door;
    final String language;
    final String topic;
    final double patienceSeconds;
    final SplittableRandom random;
    final Instant came;
    /** What they have written to a bot. */
    final List<String> toBot = new ArrayList<>();

    long chat;
    String stage = "";

    @Nullable
    String queue;

    @Nullable
    String operator;

    List<String> ways = List.of();
    /** How often each side still speaks once an operator has the chat; below 0 while nobody has had it. */
    int exchanges = -1;

    double exchangeSeconds;
    boolean waited;
    boolean isSentOn;
    /** The next question and answer of those about the topic. */
    int next;

    DemoGuest(
            FrontDoor door,
            String language,
            String topic,
            double patienceSeconds,
            Instant came,
            SplittableRandom random) {
        this.door = door;
        this.language = language;
        this.topic = topic;
        this.patienceSeconds = patienceSeconds;
        this.came = came;
        this.random = random;
    }

    boolean is(String wanted) {
        return stage.equals(wanted);
    }

    /** Whether an operator has the chat. */
    boolean isWith(@Nullable String somebody) {
        return stage.equals("HELD") && somebody != null && somebody.equals(operator);
    }

    boolean chance(double share) {
        return random.nextDouble() < share;
    }

    /** Seconds drawn evenly. */
    double seconds(double from, double until) {
        return random.nextDouble(from, until);
    }
}
