package io.kinetarch.server.live;

import io.kinetarch.core.dispatch.Call.Because;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.server.live.Beside.FileSent;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A call that somebody wishes to make.
 *
 * @param chat null where an operator acts for themselves, or a chat arrives
 * @param key the name that its sender gave it: what is wished for again under the same is done once; null where doing it twice does no
 *     harm
 * @param words that are said by it; null for none
 * @param beside what stands below the words; null for nothing
 * @param given what a visitor gives with it; null for nothing
 * @param start of a chat that arrives; else null
 */
public record Wish(
        CallKind kind,
        @Nullable Long chat,
        @Nullable String operator,
        @Nullable String detail,
        @Nullable UUID key,
        @Nullable String words,
        @Nullable Beside beside,
        @Nullable Given given,
        @Nullable Start start) {
    /** What marks a call by which words are said; the words stand elsewhere. */
    static final String WITH_WORDS = "words";

    /**
     * A chat that arrives.
     *
     * @param tokenHash of the token by which its visitor gets at it, as hexadecimal digits
     */
    public record Start(String door, String language, UUID key, String tokenHash) {}

    static Wish of(CallKind kind, @Nullable String detail) {
        return new Wish(kind, null, null, detail, null, null, null, null, null);
    }

    /** Something that an operator does for themselves. */
    public static Wish by(CallKind kind, String operator) {
        return new Wish(kind, null, operator, null, null, null, null, null, null);
    }

    /** Something that an operator does for themselves with a queue. */
    public static Wish by(CallKind kind, String operator, String queue) {
        return new Wish(kind, null, operator, queue, null, null, null, null, null);
    }

    /**
     * An operator goes away for a while.
     *
     * @param reason in their words; null for none
     */
    public static Wish away(String operator, @Nullable String reason) {
        return new Wish(CallKind.AWAY, null, operator, reason, null, null, null, null, null);
    }

    /**
     * An operator is off.
     *
     * @param reason why, where they did not say so themselves
     */
    public static Wish gone(String operator, String reason) {
        return new Wish(CallKind.GONE, null, operator, reason, null, null, null, null, null);
    }

    /** Somebody who watches gives a waiting chat to an operator. */
    public static Wish gives(long chat, String operator) {
        return new Wish(CallKind.ASSIGN, chat, null, operator, null, null, null, null, null);
    }

    /**
     * Somebody says how urgent a chat is.
     *
     * @param operator null where it is nobody at a desk
     * @throws Refusal if it is no priority
     */
    public static Wish prioritizes(long chat, @Nullable String operator, int priority) {
        if (priority < 0 || priority > Queue.HIGHEST_PRIORITY) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "/priority", "A priority is 0 to " + Queue.HIGHEST_PRIORITY + ".");
        }
        return new Wish(CallKind.PRIORITIZE, chat, operator, Integer.toString(priority), null, null, null, null, null);
    }

    /** Something about a door. */
    public static Wish atDoor(CallKind kind, String door) {
        return of(kind, door);
    }

    /** Something that an operator does in a chat. */
    public static Wish in(long chat, CallKind kind, String operator, @Nullable String detail) {
        return new Wish(kind, chat, operator, detail, null, null, null, null, null);
    }

    /** An operator says something. */
    public static Wish says(long chat, String operator, UUID key, String words) {
        return new Wish(CallKind.OPERATOR_SAYS, chat, operator, WITH_WORDS, key, words, null, null, null);
    }

    /** An operator sends a file. */
    public static Wish sends(long chat, String operator, UUID key, String name, FileSent file) {
        return new Wish(CallKind.OPERATOR_SAYS, chat, operator, WITH_WORDS, key, name, Beside.file(file), null, null);
    }

    /** A visitor does something in their chat. */
    public static Wish byVisitor(long chat, CallKind kind, @Nullable String detail, @Nullable Given given) {
        return new Wish(kind, chat, null, detail, null, null, null, given, null);
    }

    /** A visitor says something. */
    public static Wish says(long chat, UUID key, String words) {
        return new Wish(CallKind.VISITOR_SAYS, chat, null, WITH_WORDS, key, words, null, null, null);
    }

    /** A visitor sends a file. */
    public static Wish sends(long chat, UUID key, String name, FileSent file) {
        return new Wish(CallKind.VISITOR_SAYS, chat, null, WITH_WORDS, key, name, Beside.file(file), null, null);
    }

    /**
     * A visitor rates their chat, which counts once.
     *
     * @param comment null for none
     */
    public static Wish rates(long chat, int mark, @Nullable String comment) {
        var key = UUID.nameUUIDFromBytes(("rating " + chat).getBytes(StandardCharsets.UTF_8));
        return new Wish(CallKind.RATE, chat, null, Integer.toString(mark), key, comment, null, null, null);
    }

    /**
     * A bot says something.
     *
     * @param beside what stands below the words; null for nothing
     */
    public static Wish botSays(long chat, UUID key, String words, @Nullable Beside beside) {
        return new Wish(CallKind.BOT_SAYS, chat, null, WITH_WORDS, key, words, beside, null, null);
    }

    /**
     * A bot has understood what a chat is about, or that it is about nothing it knows.
     *
     * @param topic in words; null for nothing
     */
    public static Wish understood(long chat, UUID key, @Nullable String topic, double certainty) {
        String detail = String.format(Locale.ROOT, "%.6f", certainty) + (topic == null ? "" : " " + topic);
        return new Wish(CallKind.UNDERSTOOD, chat, null, detail, key, null, null, null, null);
    }

    /** People are to take over from a bot. */
    public static Wish handsOver(long chat, UUID key, Because because) {
        return new Wish(CallKind.HAND_OVER, chat, null, because.name(), key, null, null, null, null);
    }

    /** A visitor starts a chat. */
    public static Wish arrive(Start start, Given given) {
        return new Wish(CallKind.ARRIVE, null, null, start.door(), null, null, null, given, start);
    }
}
