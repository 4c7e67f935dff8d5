package io.kinetarch.core.plan;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A part of a plan that has an id and a name of its own. */
public sealed interface Element
        permits Settings, Skill, HoursSet, Department, Queue, Operator, FrontDoor, Rule, Check, Topic, Bot, HelpPage {
    ElementId id();

    String name();

    /** The element whose id is this text. */
    static <E extends Element> Optional<E> find(List<E> elements, @Nullable String id) {
        return elements.stream()
                .filter(element -> element.id().value().equals(id))
                .findFirst();
    }
}
