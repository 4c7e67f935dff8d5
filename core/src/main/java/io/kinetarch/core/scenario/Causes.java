package io.kinetarch.core.scenario;

import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.core.change.PlanDiff.ElementChange;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.PlanRefusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** What of a difference between two plans may be the cause of something: each change taken out of the newer plan in turn. */
public final class Causes {
    /** More than that are not worth trying one by one. */
    public static final int MOST = 16;

    private Causes() {}

    /**
     * A change, or several that cannot be taken out without each other.
     *
     * @param elements that they are about
     * @param without the newer plan without them
     */
    public record Cause(Set<ElementId> elements, Plan without) {}

    /** In the order of the difference. A change that the newer plan cannot be without is taken out together with those it goes with. */
    public static List<Cause> of(PlanDiff diff) {
        var left = new ArrayList<>(diff.changes());
        var causes = new ArrayList<Cause>();
        while (!left.isEmpty()) {
            var group = new ArrayList<>(List.of(left.removeFirst()));
            var without = without(diff, group);
            while (without.isEmpty() && !left.isEmpty()) {
                var with = left.stream()
                        .filter(change -> group.stream().anyMatch(other -> goTogether(diff, change, other)))
                        .toList();
                // What no reference tells of, such as the row that takes the rest, goes with everything that is left.
                group.addAll(with.isEmpty() ? List.copyOf(left) : with);
                left.removeAll(group);
                without = without(diff, group);
            }
            without.ifPresent(plan -> causes.add(
                    new Cause(group.stream().map(ElementChange::id).collect(Collectors.toUnmodifiableSet()), plan)));
        }
        return List.copyOf(causes);
    }

    private static boolean goTogether(PlanDiff diff, ElementChange one, ElementChange other) {
        return refers(diff, one, other) || refers(diff, other, one);
    }

    private static boolean refers(PlanDiff diff, ElementChange from, ElementChange to) {
        return List.of(diff.from(), diff.to()).stream()
                .flatMap(plan -> plan.uses(to.id()).stream())
                .anyMatch(use -> use.by().id().equals(from.id()));
    }

    private static Optional<Plan> without(PlanDiff diff, List<ElementChange> changes) {
        var edits = new ArrayList<PlanEdit>();
        for (var change : changes) {
            edits.add(change.before()
                    .<PlanEdit>map(element -> change.moved() || change.after().isEmpty()
                            ? new PlanEdit.Place(element, diff.from().next(element.id()))
                            : new PlanEdit.Put(element))
                    .orElseGet(() -> new PlanEdit.Remove(change.id())));
        }
        try {
            return Optional.of(diff.to().edited(edits));
        } catch (PlanRefusal refused) {
            return Optional.empty();
        }
    }
}
