package io.kinetarch.server.bot;

import io.kinetarch.core.dispatch.Call.Because;
import io.kinetarch.core.plan.OutsideBot;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.server.bot.BotTurn.Act;
import io.kinetarch.server.installation.Services;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Bots of somebody else. Each turn of theirs is the answer to one signed call; whatever else they send finds nobody who listens. Who does not
 * answer in time, or not to what was asked, has given the chat up.
 */
@Component
class OutsideBots {
    private static final Logger LOG = LoggerFactory.getLogger(OutsideBots.class);
    private static final int MOST_LINES = 5;
    private static final int LONGEST_LINE = 4_000;
    /** What it is about where an outside bot understood it and names no topic of the plan. */
    private static final String UNNAMED = "answered outside";

    private final Services services;

    OutsideBots(Services services) {
        this.services = services;
    }

    /**
     * What an outside bot is asked.
     *
     * @param turn number of the newest entry of the chat that it answers
     * @param said by the visitor since its last turn; nothing where it is to greet
     */
    record Asked(String chat, int turn, @Nullable String language, List<String> said) {}

    /**
     * What it answers.
     *
     * @param chat, turn those that it was asked about
     * @param understood false where it understood nothing
     * @param topic in the plan's words, where it is one of the plan's; null for none
     * @param handOver whether people are to take over
     */
    record Answered(
            String chat,
            int turn,
            List<String> says,
            boolean understood,
            @Nullable String topic,
            @Nullable Double certainty,
            boolean handOver) {}

    BotTurn turn(Plan plan, OutsideBot bot, Asked asked) {
        var answer = services.ask(bot.service(), bot.seconds(), asked, Answered.class);
        if (answer.isEmpty()) {
            return BotTurn.handsOver(Because.GIVEN_UP);
        }
        if (!answer.get().chat().equals(asked.chat()) || answer.get().turn() != asked.turn()) {
            LOG.warn(
                    "The bot {} was asked about turn {} of chat {} and answered to turn {} of {}; people take over",
                    bot.service(),
                    asked.turn(),
                    asked.chat(),
                    answer.get().turn(),
                    answer.get().chat());
            return BotTurn.handsOver(Because.GIVEN_UP);
        }
        return turn(plan, asked, answer.get());
    }

    private static BotTurn turn(Plan plan, Asked asked, Answered answer) {
        var acts = new ArrayList<Act>();
        if (!answer.understood() && !asked.said().isEmpty()) {
            acts.add(Act.understood(null, certainty(answer, 0)));
        }
        answer.says().stream()
                .filter(line -> !line.isBlank())
                .limit(MOST_LINES)
                .map(line -> Act.says(line.substring(0, Math.min(LONGEST_LINE, line.length()))))
                .forEach(acts::add);
        if (answer.handOver()) {
            acts.add(Act.handOver(Because.GIVEN_UP));
        } else if (answer.understood() && !asked.said().isEmpty()) {
            String topic = Optional.ofNullable(answer.topic())
                    .flatMap(plan::topic)
                    .map(Topic::name)
                    .orElse(UNNAMED);
            acts.add(Act.understood(topic, certainty(answer, 1)));
        }
        return new BotTurn(acts);
    }

    private static double certainty(Answered answer, double otherwise) {
        Double told = answer.certainty();
        return told == null || told.isNaN() ? otherwise : Math.clamp(told, 0, 1);
    }
}
