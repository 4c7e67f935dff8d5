package io.kinetarch.core.simulation;

import io.kinetarch.core.simulation.Estimate.Ratio;
import java.util.List;
import java.util.function.Function;
import java.util.function.ToDoubleBiFunction;

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
 * @param unfinished not over a week after the last came
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

    /** Figures of a queue, or of all: what each is worked out from. */
    record Source(List<Run> runs, int queue, double present, double places) {
        private double of(Run run, Count kind) {
            return run.of(queue, kind);
        }

        private Ratio share(Count kind) {
            return new Ratio(runs, run -> of(run, kind), run -> of(run, Count.ARRIVED));
        }

        private Ratio meanWait() {
            return new Ratio(runs, run -> of(run, Count.WAITED) / 1000, run -> of(run, Count.QUEUED));
        }

        private Ratio held(double over) {
            return new Ratio(runs, run -> of(run, Count.HELD), _ -> over);
        }
    }

    private interface Way {
        Estimate mean(ToDoubleBiFunction<Source, Run> figure);

        Estimate ratio(Function<Source, Ratio> ratio);
    }

    static Figures of(Source source) {
        return by(new Way() {
            @Override
            public Estimate mean(ToDoubleBiFunction<Source, Run> figure) {
                return Estimate.mean(source.runs, run -> figure.applyAsDouble(source, run));
            }

            @Override
            public Estimate ratio(Function<Source, Ratio> ratio) {
                return Estimate.ratio(ratio.apply(source));
            }
        });
    }

    /** By how much one is above another whose runs met the same visitors, one by one. */
    static Figures difference(Source source, Source other) {
        return by(new Way() {
            @Override
            public Estimate mean(ToDoubleBiFunction<Source, Run> figure) {
                return Estimate.meanDifference(
                        source.runs,
                        other.runs,
                        run -> figure.applyAsDouble(source, run),
                        run -> figure.applyAsDouble(other, run));
            }

            @Override
            public Estimate ratio(Function<Source, Ratio> ratio) {
                return Estimate.ratioDifference(ratio.apply(source), ratio.apply(other));
            }
        });
    }

    private static Figures by(Way way) {
        return new Figures(
                way.mean((source, run) -> source.of(run, Count.ARRIVED)),
                way.mean((source, run) -> source.of(run, Count.ANSWERED)),
                way.ratio(source -> source.share(Count.IN_TIME)),
                way.ratio(source -> source.share(Count.GAVE_UP)),
                way.ratio(source -> source.share(Count.TURNED_AWAY)),
                way.ratio(source -> source.share(Count.LEFT_MESSAGE)),
                way.ratio(source -> source.share(Count.CALL_BACK)),
                way.ratio(source -> source.share(Count.FINISHED_BY_BOT)),
                way.ratio(source -> source.share(Count.BY_LADDER)),
                way.ratio(source -> source.share(Count.AT_CLOSING)),
                way.ratio(source -> source.share(Count.UNFINISHED)),
                way.ratio(Source::meanWait),
                way.mean((source, run) -> run.median(source.queue)),
                way.mean((source, run) -> run.late(source.queue)),
                way.ratio(source -> source.held(source.places)),
                way.ratio(source -> source.held(source.present)));
    }
}
