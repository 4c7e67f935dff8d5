package io.kinetarch.server.account;

import io.kinetarch.server.account.AccountMapper.Account;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes and changes accounts, and knows who presents which. */
@Service
public class Accounts {
    /** Names are typed, said on the phone and compared: no letters that look like others. */
    private static final Pattern NAME = Pattern.compile("[a-z0-9](?:[a-z0-9._@+-]{0,98}[a-z0-9])?");

    private final AccountMapper accounts;
    private final SignInGuard guard;
    private final OwnSessions sessions;
    private final SecondFactors secondFactors;
    /** Argon2id with the parameters of the OWASP password storage cheat sheet: 19 MiB, two passes, one lane. */
    private final PasswordEncoder passwords = new Argon2PasswordEncoder(16, 32, 1, 19 * 1024, 2);

    private final String nobodysHash = passwords.encode("nobody's password");

    Accounts(AccountMapper accounts, OwnSessions sessions, SignInGuard guard, SecondFactors secondFactors) {
        this.guard = guard;
        this.accounts = accounts;
        this.sessions = sessions;
        this.secondFactors = secondFactors;
    }

    /** Whether the installation still waits for its first account. */
    public boolean none() {
        return !accounts.any();
    }

    /**
     * An account as administrators see it.
     *
     * @param disabled whether it can do nothing for the time being
     * @param invited whether its owner has yet to set a password
     * @param secondFactor whether more than a password opens it
     * @param secondFactorNeeded whether it can do nothing without
     */
    record Kept(SignedIn account, boolean disabled, boolean invited, boolean secondFactor, boolean secondFactorNeeded) {
        static Kept of(Account account) {
            return new Kept(
                    account.signedIn(),
                    account.disabled(),
                    account.passwordHash() == null,
                    account.secondFactor() != null,
                    account.secondFactorNeeded());
        }
    }

    /**
     * How an account stands that somebody is to answer chats with.
     *
     * @param disabled whether it can do nothing for the time being
     * @param invited whether its owner has yet to set a password
     * @param answers whether its role answers chats
     */
    public record Standing(boolean disabled, boolean invited, boolean answers) {}

    /** How the accounts stand, by their names. */
    public Map<String, Standing> standings() {
        return all().stream()
                .collect(Collectors.toMap(
                        kept -> kept.account().name(),
                        kept -> new Standing(
                                kept.disabled(),
                                kept.invited(),
                                kept.account().role().permissions().contains(Permission.ANSWER))));
    }

    /** Every account, by name. */
    List<Kept> all() {
        return accounts.all().stream().map(Kept::of).toList();
    }

    /** An account by its name. */
    SignedIn named(String name) {
        return kept(name).account();
    }

    Kept kept(String name) {
        String plain = normal(name);
        return accounts.byName(plain).map(Kept::of).orElseThrow(() -> none(plain));
    }

    /**
     * Who signs in with this password. An unknown name takes as long to refuse as a wrong password.
     *
     * @param code of the second factor; null while it was not asked for
     * @param address that the attempt comes from
     */
    public SignedIn signIn(String name, String password, @Nullable String code, String address) {
        String plain = normal(name);
        Passwords.checkLength(password);
        guard.check(plain, address);
        Optional<Account> account = accounts.byName(plain);
        String hash = account.map(Account::passwordHash).orElse(nobodysHash);
        boolean right = guard.inTurn(() -> passwords.matches(password, hash)) && !hash.equals(nobodysHash);
        if (!right || account.isEmpty() || account.get().disabled()) {
            guard.failed(plain, address);
            throw new Refusal(
                    Kind.SIGN_IN_FAILED,
                    "No account that is open has this name and password. Check both, capitals count.");
        }
        byte[] secret = account.get().secondFactor();
        if (secret != null) {
            if (code == null || code.isBlank()) {
                throw new Refusal(
                        Kind.CODE_NEEDED, "Type the code that your device shows now, or one of your recovery codes.");
            }
            if (!secondFactors.opens(account.get(), secret, code)) {
                guard.failed(plain, address);
                throw new Refusal(
                        Kind.CODE_NEEDED,
                        "This code does not open the account: it is not the newest, or was used already. Wait for the next one.");
            }
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

    /**
     * Makes an account.
     *
     * @param password null where its owner is invited to set one
     */
    public SignedIn make(String name, String displayName, Role role, @Nullable String password) {
        String plain = normal(name);
        if (!NAME.matcher(plain).matches()) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/name",
                    "The name must have 1 to 100 characters: letters a to z, digits, and between them . _ @ + and -.");
        }
        checkDisplayName(displayName);
        if (password != null) {
            Passwords.check(password, plain, displayName);
        }
        Long id = accounts.insert(plain, displayName.strip(), role, password == null ? null : hash(password));
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
        if (role != Role.ADMINISTRATOR) {
            keepAnAdministrator(plain);
        }
        if (accounts.update(plain, displayName.strip(), role) == 0) {
            throw none(plain);
        }
        endSessions(plain);
    }

    /**
     * Sets the password of one's own account. Its other sessions end: whoever has them may have had the old password.
     *
     * @param address that the change comes from
     * @param sessionId the session that goes on
     */
    public void changeOwnPassword(SignedIn owner, String current, String password, String address, String sessionId) {
        Passwords.checkLength(current);
        guard.check(owner.name(), address);
        var account = accounts.byName(owner.name()).orElseThrow(() -> none(owner.name()));
        String hash = account.passwordHash();
        if (hash == null || !guard.inTurn(() -> passwords.matches(current, hash))) {
            guard.failed(owner.name(), address);
            throw new Refusal(Kind.INVALID_DOCUMENT, "/current", "This is not your password up to now.");
        }
        guard.succeeded(owner.name(), address);
        Passwords.check(password, owner.name(), owner.displayName());
        accounts.setPassword(owner.name(), hash(password));
        sessions.end(owner.name(), session -> !session.equals(sessionId));
    }

    /** Sets the password of an account whose owner has lost it. Its sessions end. */
    public void setPassword(String name, String password) {
        String plain = normal(name);
        var account = accounts.byName(plain).orElseThrow(() -> none(plain));
        Passwords.check(password, plain, account.displayName());
        accounts.setPassword(plain, hash(password));
        endSessions(plain);
    }

    /** Keeps an account from doing anything, its tokens too, or lets it again. */
    @Transactional
    public void setDisabled(String name, boolean disabled) {
        String plain = normal(name);
        if (disabled) {
            keepAnAdministrator(plain);
        }
        if (accounts.setDisabled(plain, disabled) == 0) {
            throw none(plain);
        }
        endSessions(plain);
    }

    /** Deletes an account with its tokens. What it did stays, without its name. */
    @Transactional
    public void delete(String name) {
        String plain = normal(name);
        keepAnAdministrator(plain);
        if (accounts.delete(plain) == 0) {
            throw none(plain);
        }
        endSessions(plain);
    }

    /**
     * Asks an account for a second factor, or asks no more; its sessions end.
     *
     * @param needed whether it can do nothing until it has one
     */
    @Transactional
    public void needSecondFactor(String name, boolean needed) {
        String plain = normal(name);
        if (accounts.needSecondFactor(plain, needed) == 0) {
            throw none(plain);
        }
        endSessions(plain);
    }

    /** Takes a second factor from an account whose owner has lost it; its sessions end. */
    @Transactional
    public void takeSecondFactor(String name) {
        String plain = named(name).name();
        if (!secondFactors.end(plain)) {
            throw new Refusal(Kind.NOT_POSSIBLE, "\"" + plain + "\" has no second factor.");
        }
        endSessions(plain);
    }

    /** Opens an account again, without a second factor, and ends its sessions. */
    @Transactional
    public void open(String name) {
        String plain = named(name).name();
        secondFactors.end(plain);
        setDisabled(plain, false);
    }

    private void keepAnAdministrator(String name) {
        if (accounts.lockAdministrators().equals(List.of(name))) {
            throw new Refusal(
                    Kind.NOT_ALLOWED,
                    "\"" + name + "\" is the last administrator who can sign in. Make another one first.");
        }
    }

    private void endSessions(String name) {
        sessions.end(name, _ -> true);
    }

    private String hash(String password) {
        return guard.inTurn(() -> passwords.encode(password));
    }

    static Refusal none(String name) {
        return new Refusal(Kind.NOT_FOUND, "There is no account \"" + name + "\".");
    }

    private static void checkDisplayName(String displayName) {
        if (displayName.isBlank() || displayName.length() > 100) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "/displayName", "The shown name must have 1 to 100 characters.");
        }
    }

    static String normal(String name) {
        return name.strip().toLowerCase(Locale.ROOT);
    }
}
