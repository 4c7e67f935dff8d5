package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Reply;
import io.kinetarch.core.bot.Talk;
import io.kinetarch.core.bot.TrainedBot;
import io.kinetarch.server.installation.Services;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** What bots say, the services of the installation asked where a topic asks one. */
@Service
class Talks {
    private final Services services;

    Talks(Services services) {
        this.services = services;
    }

    /**
     * What is said.
     *
     * @param lookup what a service was asked; null for nothing
     */
    record Said(Reply reply, @Nullable Lookup lookup) {}

    /** A service that was asked, and whether it answered well and in time. */
    record Lookup(String service, boolean answered) {}

    Said reply(TrainedBot bot, Talk talk, String text, double limit) {
        var reply = bot.reply(talk, text, limit);
        if (reply.kind() != Reply.Kind.LOOKS_UP) {
            return new Said(reply, null);
        }
        var topic = Objects.requireNonNull(reply.topic());
        var question = Objects.requireNonNull(topic.service());
        var told = services.ask(
                question,
                topic.id().value(),
                reply.talk().language(),
                reply.talk().values());
        return new Said(bot.told(reply, told.orElse(null)), new Lookup(question.service(), told.isPresent()));
    }
}
