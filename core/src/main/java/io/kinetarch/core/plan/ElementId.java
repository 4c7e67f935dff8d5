package io.kinetarch.core.plan;

/** The stable name of an element of a plan: it outlives changes, so records of old revisions stay readable. */
public sealed interface ElementId
        permits SettingsId,
                SkillId,
                HoursId,
                DepartmentId,
                QueueId,
                OperatorId,
                DoorId,
                QuestionId,
                RuleId,
                CheckId,
                TopicId,
                BotId,
                HelpPageId {
    /** 1 to 63 small letters, digits and hyphens. */
    String value();

    /** What it is the name of, as documents call the list it stands in: "queues". */
    default String kind() {
        return switch (this) {
            case SettingsId _ -> "settings";
            case SkillId _ -> "skills";
            case HoursId _ -> "hours";
            case DepartmentId _ -> "departments";
            case QueueId _ -> "queues";
            case OperatorId _ -> "operators";
            case DoorId _ -> "doors";
            case QuestionId _ -> "questions";
            case RuleId _ -> "rules";
            case CheckId _ -> "checks";
            case TopicId _ -> "topics";
            case BotId _ -> "bots";
            case HelpPageId _ -> "helpPages";
        };
    }
}
