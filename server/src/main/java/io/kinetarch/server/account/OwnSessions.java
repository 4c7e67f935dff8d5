package io.kinetarch.server.account;

import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;

/** The sessions of accounts: listed to whom they belong, and ended. */
@Service
class OwnSessions {
    /** What a browser called itself when the session began. */
    static final String BROWSER = "kinetarch.browser";

    private static final int NAMED_BY_BYTES = 12;

    private final FindByIndexNameSessionRepository<? extends Session> sessions;
    private final Clock clock;

    OwnSessions(FindByIndexNameSessionRepository<? extends Session> sessions, Clock clock) {
        this.sessions = sessions;
        this.clock = clock;
    }

    /**
     * A session of one's own.
     *
     * @param id names it, and opens nothing
     * @param browser as it called itself; null where it did not
     * @param current whether it is the one that asks
     */
    record OwnSession(
            String id,
            Instant begunAt,
            Instant usedAt,
            @Nullable String browser,
            boolean current) {}

    /** The sessions of an account, the newest use first. */
    List<OwnSession> of(SignedIn owner, String currentId) {
        var own = sessions.findByPrincipalName(owner.name()).values();
        // Sessions are stamped by the machine's time, which is not always the product's; the newest use is this
        // request's.
        var ahead = own.stream()
                .map(Session::getLastAccessedTime)
                .max(Comparator.naturalOrder())
                .map(last -> Duration.between(last, clock.instant()))
                .orElse(Duration.ZERO);
        return own.stream()
                .map(session -> new OwnSession(
                        named(session.getId()),
                        session.getCreationTime().plus(ahead),
                        session.getLastAccessedTime().plus(ahead),
                        session.getAttribute(BROWSER),
                        session.getId().equals(currentId)))
                .sorted(Comparator.comparing(OwnSession::usedAt).reversed())
                .toList();
    }

    /** Ends one by what names it. */
    void end(SignedIn owner, String id) {
        if (end(owner.name(), session -> named(session).equals(id)) == 0) {
            throw new Refusal(Kind.NOT_FOUND, "You have no such session; it may have ended already.");
        }
    }

    /** Ends those of an account that a condition holds for, by their ids; how many they were. */
    long end(String name, Predicate<String> which) {
        var ending = sessions.findByPrincipalName(name).keySet().stream()
                .filter(which)
                .toList();
        ending.forEach(sessions::deleteById);
        return ending.size();
    }

    /** Whoever knows a session's id has the session, so it is named by a part of its digest. */
    private static String named(String id) {
        return HexFormat.of().formatHex(Sha256.of(id), 0, NAMED_BY_BYTES);
    }
}
