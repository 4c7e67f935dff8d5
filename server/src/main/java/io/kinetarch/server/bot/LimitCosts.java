package io.kinetarch.server.bot;

import io.kinetarch.core.bot.TrainedBot;
import io.kinetarch.core.bot.Trial;
import io.kinetarch.core.plan.BotShare;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.server.staffing.Outlooks;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/** What limits of a bot's certainty take of people: the next whole week, staffed for what the bot would pass on of each topic and language. */
@Service
class LimitCosts {
    private static final int STEPS = 100;
    /** Between them hours are drawn straight: a week is staffed ten times, not a hundred. */
    private static final int STRIDE = 10;

    private static final double MOST_FINISHED = 0.99;

    private final Outlooks outlooks;

    LimitCosts(Outlooks outlooks) {
        this.outlooks = outlooks;
    }

    /**
     * What a limit takes of people.
     *
     * @param requiredHours operator-hours of the next whole week if of each topic and language the share were finished that is of its test
     *     utterances; of those without any as much as is assumed
     */
    record LimitHours(double limit, double requiredHours) {}

    /** By limits from 0 to 1, a hundredth apart. */
    List<LimitHours> of(Outlook planned, TrainedBot bot) {
        var trial = Trial.of(bot);
        double[] at = IntStream.rangeClosed(0, STEPS / STRIDE)
                .mapToDouble(i -> requiredHours(planned, bot, trial, (double) i * STRIDE / STEPS))
                .toArray();
        return IntStream.rangeClosed(0, STEPS)
                .mapToObj(step -> new LimitHours((double) step / STEPS, between(at, step)))
                .toList();
    }

    private static double between(double[] at, int step) {
        int before = Math.min(step / STRIDE, at.length - 2);
        double part = (double) (step - before * STRIDE) / STRIDE;
        return at[before] + part * (at[before + 1] - at[before]);
    }

    private double requiredHours(Outlook planned, TrainedBot bot, Trial trial, double limit) {
        var measured = new ArrayList<BotShare>();
        for (Topic topic : bot.topics()) {
            for (String language : bot.bot().languages()) {
                var tried = trial.only(
                        one -> topic.id().equals(one.right()) && one.language().equals(language));
                if (!tried.tried().isEmpty()) {
                    double share = tried.finished(limit, _ -> topic.handsOver()).share();
                    measured.add(new BotShare(topic.name(), language, Math.min(MOST_FINISHED, share), null));
                }
            }
        }
        var assumed = planned.state().plan().settings().botShares().stream()
                .filter(share -> measured.stream()
                        .noneMatch(one ->
                                one.topic().equals(share.topic()) && Objects.equals(one.language(), share.language())));
        return outlooks.withBotShares(
                        planned, Stream.concat(measured.stream(), assumed).toList())
                .totals()
                .requiredHours();
    }
}
