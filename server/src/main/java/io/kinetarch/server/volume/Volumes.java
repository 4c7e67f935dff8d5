package io.kinetarch.server.volume;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.core.volume.Origin;
import io.kinetarch.core.volume.TimesOfDay;
import io.kinetarch.core.volume.TimesOfDay.Seen;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.formats.volume.Stranger;
import io.kinetarch.formats.volume.StrangerNames;
import io.kinetarch.formats.volume.VolumeColumn;
import io.kinetarch.formats.volume.VolumeFile;
import io.kinetarch.formats.volume.VolumeFile.Reading;
import io.kinetarch.formats.volume.VolumeTable;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.plan.CopiedAlong;
import io.kinetarch.server.plan.PlanChanges;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.volume.VolumeMapper.AcceptedFile;
import io.kinetarch.server.volume.VolumeMapper.Columns;
import io.kinetarch.server.volume.VolumeMapper.Overlap;
import io.kinetarch.server.volume.VolumeMapper.StoredCount;
import java.io.IOException;
import java.io.Writer;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.ObjIntConsumer;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The stored chat volumes of each plan, and the files they come from. */
@Service
public class Volumes implements CopiedAlong {
    private static final int ROWS_AT_ONCE = 20_000;
    private static final int MOST_FILES = 50;
    private static final Duration LEFT_AFTER = Duration.ofDays(1);

    private final VolumeMapper volumes;
    private final Plans plans;
    private final PlanChanges changes;
    private final JsonMapper json;
    private final Clock clock;

    Volumes(VolumeMapper volumes, Plans plans, PlanChanges changes, JsonMapper json, Clock clock) {
        this.volumes = volumes;
        this.plans = plans;
        this.changes = changes;
        this.json = json;
        this.clock = clock;
    }

    /** What is stored of a plan's volumes. */
    public record Stored(@Nullable Instant first, @Nullable Instant last, long counts) {}

    /**
     * A file that was read and waits to be accepted.
     *
     * @param id null where columns are missing, so that nothing could be read
     * @param timeZone its date-times are in
     * @param asBefore the accepted file whose way of reading was taken; null where none has its header
     * @param intervalMinutes over which the file counts
     * @param sample the first lines below the header
     * @param columns which column holds what: places in the header from 0
     * @param missing what the columns lack, in words
     * @param chats read, by queue id
     * @param chatsOfDoors those whose queue is not known, by door id
     * @param overlap what accepting it would replace
     * @param strangers names of queues and doors that the plan does not have
     */
    public record Preview(
            @Nullable Long id,
            String fileName,
            ZoneId timeZone,
            @Nullable Before asBefore,
            String separator,
            String decimalMark,
            int intervalMinutes,
            List<String> header,
            List<List<String>> sample,
            Map<VolumeColumn, Integer> columns,
            List<String> missing,
            int lines,
            @Nullable Instant first,
            @Nullable Instant last,
            Map<String, Long> chats,
            Map<String, Long> chatsOfDoors,
            Overlap overlap,
            List<Fault> faults,
            long faultCount,
            List<Stranger> strangers,
            List<String> notes) {}

    /** An earlier file with the same header. */
    public record Before(String fileName, Instant acceptedAt) {}

    /** What accepting a file did. */
    public record Accepted(int stored, int replaced) {}

    public Stored stored(String planId) {
        plans.newestChange(planId); // refuses a plan that is none
        var range = volumes.range(planId);
        return new Stored(range.first(), range.last(), range.counts());
    }

    /**
     * Reads a file and keeps it aside; nothing counts until it is accepted.
     *
     * @param said how it is read; what is not said is as with the last accepted file of its header, else as the header's
     *     names and the plan's time zone say
     */
    @Transactional
    Preview read(String planId, String fileName, byte[] bytes, HowRead said, SignedIn by) {
        var plan = plans.draftState(planId).plan();
        try {
            var file = VolumeFile.open(bytes);
            String header = String.join("\t", file.header());
            var known = volumes.readBefore(planId, header);
            var how = said.orAs(known.map(before -> json.readValue(before.reading(), HowRead.class))
                    .orElse(HowRead.UNSAID));
            var before = known.map(one -> new Before(one.fileName(), one.acceptedAt()))
                    .orElse(null);
            var columns = Objects.requireNonNullElseGet(how.columns(), file::columns);
            var zone = Objects.requireNonNullElseGet(how.timeZone(), plan::timeZone);
            var missing = file.missing(columns);
            if (!missing.isEmpty()) {
                return new Preview(
                        null,
                        fileName,
                        zone,
                        before,
                        "",
                        "",
                        0,
                        file.header(),
                        file.sample(),
                        columns,
                        missing,
                        0,
                        null,
                        null,
                        Map.of(),
                        Map.of(),
                        new Overlap(0, 0, 0, null, null),
                        List.of(),
                        0,
                        List.of(),
                        List.of());
            }
            var reading =
                    file.read(zone, plan, columns, new StrangerNames(how.names()), () -> timesOfDay(planId, plan));
            volumes.deleteLeft(clock.instant().minus(LEFT_AFTER));
            long id = volumes.insertImport(
                    planId,
                    fileName,
                    by.accountId(),
                    clock.instant(),
                    header,
                    json.writeValueAsString(new HowRead(columns, how.names(), zone)));
            inParts(reading.counts(), (counts, part) -> volumes.insertRead(id, part, Columns.of(counts)));
            return preview(id, planId, fileName, file, columns, zone, before, reading);
        } catch (FileRefusal refusal) {
            throw new Refusal(Kind.UNREADABLE_FILE, "Line " + refusal.line() + ": " + refusal.getMessage() + ".")
                    .with("line", refusal.line());
        }
    }

    private Preview preview(
            long id,
            String planId,
            String fileName,
            VolumeFile file,
            Map<VolumeColumn, Integer> columns,
            ZoneId zone,
            @Nullable Before before,
            Reading reading) {
        var starts = reading.counts().stream().map(ChatCount::startsAt).toList();
        return new Preview(
                id,
                fileName,
                zone,
                before,
                name(reading.separator()),
                String.valueOf(reading.decimalMark()),
                reading.interval().minutes(),
                file.header(),
                file.sample(),
                columns,
                List.of(),
                reading.counts().size(),
                starts.stream().min(Instant::compareTo).orElse(null),
                starts.stream().max(Instant::compareTo).orElse(null),
                chats(
                        reading,
                        origin -> origin.queue() == null ? null : origin.queue().value()),
                chats(
                        reading,
                        origin -> origin.queue() != null || origin.door() == null
                                ? null
                                : origin.door().value()),
                volumes.overlap(planId, id),
                reading.faults(),
                reading.faultCount(),
                reading.strangers(),
                reading.notes());
    }

    private static Map<String, Long> chats(Reading reading, Function<Origin, @Nullable String> place) {
        var chats = new TreeMap<String, Long>();
        reading.counts().forEach(count -> {
            String id = place.apply(count.origin());
            if (id != null) {
                chats.merge(id, (long) count.chats(), Long::sum);
            }
        });
        return chats;
    }

    private TimesOfDay timesOfDay(String planId, Plan plan) {
        return TimesOfDay.of(
                plan,
                volumes.timesOfDay(planId, plan.timeZone().getId()).stream()
                        .map(seen -> new Seen(
                                seen.queueId().isEmpty() ? null : new QueueId(seen.queueId()),
                                seen.doorId().isEmpty() ? null : new DoorId(seen.doorId()),
                                DayOfWeek.of(seen.weekday()),
                                seen.slot(),
                                seen.chats()))
                        .toList());
    }

    /** Makes a file that was read part of the plan's volumes. */
    @Transactional
    public Accepted accept(String planId, long importId) {
        if (volumes.lockImport(planId, importId).isEmpty()) {
            throw noImport(importId);
        }
        int replaced = volumes.deleteReplaced(planId, importId);
        int stored = volumes.accept(planId, importId);
        volumes.keepAccepted(importId, stored, replaced, clock.instant());
        volumes.deleteRead(importId);
        changes.volumesChanged(planId);
        return new Accepted(stored, replaced);
    }

    /** Throws a file that was read away. */
    @Transactional
    public void discard(String planId, long importId) {
        if (volumes.deleteImport(planId, importId) == 0) {
            throw noImport(importId);
        }
    }

    /** Stores counts of half-hours about which nothing is known yet. */
    @Transactional
    public void store(String planId, List<ChatCount> counts) {
        inParts(counts, (part, _) -> volumes.insert(planId, Columns.of(part)));
        changes.volumesChanged(planId);
    }

    /** Stores counts in the place of what is known of their half-hours, as accepting a file of them would. */
    @Transactional
    public void replace(String planId, List<ChatCount> counts) {
        long id = volumes.insertImport(planId, "", null, clock.instant(), null, null);
        inParts(counts, (part, number) -> volumes.insertRead(id, number, Columns.of(part)));
        volumes.deleteReplaced(planId, id);
        volumes.accept(planId, id);
        volumes.deleteImport(planId, id);
        changes.volumesChanged(planId);
    }

    @Override
    @Transactional
    public void copy(String fromPlan, String toPlan) {
        volumes.copy(fromPlan, toPlan);
        changes.volumesChanged(toPlan);
    }

    /** The stored counts between two instants, the second not included. */
    public List<ChatCount> between(String planId, Instant from, Instant until) {
        return volumes.between(planId, from, until).stream()
                .map(StoredCount::toCount)
                .toList();
    }

    /** The files that were accepted, the newest first. */
    public List<AcceptedFile> accepted(String planId) {
        plans.newestChange(planId); // refuses a plan that is none
        return volumes.accepted(planId, MOST_FILES);
    }

    /** Writes all stored counts as a CSV, in the columns that an import reads. */
    @Transactional(readOnly = true)
    public void export(String planId, Writer out) throws IOException {
        var plan = plans.draftState(planId).plan();
        try (var counts = volumes.all(planId);
                var table = new VolumeTable(plan, out)) {
            for (var count : counts) {
                table.add(count.toCount());
            }
        }
    }

    /** The last half-hour known before an instant. */
    public Optional<Instant> lastBefore(String planId, Instant before) {
        return Optional.ofNullable(volumes.lastBefore(planId, before));
    }

    private static void inParts(List<ChatCount> counts, ObjIntConsumer<List<ChatCount>> each) {
        for (int from = 0; from < counts.size(); from += ROWS_AT_ONCE) {
            each.accept(counts.subList(from, Math.min(counts.size(), from + ROWS_AT_ONCE)), from / ROWS_AT_ONCE);
        }
    }

    private static String name(char separator) {
        return switch (separator) {
            case '\t' -> "tab";
            case ';' -> "semicolon";
            case '|' -> "bar";
            default -> "comma";
        };
    }

    private static Refusal noImport(long id) {
        return new Refusal(Kind.NOT_FOUND, "There is no read file " + id + "; it was accepted or discarded already.");
    }
}
