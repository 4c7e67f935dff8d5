package io.kinetarch.server.account;

import io.kinetarch.server.account.ApiTokens.Token;
import io.kinetarch.server.account.SessionController.AccountView;
import java.util.List;
import java.util.Set;
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
    private final Accounts accounts;
    private final ApiTokens tokens;

    AccountController(Accounts accounts, ApiTokens tokens) {
        this.accounts = accounts;
        this.tokens = tokens;
    }

    record NewAccount(String name, String displayName, Role role, String password) {}

    record AccountChange(String displayName, Role role) {}

    record NewToken(String label, Set<Permission> scopes) {}

    /** A token's secret, told this once. */
    record MadeToken(String token) {}

    @GetMapping("/accounts")
    List<AccountView> accounts() {
        return accounts.all().stream().map(AccountView::of).toList();
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

    @GetMapping("/tokens")
    List<Token> tokens(@AuthenticationPrincipal SignedIn owner) {
        return tokens.of(owner);
    }

    @PostMapping("/tokens")
    @ResponseStatus(HttpStatus.CREATED)
    MadeToken make(@RequestBody NewToken wanted, @AuthenticationPrincipal SignedIn owner) {
        return new MadeToken(tokens.make(owner, wanted.label(), wanted.scopes()));
    }

    @DeleteMapping("/tokens/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable long id, @AuthenticationPrincipal SignedIn owner) {
        tokens.revoke(owner, id);
    }
}
