package io.kinetarch.server.bot;

import io.kinetarch.formats.bot.TopicFile;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.document.SentFile;
import io.kinetarch.server.plan.ChangeEntry;
import io.kinetarch.server.plan.DraftEdits.Edited;
import io.kinetarch.server.plan.Revisions;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.List;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Topics as files over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/topics.csv")
class TopicFileController {
    private static final int MOST_MEGABYTES = 5;
    private static final String CSV = "text/csv";

    private final Revisions revisions;
    private final TopicFiles files;

    TopicFileController(Revisions revisions, TopicFiles files) {
        this.revisions = revisions;
        this.files = files;
    }

    /** What a file of topics would do to the draft. */
    record TopicPreview(List<ChangeEntry> changes, List<Fault> faults) {}

    /** The topics of a state of the plan, "draft", "live" or the number of a revision. */
    @GetMapping(produces = CSV)
    ResponseEntity<String> file(@PathVariable String plan, @RequestParam(defaultValue = "draft") String of) {
        var name =
                ContentDisposition.attachment().filename(plan + "-topics.csv").build();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, name.toString())
                .contentType(MediaType.parseMediaType(CSV + ";charset=UTF-8"))
                .body(TopicFile.write(revisions.plan(plan, of)));
    }

    /** What a file would do to the draft; nothing is stored. */
    @PostMapping(path = "/preview", consumes = CSV)
    TopicPreview preview(@PathVariable String plan, HttpServletRequest request) throws IOException {
        var preview = files.preview(plan, topics(request));
        return new TopicPreview(preview.changes().stream().map(ChangeEntry::of).toList(), preview.faults());
    }

    /**
     * Takes a file into the draft.
     *
     * @param change the last change of the draft that its sender has seen
     */
    @PutMapping(consumes = CSV)
    Edited take(
            @PathVariable String plan,
            @RequestParam long change,
            @AuthenticationPrincipal SignedIn by,
            HttpServletRequest request)
            throws IOException {
        return files.take(plan, topics(request), change, by);
    }

    private static byte[] topics(HttpServletRequest request) throws IOException {
        return SentFile.read(request, MOST_MEGABYTES, "Split it, and send the parts.");
    }
}
