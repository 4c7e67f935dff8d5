package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;
import java.util.ArrayList;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Who may take a chat beside the members of its queue who hold what it needs: what rungs did for it, or a transfer.
 *
 * @param lowered by how many levels less will do, by id of the skill
 * @param operators who may be asked whatever they hold
 * @param queues whose members may be asked too
 * @param holders whoever holds this skill may be asked, member or not; null for nobody more
 */
record Loosened(
        SortedMap<String, Integer> lowered,
        List<OperatorId> operators,
        List<QueueId> queues,
        @Nullable SkillId holders) {
    static final Loosened NOTHING = new Loosened(new TreeMap<>(), List.of(), List.of(), null);

    static Loosened toHolders(SkillId skill) {
        return new Loosened(new TreeMap<>(), List.of(), List.of(), skill);
    }

    Loosened lower(SkillId skill, int by) {
        var more = new TreeMap<>(lowered);
        more.merge(skill.value(), by, Integer::sum);
        return new Loosened(more, operators, queues, holders);
    }

    Loosened and(List<OperatorId> others) {
        var more = new ArrayList<>(operators);
        others.stream().filter(operator -> !more.contains(operator)).forEach(more::add);
        return new Loosened(lowered, List.copyOf(more), queues, holders);
    }

    Loosened andMembersOf(QueueId queue) {
        if (queues.contains(queue)) {
            return this;
        }
        var more = new ArrayList<>(queues);
        more.add(queue);
        return new Loosened(lowered, operators, List.copyOf(more), holders);
    }

    /** How many levels less will do. */
    int lowered(SkillId skill) {
        return lowered.getOrDefault(skill.value(), 0);
    }
}
