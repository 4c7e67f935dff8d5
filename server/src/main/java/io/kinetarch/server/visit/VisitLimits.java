package io.kinetarch.server.visit;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.resilience4j.ratelimiter.RateLimiter;
import io.github.resilience4j.ratelimiter.RateLimiterConfig;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Duration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** How much one address, and one chat, may ask for. Whoever goes beyond is refused; nobody else is kept waiting. */
@Component
public class VisitLimits {
    private static final int MOST_FILES_A_MINUTE = 10;
    private static final int MOST_KEPT = 100_000;
    private static final Duration MINUTE = Duration.ofMinutes(1);
    private static final Duration TEN_SECONDS = Duration.ofSeconds(10);

    private final Limit starts;
    private final Limit invited;
    private final Limit messages;
    private final Limit files;
    private final Limit other;

    VisitLimits(
            @Value("${kinetarch.visitors.starts-a-minute:30}") int starts,
            @Value("${kinetarch.visitors.messages-in-ten-seconds:20}") int messages) {
        this.starts = new Limit(starts, MINUTE, "chats were started from this address");
        this.invited = new Limit(10 * starts, MINUTE, "invitations were answered from this address");
        this.messages = new Limit(messages, TEN_SECONDS, "messages were sent in this chat");
        this.files = new Limit(MOST_FILES_A_MINUTE, MINUTE, "files were sent in this chat");
        this.other = new Limit(10 * messages, TEN_SECONDS, "things were done in this chat");
    }

    void start(String address) {
        starts.take(address);
    }

    void invited(String address) {
        invited.take(address);
    }

    void message(String plan, long chat) {
        messages.take(plan + " " + chat);
    }

    void file(String plan, long chat) {
        files.take(plan + " " + chat);
    }

    void other(String plan, long chat) {
        other.take(plan + " " + chat);
    }

    private static final class Limit {
        private final Cache<String, RateLimiter> byName;
        private final RateLimiterConfig config;
        private final Duration period;
        private final String what;

        Limit(int most, Duration period, String what) {
            this.period = period;
            this.what = what;
            config = RateLimiterConfig.custom()
                    .limitForPeriod(most)
                    .limitRefreshPeriod(period)
                    .timeoutDuration(Duration.ZERO)
                    .build();
            byName = Caffeine.newBuilder()
                    .expireAfterAccess(period.multipliedBy(2))
                    .maximumSize(MOST_KEPT)
                    .build();
        }

        void take(String name) {
            if (!byName.get(name, key -> RateLimiter.of(key, config)).acquirePermission()) {
                throw new Refusal(
                                Kind.TOO_MANY,
                                "Too many " + what + ": at most " + config.getLimitForPeriod() + " in "
                                        + period.toSeconds() + " s. Try again in a moment.")
                        .retryAfter(period);
            }
        }
    }
}
