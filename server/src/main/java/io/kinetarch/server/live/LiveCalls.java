package io.kinetarch.server.live;

import io.kinetarch.server.live.LiveLog.Appended;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Duration;
import java.util.List;
import org.springframework.stereotype.Service;

/** Makes calls to live plans and waits for what is decided. */
@Service
public class LiveCalls {
    private static final Duration TO_DECIDE = Duration.ofSeconds(8);

    private final LiveLog log;
    private final LiveNews news;

    LiveCalls(LiveLog log, LiveNews news) {
        this.log = log;
        this.news = news;
    }

    /** Makes a call that nobody waits for. */
    public void tell(String planId, Wish wish) {
        log.append(planId, wish);
    }

    /** Makes calls that nobody waits for, in their order. */
    public void tellAll(String planId, List<Wish> wishes) {
        log.appendAll(planId, wishes);
    }

    /**
     * Makes a call. Where it is in the log but nobody decides it in time, since no instance runs the plan just now, that is no fault of
     * its: it is decided later, and is not to be made again.
     *
     * @throws Refusal if the call was not taken, with the reason
     */
    public Appended make(String planId, Wish wish) {
        var appended = log.append(planId, wish);
        news.await(planId, appended.number(), TO_DECIDE)
                .flatMap(LiveNews.Decided::refusal)
                .ifPresent(why -> {
                    throw new Refusal(
                            Kind.NOT_POSSIBLE, "This cannot be done: " + (why.endsWith(".") ? why : why + "."));
                });
        return appended;
    }
}
