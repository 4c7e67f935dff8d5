package io.kinetarch.core.volume;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** Turns counts of quarters, halves or whole hours, or of days, into counts of half-hours. */
public final class HalfHours {
    private static final long HALF_HOUR_SECONDS = ChatCount.INTERVAL.toSeconds();

    private final ZoneId zone;
    private final TimesOfDay times;
    private final Map<Slot, Sum> sums = new LinkedHashMap<>();

    private HalfHours(ZoneId zone, TimesOfDay times) {
        this.zone = zone;
        this.times = times;
    }

    private record Slot(Origin origin, Instant startsAt) {}

    /** A mean over chats that are counted as they are added. */
    private static final class Mean {
        private double chats;
        private double sum;

        void add(int more, @Nullable Double value) {
            if (value != null) {
                // A mean over no chats still says what they are like.
                double weight = Math.max(more, 1e-3);
                chats += weight;
                sum += weight * value;
            }
        }

        @Nullable
        Double value() {
            return chats == 0 ? null : sum / chats;
        }
    }

    private static final class Sum {
        private int chats;
        private @Nullable Integer answered;
        private @Nullable Integer left;
        private final Mean handling = new Mean();
        private final Mean wait = new Mean();
        private final Mean atOnce = new Mean();

        void add(int moreChats, @Nullable Integer moreAnswered, @Nullable Integer moreLeft, ChatCount means) {
            chats += moreChats;
            answered = together(answered, moreAnswered);
            left = together(left, moreLeft);
            handling.add(moreChats, means.handlingSeconds());
            wait.add(moreChats, means.waitSeconds());
            atOnce.add(moreChats, means.chatsAtOnce());
        }

        private static @Nullable Integer together(@Nullable Integer one, @Nullable Integer other) {
            return one == null ? other : other == null ? one : Integer.valueOf(one + other);
        }

        ChatCount count(Slot slot) {
            return new ChatCount(
                    slot.origin, slot.startsAt, chats, answered, left, handling.value(), wait.value(), atOnce.value());
        }
    }

    /**
     * The half-hours of what was counted over an interval; those of days as the times of day say.
     *
     * @param counted each at the start of its interval
     */
    public static List<ChatCount> of(List<ChatCount> counted, CountedInterval interval, ZoneId zone, TimesOfDay times) {
        if (interval == CountedInterval.HALF_HOUR) {
            return List.copyOf(counted);
        }
        var halves = new HalfHours(zone, times);
        counted.forEach(one -> halves.add(one, interval));
        var counts = new ArrayList<ChatCount>(halves.sums.size());
        halves.sums.forEach((slot, sum) -> counts.add(sum.count(slot)));
        return counts;
    }

    private void add(ChatCount one, CountedInterval interval) {
        var first = Instant.ofEpochSecond(one.startsAt().getEpochSecond() / HALF_HOUR_SECONDS * HALF_HOUR_SECONDS);
        switch (interval) {
            case QUARTER_HOUR, HALF_HOUR -> sum(one, first).add(one.chats(), one.answered(), one.left(), one);
            case HOUR -> spread(one, first, new double[] {1, 1});
            case DAY -> spread(one, first, dayWeights(one, first));
        }
    }

    private double[] dayWeights(ChatCount one, Instant midnight) {
        var next = midnight.atZone(zone)
                .toLocalDate()
                .plusDays(1)
                .atStartOfDay(zone)
                .toInstant();
        int slots = Math.toIntExact((next.getEpochSecond() - midnight.getEpochSecond()) / HALF_HOUR_SECONDS);
        return IntStream.range(0, slots)
                .mapToDouble(i -> times.weight(
                        one.origin(),
                        midnight.plus(ChatCount.INTERVAL.multipliedBy(i)).atZone(zone)))
                .toArray();
    }

    private void spread(ChatCount one, Instant first, double[] weights) {
        int[] chats = shares(one.chats(), weights);
        int[] answered = one.answered() == null ? null : shares(one.answered(), weights);
        int[] left = one.left() == null ? null : shares(one.left(), weights);
        double all = Arrays.stream(weights).sum();
        for (int i = 0; i < weights.length; i++) {
            if (weights[i] > 0 || all == 0) {
                sum(one, first.plus(ChatCount.INTERVAL.multipliedBy(i)))
                        .add(chats[i], answered == null ? null : answered[i], left == null ? null : left[i], one);
            }
        }
    }

    /** Whole shares of a number that make it up, each next to its weight's part: what was dealt up to a place is rounded. */
    private static int[] shares(int number, double[] weights) {
        double all = Arrays.stream(weights).sum();
        var shares = new int[weights.length];
        double until = 0;
        long dealt = 0;
        for (int i = 0; i < shares.length; i++) {
            until += all == 0 ? 1.0 / shares.length : weights[i] / all;
            long due = i == shares.length - 1 ? number : Math.round(until * number);
            shares[i] = Math.toIntExact(due - dealt);
            dealt = due;
        }
        return shares;
    }

    private Sum sum(ChatCount one, Instant startsAt) {
        return sums.computeIfAbsent(new Slot(one.origin(), startsAt), _ -> new Sum());
    }
}
