package io.kinetarch.core.scenario;

import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.BotId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Handoff;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.WaitingRoom;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A number of a plan that can be turned, to see which serves best. */
public sealed interface Dial {
    /** What stands in a plan; none where nothing does, or not the same for all that it is about. */
    OptionalInt in(Plan plan);

    /**
     * The edits that put a number there.
     *
     * @throws PlanRefusal if the plan has nothing to turn, or cannot take the number
     */
    List<PlanEdit> turned(Plan plan, int value);

    /** How much of an operator's capacity a chat of a queue takes, 1 to 100. */
    record Weight(QueueId queue) implements Dial {
        @Override
        public OptionalInt in(Plan plan) {
            return OptionalInt.of(find(plan, queue).weight());
        }

        @Override
        public List<PlanEdit> turned(Plan plan, int value) {
            var found = find(plan, queue);
            return List.of(new PlanEdit.Put(found.with(value, found.workload())));
        }
    }

    /**
     * After how many seconds a rung of a queue's ladder comes, 0 to 86,400.
     *
     * @param rung its place, from 0
     */
    record RungSeconds(QueueId queue, int rung) implements Dial {
        @Override
        public OptionalInt in(Plan plan) {
            return OptionalInt.of(of(find(plan, queue)).seconds());
        }

        @Override
        public List<PlanEdit> turned(Plan plan, int value) {
            var found = find(plan, queue);
            var ladder = new ArrayList<>(found.ladder());
            ladder.set(rung, new Rung(value, of(found).action()));
            return List.of(new PlanEdit.Put(found.withLadder(ladder)));
        }

        private Rung of(Queue found) {
            if (rung < 0 || rung >= found.ladder().size()) {
                throw new PlanRefusal(
                        "/rung",
                        "the ladder of " + found.name() + " has "
                                + found.ladder().size() + " rungs, there is no " + (rung + 1) + ". one");
            }
            return found.ladder().get(rung);
        }
    }

    /** How many chats may wait in a queue, 0 to 10,000; who comes beyond reads the busy text where the plan says nothing else. */
    record WaitingLimit(QueueId queue) implements Dial {
        @Override
        public OptionalInt in(Plan plan) {
            var limit = find(plan, queue).waiting().limit();
            return limit == null ? OptionalInt.empty() : OptionalInt.of(limit.chats());
        }

        @Override
        public List<PlanEdit> turned(Plan plan, int value) {
            var found = find(plan, queue);
            var waiting = found.waiting();
            var beyond = waiting.limit() == null
                    ? new WaitingRoom.Beyond.BusyText()
                    : waiting.limit().beyond();
            return List.of(new PlanEdit.Put(found.with(new WaitingRoom(
                    new WaitingRoom.Limit(value, beyond), waiting.positionShown(), waiting.waitShown()))));
        }
    }

    /** How much weight of chats each operator takes at once, 1 to 1,000. */
    record Capacity() implements Dial {
        @Override
        public OptionalInt in(Plan plan) {
            return same(plan.operators().stream().map(Operator::capacity).toList());
        }

        @Override
        public List<PlanEdit> turned(Plan plan, int value) {
            return plan.operators().stream()
                    .<PlanEdit>map(operator -> new PlanEdit.Put(operator.withCapacity(value)))
                    .toList();
        }
    }

    /** How many chats each operator holds at once at most, whatever their weight, 1 to 1,000. */
    record MostChats() implements Dial {
        @Override
        public OptionalInt in(Plan plan) {
            return same(plan.operators().stream().map(Operator::mostChats).toList());
        }

        @Override
        public List<PlanEdit> turned(Plan plan, int value) {
            return plan.operators().stream()
                    .<PlanEdit>map(operator -> new PlanEdit.Put(operator.withMostChats(value)))
                    .toList();
        }
    }

    /** How often in a row a bot may not understand until it hands over, at each of its doors, 1 to 20. */
    record BotMisses(BotId bot) implements Dial {
        @Override
        public OptionalInt in(Plan plan) {
            var misses = find(plan, bot).handoff().misses();
            return OptionalInt.of(misses == null ? plan.settings().timeouts().botMisses() : misses);
        }

        @Override
        public List<PlanEdit> turned(Plan plan, int value) {
            var found = find(plan, bot);
            return Stream.concat(
                            Stream.of(new PlanEdit.Put(found.with(missing(found.handoff(), value)))),
                            plan.doors().stream()
                                    .filter(door -> found.doors().contains(door.id()))
                                    .flatMap(door -> missing(door, value)))
                    .<PlanEdit>map(edit -> edit)
                    .toList();
        }

        private static Stream<PlanEdit.Put> missing(FrontDoor door, int value) {
            var own = door.handoff();
            return own == null ? Stream.empty() : Stream.of(new PlanEdit.Put(door.with(missing(own, value))));
        }

        private static Handoff missing(Handoff handoff, int value) {
            return new Handoff(
                    value,
                    handoff.turns(),
                    handoff.seconds(),
                    handoff.straight(),
                    handoff.signs(),
                    handoff.backAfterSeconds());
        }
    }

    private static Queue find(Plan plan, QueueId id) {
        if (!plan.has(id)) {
            throw new PlanRefusal("/element", "the plan has no queue \"" + id.value() + "\"");
        }
        return plan.queue(id);
    }

    private static Bot find(Plan plan, BotId id) {
        return plan.bots().stream()
                .filter(bot -> bot.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new PlanRefusal("/element", "the plan has no bot \"" + id.value() + "\""));
    }

    private static OptionalInt same(List<? extends @Nullable Integer> values) {
        Integer first = values.isEmpty() ? null : values.getFirst();
        return first != null && values.stream().allMatch(first::equals) ? OptionalInt.of(first) : OptionalInt.empty();
    }
}
