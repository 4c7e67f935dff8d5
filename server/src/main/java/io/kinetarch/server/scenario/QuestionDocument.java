package io.kinetarch.server.scenario;

import io.kinetarch.core.plan.BotId;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.scenario.Dial;
import io.kinetarch.core.scenario.Scenario;
import io.kinetarch.core.scenario.ShorterHours;
import io.kinetarch.server.plan.Plans.Which;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What is asked of a plan.
 *
 * @param name what its asker calls it
 * @param monday of the week in which it is tried, in the plan's time zone
 * @param of draft or live plan
 * @param scenarios tried side by side, 1 to 12; of a sweep none or one, in which everything is swept
 * @param sweep null for scenarios side by side
 */
record QuestionDocument(
        String name,
        LocalDate monday,
        Which of,
        List<ScenarioDocument> scenarios,
        @Nullable SweepDocument sweep) {
    private static final int LONGEST_NAME = 100;
    private static final int MOST_SCENARIOS = 12;

    QuestionDocument {
        named("/name", name);
        if (scenarios.size() > (sweep == null ? MOST_SCENARIOS : 1)) {
            throw new PlanRefusal(
                    "/scenarios",
                    sweep == null
                            ? "at most " + MOST_SCENARIOS + " scenarios stand side by side, not " + scenarios.size()
                            : "a dial is swept in one scenario, not in " + scenarios.size());
        }
        if (scenarios.isEmpty() && sweep == null) {
            throw new PlanRefusal("/scenarios", "there is nothing to try; add a scenario, or sweep a dial");
        }
    }

    private static void named(String pointer, String name) {
        if (name.isBlank() || name.length() > LONGEST_NAME) {
            throw new PlanRefusal(pointer, "a name of 1 to " + LONGEST_NAME + " characters is needed");
        }
    }

    /** Which number. */
    enum DialKind {
        VOLUME,
        WEIGHT,
        RUNG,
        WAITING_LIMIT,
        CAPACITY,
        MOST_CHATS,
        BOT_MISSES
    }

    /**
     * A number of the plan, or the volume in per cent.
     *
     * @param element queue or bot; null where it is of none
     * @param rung its place in the queue's ladder, from 0
     */
    record DialDocument(
            DialKind kind,
            @Nullable String element,
            @Nullable Integer rung) {
        Dial toDial() {
            return switch (kind) {
                case VOLUME -> throw new PlanRefusal("/kind", "the volume of a scenario is its own field");
                case WEIGHT -> new Dial.Weight(queue());
                case RUNG -> new Dial.RungSeconds(queue(), rung == null ? 0 : rung);
                case WAITING_LIMIT -> new Dial.WaitingLimit(queue());
                case CAPACITY -> new Dial.Capacity();
                case MOST_CHATS -> new Dial.MostChats();
                case BOT_MISSES -> new Dial.BotMisses(new BotId(named("bot")));
            };
        }

        private QueueId queue() {
            return new QueueId(named("queue"));
        }

        private String named(String kindOfElement) {
            if (element == null) {
                throw new PlanRefusal("/element", "it must be said which " + kindOfElement + " is meant");
            }
            return element;
        }
    }

    /** A dial at a number. */
    record TurnDocument(DialDocument dial, int value) {}

    /** A queue that goes into another. */
    record MergeDocument(String from, String to) {}

    /**
     * What is otherwise than planned.
     *
     * @param volume factor of the chats; 1 if left out
     * @param on the day of it, and of illness; null for the whole week
     * @param ill ids of operators who are not there
     * @param opensLater minutes
     * @param closesEarlier minutes
     */
    record ScenarioDocument(
            String name,
            @Nullable Double volume,
            @Nullable LocalDate on,
            @Nullable List<String> ill,
            @Nullable Boolean withoutBot,
            @Nullable List<MergeDocument> merged,
            @Nullable Integer opensLater,
            @Nullable Integer closesEarlier,
            @Nullable List<TurnDocument> dials) {
        ScenarioDocument {
            named("/name", name);
        }

        Scenario toScenario() {
            var queues = new LinkedHashMap<QueueId, QueueId>();
            orNone(merged).forEach(pair -> queues.put(new QueueId(pair.from), new QueueId(pair.to)));
            return new Scenario(
                    volume == null ? 1 : volume,
                    on,
                    Set.copyOf(orNone(ill).stream().map(OperatorId::new).toList()),
                    Boolean.TRUE.equals(withoutBot),
                    queues,
                    new ShorterHours(opensLater == null ? 0 : opensLater, closesEarlier == null ? 0 : closesEarlier),
                    orNone(dials).stream()
                            .map(turn -> new Scenario.Turn(turn.dial.toDial(), turn.value))
                            .toList());
        }

        private static <T> List<T> orNone(@Nullable List<T> list) {
            return list == null ? List.of() : list;
        }
    }

    /**
     * A dial, turned through numbers.
     *
     * @param values rising, 2 to 25
     */
    record SweepDocument(DialDocument dial, List<Integer> values) {
        private static final int MOST_VALUES = 25;

        SweepDocument {
            if (values.size() < 2 || values.size() > MOST_VALUES) {
                throw new PlanRefusal(
                        "/values", "a dial is swept through 2 to " + MOST_VALUES + " values, not " + values.size());
            }
            for (int i = 1; i < values.size(); i++) {
                if (values.get(i) <= values.get(i - 1)) {
                    throw new PlanRefusal("/values/" + i, "each value must be greater than the one before");
                }
            }
        }

        Scenario turned(Scenario within, int value) {
            return dial.kind == DialKind.VOLUME
                    ? within.with(within.volume() * value / 100.0)
                    : within.with(dial.toDial(), value);
        }
    }
}
