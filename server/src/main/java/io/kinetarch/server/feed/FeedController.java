package io.kinetarch.server.feed;

import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** The stream of a plan's changes over HTTP. */
@RestController
class FeedController {
    private final PlanFeed feed;

    FeedController(PlanFeed feed) {
        this.feed = feed;
    }

    /** Server-sent events: "change" with the number of the draft's newest change. */
    @GetMapping(path = "/api/v1/plans/{plan}/feed", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter follow(@PathVariable String plan) {
        return feed.listen(plan);
    }
}
