package io.kinetarch.server.account;

import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Links by which the owner of an account sets its password, once, so that nobody else ever knows it. */
@Service
class PasswordLinks {
    private static final Duration GOOD_FOR = Duration.ofDays(3);
    private static final int BYTES = 24;

    private final PasswordLinkMapper links;
    private final Accounts accounts;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    PasswordLinks(PasswordLinkMapper links, Accounts accounts, Clock clock) {
        this.links = links;
        this.accounts = accounts;
        this.clock = clock;
    }

    /**
     * A link.
     *
     * @param token the secret part of its link, told this once
     */
    record PasswordLink(String token, Instant endsAt) {}

    /** Invites the owner of an account to set its password; what was invited before counts no more. */
    PasswordLink invite(String name) {
        byte[] secret = new byte[BYTES];
        random.nextBytes(secret);
        String token = Base64.getUrlEncoder().withoutPadding().encodeToString(secret);
        var endsAt = clock.instant().plus(GOOD_FOR);
        if (links.insert(Accounts.normal(name), digest(token), endsAt) == 0) {
            throw Accounts.none(name);
        }
        return new PasswordLink(token, endsAt);
    }

    /**
     * Lets an account's owner in again who has lost all that opens it: the account is open, its second factor is taken, its
     * sessions end, and a link sets its password.
     */
    @Transactional
    public PasswordLink letIn(String name) {
        accounts.open(name);
        return invite(name);
    }

    /** Whose password a link sets. */
    SignedIn invited(String token) {
        return accounts.named(links.accountOf(digest(token), clock.instant())
                .orElseThrow(() -> new Refusal(
                        Kind.GONE,
                        "This link has been used, has ended, or a newer one has taken its place. Ask an administrator for"
                                + " another.")));
    }

    /** Sets the password; the link is used up. */
    @Transactional
    public SignedIn take(String token, String password) {
        var owner = invited(token);
        accounts.setPassword(owner.name(), password);
        links.delete(digest(token));
        return owner;
    }

    /** A token is 192 random bits, so a plain hash is enough. */
    private static byte[] digest(String token) {
        return Sha256.of(token);
    }
}
