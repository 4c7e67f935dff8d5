package io.kinetarch.core.plan;

/** The stable name of an element of a plan: it outlives changes, so records of old revisions stay readable. */
public sealed interface ElementId
        permits SettingsId, SkillId, HoursId, DepartmentId, QueueId, OperatorId, DoorId, QuestionId, RuleId {
    /** 1 to 63 small letters, digits and hyphens. */
    String value();
}
