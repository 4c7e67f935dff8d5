package io.kinetarch.formats.volume;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.volume.ChatCount;
import java.io.IOException;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;

/** Writes counts as a CSV (RFC 4180) that {@link VolumeFile} reads again: a line for each, times with their offset. */
public final class VolumeTable implements AutoCloseable {
    private static final String[] HEADER = {
        "date-time",
        "queue",
        "door",
        "language",
        "topic",
        "chats",
        "answered",
        "left",
        "handling seconds",
        "wait seconds",
        "chats at once"
    };

    private final CSVPrinter lines;
    private final ZoneId zone;
    private final Map<String, String> names = new HashMap<>();

    /**
     * Starts a table.
     *
     * @param plan whose time zone the times are in, and whose names stand for queues and doors
     */
    public VolumeTable(Plan plan, Appendable out) throws IOException {
        zone = plan.timeZone();
        Stream.of(plan.queues(), plan.doors())
                .flatMap(List::stream)
                .forEach((Element element) -> names.put(element.id().value(), element.name()));
        lines = new CSVPrinter(
                out, CSVFormat.RFC4180.builder().setHeader(HEADER).get());
    }

    /** Writes a line. */
    public void add(ChatCount count) throws IOException {
        var origin = count.origin();
        lines.printRecord(
                DateTimeFormatter.ISO_OFFSET_DATE_TIME.format(
                        count.startsAt().atZone(zone).toOffsetDateTime()),
                origin.queue() == null ? null : name(origin.queue().value()),
                origin.door() == null ? null : name(origin.door().value()),
                origin.language(),
                origin.topic(),
                count.chats(),
                count.answered(),
                count.left(),
                plain(count.handlingSeconds()),
                plain(count.waitSeconds()),
                plain(count.chatsAtOnce()));
    }

    private String name(String id) {
        return Objects.requireNonNullElse(names.get(id), id);
    }

    /** Whole numbers without a fraction, others with at most three places. */
    private static @Nullable String plain(@Nullable Double value) {
        if (value == null) {
            return null;
        }
        double rounded = Math.rint(value * 1000) / 1000;
        return rounded == Math.rint(rounded) ? String.valueOf((long) rounded) : String.valueOf(rounded);
    }

    @Override
    public void close() throws IOException {
        lines.close(true);
    }
}
