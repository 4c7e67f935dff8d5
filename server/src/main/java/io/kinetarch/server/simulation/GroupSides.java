package io.kinetarch.server.simulation;

import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.simulation.Group;
import io.kinetarch.core.simulation.GroupFigures;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.server.simulation.SimulatedDocument.EstimateDocument;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Chats that have a department, a door, a language or a skill in common, by the draft and by the live plan.
 *
 * @param name as people read it; of a language its tag
 * @param live null where there is no live plan, or none of its chats can be of the group
 */
record GroupSides(
        Group.By by,
        String of,
        String name,
        GroupDocument draft,
        @Nullable GroupDocument live,
        @Nullable GroupDocument difference) {

    /** As {@link GroupFigures} says. */
    record GroupDocument(
            EstimateDocument arrived,
            EstimateDocument answered,
            EstimateDocument answeredInTime,
            EstimateDocument gaveUp,
            EstimateDocument meanWaitSeconds) {
        static GroupDocument of(GroupFigures figures) {
            return new GroupDocument(
                    EstimateDocument.of(figures.arrived()),
                    EstimateDocument.of(figures.answered()),
                    EstimateDocument.of(figures.answeredInTime()),
                    EstimateDocument.of(figures.gaveUp()),
                    EstimateDocument.of(figures.meanWaitSeconds()));
        }
    }

    /** Those groups of the draft that chats came of. */
    static List<GroupSides> all(Plan plan, Simulation draft, @Nullable Simulation live) {
        return draft.groups().stream()
                .map(group -> of(plan, group, draft, Optional.ofNullable(live)))
                .filter(sides -> sides.draft.arrived.mean() != null && sides.draft.arrived.mean() > 0)
                .toList();
    }

    private static GroupSides of(Plan plan, Group group, Simulation draft, Optional<Simulation> live) {
        return new GroupSides(
                group.by(),
                group.of(),
                switch (group.by()) {
                    case DEPARTMENT ->
                        plan.department(new DepartmentId(group.of())).name();
                    case DOOR -> plan.door(new DoorId(group.of())).name();
                    case SKILL -> plan.skill(new SkillId(group.of())).name();
                    case LANGUAGE -> group.of();
                },
                GroupDocument.of(draft.group(group)),
                live.filter(other -> other.groups().contains(group))
                        .map(other -> GroupDocument.of(other.group(group)))
                        .orElse(null),
                live.flatMap(other -> draft.difference(group, other))
                        .map(GroupDocument::of)
                        .orElse(null));
    }
}
