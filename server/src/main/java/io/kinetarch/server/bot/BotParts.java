package io.kinetarch.server.bot;

import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.bot.TalkDocuments.Stands;
import io.kinetarch.server.live.Passing;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** What a bot has to tell the operator who has a chat. */
@Service
public class BotParts {
    private final TalkMapper mapper;
    private final ReplyDrafts drafts;
    private final Passing passing;
    private final JsonMapper json;

    BotParts(TalkMapper mapper, ReplyDrafts drafts, Passing passing, JsonMapper json) {
        this.mapper = mapper;
        this.drafts = drafts;
        this.passing = passing;
        this.json = json;
    }

    /**
     * A bot's part in a chat.
     *
     * @param topic what it took the chat to be about; null for nothing
     * @param certainty of that topic
     * @param language in which the visitor wrote last
     * @param draft what might be said next; null for none
     * @param wrong numbers of the entries that an operator marked as wrong
     */
    public record BotPart(
            String bot,
            @Nullable String topic,
            @Nullable Double certainty,
            @Nullable String language,
            List<Collected> collected,
            @Nullable String draft,
            List<Integer> wrong) {}

    /** Something that the bot asked for. */
    public record Collected(String key, String value) {}

    /**
     * Marks something that a bot said in a chat as wrong, or takes the mark away.
     *
     * @throws Refusal if no bot said it
     */
    public void mark(String planId, long chat, int entry, boolean wrong, String operator) {
        if (!wrong) {
            mapper.unmark(planId, chat, entry);
        } else if (mapper.markWrong(planId, chat, entry, operator) == 0
                && !mapper.wrong(planId, chat).contains(entry)) {
            throw new Refusal(Kind.NOT_FOUND, "No bot said entry " + entry + " of this chat.");
        }
        passing.knownMore(planId, chat);
    }

    /** The part of the bot of a chat's door; none where it has had none. */
    public Optional<BotPart> of(String planId, Plan plan, long chat, String door) {
        var bot = plan.botAt(new DoorId(door));
        if (bot.isEmpty()) {
            return Optional.empty();
        }
        var talk = mapper.talk(planId, chat);
        var draft = drafts.lies(planId, chat);
        return talk.isEmpty() && draft.isEmpty()
                ? Optional.empty()
                : Optional.of(new BotPart(
                        bot.map(Bot::name).orElse(""),
                        talk.map(TalkMapper.StoredTalk::topic).orElse(null),
                        talk.map(TalkMapper.StoredTalk::certainty).orElse(null),
                        talk.map(TalkMapper.StoredTalk::language).orElse(null),
                        talk.map(stored -> json.readValue(stored.talk(), Stands.class).values().entrySet().stream()
                                        .map(value -> new Collected(value.getKey(), value.getValue()))
                                        .toList())
                                .orElse(List.of()),
                        draft.map(DraftMapper.StoredDraft::words).orElse(null),
                        mapper.wrong(planId, chat)));
    }
}
