package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Passage;
import io.kinetarch.core.bot.Reply;
import io.kinetarch.core.bot.TrainedBot;
import io.kinetarch.core.bot.Understood;
import io.kinetarch.core.dispatch.Call.Because;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.server.live.Beside;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What a bot does in its turn, one after the other.
 *
 * @param acts each taken only while the bot still holds the chat: once a person does, the rest is refused
 */
public record BotTurn(List<Act> acts) {
    /** The bot gives the chat up. */
    static BotTurn handsOver(Because because) {
        return new BotTurn(List.of(Act.handOver(because)));
    }

    /**
     * One act; one of the three is given.
     *
     * @param says words
     * @param beside what stands below them; null for nothing
     * @param understood what it takes the chat to be about
     * @param handsOver why it gives the chat up
     */
    public record Act(
            @Nullable String says,
            @Nullable Beside beside,
            @Nullable Understanding understood,
            @Nullable Because handsOver) {
        static Act says(String words) {
            return new Act(words, null, null, null);
        }

        static Act says(String words, Beside beside) {
            return new Act(words, beside, null, null);
        }

        static Act understood(@Nullable String topic, double certainty) {
            return new Act(null, null, new Understanding(topic, certainty), null);
        }

        static Act handOver(Because because) {
            return new Act(null, null, null, because);
        }
    }

    /**
     * What was understood.
     *
     * @param topic in words; null for nothing
     */
    public record Understanding(@Nullable String topic, double certainty) {}

    /**
     * What follows from a reply. An answer is said before it counts, since a topic may hand the chat over; that nothing was understood counts
     * before it is said, since the visitor may have a person by then.
     *
     * @param bot who replies
     * @param certainty of the topic when it was understood, for an answer that was asked after first
     * @param limit from which the bot answers by itself
     */
    static BotTurn of(TrainedBot bot, Reply reply, double certainty, double limit) {
        return switch (reply.kind()) {
            case COURTESY, ASKS, LOOKS_UP -> new BotTurn(said(reply).toList());
            case PERSON -> handsOver(Because.ASKED);
            case SIGN -> handsOver(Because.SIGN);
            case NOT_UNDERSTOOD ->
                new BotTurn(Stream.concat(Stream.of(Act.understood(null, ofNothing(reply))), said(reply))
                        .toList());
            case QUOTE -> {
                var passage = Optional.ofNullable(reply.quoted());
                String title =
                        passage.map(Passage::page).map(page -> page.name()).orElse("");
                yield new BotTurn(List.of(
                        Act.says(Stream.concat(
                                        reply.says().stream(), passage.stream().map(BotTurn::source))
                                .collect(Collectors.joining("\n"))),
                        Act.understood(title, Math.max(limit, ofNothing(reply)))));
            }
            case ANSWER -> {
                var acts = new ArrayList<Act>();
                String words = Stream.concat(reply.says().stream(), reply.answered().map(Topic::link).stream())
                        .collect(Collectors.joining("\n"));
                if (!words.isEmpty()) {
                    acts.add(beside(bot, reply)
                            .map(beside -> Act.says(words, beside))
                            .orElseGet(() -> Act.says(words)));
                }
                reply.answered().ifPresent(topic -> acts.add(Act.understood(topic.name(), Math.max(limit, certainty))));
                yield new BotTurn(acts);
            }
        };
    }

    private static Optional<Beside> beside(TrainedBot bot, Reply reply) {
        var talk = reply.talk();
        String language = Optional.ofNullable(talk.language())
                .orElse(bot.bot().languages().getFirst());
        var offers = bot.labels(reply.offers(), language);
        String picture = reply.answered().map(Topic::picture).orElse(null);
        return offers.isEmpty() && picture == null ? Optional.empty() : Optional.of(Beside.ofBot(offers, picture));
    }

    private static Stream<Act> said(Reply reply) {
        return reply.says().stream().map(Act::says);
    }

    private static String source(Passage passage) {
        String source = passage.page().source();
        return "↗ " + passage.page().name() + (source == null ? "" : ": " + source);
    }

    private static double ofNothing(Reply reply) {
        return Optional.ofNullable(reply.understood())
                .map(Understood::certainty)
                .orElse(0.0);
    }
}
