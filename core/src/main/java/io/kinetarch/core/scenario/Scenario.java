package io.kinetarch.core.scenario;

import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.simulation.Experiment;
import io.kinetarch.core.simulation.Experiment.Span;
import io.kinetarch.core.simulation.Flow;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What is otherwise than planned, in any combination.
 *
 * @param volume factor of the chats that come, 0 to 10
 * @param on the day on which volume and illness are so; null for every day
 * @param ill who is not there
 * @param withoutBot whether no bot answers or is offered, so that people come first at every door
 * @param merged queues whose chats and members go into another
 * @param shorter how much less long everything is open
 * @param dials numbers that are turned
 */
public record Scenario(
        double volume,
        @Nullable LocalDate on,
        Set<OperatorId> ill,
        boolean withoutBot,
        Map<QueueId, QueueId> merged,
        ShorterHours shorter,
        List<Turn> dials) {
    /** Nothing is otherwise. */
    public static final Scenario AS_PLANNED =
            new Scenario(1, null, Set.of(), false, Map.of(), ShorterHours.NONE, List.of());

    private static final double MOST_VOLUME = 10;

    public Scenario {
        if (!(volume >= 0 && volume <= MOST_VOLUME)) {
            throw new PlanRefusal("/volume", "chats can be 0 to 10 times as many, not " + volume);
        }
        ill = Set.copyOf(ill);
        merged = Map.copyOf(merged);
        dials = List.copyOf(dials);
    }

    /** A dial at a number. */
    public record Turn(Dial dial, int value) {}

    /** The same with one dial more at a number. */
    public Scenario with(Dial dial, int value) {
        return new Scenario(
                volume,
                on,
                ill,
                withoutBot,
                merged,
                shorter,
                Stream.concat(dials.stream(), Stream.of(new Turn(dial, value))).toList());
    }

    /** The same with so many times the chats. */
    public Scenario with(double otherVolume) {
        return new Scenario(otherVolume, on, ill, withoutBot, merged, shorter, dials);
    }

    /**
     * The plan as it would be.
     *
     * @throws PlanRefusal if it would be none, or names what it does not have
     */
    public Plan in(Plan plan) {
        ill.forEach(operator -> known(plan, "/ill", operator));
        var changed = plan;
        for (var turn : dials) {
            changed = changed.edited(turn.dial().turned(changed, turn.value()));
        }
        changed = changed.edited(shorter.of(changed));
        if (withoutBot) {
            changed = changed.edited(withoutBot(changed));
        }
        for (var pair : merged.entrySet()) {
            changed = merge(changed, pair.getKey(), pair.getValue());
        }
        return changed;
    }

    /**
     * An experiment as it would be.
     *
     * @param planned says when operators are there
     * @throws PlanRefusal as {@link #in(Plan)}
     */
    public Experiment in(Experiment planned) {
        var presence = planned.presence();
        if (presence == null) {
            throw new IllegalArgumentException("it must be said when operators are there");
        }
        var zone = planned.plan().timeZone();
        return new Experiment(
                in(planned.plan()),
                planned.from(),
                planned.until(),
                planned.warmUp(),
                planned.counted(),
                planned.flows().stream()
                        .map(flow -> more(flow, planned.from(), zone))
                        .toList(),
                planned.behaviour(),
                present(presence, zone),
                planned.seed());
    }

    private Flow more(Flow flow, Instant from, ZoneId zone) {
        if (volume == 1) {
            return flow;
        }
        return new Flow(
                flow.kinds(),
                flow.interval(),
                IntStream.range(0, flow.chats().size())
                        .mapToObj(i -> flow.chats().get(i)
                                * (holds(from.plus(flow.interval().multipliedBy(i)), zone) ? volume : 1))
                        .toList(),
                flow.byDay());
    }

    private boolean holds(Instant at, ZoneId zone) {
        return on == null || at.atZone(zone).toLocalDate().equals(on);
    }

    private Map<OperatorId, List<Span>> present(Map<OperatorId, List<Span>> planned, ZoneId zone) {
        var present = new HashMap<>(planned);
        for (var operator : ill) {
            present.computeIfPresent(
                    operator,
                    (_, spans) -> spans.stream()
                            .filter(span -> !holds(span.from(), zone))
                            .toList());
        }
        return present;
    }

    private static List<PlanEdit> withoutBot(Plan plan) {
        var doors = plan.doors().stream()
                .<PlanEdit>map(door -> new PlanEdit.Put(door.with(door.opens(), FirstToAnswer.PEOPLE)));
        var queues = plan.queues().stream()
                .<PlanEdit>map(queue -> new PlanEdit.Put(queue.withLadder(queue.ladder().stream()
                        .filter(rung -> !(rung.action() instanceof Rung.Action.OfferBot))
                        .toList())));
        return Stream.concat(doors, queues).toList();
    }

    /** Whoever answers a queue that goes into another answers that one, too. */
    private static Plan merge(Plan plan, QueueId from, QueueId to) {
        known(plan, "/merged", from);
        known(plan, "/merged", to);
        if (from.equals(to)) {
            throw new PlanRefusal("/merged", plan.queue(to).name() + " cannot go into itself");
        }
        var compiled = CompiledPlan.of(plan);
        var target = plan.queue(to);
        var names = new LinkedHashSet<>(target.members().names());
        plan.operators().stream()
                .map(Operator::id)
                .filter(operator -> compiled.canServe(operator, from))
                .forEach(names::add);
        var members = target.members() instanceof Membership.ByName
                ? new Membership.ByName(List.copyOf(names))
                : new Membership.BySkillOrName(List.copyOf(names));
        var edits = new ArrayList<PlanEdit>();
        edits.add(new PlanEdit.Put(target.with(members)));
        var joined = plan.edited(edits);
        return joined.edited(joined.removal(from, to));
    }

    private static void known(Plan plan, String pointer, OperatorId operator) {
        if (!plan.has(operator)) {
            throw new PlanRefusal(pointer, "the plan has no operator \"" + operator.value() + "\"");
        }
    }

    private static void known(Plan plan, String pointer, QueueId queue) {
        if (!plan.has(queue)) {
            throw new PlanRefusal(pointer, "the plan has no queue \"" + queue.value() + "\"");
        }
    }
}
