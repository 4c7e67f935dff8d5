package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.NextChatFrom;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import java.util.Comparator;

/** Which of two queues goes first with an operator of both, where a chat has waited equally long in each. */
public final class QueueOrder implements Comparator<Queue> {
    private final NextChatFrom by;

    /** The order that a plan's settings ask for. */
    public QueueOrder(Plan plan) {
        by = plan.settings().nextChat();
    }

    @Override
    public int compare(Queue first, Queue second) {
        return switch (by) {
            case PRIORITY -> Integer.compare(second.priority(), first.priority());
            case TARGET ->
                Double.compare(first.target().withinSeconds(), second.target().withinSeconds());
        };
    }
}
