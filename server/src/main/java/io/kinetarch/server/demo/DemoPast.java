package io.kinetarch.server.demo;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.server.bot.BotTurns;
import io.kinetarch.server.letter.Letters;
import io.kinetarch.server.live.PastLogs;
import io.kinetarch.server.margin.Margins;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The last days of the demo, in which stand-ins of visitors and operators talked with each other. */
@Component
@Profile("demo")
class DemoPast {
    /** Chats that began before so long have ended. */
    private static final Duration PASSED = Duration.ofMinutes(90);

    /** What was left behind before so long has been seen to. */
    private static final Duration ANSWERED = Duration.ofHours(20);

    private static final String OPERATOR = "ana-r";

    private final PastLogs logs;
    private final BotTurns bots;
    private final Margins margins;
    private final Letters letters;
    private final JsonMapper json;
    private final Clock clock;
    private final int days;

    DemoPast(
            PastLogs logs,
            BotTurns bots,
            Margins margins,
            Letters letters,
            JsonMapper json,
            Clock clock,
            @Value("${kinetarch.demo.past-days:14}") int days) {
        this.logs = logs;
        this.bots = bots;
        this.margins = margins;
        this.letters = letters;
        this.json = json;
        this.clock = clock;
        this.days = days;
    }

    /** Lets them talk as often as chats were counted. */
    void fill(Plan plan, List<ChatCount> counted) throws IOException {
        if (days == 0) {
            return;
        }
        var until = clock.instant().minus(PASSED);
        var from = until.atZone(plan.timeZone())
                .toLocalDate()
                .minusDays(days)
                .atStartOfDay(plan.timeZone())
                .toInstant();
        var chats = counted.stream()
                .filter(count -> !count.startsAt().isBefore(from)
                        && count.startsAt().plus(ChatCount.INTERVAL).isBefore(until))
                .toList();
        var labels = new DemoChats(logs.since(DemoLoader.PLAN_ID, from), bots, DemoTalks.read(json))
                .live(chats, from, clock.instant());
        margins.labelled(DemoLoader.PLAN_ID, labels);
        letters.closeLeftBefore(DemoLoader.PLAN_ID, clock.instant().minus(ANSWERED), OPERATOR);
    }
}
