package io.kinetarch.server.account;

import io.kinetarch.server.account.SecondFactors.DeviceOffer;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.security.Kept;
import io.kinetarch.server.security.SecurityEvent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The second factor of one's own account. */
@RestController
@RequestMapping("/api/v1/session/second-factor")
class SecondFactorController {
    /** The secret that was offered in a session, until a code of it was shown. */
    private static final String OFFERED = "kinetarch.offered-secret";

    private final Accounts accounts;
    private final SecondFactors factors;
    private final OwnSessions sessions;
    private final SecurityContextRepository contexts;

    SecondFactorController(
            Accounts accounts, SecondFactors factors, OwnSessions sessions, SecurityContextRepository contexts) {
        this.accounts = accounts;
        this.factors = factors;
        this.sessions = sessions;
        this.contexts = contexts;
    }

    /**
     * How one's own account stands.
     *
     * @param on whether it asks for a code
     * @param needed whether it must
     * @param recoveriesLeft how many recovery codes were not used yet
     */
    record SecondFactor(boolean on, boolean needed, int recoveriesLeft) {}

    /** A code that the device shows. */
    record ShownCode(String code) {}

    /** Codes that stand in for the device once each; told this once. */
    record RecoveryCodes(List<String> codes) {}

    /** Whether one's own account has a second factor. */
    @GetMapping
    SecondFactor state(@AuthenticationPrincipal SignedIn owner) {
        var kept = accounts.kept(owner.name());
        return new SecondFactor(kept.secondFactor(), kept.secondFactorNeeded(), factors.recoveriesLeft(owner));
    }

    /** Offers a secret to be told to a device. Nothing changes until a code of it is shown. */
    @Fresh
    @PostMapping
    DeviceOffer offer(@AuthenticationPrincipal SignedIn owner, HttpServletRequest request) {
        byte[] secret = factors.newSecret();
        request.getSession().setAttribute(OFFERED, secret);
        return SecondFactors.offer(owner, secret);
    }

    /** Begins to ask for codes of the offered secret; other sessions end. */
    @Fresh
    @Kept(SecurityEvent.SECOND_FACTOR_ON)
    @PutMapping
    RecoveryCodes begin(
            @RequestBody ShownCode shown,
            @AuthenticationPrincipal SignedIn owner,
            HttpServletRequest request,
            HttpServletResponse response) {
        var session = request.getSession();
        if (!(session.getAttribute(OFFERED) instanceof byte[] secret)) {
            throw new Refusal(Kind.NOT_POSSIBLE, "No secret was offered in this session. Begin again.");
        }
        var codes = factors.begin(owner, secret, shown.code());
        session.removeAttribute(OFFERED);
        sessions.end(owner.name(), id -> !id.equals(session.getId()));
        // Who was allowed nothing without a second factor is from here on.
        var context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(
                ApiTokenFilter.authentication(owner, owner.role().permissions()));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        return new RecoveryCodes(codes);
    }

    /** Asks for codes no more. */
    @Fresh
    @Kept(SecurityEvent.SECOND_FACTOR_OFF)
    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(@AuthenticationPrincipal SignedIn owner) {
        if (accounts.kept(owner.name()).secondFactorNeeded()) {
            throw new Refusal(
                    Kind.NOT_ALLOWED,
                    "An administrator asks your account for a second factor. Set up another device in its place instead.");
        }
        factors.end(owner.name());
    }
}
