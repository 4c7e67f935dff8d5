package io.kinetarch.server.report;

import io.kinetarch.server.report.ReportMapper.CountRow;
import io.kinetarch.server.report.ReportMapper.LabelRow;
import io.kinetarch.server.report.ReportMapper.MissedRow;
import io.kinetarch.server.report.ReportMapper.StintRow;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.ToLongFunction;
import org.jspecify.annotations.Nullable;

/**
 * What reports read of the finished chats that came on one day: a column for each thing and in it a place for each chat, so that years of
 * them are small enough to be kept and quick to go through. Texts stand once, in {@code names}; columns say their place there, or
 * {@link #NONE}.
 *
 * @param halfHours from 0 to 47
 * @param queues in which they waited last
 * @param waited whether they waited in a queue
 * @param waits milliseconds
 * @param firstReplies milliseconds; {@link #NONE} where there was none
 * @param ratings 1 to 5; 0 for none
 * @param stints the times that operators had chats
 */
@SuppressWarnings("ArrayRecordComponent") // a carrier, never compared
record DayChats(
        String[] names,
        byte[] halfHours,
        short[] doors,
        short[] queues,
        short[] languages,
        short[] topics,
        short[] outcomes,
        boolean[] waited,
        boolean[] answered,
        boolean[] transferred,
        int[] waits,
        int[] firstReplies,
        int[] handled,
        int[] wrapUps,
        byte[] ratings,
        Stints stints,
        Missed missed,
        Labels labels) {
    static final int NONE = -1;

    /**
     * @param chats of which place, in their order
     * @param besides whether they were called in besides the one who held the chat
     * @param taken milliseconds in which it took a place of theirs
     * @param silences the longest, in milliseconds
     * @param leftOpen whether the chat ended while a question of the visitor's was unanswered
     */
    @SuppressWarnings("ArrayRecordComponent")
    record Stints(
            int[] chats,
            short[] operators,
            short[] queues,
            boolean[] besides,
            int[] taken,
            int[] silences,
            boolean[] leftOpen) {}

    /** Offers that came to nothing. */
    @SuppressWarnings("ArrayRecordComponent")
    record Missed(int[] chats, short[] operators, boolean[] declined) {}

    /** What chats are labelled with; one that bears several stands there several times. */
    @SuppressWarnings("ArrayRecordComponent")
    record Labels(int[] chats, short[] labels) {}

    int size() {
        return halfHours.length;
    }

    /** The place of a name; {@link #NONE} where no chat of the day has to do with it. */
    int place(String name) {
        for (int i = 0; i < names.length; i++) {
            if (names[i].equals(name)) {
                return i;
            }
        }
        return NONE;
    }

    /** About how many bytes it takes. */
    int bytes() {
        return 500 + 32 * size() + 18 * stints.chats.length + 8 * missed.chats.length + 6 * labels.chats.length;
    }

    /**
     * Puts the chats of one day into columns; what there is of each comes in the order of the chats. What is of others, which were counted
     * after these had been read, is left for the next time.
     */
    static DayChats of(List<CountRow> counts, List<StintRow> stints, List<MissedRow> missed, List<LabelRow> labels) {
        int n = counts.size();
        var places = new HashMap<Long, Integer>();
        for (int i = 0; i < n; i++) {
            places.put(counts.get(i).chat(), i);
        }
        var stintRows = ofThese(places, stints, StintRow::chat);
        var missedRows = ofThese(places, missed, MissedRow::chat);
        var labelRows = ofThese(places, labels, LabelRow::chat);
        var names = new Names();
        var day = new DayChats(
                new String[0],
                new byte[n],
                new short[n],
                new short[n],
                new short[n],
                new short[n],
                new short[n],
                new boolean[n],
                new boolean[n],
                new boolean[n],
                new int[n],
                new int[n],
                new int[n],
                new int[n],
                new byte[n],
                stints(stintRows.size()),
                new Missed(new int[missedRows.size()], new short[missedRows.size()], new boolean[missedRows.size()]),
                new Labels(new int[labelRows.size()], new short[labelRows.size()]));
        for (int i = 0; i < n; i++) {
            var row = counts.get(i);
            day.halfHours[i] = (byte) row.halfHour();
            day.doors[i] = names.place(row.doorId());
            day.queues[i] = names.place(row.queueId());
            day.languages[i] = names.place(row.language());
            day.topics[i] = names.place(row.topic());
            day.outcomes[i] = names.place(row.outcome());
            day.waited[i] = row.waited();
            day.answered[i] = row.answered();
            day.transferred[i] = row.transferred();
            day.waits[i] = row.waitedMillis();
            day.firstReplies[i] = row.firstReplyMillis() == null ? NONE : row.firstReplyMillis();
            day.handled[i] = row.handledMillis();
            day.wrapUps[i] = row.wrapUpMillis();
            day.ratings[i] = row.rating() == null ? 0 : row.rating().byteValue();
        }
        for (int i = 0; i < stintRows.size(); i++) {
            var row = stintRows.get(i);
            day.stints.chats[i] = place(places, row.chat());
            day.stints.operators[i] = names.place(row.operatorId());
            day.stints.queues[i] = names.place(row.queueId());
            day.stints.besides[i] = row.besides();
            day.stints.taken[i] = row.takenMillis();
            day.stints.silences[i] = row.longestSilenceMillis();
            day.stints.leftOpen[i] = row.leftOpen();
        }
        for (int i = 0; i < missedRows.size(); i++) {
            var row = missedRows.get(i);
            day.missed.chats[i] = place(places, row.chat());
            day.missed.operators[i] = names.place(row.operatorId());
            day.missed.declined[i] = row.declined();
        }
        for (int i = 0; i < labelRows.size(); i++) {
            day.labels.chats[i] = place(places, labelRows.get(i).chat());
            day.labels.labels[i] = names.place(labelRows.get(i).label());
        }
        return day.with(names.all());
    }

    private static <R> List<R> ofThese(Map<Long, Integer> places, List<R> rows, ToLongFunction<R> chat) {
        return rows.stream()
                .filter(row -> places.containsKey(chat.applyAsLong(row)))
                .toList();
    }

    private static int place(Map<Long, Integer> places, long chat) {
        return Objects.requireNonNull(places.get(chat));
    }

    private static Stints stints(int n) {
        return new Stints(
                new int[n], new short[n], new short[n], new boolean[n], new int[n], new int[n], new boolean[n]);
    }

    private DayChats with(String[] all) {
        return new DayChats(
                all,
                halfHours,
                doors,
                queues,
                languages,
                topics,
                outcomes,
                waited,
                answered,
                transferred,
                waits,
                firstReplies,
                handled,
                wrapUps,
                ratings,
                stints,
                missed,
                labels);
    }

    /** Gives each name a place. */
    private static final class Names {
        private final Map<String, Short> places = new HashMap<>();
        private final List<String> names = new ArrayList<>();

        short place(@Nullable String name) {
            if (name == null) {
                return NONE;
            }
            return places.computeIfAbsent(name, one -> {
                names.add(one);
                return (short) Math.toIntExact(names.size() - 1L);
            });
        }

        String[] all() {
            return names.toArray(String[]::new);
        }
    }
}
