package io.kinetarch.core.plan;

import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Answers visitors by itself where it is sure enough.
 *
 * @param name that visitors read
 * @param picture named by its digest; null for none
 * @param languages BCP 47 tags it answers in, at least one
 * @param doors at which it answers where they let a bot answer
 * @param topics that it knows; none for all of the plan
 * @param courtesies what it says instead of the words that ship with the product
 * @param notUnderstood said when nothing fits; empty for the words that ship
 * @param notUnderstoodAgain the second time in a row; empty for the words that ship
 * @param strangers what it is tried with and no topic should take
 * @param handoff when it hands over, where a door does not say otherwise
 * @param outside where it is somebody else's, who answers in its place; null where it answers by its topics
 */
public record Bot(
        BotId id,
        String name,
        @Nullable String picture,
        List<String> languages,
        List<DoorId> doors,
        List<TopicId> topics,
        Map<Courtesy, LocalText> courtesies,
        LocalText notUnderstood,
        LocalText notUnderstoodAgain,
        Sentences strangers,
        Handoff handoff,
        @Nullable OutsideBot outside)
        implements Element {

    public Bot {
        Checks.text("name", name);
        if (picture != null) {
            Checks.picture(picture);
        }
        languages = List.copyOf(languages);
        Checks.notEmpty("languages", languages);
        Checks.languages("languages", languages);
        Checks.noneTwice("languages", languages, tag -> tag, "");
        doors = List.copyOf(doors);
        Checks.noneTwice("doors", doors, door -> door, "");
        topics = List.copyOf(topics);
        Checks.noneTwice("topics", topics, topic -> topic, "");
        var said = new EnumMap<Courtesy, LocalText>(Courtesy.class);
        courtesies.forEach((courtesy, text) -> {
            if (!text.isEmpty()) {
                said.put(courtesy, text);
            }
        });
        courtesies = Collections.unmodifiableMap(said);
    }

    /** This bot at other doors, knowing other topics. */
    Bot with(List<DoorId> otherDoors, List<TopicId> otherTopics) {
        return with(otherDoors, otherTopics, handoff, outside);
    }

    /** This bot answered for by somebody else, or by itself. */
    public Bot with(@Nullable OutsideBot other) {
        return with(doors, topics, handoff, other);
    }

    /** This bot handing over otherwise. */
    public Bot with(Handoff other) {
        return with(doors, topics, other, outside);
    }

    private Bot with(
            List<DoorId> otherDoors,
            List<TopicId> otherTopics,
            Handoff otherHandoff,
            @Nullable OutsideBot otherOutside) {
        return new Bot(
                id,
                name,
                picture,
                languages,
                otherDoors,
                otherTopics,
                courtesies,
                notUnderstood,
                notUnderstoodAgain,
                strangers,
                otherHandoff,
                otherOutside);
    }

    /** Whether it answers about a topic. */
    public boolean knows(TopicId topic) {
        return topics.isEmpty() || topics.contains(topic);
    }
}
