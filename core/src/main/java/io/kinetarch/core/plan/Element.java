package io.kinetarch.core.plan;

/** A part of a plan that has an id and a name of its own. */
public sealed interface Element permits Settings, Skill, HoursSet, Department, Queue, Operator, FrontDoor, Rule {
    ElementId id();

    String name();
}
