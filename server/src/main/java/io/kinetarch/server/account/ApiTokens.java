package io.kinetarch.server.account;

import io.kinetarch.server.account.AccountMapper.StoredToken;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Makes, lists and revokes API tokens, and knows who presents which. */
@Service
public class ApiTokens {
    private static final String PREFIX = "kin_";
    private static final int LONGEST_LABEL = 100;
    private static final int MOST_TOKENS = 20;
    /** What a token that nobody looks after any more can do ends by itself. */
    static final int MOST_DAYS = 366;

    private final AccountMapper accounts;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    ApiTokens(AccountMapper accounts, Clock clock) {
        this.accounts = accounts;
        this.clock = clock;
    }

    /** A token without its secret. */
    public record Token(
            long id,
            String label,
            Set<Permission> scopes,
            Instant createdAt,
            @Nullable Instant lastUsedAt,
            Instant expiresAt) {
        static Token of(StoredToken stored) {
            return new Token(
                    stored.id(),
                    stored.label(),
                    permissions(stored.scopes()),
                    stored.createdAt(),
                    stored.lastUsedAt(),
                    stored.expiresAt());
        }
    }

    /** Who presents a token, and what they may do with it: what their role may, as far as the token's scopes reach. */
    record Presented(SignedIn owner, Set<Permission> permissions) {}

    /**
     * Makes a token. Only its hash is kept, so it is told once.
     *
     * @param days after which it ends, 1 to {@value #MOST_DAYS}
     */
    public String make(SignedIn owner, String label, Set<Permission> scopes, int days) {
        if (label.isBlank() || label.length() > LONGEST_LABEL) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, "/label", "The label must have 1 to " + LONGEST_LABEL + " characters.");
        }
        if (scopes.isEmpty()) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, "/scopes", "A token without any scope could do nothing; give it one.");
        }
        var beyond = EnumSet.copyOf(scopes);
        beyond.removeAll(owner.role().permissions());
        if (!beyond.isEmpty()) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, "/scopes", "Your role does not allow " + names(beyond) + " itself.");
        }
        if (days < 1 || days > MOST_DAYS) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/days",
                    "A token ends after 1 to " + MOST_DAYS + " days, not " + days + ".");
        }
        if (accounts.tokens(owner.accountId()).size() >= MOST_TOKENS) {
            throw new Refusal(
                    Kind.NOT_POSSIBLE,
                    "You have " + MOST_TOKENS + " tokens, which is the most. Revoke one that is not used.");
        }
        byte[] secret = new byte[32];
        random.nextBytes(secret);
        String token = PREFIX + Base64.getUrlEncoder().withoutPadding().encodeToString(secret);
        accounts.insertToken(
                owner.accountId(),
                label.strip(),
                hash(token),
                names(scopes),
                clock.instant().plus(Duration.ofDays(days)));
        return token;
    }

    /** The tokens of an account, the newest first. */
    public List<Token> of(SignedIn owner) {
        return accounts.tokens(owner.accountId()).stream().map(Token::of).toList();
    }

    /** Ends a token at once. */
    public void revoke(SignedIn owner, long tokenId) {
        if (accounts.deleteToken(owner.accountId(), tokenId) == 0) {
            throw new Refusal(Kind.NOT_FOUND, "You have no token " + tokenId + "; it may be revoked already.");
        }
    }

    Optional<Presented> presented(String token) {
        var now = clock.instant();
        return accounts.byTokenHash(hash(token), now).map(found -> {
            accounts.tokenUsed(found.tokenId(), now);
            var allowed = EnumSet.copyOf(permissions(found.scopes()));
            allowed.retainAll(found.role().permissions());
            return new Presented(found.signedIn(), allowed);
        });
    }

    private static Set<Permission> permissions(String names) {
        return Stream.of(names.split(",")).map(Permission::valueOf).collect(Collectors.toSet());
    }

    private static String names(Set<Permission> permissions) {
        return permissions.stream().sorted().map(Permission::name).collect(Collectors.joining(","));
    }

    /** A token is 256 random bits, so a plain hash is enough; a slow one would only slow every request. */
    private static byte[] hash(String token) {
        return Sha256.of(token);
    }
}
