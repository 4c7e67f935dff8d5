package io.kinetarch.server.bot;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.bot.Phrase;
import io.kinetarch.core.bot.TrainedBot;
import io.kinetarch.core.bot.Understanding;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.help.HelpIndex;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;

/** Trains bots, and keeps what was learned under the phrases it was learned from: whoever asks next finds it trained. */
@Service
class TrainedBots {
    private static final int MOST_KEPT = 16;

    private final Cache<Map<String, List<Phrase>>, Understanding> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    private final HelpIndex help;

    TrainedBots(HelpIndex help) {
        this.help = help;
    }

    TrainedBot of(Plan plan, Bot bot) {
        return TrainedBot.of(
                plan, bot, kept.get(TrainedBot.phrases(plan, bot), Understanding::of), help.of(plan.helpPages()));
    }
}
