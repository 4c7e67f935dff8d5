package io.kinetarch.server.ladder;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.inspection.LongestSilence;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.staffing.WaitingCurve;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.staffing.Outlooks;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import java.time.LocalDate;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The ladders of the draft over the waits to come. */
@RestController
@RequestMapping("/api/v1/plans/{plan}")
class LadderController {
    private static final int STEPS = 60;
    private static final int SHORTEST_AXIS_SECONDS = 300;
    /** After three times the mean patience one visitor in twenty is left. */
    private static final int PATIENCES_SHOWN = 3;

    private final Outlooks outlooks;
    private final Cache<Key, WaitingCurve> curves =
            Caffeine.newBuilder().maximumSize(500).build();

    LadderController(Outlooks outlooks) {
        this.outlooks = outlooks;
    }

    private record Key(String plan, String stamp, LocalDate monday, String queue) {}

    /**
     * A queue's ladder over time.
     *
     * @param untilSeconds where the time axis ends
     * @param stepSeconds between two shares
     * @param chats expected in the week while the queue is open
     * @param patient share of visitors who would still wait if nobody answered, at each step from 0
     * @param waiting share of chats that still wait, at each step from 0, as if no rung changed that
     * @param patienceSeconds mean patience; null where visitors wait without end
     * @param longestSilence null for a queue that no rule leads to
     */
    record LadderView(
            String queue,
            double untilSeconds,
            double stepSeconds,
            double chats,
            List<Double> patient,
            List<Double> waiting,
            @Nullable Double patienceSeconds,
            @Nullable SilenceView longestSilence) {}

    /**
     * The longest a visitor can go without reading anything while nobody takes the chat.
     *
     * @param queues the path through the plan
     * @param seconds the longest time without a word
     * @param from when that begins
     * @param lastHeard when the visitor reads the last word; null where they never read any
     * @param end when the chat ends; null where it goes on for as long as the visitor waits
     * @param heard what the visitor reads, and when
     */
    record SilenceView(
            List<String> queues,
            int seconds,
            int from,
            @Nullable Integer lastHeard,
            @Nullable Integer end,
            List<HeardWord> heard) {
        static SilenceView of(LongestSilence silence) {
            return new SilenceView(
                    silence.queues().stream().map(id -> id.value()).toList(),
                    silence.silence(),
                    silence.from(),
                    orNull(silence.lastHeard()),
                    orNull(silence.end()),
                    silence.heard().stream()
                            .map(heard -> new HeardWord(
                                    heard.seconds(),
                                    heard.in().value(),
                                    heard.what().orElse(null)))
                            .toList());
        }

        private static @Nullable Integer orNull(OptionalInt value) {
            return value.isPresent() ? value.getAsInt() : null;
        }
    }

    /**
     * Something the visitor reads.
     *
     * @param queue in which the chat waits then
     * @param action the rung that says it; null for the text of the rule
     */
    record HeardWord(int seconds, String queue, Rung.@Nullable Action action) {}

    /** What visitors of each queue live through while they wait, rung by rung. */
    @GetMapping("/ladders")
    List<LadderView> ladders(
            @PathVariable("plan") String planId, @RequestParam(required = false) @Nullable LocalDate monday) {
        var outlook = outlooks.get(planId, Which.draft, monday);
        var plan = outlook.state().plan();
        var silences = LongestSilence.of(plan);
        return IntStream.range(0, plan.queues().size())
                .mapToObj(q -> {
                    var queue = plan.queues().get(q);
                    var key = new Key(
                            planId,
                            outlook.state().stamp(),
                            outlook.forecast().week().monday(),
                            queue.id().value());
                    var curve = curves.get(key, _ -> curve(plan, outlook, q));
                    return new LadderView(
                            queue.id().value(),
                            until(queue),
                            curve.stepSeconds(),
                            curve.chats(),
                            curve.patient(),
                            curve.waiting(),
                            queue.workload().patienceSeconds(),
                            silences.stream()
                                    .filter(silence ->
                                            silence.queues().getFirst().equals(queue.id()))
                                    .findFirst()
                                    .map(SilenceView::of)
                                    .orElse(null));
                })
                .toList();
    }

    private static WaitingCurve curve(Plan plan, Outlook outlook, int index) {
        var queue = plan.queues().get(index);
        return WaitingCurve.of(
                plan,
                queue,
                outlook.forecast().handlingSeconds().get(queue.id()),
                outlook.slots().stream().map(slot -> slot.queues().get(index)).toList(),
                until(queue),
                STEPS);
    }

    private static double until(Queue queue) {
        Double patience = queue.workload().patienceSeconds();
        int last = queue.ladder().stream().mapToInt(Rung::seconds).max().orElse(0);
        double longest = Math.max(patience == null ? 0 : PATIENCES_SHOWN * patience, 1.15 * last);
        return 60 * Math.ceil(Math.max(SHORTEST_AXIS_SECONDS, longest) / 60);
    }
}
