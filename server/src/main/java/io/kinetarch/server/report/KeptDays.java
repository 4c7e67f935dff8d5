package io.kinetarch.server.report;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.server.report.ReportMapper.CountRow;
import io.kinetarch.server.report.ReportMapper.LabelRow;
import io.kinetarch.server.report.ReportMapper.MissedRow;
import io.kinetarch.server.report.ReportMapper.StintRow;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.concurrent.CancellationException;
import java.util.stream.Collectors;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.dataformat.cbor.CBORMapper;

/**
 * Gives the chats of days as reports read them. Most days do not change any more: each is put into columns once and kept in the database,
 * and in memory while there is room, until what is counted of its chats changes.
 */
@Component
class KeptDays {
    private static final long MOST_BYTES_IN_MEMORY = Runtime.getRuntime().maxMemory() / 10;
    /** How many days are put into columns at once. */
    private static final int AT_ONCE = 92;

    private static final CBORMapper CBOR = new CBORMapper();

    private final ReportMapper mapper;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final Cache<Day, DayChats> inMemory = Caffeine.newBuilder()
            .maximumWeight(MOST_BYTES_IN_MEMORY)
            .weigher((Day _, DayChats chats) -> chats.bytes())
            .build();

    KeptDays(ReportMapper mapper, TransactionTemplate transaction, Clock clock) {
        this.mapper = mapper;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** A day as it was after so many changes. */
    private record Day(String planId, LocalDate day, long changed) {}

    /** The days of a span on which chats came that have ended. */
    Map<LocalDate, DayChats> of(String planId, LocalDate from, LocalDate until) {
        // How often days changed is read before their chats: what changes meanwhile is read anew the next time.
        var asked = mapper.changedDays(planId, from, until).stream()
                .map(day -> new Day(planId, day.day(), day.changed()))
                .toList();
        var days = new TreeMap<LocalDate, DayChats>();
        var missing = new ArrayList<Day>();
        for (Day day : asked) {
            var chats = inMemory.getIfPresent(day);
            if (chats == null) {
                missing.add(day);
            } else {
                days.put(day.day(), chats);
            }
        }
        if (!missing.isEmpty()) {
            days.putAll(read(planId, missing));
        }
        return days;
    }

    /** Keeps days of all plans that no report has asked for yet; the last ones still change too often. */
    @Scheduled(fixedDelayString = "${kinetarch.reports.keep:10m}", initialDelayString = "1m")
    void keepAhead() {
        var before = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC).minusDays(1);
        for (String planId : mapper.plansToKeep(before)) {
            List<Day> unknown;
            do {
                unknown = mapper.daysToKeep(planId, before, AT_ONCE).stream()
                        .map(day -> new Day(planId, day.day(), day.changed()))
                        .toList();
                keep(planId, unknown);
            } while (unknown.size() == AT_ONCE && !Thread.currentThread().isInterrupted());
        }
    }

    private Map<LocalDate, DayChats> read(String planId, List<Day> missing) {
        var kept = mapper.keptDays(planId, array(missing)).parallelStream()
                .collect(Collectors.toConcurrentMap(
                        day -> new Day(planId, day.day(), day.keptAt()), day -> unpacked(day.kept())));
        var days = new TreeMap<LocalDate, DayChats>();
        var unknown = new ArrayList<Day>();
        for (Day day : missing) {
            var chats = kept.get(day);
            if (chats == null) {
                unknown.add(day);
            } else {
                days.put(day.day(), chats);
                inMemory.put(day, chats);
            }
        }
        for (int i = 0; i < unknown.size(); i += AT_ONCE) {
            if (Thread.interrupted()) {
                throw new CancellationException("The report is not wanted any more.");
            }
            days.putAll(keep(planId, unknown.subList(i, Math.min(unknown.size(), i + AT_ONCE))));
        }
        return days;
    }

    private Map<LocalDate, DayChats> keep(String planId, List<Day> unknown) {
        var wanted = array(unknown);
        var counts = mapper.counts(planId, wanted).stream().collect(Collectors.groupingBy(CountRow::day));
        var stints = mapper.stints(planId, wanted).stream().collect(Collectors.groupingBy(StintRow::day));
        var missed = mapper.missed(planId, wanted).stream().collect(Collectors.groupingBy(MissedRow::day));
        var labels = mapper.labels(planId, wanted).stream().collect(Collectors.groupingBy(LabelRow::day));
        var days = new TreeMap<LocalDate, DayChats>();
        for (Day day : unknown) {
            var chats = DayChats.of(
                    counts.getOrDefault(day.day(), List.of()),
                    stints.getOrDefault(day.day(), List.of()),
                    missed.getOrDefault(day.day(), List.of()),
                    labels.getOrDefault(day.day(), List.of()));
            days.put(day.day(), chats);
            inMemory.put(day, chats);
        }
        // In the order of days, as whoever changes several of them does too: nobody waits for each other.
        transaction.executeWithoutResult(_ -> unknown.stream()
                .sorted(Comparator.comparing(Day::day))
                .forEach(day -> mapper.keep(
                        planId, day.day(), day.changed(), packed(Objects.requireNonNull(days.get(day.day()))))));
        return days;
    }

    private static LocalDate[] array(List<Day> days) {
        return days.stream().map(Day::day).toArray(LocalDate[]::new);
    }

    private static byte[] packed(DayChats chats) {
        var bytes = new ByteArrayOutputStream();
        var deflater = new Deflater(Deflater.BEST_SPEED);
        try (var packing = new DeflaterOutputStream(bytes, deflater)) {
            CBOR.writeValue(packing, chats);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            deflater.end(); // what it holds outside the heap is nobody else's to free
        }
        return bytes.toByteArray();
    }

    private static DayChats unpacked(byte[] kept) {
        return CBOR.readValue(new InflaterInputStream(new ByteArrayInputStream(kept)), DayChats.class);
    }
}
