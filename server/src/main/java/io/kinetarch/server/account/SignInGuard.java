package io.kinetarch.server.account;

import io.kinetarch.server.account.SignInFailureMapper.Failures;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.security.SecurityEvent;
import io.kinetarch.server.security.SecurityLog;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Keeps those who try passwords from trying many, and from keeping the processor busy: after some failures the next attempt of
 * an account or from an address has to wait, twice as long each time, and one password is checked at a time.
 */
@Component
class SignInGuard {
    private static final Logger LOG = LoggerFactory.getLogger(SignInGuard.class);
    private static final Duration REMEMBERED = Duration.ofHours(1);
    private static final int FREE_OF_ACCOUNT = 5;
    private static final int FREE_OF_ADDRESS = 30;
    /** Nobody can lock another out for longer by failing in their name. */
    private static final Duration LONGEST_OF_ACCOUNT = Duration.ofMinutes(1);

    private static final Duration LONGEST_OF_ADDRESS = Duration.ofMinutes(15);
    private static final Duration TURN = Duration.ofSeconds(3);

    private final SignInFailureMapper failures;
    private final SecurityLog log;
    private final Clock clock;
    private final Semaphore turn = new Semaphore(1, true);

    SignInGuard(SignInFailureMapper failures, SecurityLog log, Clock clock) {
        this.failures = failures;
        this.log = log;
        this.clock = clock;
    }

    /** Refuses an attempt that comes too soon after others that failed. */
    void check(String account, String address) {
        var now = clock.instant();
        var since = now.minus(REMEMBERED);
        var wait = longer(
                left(failures.ofAccount(account, since), FREE_OF_ACCOUNT, LONGEST_OF_ACCOUNT, now),
                left(failures.ofAddress(address, since), FREE_OF_ADDRESS, LONGEST_OF_ADDRESS, now));
        if (wait.isPositive()) {
            long seconds = wait.plusMillis(999).toSeconds();
            throw new Refusal(
                            Kind.TOO_MANY,
                            "Too many sign-ins have failed. Try again in " + seconds
                                    + (seconds == 1 ? " second." : " seconds."))
                    .retryAfter(wait);
        }
    }

    /** Does what costs much of the processor, such as hashing a password, when its turn comes. */
    <T> T inTurn(Supplier<T> work) {
        try {
            if (!turn.tryAcquire(TURN.toMillis(), TimeUnit.MILLISECONDS)) {
                throw new Refusal(Kind.TOO_MANY, "Very many sign in just now. Try again in some seconds.")
                        .retryAfter(TURN);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refusal(Kind.UNAVAILABLE, "The server is stopping.");
        }
        try {
            return work.get();
        } finally {
            turn.release();
        }
    }

    void failed(String account, String address) {
        var now = clock.instant();
        LOG.info("Sign-in as \"{}\" from {} failed", account, address);
        failures.insert(account, address, now);
        log.keep(SecurityEvent.SIGN_IN_FAILED, account, null, address);
        failures.deleteBefore(now.minus(REMEMBERED));
    }

    void succeeded(String account, String address) {
        failures.forgive(account, address);
    }

    private static Duration left(Failures seen, int free, Duration longest, Instant now) {
        if (seen.count() < free || seen.last() == null) {
            return Duration.ZERO;
        }
        int doublings = Math.min(seen.count() - free, 20);
        var wait = Duration.ofSeconds(1L << doublings);
        return Duration.between(now, seen.last().plus(wait.compareTo(longest) < 0 ? wait : longest));
    }

    private static Duration longer(Duration one, Duration other) {
        return one.compareTo(other) >= 0 ? one : other;
    }
}
