package io.kinetarch.core.simulation;

import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * What became of the chats of a span. A chat counts to the first queue that it waited in, or that would not have it.
 *
 * @param arrived how many came
 * @param answered how many of them an operator took
 * @param answeredInTime share of all that came, as those below: taken within the target of their queue
 * @param gaveUp left while they waited
 * @param turnedAway came when nobody could be had, or the queue was full, and left no message
 * @param leftMessage left one in place of waiting, or where nobody could be had
 * @param askedCallBack asked to be called back
 * @param finishedByBot needed nobody
 * @param endedByLadder ended by a rung
 * @param endedAtClosing ended when their hours did
 * @param unfinished still waited for nobody a week after the last came
 * @param meanWaitSeconds over all that entered a queue, those who gave up included
 * @param medianWaitSeconds what half of those waited at most
 * @param wait95Seconds what 95 of 100 of those waited at most
 * @param occupancy mean share of the chat places of those present that hold a chat
 * @param meanChatsPerOperator how many chats somebody present holds in the mean
 */
public record Figures(
        Estimate arrived,
        Estimate answered,
        Estimate answeredInTime,
        Estimate gaveUp,
        Estimate turnedAway,
        Estimate leftMessage,
        Estimate askedCallBack,
        Estimate finishedByBot,
        Estimate endedByLadder,
        Estimate endedAtClosing,
        Estimate unfinished,
        Estimate meanWaitSeconds,
        Estimate medianWaitSeconds,
        Estimate wait95Seconds,
        Estimate occupancy,
        Estimate meanChatsPerOperator) {

    /**
     * @param queue as {@link Run#of(int, Count)} takes it
     * @param present operator-time, and {@code places} chat-place-time, in which chats of it could be held; milliseconds
     */
    static Figures of(List<Run> runs, int queue, double present, double places) {
        return new Figures(
                Estimate.mean(runs, of(queue, Count.ARRIVED)),
                Estimate.mean(runs, of(queue, Count.ANSWERED)),
                share(runs, queue, Count.IN_TIME),
                share(runs, queue, Count.GAVE_UP),
                share(runs, queue, Count.TURNED_AWAY),
                share(runs, queue, Count.LEFT_MESSAGE),
                share(runs, queue, Count.CALL_BACK),
                share(runs, queue, Count.FINISHED_BY_BOT),
                share(runs, queue, Count.BY_LADDER),
                share(runs, queue, Count.AT_CLOSING),
                share(runs, queue, Count.UNFINISHED),
                Estimate.ratio(runs, run -> run.of(queue, Count.WAITED) / 1000, of(queue, Count.QUEUED)),
                Estimate.mean(runs, run -> run.median(queue)),
                Estimate.mean(runs, run -> run.late(queue)),
                Estimate.ratio(runs, of(queue, Count.HELD), _ -> places),
                Estimate.ratio(runs, of(queue, Count.HELD), _ -> present));
    }

    private static ToDoubleFunction<Run> of(int queue, Count kind) {
        return run -> run.of(queue, kind);
    }

    private static Estimate share(List<Run> runs, int queue, Count kind) {
        return Estimate.ratio(runs, of(queue, kind), of(queue, Count.ARRIVED));
    }
}
