package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Reply;
import io.kinetarch.core.bot.Talk;
import io.kinetarch.core.bot.Understood;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Topic;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** What a bot does next in a talk of which all words are known, as in a rehearsal. */
@Service
public class BotTurns {
    private final TrainedBots trained;
    private final Talks talks;
    private final OutsideBots outsides;

    BotTurns(TrainedBots trained, Talks talks, OutsideBots outsides) {
        this.trained = trained;
        this.talks = talks;
        this.outsides = outsides;
    }

    /**
     * The bot's turn.
     *
     * @param language that the visitor came in
     * @param said by the visitor, one after the other, each answered but the last; none where the bot greets
     */
    public BotTurn next(Plan plan, Bot bot, FrontDoor door, String language, List<String> said) {
        double limit = plan.settings().timeouts().botCertainty();
        var outside = bot.outside();
        var learned = trained.of(plan, bot).handingOver(plan.handoffAt(door));
        var talk = Talk.begun(language);
        if (outside != null && (said.isEmpty() || !learned.wantsPerson(talk, said.getLast()))) {
            var newest = said.isEmpty() ? List.<String>of() : List.of(said.getLast());
            return outsides.turn(plan, outside, new OutsideBots.Asked("rehearsal", said.size(), language, newest));
        }
        if (said.isEmpty()) {
            return BotTurn.of(learned, learned.greets(talk), 0, limit);
        }
        double certainty = 0;
        for (String text : said.subList(0, said.size() - 1)) {
            // Services were asked when their answers were needed; what they said is in the words by now.
            var reply = learned.reply(talk, text, limit);
            talk = reply.talk();
            certainty = certainty(reply).orElse(certainty);
        }
        var last = talks.reply(learned, talk, said.getLast(), limit).reply();
        return BotTurn.of(learned, last, certainty(last).orElse(certainty), limit);
    }

    /**
     * What a bot made of a text.
     *
     * @param none the probability that it is about nothing the bot knows
     */
    public record Reading(List<Likely> likely, double none) {}

    /** A topic that a text may be about, in words. */
    public record Likely(String topic, double certainty) {}

    /** What the bot made of each text; none of those that it took for the answer to a question, or that another's bot read. */
    public List<Optional<Reading>> readings(Plan plan, Bot bot, String language, List<String> said) {
        if (bot.outside() != null) {
            return said.stream().map(_ -> Optional.<Reading>empty()).toList();
        }
        double limit = plan.settings().timeouts().botCertainty();
        var learned = trained.of(plan, bot);
        var talk = Talk.begun(language);
        var readings = new ArrayList<Optional<Reading>>();
        for (String text : said) {
            var reply = learned.reply(talk, text, limit);
            talk = reply.talk();
            readings.add(Optional.ofNullable(reply.understood())
                    .map(understood -> new Reading(
                            understood.candidates().stream()
                                    .map(one -> new Likely(learned.nameOf(one.topic()), one.certainty()))
                                    .toList(),
                            understood.none())));
        }
        return readings;
    }

    private static Optional<Double> certainty(Reply reply) {
        Optional<Topic> topic = Optional.ofNullable(reply.topic());
        return topic.flatMap(_ -> Optional.ofNullable(reply.understood())).map(Understood::certainty);
    }
}
