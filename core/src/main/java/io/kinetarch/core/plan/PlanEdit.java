package io.kinetarch.core.plan;

import java.util.Optional;

/** A change of one element of a plan. */
public sealed interface PlanEdit {
    /** The element that changes. */
    ElementId id();

    /**
     * The element takes the place of the one of its id. A new element comes last, a new rule before the row that takes
     * everything else.
     */
    record Put(Element element) implements PlanEdit {
        @Override
        public ElementId id() {
            return element.id();
        }
    }

    /**
     * The element takes a place in its list.
     *
     * @param next the element it comes before; none for the end. One that is not there stands for the end too.
     */
    record Place(Element element, Optional<ElementId> next) implements PlanEdit {
        @Override
        public ElementId id() {
            return element.id();
        }
    }

    /** The element goes. */
    record Remove(ElementId id) implements PlanEdit {}
}
