package io.kinetarch.server.account;

import io.kinetarch.server.account.ApiTokens.Token;
import io.kinetarch.server.account.PasswordLinks.PasswordLink;
import io.kinetarch.server.security.Kept;
import io.kinetarch.server.security.SecurityEvent;
import io.kinetarch.server.security.SecurityLog;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Accounts and their API tokens over HTTP. */
@RestController
@RequestMapping("/api/v1")
class AccountController {
    private static final int USUAL_DAYS = 90;

    private final Accounts accounts;
    private final PasswordLinks links;
    private final ApiTokens tokens;

    AccountController(Accounts accounts, PasswordLinks links, ApiTokens tokens) {
        this.accounts = accounts;
        this.links = links;
        this.tokens = tokens;
    }

    /**
     * An account to be made.
     *
     * @param password null where its owner is invited to set one
     */
    record NewAccount(
            String name,
            String displayName,
            Role role,
            @Nullable String password) {}

    /**
     * A link that lets an account's owner set its password.
     *
     * @param path under the installation's address; told this once
     */
    record PasswordLinkView(String path, Instant endsAt) {
        static PasswordLinkView of(PasswordLink link) {
            return new PasswordLinkView("/password#" + link.token(), link.endsAt());
        }
    }

    /** Whether an account can do nothing until it has a second factor. */
    record SecondFactorNeed(boolean needed) {}

    record AccountChange(String displayName, Role role) {}

    /** A password to be set. */
    record NewPassword(String password) {}

    /** Whether an account may do anything. */
    record AccountAccess(boolean disabled) {}

    /**
     * An account as administrators see it.
     *
     * @param invited whether its owner has yet to set a password
     * @param secondFactor whether more than a password opens it
     * @param secondFactorNeeded whether it can do nothing without
     */
    record KeptAccount(
            String name,
            String displayName,
            Role role,
            boolean disabled,
            boolean invited,
            boolean secondFactor,
            boolean secondFactorNeeded) {
        static KeptAccount of(Accounts.Kept kept) {
            var account = kept.account();
            return new KeptAccount(
                    account.name(),
                    account.displayName(),
                    account.role(),
                    kept.disabled(),
                    kept.invited(),
                    kept.secondFactor(),
                    kept.secondFactorNeeded());
        }
    }

    /**
     * A token to be made.
     *
     * @param days after which it ends; null for 90
     */
    record NewToken(
            String label, Set<Permission> scopes, @Nullable Integer days) {}

    /** A token's secret, told this once. */
    record MadeToken(String token) {}

    /** All accounts, by name. */
    @GetMapping("/accounts")
    List<KeptAccount> accounts() {
        return accounts.all().stream().map(KeptAccount::of).toList();
    }

    /** Makes an account. */
    @Fresh
    @Kept(SecurityEvent.ACCOUNT_MADE)
    @PostMapping("/accounts")
    @ResponseStatus(HttpStatus.CREATED)
    KeptAccount make(@RequestBody NewAccount wanted, HttpServletRequest request) {
        var made = accounts.make(wanted.name(), wanted.displayName(), wanted.role(), wanted.password());
        SecurityLog.about(request, made.name() + ", " + made.role());
        return KeptAccount.of(accounts.kept(made.name()));
    }

    /** Changes an account's role and shown name; its sessions end. */
    @Fresh
    @Kept(SecurityEvent.ACCOUNT_CHANGED)
    @PutMapping("/accounts/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void change(@PathVariable String name, @RequestBody AccountChange change, HttpServletRequest request) {
        accounts.change(name, change.displayName(), change.role());
        SecurityLog.about(request, name + ", " + change.role());
    }

    /** Sets a password that its owner has lost; the account's sessions end. */
    @Fresh
    @Kept(SecurityEvent.PASSWORD_SET)
    @PutMapping("/accounts/{name}/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPassword(@PathVariable String name, @RequestBody NewPassword wanted) {
        accounts.setPassword(name, wanted.password());
    }

    /** Makes a link, good once and for three days, by which the account's owner sets its password. */
    @Fresh
    @Kept(SecurityEvent.PASSWORD_LINK_MADE)
    @PostMapping("/accounts/{name}/password-link")
    @ResponseStatus(HttpStatus.CREATED)
    PasswordLinkView invite(@PathVariable String name) {
        return PasswordLinkView.of(links.invite(name));
    }

    /** Asks an account for a second factor, or asks no more; its sessions end. */
    @Fresh
    @Kept(SecurityEvent.SECOND_FACTOR_ASKED_FOR)
    @PutMapping("/accounts/{name}/second-factor")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void needSecondFactor(@PathVariable String name, @RequestBody SecondFactorNeed need, HttpServletRequest request) {
        accounts.needSecondFactor(name, need.needed());
        SecurityLog.about(request, name + (need.needed() ? ", needed" : ", needed no more"));
    }

    /** Takes a second factor from an account whose owner has lost it; its sessions end. */
    @Fresh
    @Kept(SecurityEvent.SECOND_FACTOR_OFF)
    @DeleteMapping("/accounts/{name}/second-factor")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeSecondFactor(@PathVariable String name) {
        accounts.takeSecondFactor(name);
    }

    /** Disables an account, or enables it again; its sessions end. */
    @Fresh
    @Kept(SecurityEvent.ACCOUNT_CLOSED_OR_OPENED)
    @PutMapping("/accounts/{name}/access")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setAccess(@PathVariable String name, @RequestBody AccountAccess access, HttpServletRequest request) {
        accounts.setDisabled(name, access.disabled());
        SecurityLog.about(request, name + (access.disabled() ? ", disabled" : ", enabled"));
    }

    /** Deletes an account with its sessions and tokens; what it did stays, without its name. */
    @Fresh
    @Kept(SecurityEvent.ACCOUNT_DELETED)
    @DeleteMapping("/accounts/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable String name) {
        accounts.delete(name);
    }

    /** One's own API tokens, without their secrets. */
    @GetMapping("/tokens")
    List<Token> tokens(@AuthenticationPrincipal SignedIn owner) {
        return tokens.of(owner);
    }

    /** Makes an API token, which ends by itself; its secret is told this once. */
    @Fresh
    @Kept(SecurityEvent.TOKEN_MADE)
    @PostMapping("/tokens")
    @ResponseStatus(HttpStatus.CREATED)
    MadeToken make(@RequestBody NewToken wanted, @AuthenticationPrincipal SignedIn owner, HttpServletRequest request) {
        SecurityLog.about(request, wanted.label());
        return new MadeToken(tokens.make(
                owner, wanted.label(), wanted.scopes(), wanted.days() == null ? USUAL_DAYS : wanted.days()));
    }

    /** Ends one of one's own API tokens. */
    @Kept(SecurityEvent.TOKEN_REVOKED)
    @DeleteMapping("/tokens/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable long id, @AuthenticationPrincipal SignedIn owner) {
        tokens.revoke(owner, id);
    }
}
