package io.kinetarch.core.volume;

import io.kinetarch.core.csv.DelimitedFile;
import io.kinetarch.core.csv.DelimitedFile.Fault;
import io.kinetarch.core.csv.FileRefusal;
import io.kinetarch.core.csv.UnusableLine;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.volume.VolumeColumns.Column;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IllformedLocaleException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Pattern;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;

/**
 * Reads a CSV (RFC 4180, with comma, semicolon, tab or bar) of date-time, queue, chats and, where known, handling seconds
 * and door. Lines that cannot be used are listed with their number and the reason; the others are read.
 */
public final class VolumeFile {
    /** Faulty lines beyond this many are counted, not listed. */
    public static final int MOST_LISTED_FAULTS = 500;

    private static final int MOST_CHATS = 100_000;
    private static final int LONGEST_HANDLING_SECONDS = 86_400;
    private static final Pattern WHOLE = Pattern.compile("\\d{1,9}");
    private static final Pattern DECIMAL = Pattern.compile("\\d{1,9}([.,]\\d+)?");
    private static final Pattern WITH_DECIMAL_COMMA = Pattern.compile("\\d+,\\d+");

    private final Map<String, QueueId> queues;
    private final Map<String, DoorId> doors;
    private final LocalTimes times;
    private final List<ChatCount> counts = new ArrayList<>();
    private final Map<Key, Long> lineOf = new HashMap<>();
    private final List<Fault> faults = new ArrayList<>();
    private long faultCount;

    private VolumeFile(Plan plan, LocalTimes times) {
        this.times = times;
        queues = byName(plan.queues(), element -> new QueueId(element.id().value()));
        doors = byName(plan.doors(), element -> new DoorId(element.id().value()));
    }

    /** What one count is of, besides its time. */
    record Origin(
            QueueId queue,
            @Nullable DoorId door,
            @Nullable String language,
            @Nullable String topic) {}

    private record Key(Origin origin, Instant startsAt) {}

    /**
     * What a file holds.
     *
     * @param decimalMark the mark of fractions
     * @param faults the first {@value #MOST_LISTED_FAULTS} lines that could not be used
     * @param faultCount how many there are in all
     * @param notes what was assumed or left aside
     */
    public record Reading(
            char separator,
            char decimalMark,
            List<ChatCount> counts,
            List<Fault> faults,
            long faultCount,
            List<String> notes) {}

    /**
     * Reads a file.
     *
     * @param bytes the file, in UTF-8
     * @param zone whose local time the date-times are in, where they carry no offset of their own
     * @param plan whose queues and doors the file names, by id or name
     * @throws FileRefusal if nothing in it can be used
     */
    public static Reading read(byte[] bytes, ZoneId zone, Plan plan) {
        var delimited = DelimitedFile.read(bytes);
        var columns = VolumeColumns.of(delimited.header());
        var body = delimited.body();
        var values = body.stream()
                .map(line -> columns.value(line, Column.TIME))
                .flatMap(Optional::stream)
                .toList();
        var times = LocalTimes.guess(values, zone);
        var file = new VolumeFile(plan, times);
        for (CSVRecord line : body) {
            file.take(line, columns);
        }
        var notes = new ArrayList<String>();
        times.note().ifPresent(notes::add);
        columns.unused().ifPresent(notes::add);
        return new Reading(
                delimited.separator(),
                decimalMark(body, columns),
                List.copyOf(file.counts),
                List.copyOf(file.faults),
                file.faultCount,
                List.copyOf(notes));
    }

    private void take(CSVRecord line, VolumeColumns columns) {
        try {
            add(line.getRecordNumber(), parse(line, columns));
        } catch (UnusableLine e) {
            faultCount++;
            if (faults.size() < MOST_LISTED_FAULTS) {
                faults.add(Fault.of(line, e.getMessage()));
            }
        }
    }

    private ChatCount parse(CSVRecord line, VolumeColumns columns) throws UnusableLine {
        QueueId queue = named(columns.required(line, Column.QUEUE), queues, "queue");
        DoorId door = columns.value(line, Column.DOOR).isEmpty()
                ? null
                : named(columns.required(line, Column.DOOR), doors, "front door");
        String chats = columns.required(line, Column.CHATS);
        if (!WHOLE.matcher(chats).matches() || Integer.parseInt(chats) > MOST_CHATS) {
            throw new UnusableLine("chats must be a whole number from 0 to " + MOST_CHATS + ", not \"" + chats + "\"");
        }
        var handling = columns.value(line, Column.HANDLING);
        Double handlingSeconds = handling.isEmpty() ? null : handlingSeconds(handling.get());
        String language = language(columns.value(line, Column.LANGUAGE));
        String topic = columns.value(line, Column.TOPIC).orElse(null);
        return new ChatCount(
                queue,
                door,
                language,
                topic,
                times.instant(columns.required(line, Column.TIME), new Origin(queue, door, language, topic)),
                Integer.parseInt(chats),
                handlingSeconds);
    }

    private void add(long line, ChatCount count) throws UnusableLine {
        var origin = new Origin(count.queue(), count.door(), count.language(), count.topic());
        Long earlier = lineOf.putIfAbsent(new Key(origin, count.startsAt()), line);
        if (earlier != null) {
            throw new UnusableLine(
                    "the same queue, door, language, topic and half-hour stand in line " + earlier + " already");
        }
        counts.add(count);
    }

    private static @Nullable String language(Optional<String> value) throws UnusableLine {
        if (value.isEmpty()) {
            return null;
        }
        try {
            return new Locale.Builder()
                    .setLanguageTag(value.get().replace('_', '-'))
                    .build()
                    .toLanguageTag();
        } catch (IllformedLocaleException e) {
            throw new UnusableLine("\"" + value.get() + "\" is no language tag; write one such as en or de-AT");
        }
    }

    private static double handlingSeconds(String value) throws UnusableLine {
        if (!DECIMAL.matcher(value).matches()) {
            throw new UnusableLine("handling seconds must be a number, not \"" + value + "\"");
        }
        double seconds = Double.parseDouble(value.replace(',', '.'));
        if (seconds > LONGEST_HANDLING_SECONDS) {
            throw new UnusableLine("handling of " + value + " seconds is longer than a day; is it in milliseconds?");
        }
        return seconds;
    }

    private static <T> T named(String value, Map<String, T> known, String kind) throws UnusableLine {
        T id = known.get(value.toLowerCase(Locale.ROOT));
        if (id == null) {
            throw new UnusableLine("the plan has no " + kind + " \"" + value + "\"");
        }
        return id;
    }

    private static <T> Map<String, T> byName(List<? extends Element> elements, Function<Element, T> id) {
        var known = new HashMap<String, T>();
        for (Element element : elements) {
            known.put(element.name().toLowerCase(Locale.ROOT), id.apply(element));
        }
        for (Element element : elements) {
            known.put(element.id().value(), id.apply(element));
        }
        return known;
    }

    private static char decimalMark(List<CSVRecord> lines, VolumeColumns columns) {
        return lines.stream()
                        .map(line -> columns.value(line, Column.HANDLING))
                        .flatMap(Optional::stream)
                        .anyMatch(value -> WITH_DECIMAL_COMMA.matcher(value).matches())
                ? ','
                : '.';
    }
}
