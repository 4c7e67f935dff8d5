package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.NextChatFrom;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Map;

/** Orders waiting chats of several queues as an operator who could take any of them takes them. */
public final class NextChat implements Comparator<NextChat.Waiting> {
    private final NextChatFrom by;
    private final Map<QueueId, Integer> priority = new HashMap<>();
    private final Map<QueueId, Duration> within = new HashMap<>();

    /** The order that a plan's settings and queues ask for. */
    public NextChat(Plan plan) {
        by = plan.settings().nextChat();
        plan.queues().forEach(queue -> {
            priority.put(queue.id(), queue.priority());
            within.put(queue.id(), Duration.ofNanos(Math.round(queue.target().withinSeconds() * 1e9)));
        });
    }

    /** A chat that waits in a queue since an instant. */
    public record Waiting(QueueId queue, Instant since) {}

    /** Negative if the first is taken before the second. By targets the earlier deadline goes first, missed ones too. */
    @Override
    public int compare(Waiting first, Waiting second) {
        return switch (by) {
            case PRIORITY -> {
                int higher = Integer.compare(priority(second), priority(first));
                yield higher != 0 ? higher : first.since.compareTo(second.since);
            }
            case TARGET -> deadline(first).compareTo(deadline(second));
        };
    }

    private int priority(Waiting chat) {
        return known(priority, chat);
    }

    private Instant deadline(Waiting chat) {
        return chat.since.plus(known(within, chat));
    }

    private static <T> T known(Map<QueueId, T> values, Waiting chat) {
        T value = values.get(chat.queue);
        if (value == null) {
            throw new IllegalArgumentException("the plan has no queue \"" + chat.queue.value() + "\"");
        }
        return value;
    }
}
