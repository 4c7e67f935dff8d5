package io.kinetarch.core.bot;

import io.kinetarch.core.plan.TopicId;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How a talk of a visitor with a bot stands.
 *
 * @param language in which the visitor wrote last; null until it is found out
 * @param turns how often the bot has replied
 * @param misses how often in a row it has not understood
 * @param asked what it waits for; null for nothing
 * @param values what it has collected
 */
public record Talk(
        @Nullable String language,
        int turns,
        int misses,
        @Nullable Asked asked,
        Map<String, String> values) {
    public Talk {
        if (turns < 0 || misses < 0) {
            throw new IllegalArgumentException("turns and misses are counted from 0, not " + turns + " and " + misses);
        }
        values = Map.copyOf(values);
    }

    /**
     * A question that the bot has asked.
     *
     * @param index which of the topic's
     * @param again how often it was asked again
     */
    public record Asked(TopicId topic, int index, int again) {
        public Asked {
            if (index < 0 || again < 0) {
                throw new IllegalArgumentException("questions are counted from 0, not " + index + " and " + again);
            }
        }
    }

    /** A talk in which nothing was said. */
    public static Talk begun(@Nullable String language) {
        return new Talk(language, 0, 0, null, Map.of());
    }

    Talk in(String found) {
        return new Talk(found, turns, misses, asked, values);
    }

    Talk turned(int newMisses) {
        return new Talk(language, turns + 1, newMisses, null, values);
    }

    Talk asking(@Nullable Asked what) {
        return new Talk(language, turns, misses, what, values);
    }

    Talk knowing(String key, String value) {
        var more = new LinkedHashMap<>(values);
        more.put(key, value);
        return new Talk(language, turns, misses, asked, more);
    }
}
