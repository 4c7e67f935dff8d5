package io.kinetarch.server.plan;

import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.BotId;
import io.kinetarch.core.plan.Check;
import io.kinetarch.core.plan.CheckId;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HelpPage;
import io.kinetarch.core.plan.HelpPageId;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.SettingsId;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import java.util.function.Function;

/** The lists of a plan document, by the names they have there; addresses and stored edits use the same names. */
public enum ElementKind {
    settings(Settings.class, SettingsId::new),
    skills(Skill.class, SkillId::new),
    hours(HoursSet.class, HoursId::new),
    departments(Department.class, DepartmentId::new),
    queues(Queue.class, QueueId::new),
    operators(Operator.class, OperatorId::new),
    doors(FrontDoor.class, DoorId::new),
    rules(Rule.class, RuleId::new),
    checks(Check.class, CheckId::new),
    topics(Topic.class, TopicId::new),
    bots(Bot.class, BotId::new),
    helpPages(HelpPage.class, HelpPageId::new);

    private final Class<? extends Element> type;

    @SuppressWarnings("ImmutableEnumChecker") // constructor references
    private final Function<String, ElementId> toId;

    ElementKind(Class<? extends Element> type, Function<String, ElementId> toId) {
        this.type = type;
        this.toId = toId;
    }

    /** The kind of an element's id. */
    public static ElementKind of(ElementId id) {
        return switch (id) {
            case SettingsId _ -> settings;
            case SkillId _ -> skills;
            case HoursId _ -> hours;
            case DepartmentId _ -> departments;
            case QueueId _ -> queues;
            case OperatorId _ -> operators;
            case DoorId _ -> doors;
            case RuleId _ -> rules;
            case CheckId _ -> checks;
            case TopicId _ -> topics;
            case BotId _ -> bots;
            case HelpPageId _ -> helpPages;
            case QuestionId _ -> throw new IllegalArgumentException("questions stand within their doors");
        };
    }

    /** The kind of an element. */
    public static ElementKind of(Element element) {
        return of(element.id());
    }

    Class<? extends Element> type() {
        return type;
    }

    public ElementId id(String value) {
        return toId.apply(value);
    }
}
