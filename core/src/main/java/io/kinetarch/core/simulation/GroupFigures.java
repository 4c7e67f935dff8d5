package io.kinetarch.core.simulation;

import io.kinetarch.core.simulation.Estimate.Ratio;
import io.kinetarch.core.simulation.Groups.Counted;
import java.util.List;
import java.util.function.BiFunction;

/**
 * What became of the chats of a group.
 *
 * @param arrived how many came
 * @param answered how many of them an operator took
 * @param answeredInTime share of all that came, taken within the target of their queue
 * @param gaveUp share that left while they waited
 * @param meanWaitSeconds over all that entered a queue, those who gave up included
 */
public record GroupFigures(
        Estimate arrived, Estimate answered, Estimate answeredInTime, Estimate gaveUp, Estimate meanWaitSeconds) {

    /** Of which runs, and of which group by its place in them. */
    record Source(List<Run> runs, int group) {
        private Ratio over(Counted amount, Counted whole) {
            return new Ratio(runs, run -> run.of(group, amount), run -> run.of(group, whole));
        }
    }

    static GroupFigures of(Source source) {
        return new GroupFigures(
                Estimate.mean(source.runs, run -> run.of(source.group, Counted.ARRIVED)),
                Estimate.mean(source.runs, run -> run.of(source.group, Counted.ANSWERED)),
                Estimate.ratio(source.over(Counted.IN_TIME, Counted.ARRIVED)),
                Estimate.ratio(source.over(Counted.GAVE_UP, Counted.ARRIVED)),
                Estimate.ratio(source.over(Counted.WAITED_SECONDS, Counted.QUEUED)));
    }

    /** By how much one is above another whose runs met the same visitors, one by one. */
    static GroupFigures difference(Source source, Source other) {
        BiFunction<Counted, Counted, Estimate> ratio =
                (amount, whole) -> Estimate.ratioDifference(source.over(amount, whole), other.over(amount, whole));
        return new GroupFigures(
                difference(source, other, Counted.ARRIVED),
                difference(source, other, Counted.ANSWERED),
                ratio.apply(Counted.IN_TIME, Counted.ARRIVED),
                ratio.apply(Counted.GAVE_UP, Counted.ARRIVED),
                ratio.apply(Counted.WAITED_SECONDS, Counted.QUEUED));
    }

    private static Estimate difference(Source source, Source other, Counted amount) {
        return Estimate.meanDifference(
                source.runs, other.runs, run -> run.of(source.group, amount), run -> run.of(other.group, amount));
    }
}
