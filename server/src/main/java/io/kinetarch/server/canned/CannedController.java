package io.kinetarch.server.canned;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.canned.CannedReplies.CannedAtHand;
import io.kinetarch.server.canned.CannedReplies.CannedReply;
import io.kinetarch.server.canned.CannedReplies.CannedTaken;
import io.kinetarch.server.canned.CannedReplies.CannedWish;
import io.kinetarch.server.document.Download;
import io.kinetarch.server.document.SentFile;
import io.kinetarch.server.document.Sheet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.http.HttpStatus;
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

/** Replies that are kept ready, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/canned")
class CannedController {
    private static final int MOST_MEGABYTES = 2;

    private final CannedReplies replies;

    CannedController(CannedReplies replies) {
        this.replies = replies;
    }

    /** Those of all, of departments, and one's own. */
    @GetMapping
    CannedAtHand all(@PathVariable String plan, @AuthenticationPrincipal SignedIn account) {
        return replies.all(plan, account);
    }

    /** Keeps a reply ready. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    CannedReply make(
            @PathVariable String plan, @RequestBody CannedWish wish, @AuthenticationPrincipal SignedIn account) {
        return replies.make(plan, wish, account);
    }

    /**
     * Changes one.
     *
     * @param version that its sender has seen
     */
    @PutMapping("/{id}")
    CannedReply change(
            @PathVariable String plan,
            @PathVariable long id,
            @RequestParam int version,
            @RequestBody CannedWish wish,
            @AuthenticationPrincipal SignedIn account) {
        return replies.change(plan, id, version, wish, account);
    }

    /** Removes a reply. */
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String plan, @PathVariable long id, @AuthenticationPrincipal SignedIn account) {
        replies.remove(plan, id, account);
    }

    /** Those of all and of departments as a CSV. */
    @GetMapping(path = "/replies.csv", produces = "text/csv")
    void csv(@PathVariable String plan, HttpServletResponse response) throws IOException {
        String text = replies.file(plan);
        Download.start(response, plan + "-replies.csv", Sheet.CSV).write(text.getBytes(StandardCharsets.UTF_8));
    }

    /** Takes replies from a CSV, in the place of those of the same shortcut for the same people. */
    @PutMapping(path = "/replies.csv", consumes = "text/csv")
    CannedTaken take(@PathVariable String plan, @AuthenticationPrincipal SignedIn account, HttpServletRequest request)
            throws IOException {
        return replies.take(plan, SentFile.read(request, MOST_MEGABYTES, "Split it, and send the parts."), account);
    }
}
