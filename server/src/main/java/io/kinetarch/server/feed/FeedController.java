package io.kinetarch.server.feed;

import io.kinetarch.server.account.Admission;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** The stream of a plan's changes over HTTP. */
@RestController
class FeedController {
    private final PlanFeed feed;
    private final Admission admission;

    FeedController(PlanFeed feed, Admission admission) {
        this.feed = feed;
        this.admission = admission;
    }

    /**
     * Server-sent events, each with the name of a part of the plan (draft, live, volumes, adjustments, rosters, jobs) and the
     * number of its newest change. It ends with the session or the token it was asked for with.
     */
    @GetMapping(path = "/api/v1/plans/{plan}/feed", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter follow(@PathVariable String plan, HttpServletRequest request) {
        return feed.listen(plan, admission.of(request));
    }
}
