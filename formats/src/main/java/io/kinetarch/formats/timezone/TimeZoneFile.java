package io.kinetarch.formats.timezone;

import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.zone.ZoneOffsetTransition;
import java.time.zone.ZoneOffsetTransitionRule;
import java.time.zone.ZoneRules;
import java.util.ArrayList;
import java.util.List;

/**
 * The file of one time zone, as {@code zic} compiles it: its changes so far with 64 bits each, and a text by which they go on for ever.
 *
 * @see <a href="https://www.rfc-editor.org/rfc/rfc9636">RFC 9636, The Time Zone Information Format (TZif)</a>
 */
public final class TimeZoneFile {
    private static final int MAGIC = 0x545A6966; // TZif
    private static final int RESERVED = 15;
    private static final int A_SHORT_TIME = 4;
    private static final int A_LONG_TIME = 8;
    private static final int A_TYPE = 6;
    private static final int LEAP_CORRECTION = 4;

    /** Files that are made for old readers begin with a change before the beginning of the world. */
    private static final long FIRST_SECOND = LocalDateTime.of(1, 1, 1, 0, 0).toEpochSecond(ZoneOffset.UTC);

    private TimeZoneFile() {}

    /**
     * Its rules.
     *
     * @param file its bytes, of version 2 or later
     * @throws IllegalArgumentException where they are no such file, or go on in a way that is not to be foreseen
     */
    public static ZoneRules read(byte[] file) {
        try {
            var bytes = ByteBuffer.wrap(file);
            var old = Head.read(bytes);
            bytes.position(bytes.position() + old.length(A_SHORT_TIME));
            return rules(Head.read(bytes), bytes);
        } catch (BufferUnderflowException | IndexOutOfBoundsException | DateTimeException e) {
            throw new IllegalArgumentException("The file of a time zone is cut short or damaged.", e);
        }
    }

    private static ZoneRules rules(Head head, ByteBuffer bytes) {
        long[] times = new long[head.times];
        for (int i = 0; i < times.length; i++) {
            times[i] = bytes.getLong();
        }
        byte[] which = new byte[head.times];
        bytes.get(which);
        var types = new ArrayList<Type>();
        for (int i = 0; i < head.types; i++) {
            types.add(new Type(ZoneOffset.ofTotalSeconds(bytes.getInt()), bytes.get() != 0));
            bytes.get(); // its abbreviation
        }
        bytes.position(bytes.position() + head.tail(A_LONG_TIME));
        var later = LaterChanges.parse(footer(bytes));
        var history = new History(types.getFirst());
        for (int i = 0; i < times.length; i++) {
            history.change(times[i], types.get(which[i]));
        }
        return history.rules(later);
    }

    private static String footer(ByteBuffer bytes) {
        String rest = StandardCharsets.US_ASCII.decode(bytes).toString();
        int end = rest.indexOf('\n', 1);
        if (!rest.startsWith("\n") || end < 0) {
            throw new IllegalArgumentException("The file of a time zone has no end.");
        }
        return rest.substring(1, end);
    }

    /** How the clocks of a place are set for a while. */
    private record Type(ZoneOffset offset, boolean summer) {}

    /** How much of each there is in a block. */
    private record Head(int utcs, int standards, int leaps, int times, int types, int letters) {
        static Head read(ByteBuffer bytes) {
            if (bytes.getInt() != MAGIC || bytes.get() < '2') {
                throw new IllegalArgumentException("This is no file of a time zone of version 2 or later.");
            }
            bytes.position(bytes.position() + RESERVED);
            return new Head(
                    bytes.getInt(), bytes.getInt(), bytes.getInt(), bytes.getInt(), bytes.getInt(), bytes.getInt());
        }

        int length(int aTime) {
            return times * (aTime + 1) + types * A_TYPE + tail(aTime);
        }

        /** What follows the types: abbreviations, leap seconds, and how the changes were written. */
        int tail(int aTime) {
            return letters + leaps * (aTime + LEAP_CORRECTION) + standards + utcs;
        }
    }

    /** Changes in the order in which they happened. */
    private static final class History {
        private final List<ZoneOffsetTransition> changes = new ArrayList<>();
        private final List<ZoneOffsetTransition> standardChanges = new ArrayList<>();
        private ZoneOffset first;
        private ZoneOffset now;
        private ZoneOffset standard;
        private long last = FIRST_SECOND;

        History(Type type) {
            first = type.offset;
            now = first;
            standard = first;
        }

        void change(long second, Type to) {
            if (second < FIRST_SECOND) {
                first = to.offset;
                now = first;
                standard = first;
                return;
            }
            last = second;
            // which part of an hour is summer's is not written: it is what was standard before
            if (!to.summer && !to.offset.equals(standard)) {
                standardChanges.add(transition(second, standard, to.offset));
                standard = to.offset;
            }
            if (!to.offset.equals(now)) {
                changes.add(transition(second, now, to.offset));
                now = to.offset;
            }
        }

        private static ZoneOffsetTransition transition(long second, ZoneOffset before, ZoneOffset after) {
            return ZoneOffsetTransition.of(LocalDateTime.ofEpochSecond(second, 0, before), before, after);
        }

        ZoneRules rules(List<ZoneOffsetTransitionRule> later) {
            ZoneOffset standardFirst = standardChanges.isEmpty()
                    ? first
                    : standardChanges.getFirst().getOffsetBefore();
            if (!later.isEmpty()) {
                untilRulesHold(later);
            }
            return ZoneRules.of(standardFirst, first, standardChanges, changes, later);
        }

        /**
         * Rules are taken to hold after the last change that is listed, but the last of the file need not change the clocks: a state may decide
         * that summer's time is the usual one. So what the rules make of the year and the next is listed, too.
         */
        private void untilRulesHold(List<ZoneOffsetTransitionRule> later) {
            int known = changes.size();
            int year = LocalDateTime.ofEpochSecond(last, 0, now).getYear();
            for (int in = year; in <= year + 1; in++) {
                for (var rule : later) {
                    var change = rule.createTransition(in);
                    if (change.toEpochSecond() > last
                            && change.getOffsetBefore().equals(now)) {
                        changes.add(change);
                        now = change.getOffsetAfter();
                    }
                }
            }
            if (changes.size() == known) {
                throw new IllegalArgumentException("The file of a time zone does not say since when its rules hold.");
            }
        }
    }
}
