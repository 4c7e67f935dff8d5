package io.kinetarch.server.report;

import io.kinetarch.core.report.CountedAgainst;
import io.kinetarch.core.report.DailyRatio;
import io.kinetarch.core.report.Tally;
import io.kinetarch.server.report.ReportMapper.DaySums;
import java.util.List;
import java.util.function.Function;
import java.util.function.ToLongFunction;
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
                (day, _) -> day.inTime(),
                (day, against) -> against.of(day.waited(), day.answered(), day.gaveUpSoon())),
        gaveUp(
                figures -> figures.waited == 0 ? null : Double.valueOf((double) figures.gaveUp / figures.waited),
                (day, _) -> day.gaveUp(),
                (day, _) -> day.waited()),
        meanWait(ChatFigures::meanWait, (day, _) -> day.waitMillis() / 1000, (day, _) -> day.waited()),
        firstReply(ChatFigures::firstReply, (day, _) -> day.firstReplyMillis() / 1000, (day, _) -> day.replied()),
        handling(ChatFigures::handling, (day, _) -> day.handledMillis() / 1000, (day, _) -> day.answered()),
        wrapUp(ChatFigures::wrapUp, (day, _) -> day.wrapUpMillis() / 1000, (day, _) -> day.answered()),
        finishedByBot(
                figures -> figures.chats == 0 ? null : Double.valueOf((double) figures.finishedByBot / figures.chats),
                (day, _) -> day.finishedByBot(),
                (day, _) -> day.chats()),
        rating(ChatFigures::rating, (day, _) -> day.marks(), (day, _) -> day.ratings());

        private interface OfDay {
            double of(DaySums day, CountedAgainst against);
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
        DailyRatio over(List<DaySums> days, CountedAgainst against) {
            var ratio = new DailyRatio();
            days.forEach(day -> ratio.add(counted.of(day, against), of.of(day, against)));
            return ratio;
        }
    }

    static ChatFigures of(List<DaySums> days, Tally waits, CountedAgainst against) {
        return new ChatFigures(
                sum(days, DaySums::chats),
                sum(days, DaySums::waited),
                sum(days, DaySums::answered),
                sum(days, DaySums::inTime),
                mean(Compared.serviceLevel, days, against),
                against.of(sum(days, DaySums::waited), sum(days, DaySums::answered), sum(days, DaySums::gaveUpSoon)),
                sum(days, DaySums::gaveUp),
                sum(days, DaySums::gaveUpSoon),
                mean(Compared.meanWait, days, against),
                known(waits.percentile(0.5) / 10),
                known(waits.percentile(0.95) / 10),
                mean(Compared.firstReply, days, against),
                mean(Compared.handling, days, against),
                mean(Compared.wrapUp, days, against),
                sum(days, DaySums::transferred),
                sum(days, DaySums::finishedByBot),
                sum(days, DaySums::endedByVisitor),
                sum(days, DaySums::endedByOperator),
                sum(days, DaySums::closedSilent),
                sum(days, DaySums::leftMessage),
                sum(days, DaySums::ratings),
                mean(Compared.rating, days, against));
    }

    private static long sum(List<DaySums> days, ToLongFunction<DaySums> of) {
        return days.stream().mapToLong(of).sum();
    }

    private static @Nullable Double mean(Compared figure, List<DaySums> days, CountedAgainst against) {
        return known(figure.over(days, against).value());
    }

    private static @Nullable Double known(double value) {
        return Double.isNaN(value) ? null : value;
    }
}
