package io.kinetarch.server.account;

import io.kinetarch.server.account.OwnSessions.OwnSession;
import io.kinetarch.server.security.Kept;
import io.kinetarch.server.security.SecurityEvent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out, and the first account. */
@RestController
@RequestMapping("/api/v1")
class SessionController {
    private static final int LONGEST_BROWSER = 300;

    private final Accounts accounts;
    private final OwnSessions sessions;
    private final FreshSessions fresh;
    private final SecurityContextRepository contexts;
    private final CsrfTokenRepository forgeryTokens;
    private final Clock clock;
    private final String release;

    SessionController(
            Accounts accounts,
            OwnSessions sessions,
            FreshSessions fresh,
            SecurityContextRepository contexts,
            CsrfTokenRepository forgeryTokens,
            Clock clock)
            throws IOException {
        this.accounts = accounts;
        this.sessions = sessions;
        this.fresh = fresh;
        this.contexts = contexts;
        this.forgeryTokens = forgeryTokens;
        this.clock = clock;
        release = release();
    }

    /**
     * How the visitor of the interface stands.
     *
     * @param account null while nobody is signed in
     * @param needsFirstAccount whether the installation waits for its administrator
     * @param now by the server's clock
     * @param release tells this version of the interface from every other
     */
    record Session(@Nullable AccountView account, boolean needsFirstAccount, Instant now, String release) {}

    /**
     * The account that is signed in.
     *
     * @param permissions what it may do in this session
     * @param needsSecondFactor whether it can do nothing before it has set up a second factor
     */
    record AccountView(
            String name, String displayName, Role role, Set<Permission> permissions, boolean needsSecondFactor) {
        static AccountView of(SignedIn signedIn, boolean limited) {
            return new AccountView(
                    signedIn.name(),
                    signedIn.displayName(),
                    signedIn.role(),
                    limited ? Set.of() : new TreeSet<>(signedIn.role().permissions()),
                    limited);
        }
    }

    /**
     * What an account is opened with.
     *
     * @param code of the second factor; null where the account has none, or it was not asked for yet
     */
    record Credentials(
            String name, String password, @Nullable String code) {}

    /** What shows again that it is the account's owner who is there. */
    record Confirmation(String password, @Nullable String code) {}

    /**
     * Another password for one's own account.
     *
     * @param current the one up to now
     */
    record OwnPassword(String current, String password) {}

    record FirstAccount(String name, String displayName, String password) {}

    /** Who is signed in, and what they may do. */
    @GetMapping("/session")
    Session session(@AuthenticationPrincipal @Nullable SignedIn signedIn, @Nullable Authentication authentication) {
        return signedIn == null || authentication == null
                ? new Session(null, accounts.none(), clock.instant(), release)
                : sessionOf(signedIn, authentication.getAuthorities().isEmpty());
    }

    /** Signs in by name and password, and by a code where the account has a second factor. */
    @Kept(SecurityEvent.SIGNED_IN)
    @PostMapping("/session")
    Session signIn(@RequestBody Credentials credentials, HttpServletRequest request, HttpServletResponse response) {
        return begin(
                accounts.signIn(
                        credentials.name(), credentials.password(), credentials.code(), request.getRemoteAddr()),
                request,
                response);
    }

    /** Shows again that it is the account's owner who is there, for what a session that was left open must not do. */
    @Kept(SecurityEvent.CONFIRMED)
    @PostMapping("/session/confirmation")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void confirm(@RequestBody Confirmation shown, @AuthenticationPrincipal SignedIn owner, HttpServletRequest request) {
        accounts.signIn(owner.name(), shown.password(), shown.code(), request.getRemoteAddr());
        fresh.shown(request.getSession());
    }

    /** Makes the first account of an installation, its administrator, and signs it in. */
    @Kept(SecurityEvent.ACCOUNT_MADE)
    @PostMapping("/setup")
    Session makeFirstAccount(
            @RequestBody FirstAccount first, HttpServletRequest request, HttpServletResponse response) {
        return begin(accounts.makeFirst(first.name(), first.displayName(), first.password()), request, response);
    }

    /** Signs out. */
    @Kept(SecurityEvent.SIGNED_OUT)
    @DeleteMapping("/session")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }

    /** Sets the password of one's own account; its other sessions end. */
    @Kept(SecurityEvent.PASSWORD_CHANGED)
    @PutMapping("/session/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changePassword(
            @RequestBody OwnPassword wanted, @AuthenticationPrincipal SignedIn owner, HttpServletRequest request) {
        accounts.changeOwnPassword(
                owner,
                wanted.current(),
                wanted.password(),
                request.getRemoteAddr(),
                request.getSession().getId());
    }

    /** Where one's own account is signed in. */
    @GetMapping("/sessions")
    List<OwnSession> sessions(@AuthenticationPrincipal SignedIn owner, HttpServletRequest request) {
        return sessions.of(owner, request.getSession().getId());
    }

    /** Ends one of one's own sessions. */
    @Kept(SecurityEvent.SESSION_ENDED)
    @DeleteMapping("/sessions/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(@PathVariable String id, @AuthenticationPrincipal SignedIn owner) {
        sessions.end(owner, id);
    }

    /** The page names the files it is made of, each by its contents. */
    private static String release() throws IOException {
        var page = new ClassPathResource("static/index.html");
        return page.exists() ? HexFormat.of().formatHex(Sha256.of(page.getContentAsByteArray()), 0, 8) : "";
    }

    /** A session from before the sign-in is thrown away, so that nobody can have planted its id. */
    private Session begin(SignedIn signedIn, HttpServletRequest request, HttpServletResponse response) {
        HttpSession before = request.getSession(false);
        if (before != null) {
            before.invalidate();
        }
        var kept = accounts.kept(signedIn.name());
        boolean limited = kept.secondFactorNeeded() && !kept.secondFactor();
        save(signedIn, limited ? Set.of() : signedIn.role().permissions(), request, response);
        fresh.shown(request.getSession());
        forgeryTokens.saveToken(forgeryTokens.generateToken(request), request, response);
        String browser = request.getHeader(HttpHeaders.USER_AGENT);
        if (browser != null) {
            request.getSession()
                    .setAttribute(
                            OwnSessions.BROWSER, browser.substring(0, Math.min(LONGEST_BROWSER, browser.length())));
        }
        return sessionOf(signedIn, limited);
    }

    private Session sessionOf(SignedIn signedIn, boolean limited) {
        return new Session(AccountView.of(signedIn, limited), false, clock.instant(), release);
    }

    private void save(
            SignedIn signedIn, Set<Permission> permissions, HttpServletRequest request, HttpServletResponse response) {
        var context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(ApiTokenFilter.authentication(signedIn, permissions));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
    }
}
