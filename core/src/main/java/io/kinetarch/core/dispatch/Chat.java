package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.QuestionId;
import java.util.Arrays;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** A chat as the dispatcher knows it. Kept and used again once it is over, so that a long run makes no garbage. */
final class Chat {
    static final long NEVER = Long.MAX_VALUE;
    private static final int[] NOBODY = {};
    /** Place of the count of colleagues among {@link #figures()}. */
    static final int COLLEAGUES = 11;

    /** The place it is kept at. */
    final int slot;

    long serial;

    @Nullable
    Stage stage;

    private @Nullable Visit visit;
    /** Place of the rule that took it; {@value EffectSink#NONE} before. */
    int rule;

    @Nullable
    String topic;

    private @Nullable Ask ask;
    int queue;
    /** Who holds it, is offered it, or wraps it up. */
    int operator;

    int[] colleagues = NOBODY;
    int colleagueCount;
    /** Who sent it on, or set it aside, and may take it back. */
    int sentBy;

    /** The priority that its rule gave it; {@value EffectSink#NONE} where it has that of its queue. */
    int ownPriority;
    /** The priority that somebody gave it by hand; {@value EffectSink#NONE} for none. */
    int urgency;
    /** How much rungs raised it. */
    int raised;
    /** Whether it goes before everybody, since its operator did not reply. */
    boolean first;
    /** When it first entered its queue. */
    long entered;
    /** What its waiting order goes by before {@link #entered}. */
    long primary;

    long firstQueued;
    /** What it waited before an operator took it; {@link #NEVER} while it waits. */
    long waited;

    /** Bits of the {@link Way}s it was offered. */
    int ways;
    /** Operators who declined or let it lapse in this round, as bits; all zero between rounds. */
    long[] asked;

    boolean askedSome;
    int botMisses;
    /** How often the visitor has written since the bot last helped them. */
    int botTurns;

    boolean botAnswered;
    /** Whether the bot has handed it over, and not taken it back since. */
    boolean handedOver;
    /** Whether it is with the bot since its visitor chose so while it waited. */
    boolean choseBot;

    boolean questionsAsked;
    boolean visitorSpoke;
    boolean reminded;

    int rung;
    /** Since when the seconds of its ladder run; what of them is over while they stand. */
    long rungBase;

    long movedAt;
    /** How often it moved at that instant. */
    int moves;

    long rungDue;
    long offerDue;
    long pauseDue;
    long replyDue;
    long silentSince;
    long silenceDue;
    long lostDue;
    /** When the bot has not helped for too long. */
    long botDue;
    /** When the bot takes it back. */
    long backDue;
    /** The end of the form, of wrapping up, or of being set aside. */
    long endDue;
    /** The earliest of these. */
    long due;

    int timerAt = -1;
    int lineAt = -1;

    Chat(int slot, int words) {
        this.slot = slot;
        this.asked = new long[words];
    }

    Visit visit() {
        return Objects.requireNonNull(visit);
    }

    Ask ask() {
        return Objects.requireNonNull(ask);
    }

    boolean isRouted() {
        return ask != null;
    }

    void ask(@Nullable Ask other) {
        ask = other;
    }

    Stage stage() {
        return Objects.requireNonNull(stage);
    }

    void start(long newSerial, Visit by) {
        serial = newSerial;
        visit = by;
        stage = Stage.ASKING;
        rule = EffectSink.NONE;
        topic = by.topic();
        ask = null;
        queue = EffectSink.NONE;
        operator = EffectSink.NONE;
        colleagueCount = 0;
        sentBy = EffectSink.NONE;
        ownPriority = EffectSink.NONE;
        urgency = EffectSink.NONE;
        raised = 0;
        movedAt = NEVER;
        moves = 0;
        first = false;
        entered = NEVER;
        primary = 0;
        firstQueued = NEVER;
        waited = NEVER;
        ways = 0;
        forgetAsked();
        botMisses = 0;
        botTurns = 0;
        botAnswered = false;
        handedOver = false;
        choseBot = false;
        questionsAsked = false;
        visitorSpoke = false;
        reminded = false;
        rung = 0;
        rungBase = 0;
        lostDue = NEVER;
        stopClocks();
    }

    /** Drops what it would keep others from being collected by. */
    void clear() {
        stage = null;
        visit = null;
        ask = null;
        topic = null;
    }

    /** Stops every clock but that of a lost connection. */
    void stopClocks() {
        rungDue = NEVER;
        offerDue = NEVER;
        pauseDue = NEVER;
        replyDue = NEVER;
        silentSince = NEVER;
        silenceDue = NEVER;
        botDue = NEVER;
        backDue = NEVER;
        endDue = NEVER;
    }

    long earliest() {
        long early = Math.min(Math.min(rungDue, offerDue), Math.min(pauseDue, replyDue));
        early = Math.min(early, Math.min(botDue, backDue));
        return Math.min(early, Math.min(Math.min(silenceDue, lostDue), endDue));
    }

    boolean wasAsked(int operator) {
        return askedSome && (asked[operator >> 6] & 1L << operator) != 0;
    }

    void wasAskedNow(int operator) {
        asked[operator >> 6] |= 1L << operator;
        askedSome = true;
    }

    void forgetAsked() {
        if (askedSome) {
            Arrays.fill(asked, 0);
        }
        askedSome = false;
    }

    /** Its whole numbers, the last saying how many colleagues take part; for snapshots. */
    int[] figures() {
        return new int[] {
            queue,
            operator,
            sentBy,
            ownPriority,
            raised,
            ways,
            botMisses,
            botTurns,
            rung,
            moves,
            urgency,
            colleagueCount
        };
    }

    /** Takes up what {@link #figures()} gave; colleagues are to join. */
    void figures(int[] from) {
        queue = from[0];
        operator = from[1];
        sentBy = from[2];
        ownPriority = from[3];
        raised = from[4];
        ways = from[5];
        botMisses = from[6];
        botTurns = from[7];
        rung = from[8];
        moves = from[9];
        urgency = from[10];
    }

    /** What holds of it or not; for snapshots. */
    boolean[] flags() {
        return new boolean[] {
            first, askedSome, botAnswered, handedOver, choseBot, questionsAsked, visitorSpoke, reminded
        };
    }

    /** Takes up what {@link #flags()} gave. */
    void flags(boolean[] from) {
        first = from[0];
        askedSome = from[1];
        botAnswered = from[2];
        handedOver = from[3];
        choseBot = from[4];
        questionsAsked = from[5];
        visitorSpoke = from[6];
        reminded = from[7];
    }

    /** Its instants and spans of time; for snapshots. */
    long[] instants() {
        return new long[] {
            entered,
            primary,
            firstQueued,
            waited,
            rungBase,
            movedAt,
            rungDue,
            offerDue,
            pauseDue,
            replyDue,
            silentSince,
            silenceDue,
            lostDue,
            botDue,
            backDue,
            endDue
        };
    }

    /** Takes up what {@link #instants()} gave. */
    void instants(long[] from) {
        entered = from[0];
        primary = from[1];
        firstQueued = from[2];
        waited = from[3];
        rungBase = from[4];
        movedAt = from[5];
        rungDue = from[6];
        offerDue = from[7];
        pauseDue = from[8];
        replyDue = from[9];
        silentSince = from[10];
        silenceDue = from[11];
        lostDue = from[12];
        botDue = from[13];
        backDue = from[14];
        endDue = from[15];
    }

    void answered(Map<QuestionId, String> answers) {
        visit = visit().with(answers);
    }

    void join(int colleague) {
        if (colleagueCount == colleagues.length) {
            colleagues = Arrays.copyOf(colleagues, colleagueCount + 2);
        }
        colleagues[colleagueCount++] = colleague;
    }

    boolean hasColleague(int colleague) {
        for (int i = 0; i < colleagueCount; i++) {
            if (colleagues[i] == colleague) {
                return true;
            }
        }
        return false;
    }

    void drop(int colleague) {
        int kept = 0;
        for (int i = 0; i < colleagueCount; i++) {
            if (colleagues[i] != colleague) {
                colleagues[kept++] = colleagues[i];
            }
        }
        colleagueCount = kept;
    }

    /** Whether it is taken before another that the same operator could take: the waiting order over all queues. */
    boolean before(Chat other) {
        if (first != other.first) {
            return first;
        }
        if (primary != other.primary) {
            return primary < other.primary;
        }
        return entered != other.entered ? entered < other.entered : serial < other.serial;
    }
}
