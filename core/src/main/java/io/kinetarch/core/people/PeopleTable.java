package io.kinetarch.core.people;

import io.kinetarch.core.dispatch.ChatsAtOnce;
import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.dispatch.QueueOrder;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.SkillId;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What follows from a plan for its people.
 *
 * @param queuesOf the queues each operator is a member of, in the order in which they would take one chat from each if all
 *     had waited equally long
 * @param atOnce how many chats of each of those they hold at once, and what sets that
 * @param heldAt by skill, how many hold it at level 1, 2, … {@value Skill#HIGHEST_LEVEL}
 * @param seats licensed; null where nobody counts them
 * @param used operators in the plan
 */
public record PeopleTable(
        Map<OperatorId, List<QueueId>> queuesOf,
        Map<OperatorId, List<ChatsAtOnce>> atOnce,
        Map<SkillId, List<Integer>> heldAt,
        @Nullable Integer seats,
        int used) {

    /** Works the table out. */
    public static PeopleTable of(Plan plan) {
        var taken = plan.queues().stream().sorted(new QueueOrder(plan)).toList();
        var queuesOf = new LinkedHashMap<OperatorId, List<QueueId>>();
        var atOnce = new LinkedHashMap<OperatorId, List<ChatsAtOnce>>();
        var compiled = CompiledPlan.of(plan);
        for (int i = 0; i < plan.operators().size(); i++) {
            int index = i;
            var id = plan.operators().get(i).id();
            var queues = taken.stream()
                    .filter(queue -> compiled.isMember(index, queue.id()))
                    .toList();
            queuesOf.put(id, queues.stream().map(Queue::id).toList());
            atOnce.put(
                    id,
                    queues.stream()
                            .map(queue -> ChatsAtOnce.of(plan, index, queue))
                            .toList());
        }
        return new PeopleTable(
                queuesOf,
                atOnce,
                heldAt(plan),
                plan.settings().seats(),
                plan.operators().size());
    }

    private static Map<SkillId, List<Integer>> heldAt(Plan plan) {
        var heldAt = new LinkedHashMap<SkillId, List<Integer>>();
        for (Skill skill : plan.skills()) {
            int[] atLevel = new int[Skill.HIGHEST_LEVEL + 1];
            plan.operators().forEach(operator -> atLevel[operator.level(skill.id())]++);
            heldAt.put(skill.id(), Arrays.stream(atLevel).skip(1).boxed().toList());
        }
        return heldAt;
    }
}
