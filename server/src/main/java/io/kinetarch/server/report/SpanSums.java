package io.kinetarch.server.report;

import io.kinetarch.core.report.Tally;
import io.kinetarch.server.report.ChatSums.Counted;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.ToLongFunction;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** The chats of a span, added up by kind and by day. */
final class SpanSums {
    private static final int[] NOBODY = {};
    private static final Map<String, Counted> OUTCOMES = Map.of(
            "GAVE_UP", Counted.GAVE_UP,
            "FINISHED_BY_BOT", Counted.FINISHED_BY_BOT,
            "ENDED_BY_VISITOR", Counted.ENDED_BY_VISITOR,
            "ENDED_BY_OPERATOR", Counted.ENDED_BY_OPERATOR,
            "CLOSED_SILENT", Counted.CLOSED_SILENT,
            "LEFT_MESSAGE", Counted.LEFT_MESSAGE,
            "ASKED_CALL_BACK", Counted.LEFT_MESSAGE);

    /**
     * Which chats are added up, null for whichever, and what holds for them.
     *
     * @param soon milliseconds before which who gave up did so soon
     * @param within milliseconds within which the chats of a queue are to be answered
     * @param weight how much of an operator's capacity a chat of a queue takes
     */
    record Wanted(
            @Nullable String door,
            @Nullable String queue,
            @Nullable String operator,
            @Nullable String language,
            @Nullable String topic,
            long soon,
            ToLongFunction<@Nullable String> within,
            ToLongFunction<@Nullable String> weight) {}

    /** What an operator did. */
    static final class Work {
        /** Milliseconds in which chats took places of theirs, each times its weight. */
        double takenWeight;

        long longestSilenceMillis;
        long leftOpen;
        long lapsed;
        long declined;
    }

    private final Wanted wanted;
    private final ReportBy by;
    private final Map<String, Map<LocalDate, ChatSums>> kinds = new HashMap<>();
    private final Map<String, Tally> waits = new HashMap<>();
    private final Map<LocalDate, ChatSums> all = new TreeMap<>();
    private final Tally allWaits = new Tally();
    private final Map<String, Work> work = new HashMap<>();

    SpanSums(Map<LocalDate, DayChats> days, Wanted wanted, ReportBy by) {
        this.wanted = wanted;
        this.by = by;
        days.forEach(this::add);
    }

    /** The kinds of which there are chats. */
    Collection<String> kinds() {
        return kinds.keySet();
    }

    /** The chats of one kind, a sum for each day. */
    Collection<ChatSums> of(String kind) {
        return kinds.getOrDefault(kind, Map.of()).values();
    }

    Tally waits(String kind) {
        return waits.getOrDefault(kind, new Tally());
    }

    /** All chats, a sum for each day: each once, of however many kinds it is. */
    Collection<ChatSums> all() {
        return all.values();
    }

    Tally allWaits() {
        return allWaits;
    }

    /** What operators did in these chats, by their ids. */
    Map<String, Work> work() {
        return work;
    }

    private void add(LocalDate date, DayChats day) {
        var chosen = chosen(day);
        if (chosen.isEmpty()) {
            return;
        }
        // What holds for a queue or an outcome, by its place among the names; what has none comes last.
        var named = new ArrayList<@Nullable String>(Arrays.asList(day.names()));
        named.add(null);
        long[] within = named.stream().mapToLong(wanted.within()).toArray();
        var outcomes = Arrays.stream(day.names())
                .map(name -> OUTCOMES.getOrDefault(name, Counted.ANOTHER_OUTCOME))
                .toArray(Counted[]::new);
        var each = kinds(date, day);
        var sums = new ChatSums[each.names.size()];
        var tallies = new Tally[sums.length];
        var whole = all.computeIfAbsent(date, _ -> new ChatSums());
        for (int i = chosen.nextSetBit(0); i >= 0; i = chosen.nextSetBit(i + 1)) {
            boolean inTime = day.answered()[i] && day.waits()[i] <= within[place(day.queues()[i], named.size())];
            long tenths = (day.waits()[i] + 50L) / 100;
            count(whole, day, i, inTime, outcomes);
            if (day.waited()[i]) {
                allWaits.add(tenths, 1);
            }
            for (int kind : each.ofChats[i]) {
                if (sums[kind] == null) {
                    String name = each.names.get(kind);
                    sums[kind] = kinds.computeIfAbsent(name, _ -> new TreeMap<>())
                            .computeIfAbsent(date, _ -> new ChatSums());
                    tallies[kind] = waits.computeIfAbsent(name, _ -> new Tally());
                }
                count(sums[kind], day, i, inTime, outcomes);
                if (day.waited()[i]) {
                    tallies[kind].add(tenths, 1);
                }
            }
        }
        if (by == ReportBy.OPERATOR) {
            addWork(day, chosen, named.stream().mapToLong(wanted.weight()).toArray());
        }
    }

    private static int place(short name, int names) {
        return name == DayChats.NONE ? names - 1 : name;
    }

    /** Without a branch where it can be: which way a chat goes is anybody's guess, and millions are counted. */
    private void count(ChatSums sums, DayChats day, int i, boolean inTime, Counted[] outcomes) {
        int waited = day.waited()[i] ? 1 : 0;
        int replied = day.firstReplies()[i] == DayChats.NONE ? 0 : 1;
        var outcome = outcomes[day.outcomes()[i]];
        sums.add(Counted.CHATS, 1);
        sums.add(Counted.WAITED, waited);
        sums.add(Counted.WAIT_MILLIS, (long) waited * day.waits()[i]);
        sums.add(Counted.ANSWERED, day.answered()[i] ? 1 : 0);
        sums.add(Counted.IN_TIME, inTime ? 1 : 0);
        sums.add(outcome, 1);
        sums.add(Counted.GAVE_UP_SOON, outcome == Counted.GAVE_UP && day.waits()[i] < wanted.soon() ? 1 : 0);
        sums.add(Counted.REPLIED, replied);
        sums.add(Counted.FIRST_REPLY_MILLIS, (long) replied * day.firstReplies()[i]);
        sums.add(Counted.HANDLED_MILLIS, day.handled()[i]);
        sums.add(Counted.WRAP_UP_MILLIS, day.wrapUps()[i]);
        sums.add(Counted.TRANSFERRED, day.transferred()[i] ? 1 : 0);
        sums.add(Counted.RATINGS, day.ratings()[i] > 0 ? 1 : 0);
        sums.add(Counted.MARKS, day.ratings()[i]);
    }

    /** Which chats of a day are wanted, by their places. */
    private BitSet chosen(DayChats day) {
        var chosen = new BitSet(day.size());
        chosen.set(0, day.size());
        keep(chosen, day, day.doors(), wanted.door());
        keep(chosen, day, day.queues(), wanted.queue());
        keep(chosen, day, day.languages(), wanted.language());
        keep(chosen, day, day.topics(), wanted.topic());
        String operator = wanted.operator();
        if (operator != null) {
            int place = day.place(operator);
            var theirs = new BitSet(day.size());
            var stints = day.stints();
            for (int i = 0; i < stints.chats().length; i++) {
                if (stints.operators()[i] == place && !stints.besides()[i]) {
                    theirs.set(stints.chats()[i]);
                }
            }
            chosen.and(theirs);
        }
        return chosen;
    }

    private static void keep(BitSet chosen, DayChats day, short[] column, @Nullable String name) {
        if (name == null) {
            return;
        }
        int place = day.place(name);
        for (int i = 0; i < column.length; i++) {
            if (place == DayChats.NONE || column[i] != place) {
                chosen.clear(i);
            }
        }
    }

    /** Of which kinds the chats of a day are: places among the names of kinds. */
    @SuppressWarnings("ArrayRecordComponent") // lives for one day's sums
    private record Kinds(List<String> names, int[][] ofChats) {}

    private Kinds kinds(LocalDate date, DayChats day) {
        return switch (by) {
            case QUEUE -> byName(day, day.queues());
            case DOOR -> byName(day, day.doors());
            case LANGUAGE -> byName(day, day.languages());
            case TOPIC -> byName(day, day.topics());
            case OPERATOR -> byOperator(day);
            case LABEL -> byLabel(day);
            case HOUR -> {
                var hours = places(24);
                var ofChats = new int[day.size()][];
                Arrays.setAll(ofChats, i -> hours[day.halfHours()[i] / 2]);
                yield new Kinds(
                        IntStream.range(0, 24).mapToObj(Integer::toString).toList(), ofChats);
            }
            case WEEKDAY -> one(day, Integer.toString(date.getDayOfWeek().getValue()));
            case DAY -> one(day, date.toString());
            case ALL -> one(day, "");
        };
    }

    private static Kinds one(DayChats day, String name) {
        var ofChats = new int[day.size()][];
        Arrays.fill(ofChats, new int[] {0});
        return new Kinds(List.of(name), ofChats);
    }

    private static Kinds byName(DayChats day, short[] column) {
        var names = new ArrayList<>(List.of(day.names()));
        names.add("");
        var places = places(names.size());
        var ofChats = new int[day.size()][];
        Arrays.setAll(ofChats, i -> places[place(column[i], places.length)]);
        return new Kinds(names, ofChats);
    }

    /** A chat that several operators had is of each of them; one that nobody had is of none. */
    private static Kinds byOperator(DayChats day) {
        var ofChats = new Several(day.size(), NOBODY, day.names().length);
        var stints = day.stints();
        for (int i = 0; i < stints.chats().length; i++) {
            if (!stints.besides()[i]) {
                ofChats.add(stints.chats()[i], stints.operators()[i]);
            }
        }
        return new Kinds(List.of(day.names()), ofChats.kinds);
    }

    /** A chat that bears several labels is of each of them; the last kind is that of chats without any. */
    private static Kinds byLabel(DayChats day) {
        var names = new ArrayList<>(List.of(day.names()));
        names.add("");
        var ofChats = new Several(day.size(), new int[] {names.size() - 1}, names.size());
        var labels = day.labels();
        for (int i = 0; i < labels.chats().length; i++) {
            ofChats.add(labels.chats()[i], labels.labels()[i]);
        }
        return new Kinds(names, ofChats.kinds);
    }

    /** The kinds of chats that can be of several. */
    private static final class Several {
        private final BitSet any = new BitSet();
        private final int[][] places;
        private final int[][] kinds;

        /** @param none what a chat is of until it is of any */
        Several(int chats, int[] none, int names) {
            places = places(names);
            kinds = new int[chats][];
            Arrays.fill(kinds, none);
        }

        void add(int chat, int kind) {
            int[] before = kinds[chat];
            if (!any.get(chat)) {
                any.set(chat);
                kinds[chat] = places[kind];
            } else if (Arrays.stream(before).noneMatch(one -> one == kind)) {
                kinds[chat] = Arrays.copyOf(before, before.length + 1);
                kinds[chat][before.length] = kind;
            }
        }
    }

    /** Each place by itself: most chats are of one kind, and share it. */
    private static int[][] places(int many) {
        return IntStream.range(0, many).mapToObj(place -> new int[] {place}).toArray(int[][]::new);
    }

    private void addWork(DayChats day, BitSet chosen, long[] weights) {
        var ofDay = new Work[day.names().length];
        var stints = day.stints();
        for (int i = 0; i < stints.chats().length; i++) {
            if (chosen.get(stints.chats()[i])) {
                var done = workOf(day, ofDay, stints.operators()[i]);
                done.takenWeight += (double) stints.taken()[i] * weights[place(stints.queues()[i], weights.length)];
                done.longestSilenceMillis = Math.max(done.longestSilenceMillis, stints.silences()[i]);
                done.leftOpen += stints.leftOpen()[i] ? 1 : 0;
            }
        }
        var missed = day.missed();
        for (int i = 0; i < missed.chats().length; i++) {
            if (chosen.get(missed.chats()[i])) {
                var done = workOf(day, ofDay, missed.operators()[i]);
                if (missed.declined()[i]) {
                    done.declined++;
                } else {
                    done.lapsed++;
                }
            }
        }
    }

    private Work workOf(DayChats day, @Nullable Work[] ofDay, short operator) {
        var known = ofDay[operator];
        if (known == null) {
            known = work.computeIfAbsent(day.names()[operator], _ -> new Work());
            ofDay[operator] = known;
        }
        return known;
    }
}
