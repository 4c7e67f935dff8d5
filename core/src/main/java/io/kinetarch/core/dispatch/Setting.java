package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.ElementId;

/**
 * The setting behind a decision.
 *
 * @param pointer JSON pointer within the element; empty for the element as a whole
 */
public record Setting(ElementId element, String pointer) {}
