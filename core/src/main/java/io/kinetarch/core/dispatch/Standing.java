package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;

/** Whether an operator can take a chat, or the first thing that stands against it; what lasts comes before what passes. */
public sealed interface Standing {
    /** Nothing stands against it. */
    record Eligible() implements Standing {}

    /** Stands against it whoever is present and whatever they hold. */
    sealed interface Lasting extends Standing {}

    /** The queue takes its members by name, and they are not among them. */
    record NotNamed(QueueId queue) implements Lasting {}

    /** They left the queue for the day. */
    record LeftForTheDay(QueueId queue) implements Lasting {}

    record OtherDepartment(DepartmentId department) implements Lasting {}

    /**
     * A skill that they do not hold.
     *
     * @param leastLevel that is needed
     */
    record LacksSkill(SkillId skill, int leastLevel) implements Lasting {}

    record LevelTooLow(SkillId skill, int level, int leastLevel) implements Lasting {}

    /** A language that they do not speak at all, by its BCP 47 tag. */
    record LacksLanguage(String language) implements Lasting {}

    record LanguageLevelTooLow(String language, int level, int leastLevel) implements Lasting {}

    /** One chat takes more than all of their capacity. */
    record ChatTooHeavy(int capacity, int weight) implements Lasting {}

    record NotPresent() implements Standing {}

    /** They declined it or let it lapse, and others come first. */
    record AskedBefore() implements Standing {}

    record NoFreeCapacity(int inUse, int capacity, int weight) implements Standing {}

    /** They hold as many chats as they may at most. */
    record HoldsMostChats(int chats) implements Standing {}

    default boolean isEligible() {
        return this instanceof Eligible;
    }
}
