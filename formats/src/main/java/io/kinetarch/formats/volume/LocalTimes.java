package io.kinetarch.formats.volume;

import io.kinetarch.core.volume.Origin;
import io.kinetarch.formats.table.UnusableLine;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.format.ResolverStyle;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Turns the date-times of a file into instants: ISO 8601 with or without an offset, {@code 24.11.2026 08:30} and
 * {@code 24/11/2026 08:30}, the last with day or month first, whichever the file's own values allow.
 */
final class LocalTimes {
    private static final Duration QUARTER = Duration.ofMinutes(15);
    private static final Pattern SLASHED = Pattern.compile("(\\d{1,2})/(\\d{1,2})/\\d{4}.*");
    private static final Pattern DATE_ALONE =
            Pattern.compile("\\d{4}-\\d{2}-\\d{2}|\\d{1,2}\\.\\d{1,2}\\.\\d{4}|\\d{1,2}/\\d{1,2}/\\d{4}");
    private static final Pattern OFFSET = Pattern.compile("(Z|[+-]\\d{2}(:?\\d{2})?)$");
    private static final DateTimeFormatter ISO = new DateTimeFormatterBuilder()
            .appendPattern("uuuu-MM-dd")
            .optionalStart()
            .appendLiteral('T')
            .optionalEnd()
            .optionalStart()
            .appendLiteral(' ')
            .optionalEnd()
            .appendPattern("HH:mm[:ss]")
            .toFormatter()
            .withResolverStyle(ResolverStyle.STRICT);
    private static final DateTimeFormatter DOTTED = strict("d.M.uuuu H:mm[:ss]");
    private static final DateTimeFormatter DAY_FIRST = strict("d/M/uuuu H:mm[:ss]");
    private static final DateTimeFormatter MONTH_FIRST = strict("M/d/uuuu H:mm[:ss]");

    private final ZoneId zone;
    private final DateTimeFormatter slashed;
    private final boolean datesAlone;
    private final Optional<String> note;
    private final Map<String, Instant> unique = new HashMap<>();
    private final Set<Repeated> seenInRepeatedHour = new HashSet<>();

    private record Repeated(Origin origin, LocalDateTime local) {}

    private LocalTimes(ZoneId zone, DateTimeFormatter slashed, boolean datesAlone, Optional<String> note) {
        this.zone = zone;
        this.slashed = slashed;
        this.datesAlone = datesAlone;
        this.note = note;
    }

    static LocalTimes guess(List<String> values, ZoneId zone) {
        boolean anySlashed = false;
        boolean dayFirst = false;
        boolean monthFirst = false;
        for (String value : values) {
            var match = SLASHED.matcher(value);
            if (value.indexOf('/') > 0 && match.matches()) {
                anySlashed = true;
                dayFirst |= Integer.parseInt(match.group(1)) > 12;
                monthFirst |= Integer.parseInt(match.group(2)) > 12;
            }
        }
        boolean undecided = anySlashed && dayFirst == monthFirst;
        return new LocalTimes(
                zone,
                monthFirst && !dayFirst ? MONTH_FIRST : DAY_FIRST,
                !values.isEmpty()
                        && values.stream()
                                .allMatch(value -> DATE_ALONE.matcher(value).matches()),
                undecided
                        ? Optional.of("No date tells whether day or month stands first; they were read day first.")
                        : Optional.empty());
    }

    Optional<String> note() {
        return note;
    }

    /** Whether the file says days and no times. */
    boolean datesAlone() {
        return datesAlone;
    }

    /** A local time that a clock change repeats means the first pass, and the second where the first was seen. */
    Instant instant(String value, Origin origin) throws UnusableLine {
        // A file says the same times again and again, for each of its queues and topics.
        Instant known = unique.get(value);
        if (known != null) {
            return known;
        }
        if (datesAlone) {
            return keep(
                    value,
                    local(value + " 00:00").toLocalDate().atStartOfDay(zone).toInstant());
        }
        var withOffset = withOffset(value);
        if (withOffset.isPresent()) {
            return keep(value, onGrid(withOffset.get(), value));
        }
        LocalDateTime local = local(value);
        var offsets = zone.getRules().getValidOffsets(local);
        return switch (offsets.size()) {
            case 0 ->
                throw new UnusableLine(
                        "skipped", value + " does not exist in " + zone + ": the clocks were put forward over it");
            case 1 -> keep(value, onGrid(local.toInstant(offsets.getFirst()), value));
            default ->
                onGrid(
                        local.toInstant(
                                seenInRepeatedHour.add(new Repeated(origin, local))
                                        ? offsets.getFirst()
                                        : offsets.getLast()),
                        value);
        };
    }

    private Instant keep(String value, Instant instant) {
        unique.put(value, instant);
        return instant;
    }

    private static Instant onGrid(Instant instant, String value) throws UnusableLine {
        if (instant.getEpochSecond() % QUARTER.toSeconds() != 0) {
            throw new UnusableLine("off the grid", value + " is not the start of a half-hour or a quarter of an hour");
        }
        return instant;
    }

    private static Optional<Instant> withOffset(String value) {
        if (!OFFSET.matcher(value).find()) {
            return Optional.empty();
        }
        try {
            return Optional.of(
                    OffsetDateTime.parse(value.replaceFirst(" ", "T")).toInstant());
        } catch (DateTimeException e) {
            return Optional.empty(); // not this form; the forms without an offset are tried next
        }
    }

    private LocalDateTime local(String value) throws UnusableLine {
        return Stream.of(ISO, DOTTED, slashed)
                .map(format -> parsed(value, format))
                .flatMap(Optional::stream)
                .findFirst()
                .orElseThrow(() -> new UnusableLine(
                        "no time", "\"" + value + "\" is no date-time; write one such as 2026-11-24 08:30"));
    }

    private static Optional<LocalDateTime> parsed(String value, DateTimeFormatter format) {
        try {
            return Optional.of(LocalDateTime.parse(value, format));
        } catch (DateTimeException e) {
            return Optional.empty(); // not this form; the caller tries the next
        }
    }

    private static DateTimeFormatter strict(String pattern) {
        return DateTimeFormatter.ofPattern(pattern).withResolverStyle(ResolverStyle.STRICT);
    }
}
