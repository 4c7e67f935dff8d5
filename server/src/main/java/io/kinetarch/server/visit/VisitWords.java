package io.kinetarch.server.visit;

import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.net.URI;
import java.util.Map;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** What people may write in chats: plain text of bounded length. It is shown as text everywhere, so mark-up in it is only words. */
public final class VisitWords {
    private static final int LONGEST_MESSAGE = 4000;
    private static final int LONGEST_ANSWER = 1000;
    private static final int LONGEST_NAME = 100;
    private static final int MOST_ANSWERS = 50;
    private static final int LONGEST_PAGE = 2000;
    private static final int LONGEST_TYPING = 1000;
    /** Control characters besides tab and line ends, and those that turn the direction of what follows. */
    private static final Pattern HIDDEN =
            Pattern.compile("[\\p{Cc}&&[^\\t\\n\\r]]|[\\u202a-\\u202e\\u2066-\\u2069\\ufeff]|\\p{Cs}");

    private VisitWords() {}

    /**
     * A message, without characters that nobody sees.
     *
     * @throws Refusal if it is empty or too long
     */
    public static String message(String text, String pointer) {
        String message = HIDDEN.matcher(text).replaceAll("").strip();
        if (message.isEmpty()) {
            throw new Refusal(Kind.INVALID_DOCUMENT, pointer, "The message is empty.");
        }
        if (message.length() > LONGEST_MESSAGE) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    pointer,
                    "The message has " + message.length() + " characters; at most " + LONGEST_MESSAGE
                            + " are taken. Send it in parts.");
        }
        return message;
    }

    /** In the place of what is being typed, where operators only see that somebody types. */
    static final String TYPES = "…";

    /** What is being typed, cut where it gets long. */
    public static String typed(String text) {
        String typed = HIDDEN.matcher(text).replaceAll("");
        return typed.length() <= LONGEST_TYPING ? typed : typed.substring(typed.length() - LONGEST_TYPING);
    }

    /** Refuses answers or facts that no form would send. */
    static void check(Map<String, String> answers, String pointer) {
        if (answers.size() > MOST_ANSWERS) {
            throw new Refusal(Kind.INVALID_DOCUMENT, pointer, "At most " + MOST_ANSWERS + " are taken.");
        }
        answers.forEach((name, value) -> {
            if (name.length() > LONGEST_NAME || value.length() > LONGEST_ANSWER) {
                throw new Refusal(
                        Kind.INVALID_DOCUMENT,
                        pointer,
                        "An answer has at most " + LONGEST_ANSWER + " characters, its name " + LONGEST_NAME + ".");
            }
            if (HIDDEN.matcher(name).find() || HIDDEN.matcher(value).find()) {
                throw new Refusal(
                        Kind.INVALID_DOCUMENT, pointer, "An answer holds a control character. Send plain text.");
            }
        });
    }

    /** A page that led here; what is none is left out, since no visitor can mend it. */
    static @Nullable String referrer(@Nullable String written) {
        try {
            return written == null || written.isBlank() ? null : page(written);
        } catch (Refusal none) {
            return null;
        }
    }

    /** The address of a page, without what follows {@code #}. */
    static String page(String written) {
        try {
            var page = URI.create(written);
            if (written.length() > LONGEST_PAGE
                    || page.getScheme() == null
                    || !page.getScheme().matches("https?")) {
                throw new IllegalArgumentException("no address of a page");
            }
            int fragment = written.indexOf('#');
            return fragment < 0 ? written : written.substring(0, fragment);
        } catch (IllegalArgumentException e) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/page",
                    "The page is no address of http or https of at most " + LONGEST_PAGE + " characters.");
        }
    }
}
