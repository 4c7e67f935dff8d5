package io.kinetarch.server.record;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.server.account.SignedIn;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Keeps who read, took out or erased what visitors wrote. */
@Service
public class Readings {
    private static final int MOST_SHOWN = 500;
    private static final int MOST_REMEMBERED = 10_000;
    private static final Pattern WORDS = Pattern.compile("(^|&)words=[^&]*");
    private static final Duration ONE_READING = Duration.ofMinutes(10);

    private final ReadingMapper mapper;
    private final Clock clock;
    /** Who reads along asks every other second; that is one reading. */
    private final Cache<String, Boolean> lately = Caffeine.newBuilder()
            .expireAfterWrite(ONE_READING)
            .maximumSize(MOST_REMEMBERED)
            .build();

    Readings(ReadingMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /** What was done. */
    public enum What {
        READ,
        READ_ALONG,
        EXPORTED,
        MAILED,
        ERASED
    }

    /**
     * Something that was done.
     *
     * @param chat null where it was done to several
     * @param detail which of several; null for none
     */
    public record Reading(
            Instant at,
            String account,
            String what,
            @Nullable Long chat,
            @Nullable String detail) {}

    /** Keeps that somebody did something with a chat, once in ten minutes. */
    public void keepOnce(String planId, SignedIn account, What what, long chat) {
        String key = planId + " " + account.name() + " " + what + " " + chat;
        if (lately.asMap().putIfAbsent(key, true) == null) {
            keep(planId, account, what, chat, null);
        }
    }

    /**
     * Keeps that somebody did something with what they looked for.
     *
     * @param query the parameters by which they did; the words among them are left out, since they may name a person who is erased
     */
    void keep(String planId, SignedIn account, What what, @Nullable Long chat, @Nullable String query) {
        String limits = query == null ? null : WORDS.matcher(query).replaceAll("$1words");
        mapper.keep(planId, clock.instant(), account.name(), word(what), chat, limits);
    }

    /** The newest, of one chat or of all. */
    List<Reading> newest(String planId, @Nullable Long chat) {
        return mapper.newest(planId, chat, MOST_SHOWN);
    }

    private static String word(What what) {
        return what.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
