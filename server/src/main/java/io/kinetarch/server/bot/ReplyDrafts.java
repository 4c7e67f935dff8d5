package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Reply;
import io.kinetarch.core.bot.Talk;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.server.bot.DraftMapper.StoredDraft;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** What bots draft for the operator who holds a chat; nothing of it is said unless an operator says it. */
@Service
public class ReplyDrafts {
    private static final double CHANGED = 0.5;

    private final DraftMapper mapper;
    private final TrainedBots trained;
    private final Talks talks;

    ReplyDrafts(DraftMapper mapper, TrainedBots trained, Talks talks) {
        this.mapper = mapper;
        this.trained = trained;
        this.talks = talks;
    }

    /**
     * ReplyDrafts an answer.
     *
     * @param entry number of the newest entry that it answers
     * @return whether there is something to be said
     */
    boolean draft(String planId, Plan plan, Bot bot, long chat, String language, int entry, String text) {
        double limit = plan.settings().timeouts().botCertainty();
        var reply = talks.reply(trained.of(plan, bot), Talk.begun(language), text, limit)
                .reply();
        boolean isAnswer = reply.kind() == Reply.Kind.ANSWER || reply.kind() == Reply.Kind.QUOTE;
        String words = String.join("\n", reply.says());
        if (!isAnswer || words.isBlank()) {
            return false;
        }
        String topic = Optional.ofNullable(reply.topic()).map(Topic::name).orElse(null);
        return mapper.put(planId, chat, entry, bot.id().value(), topic, words) > 0;
    }

    /** The draft that lies in the reply of a chat. */
    Optional<StoredDraft> lies(String planId, long chat) {
        return mapper.lies(planId, chat);
    }

    /** An operator has replied: the draft that lay there was taken as it was, changed, or dropped. */
    public void replied(String planId, long chat, String words) {
        mapper.lies(planId, chat).ifPresent(draft -> mapper.decide(planId, chat, draft.entry(), fate(draft, words)));
    }

    static String fate(StoredDraft draft, String words) {
        if (words.strip().equals(draft.words().strip())) {
            return "taken";
        }
        var drafted = words(draft.words());
        var said = words(words);
        long kept = drafted.stream().filter(said::contains).count();
        return kept >= CHANGED * drafted.size() ? "changed" : "dropped";
    }

    private static Set<String> words(String text) {
        return Arrays.stream(text.toLowerCase(Locale.ROOT).split("\\W+", -1))
                .filter(word -> !word.isEmpty())
                .collect(Collectors.toSet());
    }
}
