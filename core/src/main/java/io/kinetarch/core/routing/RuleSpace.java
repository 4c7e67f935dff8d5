package io.kinetarch.core.routing;

import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.routing.RuleAxes.Axis;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import org.jspecify.annotations.Nullable;

/**
 * The chats of one door, cut into as many kinds as the rules tell apart, along one axis for each thing that they look at. A
 * rule takes a box of them: on each axis some values. What a condition takes is found by asking it, value by value, so that
 * nothing here need know what conditions mean.
 */
final class RuleSpace {
    private final FrontDoor door;
    private final Conditions conditions;
    private final List<Axis> axes;
    private final ChatSketch plain;
    private final Map<Condition, Taken> taken = new HashMap<>();

    RuleSpace(Plan plan, FrontDoor door, RuleAxes axes) {
        this.door = door;
        this.conditions = new Conditions(plan);
        this.axes = axes.of(door);
        this.plain = new ChatSketch(door.id());
        this.axes.forEach(axis -> axis.values().getFirst().into(plain));
    }

    /** What a condition takes on the one axis that it looks at. */
    private record Taken(int axis, BitSet values) {}

    /** The chats of this door that a rule takes; empty on some axis where it takes none. */
    Box box(Rule rule) {
        var box = all();
        for (Condition condition : rule.conditions()) {
            if (condition.asked() instanceof Condition.DoorIs) {
                if (!conditions.holds(condition, plain.chat())) {
                    box.axis(0).clear();
                }
            } else {
                var takes = taken.computeIfAbsent(condition, this::taken);
                box.axis(takes.axis()).and(takes.values());
            }
        }
        return box;
    }

    private Taken taken(Condition condition) {
        var looksAt = Axis.of(condition.asked());
        for (int i = 0; i < axes.size(); i++) {
            if (axes.get(i).looksAt().equals(looksAt)) {
                var values = new BitSet();
                for (int v = 0; v < axes.get(i).values().size(); v++) {
                    values.set(v, conditions.holds(condition, with(i, v)));
                }
                return new Taken(i, values);
            }
        }
        throw new IllegalStateException("no axis for " + condition + " at " + door.id());
    }

    private Arrival with(int axis, int value) {
        var sketch = plain.copy();
        axes.get(axis).values().get(value).into(sketch);
        return sketch.chat();
    }

    Box all() {
        return new Box(axes.stream().map(axis -> full(axis.values().size())).toList());
    }

    /** A chat out of a box that is not empty. */
    Arrival example(Box box) {
        var sketch = plain.copy();
        for (int i = 0; i < axes.size(); i++) {
            axes.get(i).values().get(box.axis(i).nextSetBit(0)).into(sketch);
        }
        return sketch.chat();
    }

    private static BitSet full(int size) {
        var all = new BitSet(size);
        all.set(0, size);
        return all;
    }

    /** Some values on each axis. */
    record Box(List<BitSet> axes) {
        BitSet axis(int index) {
            return axes.get(index);
        }

        boolean isEmpty() {
            return axes.stream().anyMatch(BitSet::isEmpty);
        }

        /** What both have. */
        Box and(Box other) {
            var both = new ArrayList<BitSet>(axes.size());
            for (int i = 0; i < axes.size(); i++) {
                var axis = (BitSet) axes.get(i).clone();
                axis.and(other.axes.get(i));
                both.add(axis);
            }
            return new Box(both);
        }

        boolean meets(Box other) {
            for (int i = 0; i < axes.size(); i++) {
                if (!axes.get(i).intersects(other.axes.get(i))) {
                    return false;
                }
            }
            return true;
        }

        /** This box with one of its axes replaced. */
        Box with(int index, BitSet axis) {
            var changed = new ArrayList<>(axes);
            changed.set(index, axis);
            return new Box(changed);
        }
    }

    /** A box that lies in one and in none of some others; null where they cover it. Splits along one axis after the other. */
    static @Nullable Box outside(Box box, List<Box> others, int from) {
        if (Thread.interrupted()) {
            throw new CancellationException("nobody waits for this any more");
        }
        for (int i = from; i < others.size(); i++) {
            var other = others.get(i);
            if (!box.meets(other)) {
                continue;
            }
            var rest = box;
            for (int axis = 0; axis < box.axes().size(); axis++) {
                var beyond = (BitSet) rest.axis(axis).clone();
                beyond.andNot(other.axis(axis));
                if (!beyond.isEmpty()) {
                    var found = outside(rest.with(axis, beyond), others, i + 1);
                    if (found != null) {
                        return found;
                    }
                }
                var within = (BitSet) rest.axis(axis).clone();
                within.and(other.axis(axis));
                rest = rest.with(axis, within);
            }
            return null;
        }
        return box;
    }
}
