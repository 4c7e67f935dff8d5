package io.kinetarch.core.volume;

import io.kinetarch.core.volume.VolumeFile.Origin;
import io.kinetarch.core.volume.VolumeFile.Parsed;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Turns counts of quarters, halves or whole hours into counts of half-hours. */
final class HalfHours {
    private HalfHours() {}

    private record Slot(Origin origin, Instant startsAt) {}

    private static final class Sum {
        private int chats;
        private double handled;
        private double seconds;

        void add(int more, @Nullable Double handlingSeconds) {
            chats += more;
            if (handlingSeconds != null) {
                // A mean over no chats still says how long they take.
                double weight = Math.max(more, 1e-3);
                handled += weight;
                seconds += weight * handlingSeconds;
            }
        }

        ChatCount count(Slot slot) {
            var origin = slot.origin;
            return new ChatCount(
                    origin.queue(),
                    origin.door(),
                    origin.language(),
                    origin.topic(),
                    slot.startsAt,
                    chats,
                    handled == 0 ? null : seconds / handled);
        }
    }

    static List<ChatCount> of(List<Parsed> parsed, CountedInterval interval) {
        var sums = new LinkedHashMap<Slot, Sum>();
        for (Parsed one : parsed) {
            var first = Instant.ofEpochSecond(one.startsAt().getEpochSecond() / 1800 * 1800);
            if (interval == CountedInterval.HOUR) {
                int half = one.chats() / 2;
                sum(sums, one, first).add(one.chats() - half, one.handlingSeconds());
                sum(sums, one, first.plus(ChatCount.INTERVAL)).add(half, one.handlingSeconds());
            } else {
                sum(sums, one, first).add(one.chats(), one.handlingSeconds());
            }
        }
        return sums.entrySet().stream()
                .map(entry -> entry.getValue().count(entry.getKey()))
                .toList();
    }

    private static Sum sum(Map<Slot, Sum> sums, Parsed one, Instant startsAt) {
        return sums.computeIfAbsent(new Slot(one.origin(), startsAt), _ -> new Sum());
    }
}
