package io.kinetarch.core.change;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What differs between two plans, element by element.
 *
 * @param changes in the order of the newer plan's document, what was removed last within its kind
 */
public record PlanDiff(Plan from, Plan to, List<ElementChange> changes) {

    /**
     * How one element differs.
     *
     * @param before none if it is new
     * @param after none if it was removed
     * @param moved whether it changed its place among its kind: the fewest elements that explain the new order have moved
     */
    public record ElementChange(ElementId id, Optional<Element> before, Optional<Element> after, boolean moved) {
        /** The newer state, or the older of an element that was removed. */
        public Element either() {
            return after.or(() -> before).orElseThrow();
        }
    }

    /** Compares two plans. */
    public static PlanDiff between(Plan from, Plan to) {
        var before = byKind(from);
        var after = byKind(to);
        var changes = new ArrayList<ElementChange>();
        for (var kind : after.keySet()) {
            compare(before.getOrDefault(kind, List.of()), after.get(kind), changes);
        }
        before.forEach((kind, elements) -> {
            if (!after.containsKey(kind)) {
                compare(elements, List.of(), changes);
            }
        });
        return new PlanDiff(from, to, List.copyOf(changes));
    }

    public boolean isEmpty() {
        return changes.isEmpty();
    }

    /** The edits that turn the older plan into the newer. */
    public List<PlanEdit> edits() {
        var edits = new ArrayList<PlanEdit>();
        changes.stream()
                .filter(change -> change.after().isEmpty())
                .forEach(change -> edits.add(new PlanEdit.Remove(change.id())));
        // From the end to the beginning, so that the element to stand before is in its place already.
        for (var change : changes.reversed()) {
            change.after()
                    .ifPresent(element -> edits.add(
                            change.moved() || change.before().isEmpty()
                                    ? new PlanEdit.Place(element, to.next(element.id()))
                                    : new PlanEdit.Put(element)));
        }
        return edits;
    }

    private static Map<Class<?>, List<Element>> byKind(Plan plan) {
        return plan.elements()
                .collect(Collectors.groupingBy(Element::getClass, LinkedHashMap::new, Collectors.toList()));
    }

    private static void compare(List<Element> before, List<Element> after, List<ElementChange> changes) {
        var old = new HashMap<ElementId, Element>();
        var place = new HashMap<ElementId, Integer>();
        for (int i = 0; i < before.size(); i++) {
            old.put(before.get(i).id(), before.get(i));
            place.put(before.get(i).id(), i);
        }
        var moved =
                moved(after.stream().map(Element::id).filter(place::containsKey).toList(), place);
        var kept = new HashSet<ElementId>();
        for (Element element : after) {
            kept.add(element.id());
            var earlier = old.get(element.id());
            if (earlier == null) {
                changes.add(new ElementChange(element.id(), Optional.empty(), Optional.of(element), false));
            } else if (!earlier.equals(element) || moved.contains(element.id())) {
                changes.add(new ElementChange(
                        element.id(), Optional.of(earlier), Optional.of(element), moved.contains(element.id())));
            }
        }
        for (Element element : before) {
            if (!kept.contains(element.id())) {
                changes.add(new ElementChange(element.id(), Optional.of(element), Optional.empty(), false));
            }
        }
    }

    /**
     * The elements outside a longest run that kept its order: a longest increasing subsequence of the old places, by
     * patience sorting (Schensted 1961).
     */
    private static Set<ElementId> moved(List<ElementId> now, Map<ElementId, Integer> oldPlace) {
        int count = now.size();
        int[] place = now.stream().mapToInt(oldPlace::get).toArray();
        int[] endOfRun = new int[count];
        int[] previous = new int[count];
        int longest = 0;
        for (int i = 0; i < count; i++) {
            int low = 0;
            int high = longest;
            while (low < high) {
                int middle = (low + high) >>> 1;
                if (place[endOfRun[middle]] < place[i]) {
                    low = middle + 1;
                } else {
                    high = middle;
                }
            }
            previous[i] = low == 0 ? -1 : endOfRun[low - 1];
            endOfRun[low] = i;
            longest = Math.max(longest, low + 1);
        }
        boolean[] stays = new boolean[count];
        for (int i = longest == 0 ? -1 : endOfRun[longest - 1]; i >= 0; i = previous[i]) {
            stays[i] = true;
        }
        var moved = new HashSet<ElementId>();
        for (int i = 0; i < count; i++) {
            if (!stays[i]) {
                moved.add(now.get(i));
            }
        }
        return moved;
    }
}
