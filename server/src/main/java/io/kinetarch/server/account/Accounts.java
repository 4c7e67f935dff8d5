package io.kinetarch.server.account;

import io.kinetarch.server.account.AccountMapper.Account;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes and changes accounts, and knows who presents which. */
@Service
public class Accounts {
    private static final int SHORTEST_PASSWORD = 10;
    private static final int LONGEST_PASSWORD = 1_000;

    private final AccountMapper accounts;
    private final SignInGuard guard;
    private final FindByIndexNameSessionRepository<? extends Session> sessions;
    /** Argon2id with the parameters of the OWASP password storage cheat sheet: 19 MiB, two passes, one lane. */
    private final PasswordEncoder passwords = new Argon2PasswordEncoder(16, 32, 1, 19 * 1024, 2);

    private final String nobodysHash = passwords.encode("nobody's password");

    Accounts(AccountMapper accounts, FindByIndexNameSessionRepository<? extends Session> sessions, SignInGuard guard) {
        this.guard = guard;
        this.accounts = accounts;
        this.sessions = sessions;
    }

    /** Whether the installation still waits for its first account. */
    public boolean none() {
        return !accounts.any();
    }

    /** Every account, by name. */
    public List<SignedIn> all() {
        return accounts.all().stream().map(Account::signedIn).toList();
    }

    /**
     * Who signs in with this password. An unknown name takes as long to refuse as a wrong password.
     *
     * @param address that the attempt comes from
     */
    public SignedIn signIn(String name, String password, String address) {
        String plain = normal(name);
        checkLengths(plain, password);
        guard.check(plain, address);
        Optional<Account> account = accounts.byName(plain);
        boolean right = guard.inTurn(() ->
                passwords.matches(password, account.map(Account::passwordHash).orElse(nobodysHash)));
        if (!right || account.isEmpty()) {
            guard.failed(plain, address);
            throw new Refusal(
                    Kind.SIGN_IN_FAILED, "No account has this name and password. Check both, capitals count.");
        }
        guard.succeeded(plain, address);
        return account.get().signedIn();
    }

    /** Makes the installation's first account, its administrator. */
    @Transactional
    public SignedIn makeFirst(String name, String displayName, String password) {
        accounts.lockFirstAccount();
        if (accounts.any()) {
            throw new Refusal(
                    Kind.ALREADY_DONE, "This installation has its administrator already. Sign in with that account.");
        }
        return make(name, displayName, Role.ADMINISTRATOR, password);
    }

    /** Makes an account. */
    public SignedIn make(String name, String displayName, Role role, String password) {
        String plain = normal(name);
        checkDisplayName(displayName);
        checkLengths(plain, password);
        if (password.length() < SHORTEST_PASSWORD) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/password",
                    "The password must have at least " + SHORTEST_PASSWORD + " characters.");
        }
        Long id = accounts.insert(plain, displayName.strip(), role, guard.inTurn(() -> passwords.encode(password)));
        if (id == null) {
            throw new Refusal(Kind.ALREADY_DONE, "There is an account \"" + plain + "\" already; choose another name.");
        }
        return new SignedIn(id, plain, displayName.strip(), role);
    }

    /** Gives an account another role and shown name. Its sessions end, so that nobody keeps what they may no longer do. */
    @Transactional
    public void change(String name, String displayName, Role role) {
        String plain = normal(name);
        checkDisplayName(displayName);
        if (role != Role.ADMINISTRATOR && accounts.lockAdministrators().equals(List.of(plain))) {
            throw new Refusal(Kind.NOT_ALLOWED, "\"" + plain + "\" is the last administrator. Make another one first.");
        }
        if (accounts.update(plain, displayName.strip(), role) == 0) {
            throw new Refusal(Kind.NOT_FOUND, "There is no account \"" + plain + "\".");
        }
        sessions.findByPrincipalName(plain).keySet().forEach(sessions::deleteById);
    }

    private static void checkLengths(String name, String password) {
        if (name.isEmpty() || name.length() > 100) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "/name", "The name must have 1 to 100 characters.");
        }
        if (password.length() > LONGEST_PASSWORD) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/password",
                    "The password must have at most " + LONGEST_PASSWORD + " characters.");
        }
    }

    private static void checkDisplayName(String displayName) {
        if (displayName.isBlank() || displayName.length() > 100) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "/displayName", "The shown name must have 1 to 100 characters.");
        }
    }

    private static String normal(String name) {
        return name.strip().toLowerCase(Locale.ROOT);
    }
}
