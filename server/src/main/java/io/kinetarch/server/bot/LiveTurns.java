package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Reply;
import io.kinetarch.core.bot.Talk;
import io.kinetarch.core.bot.Understood;
import io.kinetarch.core.dispatch.Call.Because;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.server.bot.TalkDocuments.Stands;
import io.kinetarch.server.bot.TalkMapper.StoredTalk;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** What a bot does next in a live chat, and how its talk with the visitor stands then. */
@Service
class LiveTurns {
    private final TrainedBots trained;
    private final Talks talks;
    private final OutsideBots outsides;
    private final JsonMapper json;

    LiveTurns(TrainedBots trained, Talks talks, OutsideBots outsides, JsonMapper json) {
        this.trained = trained;
        this.talks = talks;
        this.outsides = outsides;
        this.json = json;
    }

    /**
     * A talk and its next turn.
     *
     * @param before how it stood; none where it begins
     * @param unread what the visitor said since, oldest first
     * @param back whether the chat comes back from people, and nothing was said since
     * @param came number of the entry by which it came to the bot
     */
    StoredTalk next(
            Plan plan, StoredChat chat, Optional<StoredTalk> before, List<StoredEntry> unread, boolean back, int came) {
        int heard = unread.isEmpty() ? came : unread.getLast().number();
        var talk = before.map(
                        stored -> json.readValue(stored.talk(), Stands.class).toTalk())
                .orElseGet(() -> Talk.begun(chat.language()));
        String text =
                unread.stream().map(entry -> String.valueOf(entry.words())).collect(Collectors.joining("\n"));
        return plan.botAt(new DoorId(chat.doorId()))
                .map(bot -> next(plan, chat, bot, before, talk, heard, text, back))
                .orElseGet(() -> silent(heard, before, talk, BotTurn.handsOver(Because.GIVEN_UP)));
    }

    private StoredTalk next(
            Plan plan,
            StoredChat chat,
            Bot bot,
            Optional<StoredTalk> before,
            Talk talk,
            int heard,
            String text,
            boolean back) {
        double limit = plan.settings().timeouts().botCertainty();
        var outside = bot.outside();
        var learned = trained.of(plan, bot).handingOver(plan.handoffAt(plan.door(new DoorId(chat.doorId()))));
        if (outside != null && !learned.wantsPerson(talk, text)) {
            return silent(heard, before, talk, outsides.turn(plan, outside, asked(chat, heard, text)));
        }
        if (back) {
            var reply = learned.back(talk);
            return silent(heard, before, reply.talk(), BotTurn.of(learned, reply, 0, limit));
        }
        Reply reply = text.isBlank()
                ? learned.greets(talk)
                : talks.reply(learned, talk, text, limit).reply();
        var topic = Optional.ofNullable(reply.topic()).map(Topic::name);
        Double certainty = Optional.ofNullable(reply.understood())
                .filter(_ -> topic.isPresent())
                .map(Understood::certainty)
                .or(() -> before.map(StoredTalk::certainty))
                .orElse(null);
        return stored(
                heard,
                topic.or(() -> before.map(StoredTalk::topic)),
                Optional.ofNullable(certainty),
                reply.talk(),
                BotTurn.of(learned, reply, certainty == null ? 0 : certainty, limit));
    }

    private static OutsideBots.Asked asked(StoredChat chat, int heard, String text) {
        return new OutsideBots.Asked(
                Long.toString(chat.id()),
                heard,
                chat.language(),
                text.isBlank() ? List.of() : List.of(text.split("\n", -1)));
    }

    /** A turn in which nothing new is understood here. */
    private StoredTalk silent(int heard, Optional<StoredTalk> before, Talk talk, BotTurn turn) {
        return stored(heard, before.map(StoredTalk::topic), before.map(StoredTalk::certainty), talk, turn);
    }

    private StoredTalk stored(int heard, Optional<String> topic, Optional<Double> certainty, Talk talk, BotTurn turn) {
        return new StoredTalk(
                heard,
                topic.orElse(null),
                certainty.orElse(null),
                talk.language(),
                json.writeValueAsString(Stands.of(talk)),
                json.writeValueAsString(turn),
                false);
    }
}
