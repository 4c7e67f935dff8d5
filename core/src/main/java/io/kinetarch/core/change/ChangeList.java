package io.kinetarch.core.change;

import io.kinetarch.core.change.PlanDiff.ElementChange;
import io.kinetarch.core.plan.ElementId;
import java.util.List;

/** What differs between two plans, in plain words. */
public final class ChangeList {
    private ChangeList() {}

    /** How an element differs. */
    public enum Sort {
        ADDED,
        REMOVED,
        MOVED,
        CHANGED
    }

    /**
     * One element that differs.
     *
     * @param name what it is called, such as "Rule 4, Is it sailing?"
     * @param words what is different about it, at least one
     */
    public record Entry(ElementId id, String name, Sort sort, List<String> words) {
        /** As a sentence would have it: "Rebooking: weight 1 → 2; needs Sailings 3". */
        public String sentence() {
            return name + ": " + String.join("; ", words);
        }
    }

    /** Lists what differs. */
    public static List<Entry> of(PlanDiff diff) {
        var words = new ChangeWords(diff.from(), diff.to());
        return diff.changes().stream().map(change -> entry(change, words)).toList();
    }

    private static Entry entry(ElementChange change, ChangeWords words) {
        return new Entry(change.id(), words.title(change), sort(change), words.of(change));
    }

    private static Sort sort(ElementChange change) {
        if (change.before().isEmpty()) {
            return Sort.ADDED;
        }
        if (change.after().isEmpty()) {
            return Sort.REMOVED;
        }
        return change.before().equals(change.after()) ? Sort.MOVED : Sort.CHANGED;
    }
}
