package io.kinetarch.server.volume;

import io.kinetarch.formats.volume.StrangerNames.Meaning;
import io.kinetarch.formats.volume.VolumeColumn;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.document.Download;
import io.kinetarch.server.document.SentFile;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.security.Kept;
import io.kinetarch.server.security.SecurityEvent;
import io.kinetarch.server.volume.RecordedMapper.Recording;
import io.kinetarch.server.volume.VolumeMapper.AcceptedFile;
import io.kinetarch.server.volume.Volumes.Accepted;
import io.kinetarch.server.volume.Volumes.Preview;
import io.kinetarch.server.volume.Volumes.Stored;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Chat volumes over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/volumes")
class VolumeController {
    private static final Pattern COLUMN = Pattern.compile("("
            + Arrays.stream(VolumeColumn.values()).map(Enum::name).collect(Collectors.joining("|")) + "):(\\d{1,3})");
    private static final Pattern NAME = Pattern.compile("(QUEUE|DOOR):([a-z0-9-]*):(.+)");
    private static final int MOST_MEGABYTES = 100;

    private final Volumes volumes;
    private final RecordedVolumes recorded;

    VolumeController(Volumes volumes, RecordedVolumes recorded) {
        this.volumes = volumes;
        this.recorded = recorded;
    }

    /** What is stored of chats that came: days, doors, topics, languages and gaps. */
    @GetMapping
    Stored stored(@PathVariable String plan) {
        return volumes.stored(plan);
    }

    /** Of which days the counts are those of the chats that the live plan had. */
    @GetMapping("/recording")
    Recording recording(@PathVariable String plan) {
        return recorded.of(plan);
    }

    record RecordingWish(boolean wanted) {}

    /** Sets whether finished chats are counted into the volumes by themselves. */
    @PutMapping("/recording")
    Recording want(@PathVariable String plan, @RequestBody RecordingWish wish) {
        recorded.want(plan, wish.wanted());
        recorded.takeOver(plan);
        return recorded.of(plan);
    }

    /** The files that were accepted, the newest first. */
    @GetMapping("/imports")
    List<AcceptedFile> accepted(@PathVariable String plan) {
        return volumes.accepted(plan);
    }

    /** All stored counts as a CSV, in the columns that an import reads. */
    @Kept(SecurityEvent.EXPORTED)
    @GetMapping(path = "/export", produces = "text/csv")
    void export(@PathVariable String plan, HttpServletResponse response) throws IOException {
        volumes.stored(plan); // refuses a plan that is none before the file begins
        Download.prepared(
                response,
                plan + "-volumes.csv",
                new MediaType("text", "csv", StandardCharsets.UTF_8),
                out -> volumes.export(plan, new OutputStreamWriter(out, StandardCharsets.UTF_8)));
    }

    /**
     * Reads a file of counts and tells what it would store; nothing is stored yet. What is not said is as with the last
     * accepted file of the same header.
     *
     * @param timeZone of the times in the file; without it, as with the last accepted file of its header
     * @param column which column holds what, as CHATS:3 with places from 0
     * @param name what a name means that the plan does not have, as QUEUE:fares:Ticket chat; without an id
     *     (QUEUE::Old fax) its lines are left aside
     */
    @PostMapping("/imports")
    @ResponseStatus(HttpStatus.CREATED)
    Preview read(
            @PathVariable String plan,
            @RequestParam(required = false) @Nullable ZoneId timeZone,
            @RequestParam(defaultValue = "volumes.csv") String fileName,
            @RequestParam(required = false) @Nullable List<String> column,
            @RequestParam(required = false) @Nullable List<String> name,
            @AuthenticationPrincipal SignedIn by,
            HttpServletRequest request)
            throws IOException {
        return volumes.read(
                plan,
                fileName,
                SentFile.read(request, MOST_MEGABYTES, "Split it, for example by year, and send the parts."),
                new HowRead(columns(column), meanings(name), timeZone),
                by);
    }

    /** Columns as "CHATS:3", places from 0; null where none is said, so that the header's names decide. */
    private static @Nullable Map<VolumeColumn, Integer> columns(@Nullable List<String> said) {
        if (said == null || said.isEmpty()) {
            return null;
        }
        var columns = new EnumMap<VolumeColumn, Integer>(VolumeColumn.class);
        for (String one : said) {
            var parts = COLUMN.matcher(one);
            if (!parts.matches()
                    || columns.put(VolumeColumn.valueOf(parts.group(1)), Integer.valueOf(parts.group(2))) != null) {
                throw new Refusal(
                        Kind.INVALID_PARAMETER,
                        "A column is said once and as CHATS:3, one of " + Arrays.toString(VolumeColumn.values())
                                + " and its place from 0; \"" + one + "\" is not.");
            }
        }
        return columns;
    }

    private static List<Meaning> meanings(@Nullable List<String> said) {
        return said == null
                ? List.of()
                : said.stream().map(VolumeController::meaning).toList();
    }

    private static Meaning meaning(String said) {
        var parts = NAME.matcher(said);
        if (!parts.matches()) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER,
                    "What a name means is said as QUEUE:fares:Ticket chat or DOOR:site:Web, with nothing between the colons"
                            + " where its lines are to be left aside; \"" + said + "\" is not.");
        }
        return new Meaning(VolumeColumn.valueOf(parts.group(1)), parts.group(3), parts.group(2));
    }

    /** Stores what was read of a file. */
    @Kept(SecurityEvent.IMPORTED)
    @PostMapping("/imports/{id}/acceptance")
    Accepted accept(@PathVariable String plan, @PathVariable long id) {
        return volumes.accept(plan, id);
    }

    /** Forgets what was read of a file. */
    @DeleteMapping("/imports/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void discard(@PathVariable String plan, @PathVariable long id) {
        volumes.discard(plan, id);
    }
}
