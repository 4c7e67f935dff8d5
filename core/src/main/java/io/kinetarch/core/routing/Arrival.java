package io.kinetarch.core.routing;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.VisitorKind;
import java.time.Instant;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What is known as a chat arrives.
 *
 * @param page address of the page it was started on; null where it came by a plain link
 * @param language BCP 47 tag of the visitor's language
 * @param answers answers to the door's questions
 * @param facts what the page handed over, by its key
 * @param topic what the bot found the chat to be about; null where it found nothing
 * @param queues how full the queues are; nobody waits in one that is not named
 */
public record Arrival(
        DoorId door,
        @Nullable String page,
        String language,
        Map<QuestionId, String> answers,
        Instant at,
        VisitorKind visitor,
        Map<String, String> facts,
        @Nullable String topic,
        Map<QueueId, Waiting> queues) {
    public Arrival {
        answers = Map.copyOf(answers);
        facts = Map.copyOf(facts);
        queues = Map.copyOf(queues);
    }

    /** A chat of a new visitor of whom nothing else is known, while nobody waits. */
    public static Arrival of(
            DoorId door, @Nullable String page, String language, Map<QuestionId, String> answers, Instant at) {
        return new Arrival(door, page, language, answers, at, VisitorKind.NEW, Map.of(), null, Map.of());
    }

    /**
     * How full a queue is.
     *
     * @param chats how many wait, at least 0
     * @param longestSeconds how long the first of them has, at least 0; 0 where none waits
     */
    public record Waiting(int chats, long longestSeconds) {
        public static final Waiting NOBODY = new Waiting(0, 0);

        public Waiting {
            if (chats < 0 || longestSeconds < 0 || (chats == 0 && longestSeconds > 0)) {
                throw new IllegalArgumentException(
                        "waiting chats and seconds must be at least 0, and nobody waits long where none does; were "
                                + chats + " and " + longestSeconds);
            }
        }
    }

    /** How full one queue is. */
    public Waiting in(QueueId queue) {
        return queues.getOrDefault(queue, Waiting.NOBODY);
    }
}
