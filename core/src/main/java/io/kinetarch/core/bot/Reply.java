package io.kinetarch.core.bot;

import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What a bot says, and how the talk stands then.
 *
 * @param topic it is about; null for none
 * @param understood of what the visitor wrote; null where it was the answer to a question
 * @param says in the visitor's language; none for a topic that has no answer, or one whose service is asked first
 * @param quoted the passage of a help page that is said; null for none
 */
public record Reply(
        Talk talk,
        Kind kind,
        @Nullable Topic topic,
        @Nullable Understood understood,
        List<String> says,
        @Nullable Passage quoted) {
    public Reply {
        says = List.copyOf(says);
    }

    /** What is said. */
    public enum Kind {
        ANSWER,
        ASKS,
        /** A service is to be asked; the bot goes on with what it answers, or without. */
        LOOKS_UP,
        QUOTE,
        COURTESY,
        /** The visitor asks for a person: they get one, nothing is said against it. */
        PERSON,
        /** The visitor writes what is listed as a sign of anger or danger: they get a person too. */
        SIGN,
        NOT_UNDERSTOOD
    }

    static Reply courtesy(Talk talk, Understood understood, String words) {
        return new Reply(talk, Kind.COURTESY, null, understood, List.of(words), null);
    }

    static Reply person(Talk talk, Understood understood) {
        return new Reply(talk, Kind.PERSON, null, understood, List.of(), null);
    }

    static Reply sign(Talk talk, Understood understood) {
        return new Reply(talk, Kind.SIGN, null, understood, List.of(), null);
    }

    static Reply notUnderstood(Talk talk, Understood understood, String words) {
        return new Reply(talk, Kind.NOT_UNDERSTOOD, null, understood, List.of(words), null);
    }

    static Reply quote(Talk talk, Understood understood, Passage passage) {
        return new Reply(talk, Kind.QUOTE, null, understood, List.of(passage.text()), passage);
    }

    static Reply asks(Talk talk, Topic topic, @Nullable Understood understood, String words) {
        return new Reply(talk, Kind.ASKS, topic, understood, List.of(words), null);
    }

    static Reply looksUp(Talk talk, Topic topic, @Nullable Understood understood) {
        return new Reply(talk, Kind.LOOKS_UP, topic, understood, List.of(), null);
    }

    static Reply answer(Talk talk, Topic topic, @Nullable Understood understood, List<String> says) {
        return new Reply(talk, Kind.ANSWER, topic, understood, says, null);
    }

    /** The topic, where this is the answer to it: its buttons, link and picture stand below, and what follows follows. */
    public Optional<Topic> answered() {
        return kind == Kind.ANSWER ? Optional.ofNullable(topic) : Optional.empty();
    }

    /** Topics that are offered as buttons. */
    public List<TopicId> offers() {
        return answered().map(Topic::offers).orElse(List.of());
    }
}
