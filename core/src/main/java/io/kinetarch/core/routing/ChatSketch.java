package io.kinetarch.core.routing;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.VisitorKind;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** A chat being made up, one thing after the other. */
final class ChatSketch {
    private final DoorId door;
    final Map<QuestionId, String> answers = new HashMap<>();
    final Map<String, String> facts = new HashMap<>();
    final Map<QueueId, Arrival.Waiting> queues = new HashMap<>();
    String language = "en";

    @Nullable
    String page;

    @Nullable
    String topic;

    Instant at = Instant.EPOCH;
    VisitorKind visitor = VisitorKind.NEW;

    ChatSketch(DoorId door) {
        this.door = door;
    }

    ChatSketch copy() {
        var copy = new ChatSketch(door);
        copy.answers.putAll(answers);
        copy.facts.putAll(facts);
        copy.queues.putAll(queues);
        copy.language = language;
        copy.page = page;
        copy.topic = topic;
        copy.at = at;
        copy.visitor = visitor;
        return copy;
    }

    Arrival chat() {
        return new Arrival(door, page, language, answers, at, visitor, facts, topic, queues);
    }
}
