package io.kinetarch.server.security;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/**
 * Keeps what touches who may do what: sign-ins and their failures, accounts, tokens, what went live, and who read, took out or
 * erased what visitors wrote.
 */
@Service
public class SecurityLog {
    /** A request's attribute that says what a kept call was about, where its address does not. */
    static final String ABOUT = SecurityLog.class.getName() + ".about";

    private static final Duration KEPT_FOR = Duration.ofDays(400);
    private static final int LONGEST = 300;

    private final SecurityEventMapper events;
    private final Clock clock;

    SecurityLog(SecurityEventMapper events, Clock clock) {
        this.events = events;
        this.clock = clock;
    }

    /**
     * An event.
     *
     * @param account who did it; as whom, where a sign-in failed
     * @param about what it was done to; null where that is the account itself
     * @param address from where; null where it was not kept
     */
    public record LoggedEvent(
            Instant at,
            SecurityEvent kind,
            String account,
            @Nullable String about,
            @Nullable String address) {}

    /**
     * What is looked for.
     *
     * @param from no event before it; null from the first
     * @param to none at it or after; null to the newest
     * @param account who did it, or a part of what it was about; null for anybody
     */
    public record Wanted(
            @Nullable Instant from,
            @Nullable Instant to,
            @Nullable SecurityEvent kind,
            @Nullable String account) {}

    /** Says what a call is about that is {@link Kept}. */
    public static void about(HttpServletRequest request, String what) {
        request.setAttribute(ABOUT, what);
    }

    public void keep(SecurityEvent event, String account, @Nullable String about, String address) {
        var now = clock.instant();
        events.insert(now, event, shortened(account), about == null ? null : shortened(about), address);
        events.deleteBefore(now.minus(KEPT_FOR));
    }

    /** The newest that are looked for, at most so many. */
    List<LoggedEvent> newest(Wanted wanted, int most) {
        return events.newest(wanted, most);
    }

    private static String shortened(String text) {
        return text.substring(0, Math.min(LONGEST, text.length()));
    }
}
