package io.kinetarch.server.account;

import io.kinetarch.server.account.ApiTokens.Token;
import io.kinetarch.server.account.SessionController.AccountView;
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
    private final ApiTokens tokens;

    AccountController(Accounts accounts, ApiTokens tokens) {
        this.accounts = accounts;
        this.tokens = tokens;
    }

    record NewAccount(String name, String displayName, Role role, String password) {}

    record AccountChange(String displayName, Role role) {}

    /** A password to be set. */
    record NewPassword(String password) {}

    /** Whether an account may do anything. */
    record AccountAccess(boolean disabled) {}

    /** An account as administrators see it. */
    record KeptAccount(String name, String displayName, Role role, boolean disabled) {
        static KeptAccount of(Accounts.Kept kept) {
            var account = kept.account();
            return new KeptAccount(account.name(), account.displayName(), account.role(), kept.disabled());
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

    @GetMapping("/accounts")
    List<KeptAccount> accounts() {
        return accounts.all().stream().map(KeptAccount::of).toList();
    }

    @PostMapping("/accounts")
    @ResponseStatus(HttpStatus.CREATED)
    AccountView make(@RequestBody NewAccount wanted) {
        return AccountView.of(accounts.make(wanted.name(), wanted.displayName(), wanted.role(), wanted.password()));
    }

    /** Changes an account's role and shown name; its sessions end. */
    @PutMapping("/accounts/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void change(@PathVariable String name, @RequestBody AccountChange change) {
        accounts.change(name, change.displayName(), change.role());
    }

    /** Sets a password that its owner has lost; the account's sessions end. */
    @PutMapping("/accounts/{name}/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPassword(@PathVariable String name, @RequestBody NewPassword wanted) {
        accounts.setPassword(name, wanted.password());
    }

    /** Disables an account, or enables it again; its sessions end. */
    @PutMapping("/accounts/{name}/access")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setAccess(@PathVariable String name, @RequestBody AccountAccess access) {
        accounts.setDisabled(name, access.disabled());
    }

    /** Deletes an account with its sessions and tokens; what it did stays, without its name. */
    @DeleteMapping("/accounts/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable String name) {
        accounts.delete(name);
    }

    @GetMapping("/tokens")
    List<Token> tokens(@AuthenticationPrincipal SignedIn owner) {
        return tokens.of(owner);
    }

    @PostMapping("/tokens")
    @ResponseStatus(HttpStatus.CREATED)
    MadeToken make(@RequestBody NewToken wanted, @AuthenticationPrincipal SignedIn owner) {
        return new MadeToken(tokens.make(
                owner, wanted.label(), wanted.scopes(), wanted.days() == null ? USUAL_DAYS : wanted.days()));
    }

    @DeleteMapping("/tokens/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable long id, @AuthenticationPrincipal SignedIn owner) {
        tokens.revoke(owner, id);
    }
}
