package io.kinetarch.server.bot;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.bot.Meaning;
import io.kinetarch.core.bot.SentenceEmbeddings;
import java.util.Collection;
import org.springframework.stereotype.Component;

/** The meaning of sentences, kept by text. The network behind it is loaded when it is first needed. */
@Component
class KnownMeanings implements Meaning {
    /** 1.5 KB each. */
    private static final int MOST_KEPT = 20_000;

    private final Cache<String, float[]> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    /** Loaded by whoever comes first; the others wait. */
    private static final class Network {
        static final Meaning LOADED = new SentenceEmbeddings();
    }

    @Override
    public float[] of(String text) {
        return kept.get(text, Network.LOADED::of);
    }

    /** How many of these texts would have to be worked out. */
    long missing(Collection<String> texts) {
        return texts.stream().filter(text -> kept.getIfPresent(text) == null).count();
    }
}
