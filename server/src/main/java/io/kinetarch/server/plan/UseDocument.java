package io.kinetarch.server.plan;

import io.kinetarch.core.plan.Plan;

/**
 * One place that refers to an element.
 *
 * @param pointer where in the element that refers
 * @param needed whether that element cannot do without it
 */
record UseDocument(ElementKind kind, String id, String name, String pointer, boolean needed) {
    static UseDocument of(Plan.Use use) {
        return new UseDocument(
                ElementKind.of(use.by()), use.by().id().value(), use.by().name(), use.pointer(), use.needed());
    }
}
