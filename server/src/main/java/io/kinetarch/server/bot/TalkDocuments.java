package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Passage;
import io.kinetarch.core.bot.Reply;
import io.kinetarch.core.bot.Talk;
import io.kinetarch.core.bot.TrainedBot;
import io.kinetarch.core.bot.Understood;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import io.kinetarch.server.bot.Talks.Lookup;
import io.kinetarch.server.door.DoorDocuments;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** A talk with a bot of the draft, as it travels; nothing of it is kept here. */
final class TalkDocuments {
    private TalkDocuments() {}

    /**
     * What was said so far, and what is said now.
     *
     * @param stands null at the beginning
     */
    record TriedWords(@Nullable Stands stands, String text) {}

    /** How the talk stands, to be sent along with what is said next. */
    record Stands(
            @Nullable String language,
            int turns,
            int misses,
            @Nullable Asked asked,
            Map<String, String> values) {
        static Stands of(Talk talk) {
            var asked = talk.asked();
            return new Stands(
                    talk.language(),
                    talk.turns(),
                    talk.misses(),
                    asked == null ? null : new Asked(asked.topic().value(), asked.index(), asked.again()),
                    talk.values());
        }

        Talk toTalk() {
            try {
                return new Talk(
                        language,
                        turns,
                        misses,
                        asked == null ? null : new Talk.Asked(new TopicId(asked.topic), asked.index, asked.again),
                        values);
            } catch (IllegalArgumentException e) {
                throw new Refusal(Kind.INVALID_DOCUMENT, "/stands", "This is no talk: " + e.getMessage() + ".");
            }
        }
    }

    /** A question of the bot's that waits for its answer. */
    record Asked(String topic, int index, int again) {}

    /**
     * What the bot says.
     *
     * @param topic it is about; null for none
     * @param certainty of the likeliest topic; null where an answer to a question was read
     * @param candidates the likeliest topics; courtesies are among them by their names
     * @param none the probability that it is about none of them
     * @param offers topics as buttons
     * @param picture address of the picture under the answer, relative to the application
     * @param quoted the passage that is said; null for none
     * @param lookup what a service was asked; null for nothing
     */
    record Replied(
            Stands stands,
            Reply.Kind kind,
            @Nullable String topic,
            Topic.@Nullable After after,
            List<String> says,
            List<Offer> offers,
            @Nullable String link,
            @Nullable String picture,
            @Nullable Quoted quoted,
            @Nullable Lookup lookup,
            @Nullable Double certainty,
            @Nullable Double none,
            List<CandidateDocument> candidates) {
        static Replied of(TrainedBot bot, Talks.Said talked) {
            var reply = talked.reply();
            var understood = Optional.ofNullable(reply.understood());
            var about = Optional.ofNullable(reply.topic());
            var answered = reply.answered();
            String language = Optional.ofNullable(reply.talk().language())
                    .orElse(bot.bot().languages().getFirst());
            var labels = bot.labels(reply.offers(), language);
            return new Replied(
                    Stands.of(reply.talk()),
                    reply.kind(),
                    about.map(Topic::id).map(ElementId::value).orElse(null),
                    answered.map(Topic::after).orElse(null),
                    reply.says(),
                    IntStream.range(0, labels.size())
                            .mapToObj(i -> new Offer(reply.offers().get(i).value(), labels.get(i)))
                            .toList(),
                    answered.map(Topic::link).orElse(null),
                    answered.map(Topic::picture)
                            .map(digest -> DoorDocuments.PICTURES + digest)
                            .orElse(null),
                    reply.quoted() == null ? null : Quoted.of(reply.quoted()),
                    talked.lookup(),
                    understood.map(Understood::certainty).orElse(null),
                    understood.map(Understood::none).orElse(null),
                    understood
                            .map(known -> known.candidates().stream()
                                    .map(candidate -> new CandidateDocument(
                                            bot.topic(candidate.topic())
                                                    .map(topic -> topic.id().value())
                                                    .orElse(null),
                                            bot.nameOf(candidate.topic()),
                                            candidate.certainty()))
                                    .toList())
                            .orElse(List.of()));
        }
    }

    /** The passage of a help page that is said. */
    record Quoted(
            String page,
            String title,
            String heading,
            @Nullable String source) {
        static Quoted of(Passage passage) {
            return new Quoted(
                    passage.page().id().value(),
                    passage.page().name(),
                    passage.heading(),
                    passage.page().source());
        }
    }

    /** A topic that is offered, as the visitor reads it. */
    record Offer(String topic, String label) {}

    /**
     * A topic that it may be about.
     *
     * @param topic null for a courtesy
     */
    record CandidateDocument(@Nullable String topic, String name, double certainty) {}
}
