package io.kinetarch.server.account;

import com.nulabinc.zxcvbn.Zxcvbn;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.List;
import java.util.Locale;

/**
 * Which passwords are taken: by length, and by what attackers try first (common passwords, words, sequences, repetitions, the
 * account's own name), as NIST SP 800-63B-4, 3.1.1.2 asks for of passwords that stand alone; nothing is asked of the kinds of
 * characters.
 */
final class Passwords {
    private static final int SHORTEST = 15;
    private static final int LONGEST = 1_000;
    /** Of a longer one the rest only makes it better, and would take long to look at. */
    private static final int LOOKED_AT = 100;
    /** On the estimator's scale of 0 to 4: below a million guesses. */
    private static final int WEAKEST_SCORE = 2;

    private static final String PRODUCT = "kinetarch";
    private static final Zxcvbn ESTIMATOR = new Zxcvbn();

    private Passwords() {}

    /** Refuses a password that is too short, too long, or soon guessed. */
    static void check(String password, String name, String displayName) {
        checkLength(password);
        if (password.length() < SHORTEST) {
            throw refused("The password must have at least " + SHORTEST + " characters.");
        }
        String plain = password.toLowerCase(Locale.ROOT);
        if (name.length() > 2 && plain.contains(name)) {
            throw refused("The password must not contain the account's name; whoever guesses begins with it.");
        }
        var strength = ESTIMATOR.measure(
                password.substring(0, Math.min(LOOKED_AT, password.length())), List.of(name, displayName, PRODUCT));
        if (strength.getScore() < WEAKEST_SCORE) {
            throw refused(
                    "This password is among the first that are guessed. Take several words that do not belong together.");
        }
    }

    /** Refuses what no password can be, before time is spent on it. */
    static void checkLength(String password) {
        if (password.length() > LONGEST) {
            throw refused("The password must have at most " + LONGEST + " characters.");
        }
    }

    private static Refusal refused(String why) {
        return new Refusal(Kind.INVALID_DOCUMENT, "/password", why);
    }
}
