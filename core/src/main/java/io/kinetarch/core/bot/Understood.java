package io.kinetarch.core.bot;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What was understood of a text.
 *
 * @param language in which it was read
 * @param best the likeliest topic; null where none of them is likelier
 * @param certainty of the likeliest topic, 0 to 1, whether or not it is the best
 * @param candidates the likeliest topics first, a few
 * @param none the probability that it is about none of the topics
 */
public record Understood(
        String language, @Nullable String best, double certainty, List<Candidate> candidates, double none) {
    /**
     * A topic that it may be about.
     *
     * @param certainty 0 to 1
     */
    public record Candidate(String topic, double certainty) {}

    /** That there is no doubt about a topic. */
    static Understood surely(String topic, String language) {
        return new Understood(language, topic, 1, List.of(new Candidate(topic, 1)), 0);
    }

    /** Whether the bot is sure enough to answer by itself. */
    public boolean isAnswered(double limit) {
        return best != null && certainty >= limit;
    }
}
