package io.kinetarch.server.rehearsal;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.CheckStep;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.bot.BotTurn;
import io.kinetarch.server.bot.BotTurn.Act;
import io.kinetarch.server.bot.BotTurns;
import io.kinetarch.server.desk.Desks;
import io.kinetarch.server.visit.Visits;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Writes down what the bots of doors do after something was done, so that a rehearsal with them is a script like any other. */
@Component
class RehearsedBots {
    /** So long a bot takes for its turn. */
    private static final Duration TURN = Duration.ofSeconds(1);

    private final BotTurns turns;
    private final Visits visits;
    private final Desks desks;

    RehearsedBots(BotTurns turns, Visits visits, Desks desks) {
        this.turns = turns;
        this.visits = visits;
        this.desks = desks;
    }

    /**
     * The steps with the turns of the bots that what was done last calls for.
     *
     * @param acts the last of the steps
     */
    List<CheckStep> after(Plan plan, Instant from, List<CheckStep> steps, List<CheckStep> acts) {
        var all = new ArrayList<>(steps);
        acts.stream()
                .filter(RehearsedBots::callsForABot)
                .map(CheckStep::chat)
                .filter(Objects::nonNull)
                .distinct()
                .forEach(chat -> turn(plan, from, all, chat));
        return all;
    }

    private static boolean callsForABot(CheckStep step) {
        return step.act().equals("arrive") || (step.act().equals("say") && "visitor".equals(step.by()));
    }

    private void turn(Plan plan, Instant from, List<CheckStep> steps, String chat) {
        var arrival = steps.stream()
                .filter(step -> step.act().equals("arrive") && chat.equals(step.chat()))
                .findFirst();
        var bot = arrival.map(CheckStep::door).flatMap(door -> plan.botAt(new DoorId(door)));
        if (bot.isEmpty() || !isWithBot(plan, from, steps, chat)) {
            return;
        }
        for (var act : turn(plan, bot.get(), arrival.get(), steps, chat).acts()) {
            // An act before may have given the chat to people, who have it alone then.
            if (!isWithBot(plan, from, steps, chat)) {
                return;
            }
            steps.add(written(
                    act,
                    steps.getLast().at().plus(steps.getLast().act().equals("understood") ? Duration.ZERO : TURN),
                    chat));
        }
    }

    private BotTurn turn(Plan plan, Bot bot, CheckStep arrival, List<CheckStep> steps, String chat) {
        var said = steps.stream()
                .filter(step -> isVisitorsText(step) && chat.equals(step.chat()))
                .map(CheckStep::text)
                .filter(Objects::nonNull)
                .toList();
        var door = plan.door(new DoorId(Objects.requireNonNull(arrival.door())));
        return turns.next(plan, bot, door, language(arrival, bot), said);
    }

    /**
     * What a bot made of something that a visitor wrote.
     *
     * @param at when it was written, counted from the start
     */
    record BotReading(Duration at, String chat, String text, List<BotTurns.Likely> likely, double none) {}

    /** What bots made of what they read, in the order in which it was written. */
    List<BotReading> readings(Plan plan, List<CheckStep> played) {
        var readings = new ArrayList<BotReading>();
        for (var arrival : played) {
            String chat = arrival.chat();
            var bot = Optional.ofNullable(arrival.door()).flatMap(door -> plan.botAt(new DoorId(door)));
            if (!arrival.act().equals("arrive") || chat == null || bot.isEmpty()) {
                continue;
            }
            var own = played.stream().filter(step -> chat.equals(step.chat())).toList();
            var said = own.stream().filter(RehearsedBots::isVisitorsText).toList();
            var read = turns.readings(
                    plan,
                    bot.get(),
                    language(arrival, bot.get()),
                    said.stream().map(CheckStep::text).map(String::valueOf).toList());
            int texts = 0;
            for (int i = 0; i + 1 < own.size(); i++) {
                var step = own.get(i);
                if (!isVisitorsText(step)) {
                    continue;
                }
                var made = read.get(texts++);
                if (isBots(own.get(i + 1))) {
                    made.ifPresent(reading -> readings.add(new BotReading(
                            step.at(), chat, String.valueOf(step.text()), reading.likely(), reading.none())));
                }
            }
        }
        readings.sort(Comparator.comparing(BotReading::at));
        return readings;
    }

    private static boolean isVisitorsText(CheckStep step) {
        return step.act().equals("say") && "visitor".equals(step.by()) && step.text() != null;
    }

    private static boolean isBots(CheckStep step) {
        return step.act().equals("understood") || step.act().equals("hand-over") || "bot".equals(step.by());
    }

    private static String language(CheckStep arrival, Bot bot) {
        return Optional.ofNullable(arrival.language())
                .orElseGet(() -> bot.languages().getFirst());
    }

    private boolean isWithBot(Plan plan, Instant from, List<CheckStep> steps, String chat) {
        return Scene.of(plan, from, steps, steps.getLast().at(), visits, desks).visitors().stream()
                .anyMatch(visitor ->
                        visitor.name().equals(chat) && visitor.view().stage().equals("bot"));
    }

    private static CheckStep written(Act act, Duration at, String chat) {
        var understood = act.understood();
        if (understood != null) {
            return step(at, "understood", chat, null, null, understood.topic(), understood.certainty());
        }
        return act.says() == null
                ? step(at, "hand-over", chat, by(act), null, null, null)
                : step(at, "say", chat, "bot", act.says(), null, null);
    }

    private static String by(Act act) {
        return ScriptReader.by(Optional.ofNullable(act.handsOver()).orElse(Call.Because.GIVEN_UP));
    }

    private static CheckStep step(
            Duration at,
            String act,
            String chat,
            @Nullable String by,
            @Nullable String text,
            @Nullable String topic,
            @Nullable Double certainty) {
        return CheckStep.of(at, act, null, chat).by(by, text).understanding(topic, certainty);
    }
}
