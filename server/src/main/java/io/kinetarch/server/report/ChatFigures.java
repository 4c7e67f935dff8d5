package io.kinetarch.server.report;

import io.kinetarch.core.report.CountedAgainst;
import io.kinetarch.core.report.DailyRatio;
import io.kinetarch.core.report.Tally;
import io.kinetarch.server.report.ChatSums.Counted;
import java.util.Collection;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * What became of some chats. Times are seconds; means are null where there is nothing to take them of.
 *
 * @param waited how many waited in a queue
 * @param inTime how many an operator answered within what their queue is to achieve
 * @param serviceLevel share of those in time, as the report counts it
 * @param of of how many that is the share
 * @param gaveUp how many left while they waited
 * @param gaveUpSoon how many of these did so at once
 * @param meanWait, medianWait, wait95 of those that waited, answered or not
 * @param firstReply from when an operator had them until their first word, in the mean
 * @param handling how long operators held one, in the mean of those answered
 * @param wrapUp how long their place was taken afterwards
 * @param transferred how many were sent on
 * @param ratings how many were rated
 * @param rating mean mark, 1 to 5
 */
public record ChatFigures(
        long chats,
        long waited,
        long answered,
        long inTime,
        @Nullable Double serviceLevel,
        long of,
        long gaveUp,
        long gaveUpSoon,
        @Nullable Double meanWait,
        @Nullable Double medianWait,
        @Nullable Double wait95,
        @Nullable Double firstReply,
        @Nullable Double handling,
        @Nullable Double wrapUp,
        long transferred,
        long finishedByBot,
        long endedByVisitor,
        long endedByOperator,
        long closedSilent,
        long leftMessage,
        long ratings,
        @Nullable Double rating) {
    /** A figure of which two spans are compared. */
    enum Compared {
        serviceLevel(
                ChatFigures::serviceLevel,
                (day, _) -> day.of(Counted.IN_TIME),
                (day, against) ->
                        against.of(day.of(Counted.WAITED), day.of(Counted.ANSWERED), day.of(Counted.GAVE_UP_SOON))),
        gaveUp(
                figures -> figures.waited == 0 ? null : Double.valueOf((double) figures.gaveUp / figures.waited),
                (day, _) -> day.of(Counted.GAVE_UP),
                (day, _) -> day.of(Counted.WAITED)),
        meanWait(
                ChatFigures::meanWait,
                (day, _) -> day.of(Counted.WAIT_MILLIS) / 1000.0,
                (day, _) -> day.of(Counted.WAITED)),
        firstReply(
                ChatFigures::firstReply,
                (day, _) -> day.of(Counted.FIRST_REPLY_MILLIS) / 1000.0,
                (day, _) -> day.of(Counted.REPLIED)),
        handling(
                ChatFigures::handling,
                (day, _) -> day.of(Counted.HANDLED_MILLIS) / 1000.0,
                (day, _) -> day.of(Counted.ANSWERED)),
        wrapUp(
                ChatFigures::wrapUp,
                (day, _) -> day.of(Counted.WRAP_UP_MILLIS) / 1000.0,
                (day, _) -> day.of(Counted.ANSWERED)),
        finishedByBot(
                figures -> figures.chats == 0 ? null : Double.valueOf((double) figures.finishedByBot / figures.chats),
                (day, _) -> day.of(Counted.FINISHED_BY_BOT),
                (day, _) -> day.of(Counted.CHATS)),
        rating(ChatFigures::rating, (day, _) -> day.of(Counted.MARKS), (day, _) -> day.of(Counted.RATINGS));

        private interface OfDay {
            double of(ChatSums day, CountedAgainst against);
        }

        @SuppressWarnings("ImmutableEnumChecker") // lambdas that capture nothing
        private final Function<ChatFigures, @Nullable Double> value;

        @SuppressWarnings("ImmutableEnumChecker")
        private final OfDay counted;

        @SuppressWarnings("ImmutableEnumChecker")
        private final OfDay of;

        Compared(Function<ChatFigures, @Nullable Double> value, OfDay counted, OfDay of) {
            this.value = value;
            this.counted = counted;
            this.of = of;
        }

        /** The figure; null where there is nothing to take it of. */
        @Nullable
        Double of(ChatFigures figures) {
            return value.apply(figures);
        }

        /** The figure, its days being what its error is told from. */
        DailyRatio over(Collection<ChatSums> days, CountedAgainst against) {
            var ratio = new DailyRatio();
            days.forEach(day -> ratio.add(counted.of(day, against), of.of(day, against)));
            return ratio;
        }
    }

    static ChatFigures of(Collection<ChatSums> days, Tally waits, CountedAgainst against) {
        return new ChatFigures(
                ChatSums.sum(days, Counted.CHATS),
                ChatSums.sum(days, Counted.WAITED),
                ChatSums.sum(days, Counted.ANSWERED),
                ChatSums.sum(days, Counted.IN_TIME),
                mean(Compared.serviceLevel, days, against),
                against.of(
                        ChatSums.sum(days, Counted.WAITED),
                        ChatSums.sum(days, Counted.ANSWERED),
                        ChatSums.sum(days, Counted.GAVE_UP_SOON)),
                ChatSums.sum(days, Counted.GAVE_UP),
                ChatSums.sum(days, Counted.GAVE_UP_SOON),
                mean(Compared.meanWait, days, against),
                known(waits.percentile(0.5) / 10),
                known(waits.percentile(0.95) / 10),
                mean(Compared.firstReply, days, against),
                mean(Compared.handling, days, against),
                mean(Compared.wrapUp, days, against),
                ChatSums.sum(days, Counted.TRANSFERRED),
                ChatSums.sum(days, Counted.FINISHED_BY_BOT),
                ChatSums.sum(days, Counted.ENDED_BY_VISITOR),
                ChatSums.sum(days, Counted.ENDED_BY_OPERATOR),
                ChatSums.sum(days, Counted.CLOSED_SILENT),
                ChatSums.sum(days, Counted.LEFT_MESSAGE),
                ChatSums.sum(days, Counted.RATINGS),
                mean(Compared.rating, days, against));
    }

    private static @Nullable Double mean(Compared figure, Collection<ChatSums> days, CountedAgainst against) {
        return known(figure.over(days, against).value());
    }

    private static @Nullable Double known(double value) {
        return Double.isNaN(value) ? null : value;
    }
}
