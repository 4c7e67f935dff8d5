package io.kinetarch.server.help;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.bot.Knowledge;
import io.kinetarch.core.plan.HelpPage;
import java.util.List;
import org.springframework.stereotype.Service;

/** Help pages cut into passages, kept under what they say: bots and anybody who searches find them cut. */
@Service
public class HelpIndex {
    private static final int MOST_KEPT = 64;

    private final Cache<List<HelpPage>, Knowledge> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    public Knowledge of(List<HelpPage> pages) {
        return kept.get(pages, Knowledge::of);
    }
}
