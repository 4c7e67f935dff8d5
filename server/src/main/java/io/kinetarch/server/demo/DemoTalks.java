package io.kinetarch.server.demo;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.json.JsonMapper;

/**
 * What stand-ins say, by language.
 *
 * @param words that fit any topic
 * @param labels that operators put on chats about each topic
 * @param topics what is asked and answered about each
 */
record DemoTalks(Map<String, Words> words, Map<String, List<String>> labels, Map<String, Map<String, Topic>> topics) {
    private static final String ENGLISH = "en";
    private static final int FEWEST_BOOKING = 100_000;
    private static final int MOST_BOOKING = 999_999;

    /** @param comments beside a rating, by its mark */
    record Words(
            List<String> thanks,
            List<String> close,
            String sendOn,
            String person,
            List<String> message,
            Map<String, List<String>> comments) {}

    record Topic(List<String> asks, List<String> answers) {}

    static DemoTalks read(JsonMapper json) throws IOException {
        try (InputStream in = new ClassPathResource("demo/talks.json").getInputStream()) {
            return json.readValue(in, DemoTalks.class);
        }
    }

    /** What fits any topic, in a language, or in English where there is nothing in it. */
    Words in(String language) {
        return words.getOrDefault(
                language, words.getOrDefault(ENGLISH, new Words(List.of(), List.of(), "", "", List.of(), Map.of())));
    }

    /** What is asked and answered about a topic. */
    Topic about(String topic, String language) {
        var in = topics.getOrDefault(topic, topics.values().iterator().next());
        return in.getOrDefault(language, in.getOrDefault(ENGLISH, new Topic(List.of(), List.of())));
    }

    /** One of some, with a number where it wants one. */
    static String one(List<String> some, SplittableRandom random) {
        return some.get(random.nextInt(some.size())).replace("{booking}", number(random));
    }

    /** A booking number. */
    static String number(SplittableRandom random) {
        return Integer.toString(random.nextInt(FEWEST_BOOKING, MOST_BOOKING));
    }
}
