package io.kinetarch.formats.volume;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.core.volume.CountedInterval;
import io.kinetarch.core.volume.HalfHours;
import io.kinetarch.core.volume.Origin;
import io.kinetarch.core.volume.TimesOfDay;
import io.kinetarch.formats.table.DelimitedFile;
import io.kinetarch.formats.table.Faults;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.formats.table.UnusableLine;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;

/**
 * A table of chats by time, by queue or door or both and, where known, language, topic, answers and handling, in a CSV (RFC 4180, with comma, semicolon,
 * tab or bar) or a spreadsheet. Lines that cannot be used are listed with their number and the reason; the others are read.
 */
public final class VolumeFile {
    private static final int MOST_CHATS = 100_000;
    private static final int MOST_CHATS_AT_ONCE = 50;
    private static final int LONGEST_HANDLING_SECONDS = 86_400;
    private static final Pattern WHOLE = Pattern.compile("\\d{1,9}");
    private static final Pattern DECIMAL = Pattern.compile("\\d{1,9}([.,]\\d+)?");
    private static final Pattern WITH_DECIMAL_COMMA = Pattern.compile("\\d+,\\d+");

    private static final Pattern CLOCK = Pattern.compile("(?:(\\d{1,2}):)?(\\d{1,2}):(\\d{2})");
    private static final double HARDLY_SECONDS = 30;
    private static final int SAMPLE_LINES = 4;

    private final DelimitedFile table;
    private final VolumeColumns guessed;

    private VolumeFile(DelimitedFile table) {
        this.table = table;
        guessed = VolumeColumns.guessed(table.header());
    }

    /**
     * What a file holds.
     *
     * @param decimalMark the mark of fractions
     * @param interval over which the file counts; its counts are of half-hours
     * @param faults why lines could not be used
     * @param faultCount how many lines
     * @param strangers names of queues and doors that the plan does not have, with what they were taken for
     * @param notes what was assumed or left aside
     */
    public record Reading(
            char separator,
            char decimalMark,
            CountedInterval interval,
            List<ChatCount> counts,
            List<Fault> faults,
            long faultCount,
            List<Stranger> strangers,
            List<String> notes) {}

    /**
     * Opens a file.
     *
     * @throws FileRefusal if it is no table
     */
    public static VolumeFile open(byte[] bytes) {
        var file = new VolumeFile(DelimitedFile.read(bytes));
        file.table.body().close(); // refuses a header without lines
        return file;
    }

    /** Opens a file and reads it by the columns its header names. */
    static Reading read(byte[] bytes, ZoneId zone, Plan plan) {
        var file = open(bytes);
        return file.read(zone, plan, file.columns(), StrangerNames.NONE, () -> TimesOfDay.of(plan, List.of()));
    }

    /** The names in the header. */
    public List<String> header() {
        return table.header().toList();
    }

    /** The first lines below the header. */
    public List<List<String>> sample() {
        return table.body().limit(SAMPLE_LINES).map(CSVRecord::toList).toList();
    }

    /** Which column seems to hold what, by the names in the header: places from 0. */
    public Map<VolumeColumn, Integer> columns() {
        return guessed.positions();
    }

    /** What columns lack to read the file by them, in words; empty if nothing. */
    public List<String> missing(Map<VolumeColumn, Integer> columns) {
        return new VolumeColumns(table.header(), columns).missing();
    }

    /**
     * Reads the file.
     *
     * @param zone whose local time the date-times are in, where they carry no offset of their own
     * @param plan whose queues and doors the file names, by id or name
     * @param columns which column holds what: places from 0
     * @param names what names mean that the plan does not have
     * @param times when on a day chats come; asked for only where the file counts whole days
     * @throws FileRefusal if nothing in it can be used
     */
    public Reading read(
            ZoneId zone,
            Plan plan,
            Map<VolumeColumn, Integer> columns,
            StrangerNames names,
            Supplier<TimesOfDay> times) {
        var used = new VolumeColumns(table.header(), columns);
        used.missing().stream().findFirst().ifPresent(missing -> {
            throw new FileRefusal(
                    1,
                    "the header \"" + String.join(" | ", header()) + "\" has no column for " + missing
                            + "; say which column it is, or name one so");
        });
        var values = table.body().map(used::time).flatMap(Optional::stream).toList();
        var local = LocalTimes.guess(values, zone);
        var lines = new Lines(new NamedPlaces(plan, names), local, used);
        table.body().forEach(lines::take);
        var interval = local.datesAlone()
                ? CountedInterval.DAY
                : CountedInterval.of(
                        lines.parsed.stream().map(ChatCount::startsAt).collect(Collectors.toSet()), zone);
        var notes = new ArrayList<String>();
        local.note().ifPresent(notes::add);
        used.unused().ifPresent(notes::add);
        if (interval == CountedInterval.HOUR) {
            notes.add("The file counts hours; each was split evenly into its two half-hours.");
        }
        if (interval == CountedInterval.DAY) {
            notes.add(
                    "The file counts whole days; each was spread over its half-hours as chats came on that weekday before,"
                            + " or evenly over the opening hours. When on a day chats come cannot be learnt from it.");
        }
        handlingNote(lines.parsed).ifPresent(notes::add);
        return new Reading(
                table.separator(),
                decimalMark(table.body(), used),
                interval,
                HalfHours.of(
                        lines.parsed,
                        interval,
                        zone,
                        interval == CountedInterval.DAY ? times.get() : TimesOfDay.of(plan, List.of())),
                lines.faults.list(),
                lines.faults.lines(),
                lines.places.strangers(),
                List.copyOf(notes));
    }

    private static Optional<String> handlingNote(List<ChatCount> parsed) {
        double[] seconds = parsed.stream()
                .map(ChatCount::handlingSeconds)
                .filter(Objects::nonNull)
                .mapToDouble(Double::doubleValue)
                .toArray();
        return seconds.length > 0 && Arrays.stream(seconds).max().orElse(0) < HARDLY_SECONDS
                ? Optional.of("Every handling time is under " + (int) HARDLY_SECONDS
                        + " and was read as seconds. If they are minutes, export seconds, or times such as 6:45.")
                : Optional.empty();
    }

    private static final class Lines {
        private final NamedPlaces places;
        private final LocalTimes times;
        private final VolumeColumns columns;
        private final List<ChatCount> parsed = new ArrayList<>();
        private final Map<Key, Long> lineOf = new HashMap<>();
        private final Faults faults = new Faults();

        private record Key(Origin origin, Instant startsAt) {}

        Lines(NamedPlaces places, LocalTimes times, VolumeColumns columns) {
            this.places = places;
            this.times = times;
            this.columns = columns;
        }

        void take(CSVRecord line) {
            try {
                var origin = origin(line);
                if (origin.isPresent()) {
                    add(line.getRecordNumber(), parse(line, origin.get()));
                }
            } catch (UnusableLine e) {
                faults.add(line, e);
            }
        }

        private ChatCount parse(CSVRecord line, Origin origin) throws UnusableLine {
            Integer answered = number(line, VolumeColumn.ANSWERED);
            Integer left = number(line, VolumeColumn.LEFT);
            String time = columns.time(line).orElseThrow(() -> new UnusableLine("time is missing"));
            return new ChatCount(
                    origin,
                    times.instant(time, origin),
                    chats(line, answered, left),
                    answered,
                    left,
                    seconds("handling", columns.value(line, VolumeColumn.HANDLING)),
                    seconds("wait", columns.value(line, VolumeColumn.WAIT)),
                    chatsAtOnce(columns.value(line, VolumeColumn.CHATS_AT_ONCE)));
        }

        /** None where the line's queue or door is to be left aside. */
        private Optional<Origin> origin(CSVRecord line) throws UnusableLine {
            var queue = columns.value(line, VolumeColumn.QUEUE);
            var door = columns.value(line, VolumeColumn.DOOR);
            if (queue.isEmpty() && door.isEmpty()) {
                throw new UnusableLine(
                        columns.has(VolumeColumn.DOOR) ? "queue and door are missing" : "queue is missing");
            }
            if (places.aside(VolumeColumn.QUEUE, queue) || places.aside(VolumeColumn.DOOR, door)) {
                return Optional.empty();
            }
            return Optional.of(new Origin(
                    queue.isEmpty() ? null : new QueueId(places.id(VolumeColumn.QUEUE, queue.get())),
                    door.isEmpty() ? null : new DoorId(places.id(VolumeColumn.DOOR, door.get())),
                    language(columns.value(line, VolumeColumn.LANGUAGE)),
                    columns.value(line, VolumeColumn.TOPIC).orElse(null)));
        }

        private int chats(CSVRecord line, @Nullable Integer answered, @Nullable Integer left) throws UnusableLine {
            int ended = (answered == null ? 0 : answered) + (left == null ? 0 : left);
            if (!columns.has(VolumeColumn.CHATS)) {
                if (answered == null || left == null) {
                    throw new UnusableLine((answered == null ? "answered" : "left") + " is missing");
                }
                return ended;
            }
            int chats = whole(columns.required(line, VolumeColumn.CHATS), "chats");
            if (ended > chats) {
                throw new UnusableLine(
                        "too many ended",
                        "answered and left make " + ended + ", more than the " + chats + " chats that came");
            }
            return chats;
        }

        private @Nullable Integer number(CSVRecord line, VolumeColumn column) throws UnusableLine {
            var value = columns.value(line, column);
            return value.isEmpty() ? null : Integer.valueOf(whole(value.get(), column.words()));
        }

        private void add(long line, ChatCount count) throws UnusableLine {
            Long earlier = lineOf.putIfAbsent(new Key(count.origin(), count.startsAt()), line);
            if (earlier != null) {
                throw new UnusableLine(
                        "twice",
                        "the same queue, door, language, topic and time stand in line " + earlier + " already");
            }
            parsed.add(count);
        }
    }

    private static int whole(String value, String what) throws UnusableLine {
        if (!WHOLE.matcher(value).matches() || Integer.parseInt(value) > MOST_CHATS) {
            throw new UnusableLine(
                    what, what + " must be a whole number from 0 to " + MOST_CHATS + ", not \"" + value + "\"");
        }
        return Integer.parseInt(value);
    }

    private static @Nullable String language(Optional<String> value) throws UnusableLine {
        if (value.isEmpty()) {
            return null;
        }
        var called = KnownLanguages.called(value.get());
        if (called.isPresent()) {
            return called.get();
        }
        String tag = Locale.forLanguageTag(value.get().replace('_', '-')).toLanguageTag();
        if (!KnownLanguages.known(tag)) {
            throw new UnusableLine(KnownLanguages.words(value.get()));
        }
        return tag;
    }

    private static @Nullable Double chatsAtOnce(Optional<String> value) throws UnusableLine {
        if (value.isEmpty()) {
            return null;
        }
        double atOnce = DECIMAL.matcher(value.get()).matches()
                ? Double.parseDouble(value.get().replace(',', '.'))
                : 0;
        if (atOnce < 1 || atOnce > MOST_CHATS_AT_ONCE) {
            throw new UnusableLine(
                    "at once",
                    "chats at once must be a number from 1 to " + MOST_CHATS_AT_ONCE + ", not \"" + value.get() + "\"");
        }
        return atOnce;
    }

    private static @Nullable Double seconds(String what, Optional<String> given) throws UnusableLine {
        if (given.isEmpty()) {
            return null;
        }
        String value = given.get();
        var clock = CLOCK.matcher(value);
        if (!clock.matches() && !DECIMAL.matcher(value).matches()) {
            throw new UnusableLine(
                    what, what + " must be a number of seconds or a time such as 6:45, not \"" + value + "\"");
        }
        double seconds = clock.matches()
                ? 3600 * (clock.group(1) == null ? 0 : Integer.parseInt(clock.group(1)))
                        + 60.0 * Integer.parseInt(clock.group(2))
                        + Integer.parseInt(clock.group(3))
                : Double.parseDouble(value.replace(',', '.'));
        if (seconds > LONGEST_HANDLING_SECONDS) {
            throw new UnusableLine(
                    what + " too long",
                    what + " of " + value + " seconds is longer than a day; is it in milliseconds?");
        }
        return seconds;
    }

    private static char decimalMark(Stream<CSVRecord> lines, VolumeColumns columns) {
        return lines.flatMap(line -> Stream.of(VolumeColumn.HANDLING, VolumeColumn.WAIT)
                                .map(column -> columns.value(line, column)))
                        .flatMap(Optional::stream)
                        .anyMatch(value -> WITH_DECIMAL_COMMA.matcher(value).matches())
                ? ','
                : '.';
    }
}
