package io.kinetarch.server.volume;

import io.kinetarch.core.csv.DelimitedFile.Fault;
import io.kinetarch.core.csv.FileRefusal;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.core.volume.VolumeColumn;
import io.kinetarch.core.volume.VolumeFile;
import io.kinetarch.core.volume.VolumeFile.Reading;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.plan.PlanChanges;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.volume.VolumeMapper.Columns;
import io.kinetarch.server.volume.VolumeMapper.StoredCount;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The stored chat volumes of each plan, and the files they come from. */
@Service
public class Volumes {
    private static final int ROWS_AT_ONCE = 20_000;

    private final VolumeMapper volumes;
    private final Plans plans;
    private final PlanChanges changes;

    Volumes(VolumeMapper volumes, Plans plans, PlanChanges changes) {
        this.volumes = volumes;
        this.plans = plans;
        this.changes = changes;
    }

    /** What is stored of a plan's volumes. */
    public record Stored(@Nullable Instant first, @Nullable Instant last, long counts) {}

    /**
     * A file that was read and waits to be accepted.
     *
     * @param id null where columns are missing, so that nothing could be read
     * @param intervalMinutes over which the file counts
     * @param sample the first lines below the header
     * @param columns which column holds what: places in the header from 0
     * @param missing what the columns lack, in words
     * @param chats read, by queue id
     * @param replaced stored counts that accepting it would replace
     */
    public record Preview(
            @Nullable Long id,
            String fileName,
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
            long replaced,
            List<Fault> faults,
            long faultCount,
            List<String> notes) {}

    /** What accepting a file did. */
    public record Accepted(int stored, int replaced) {}

    public Stored stored(String planId) {
        var range = volumes.range(planId);
        return new Stored(range.first(), range.last(), range.counts());
    }

    /**
     * Reads a file and keeps it aside; nothing counts until it is accepted.
     *
     * @param said which column holds what; null where the header's names decide
     */
    @Transactional
    public Preview read(
            String planId,
            String fileName,
            byte[] bytes,
            ZoneId zone,
            @Nullable Map<VolumeColumn, Integer> said,
            SignedIn by) {
        var plan = plans.draftState(planId).plan();
        try {
            var file = VolumeFile.open(bytes);
            var columns = said == null ? file.columns() : said;
            var missing = file.missing(columns);
            if (!missing.isEmpty()) {
                return new Preview(
                        null,
                        fileName,
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
                        0,
                        List.of(),
                        0,
                        List.of());
            }
            var reading = file.read(zone, plan, columns);
            long id = volumes.insertImport(planId, fileName, by.accountId());
            inParts(reading.counts(), part -> volumes.insertRead(id, Columns.of(part)));
            return preview(id, planId, fileName, file, columns, reading);
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
            Reading reading) {
        var starts = reading.counts().stream().map(ChatCount::startsAt).toList();
        return new Preview(
                id,
                fileName,
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
                reading.counts().stream()
                        .collect(Collectors.groupingBy(
                                count -> count.queue().value(),
                                TreeMap::new,
                                Collectors.summingLong(ChatCount::chats))),
                volumes.countReplaced(planId, id),
                reading.faults(),
                reading.faultCount(),
                reading.notes());
    }

    /** Makes a file that was read part of the plan's volumes. */
    @Transactional
    public Accepted accept(String planId, long importId) {
        if (volumes.lockImport(planId, importId).isEmpty()) {
            throw noImport(importId);
        }
        int replaced = volumes.deleteReplaced(planId, importId);
        int stored = volumes.accept(planId, importId);
        volumes.deleteImport(planId, importId);
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
        inParts(counts, part -> volumes.insert(planId, Columns.of(part)));
        changes.volumesChanged(planId);
    }

    /** Gives a plan that has no volumes those of another. */
    @Transactional
    public void copy(String fromPlan, String toPlan) {
        volumes.copy(fromPlan, toPlan);
        changes.volumesChanged(toPlan);
    }

    /** The stored counts between two instants, the second not included. */
    public List<StoredCount> between(String planId, Instant from, Instant until) {
        return volumes.between(planId, from, until);
    }

    /** The last half-hour known before an instant. */
    public Optional<Instant> lastBefore(String planId, Instant before) {
        return Optional.ofNullable(volumes.lastBefore(planId, before));
    }

    private static void inParts(List<ChatCount> counts, Consumer<List<ChatCount>> each) {
        for (int from = 0; from < counts.size(); from += ROWS_AT_ONCE) {
            each.accept(counts.subList(from, Math.min(counts.size(), from + ROWS_AT_ONCE)));
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
