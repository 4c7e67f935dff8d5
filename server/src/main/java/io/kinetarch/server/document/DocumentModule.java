package io.kinetarch.server.document;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonValue;
import io.kinetarch.core.plan.AllowedSite;
import io.kinetarch.core.plan.BotId;
import io.kinetarch.core.plan.CheckExpectation;
import io.kinetarch.core.plan.CheckId;
import io.kinetarch.core.plan.CheckStep;
import io.kinetarch.core.plan.CheckTarget;
import io.kinetarch.core.plan.Colour;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.HelpPageId;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Sentences;
import io.kinetarch.core.plan.SettingsId;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.TopicId;
import io.kinetarch.core.plan.WaitingRoom;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import tools.jackson.databind.module.SimpleModule;

/** How the core's values look in documents, kept here so that the core need not know of JSON. */
final class DocumentModule extends SimpleModule {
    private static final List<Class<? extends ElementId>> IDS = List.of(
            BotId.class,
            CheckId.class,
            DepartmentId.class,
            DoorId.class,
            HelpPageId.class,
            HoursId.class,
            OperatorId.class,
            QuestionId.class,
            QueueId.class,
            RuleId.class,
            SettingsId.class,
            SkillId.class,
            TopicId.class);
    /** What a step does, as the core and as documents call it. */
    static final String STEP_ACT = "act";

    static final String WRITTEN_ACT = "do";
    /** Values besides ids that a document writes as one text. */
    static final Set<Class<? extends Record>> TEXTUAL = Set.of(AllowedSite.class, Colour.class, PagePattern.class);
    /** The sealed interfaces of the core, and how the kinds of each are named. */
    static final Map<Class<?>, Class<?>> ALTERNATIVES = Map.of(
            Condition.class, ConditionByKind.class,
            Membership.class, MembershipByKind.class,
            OperatorChoice.class, ChoiceByKind.class,
            Rung.Action.class, RungByKind.class,
            WaitingRoom.Beyond.class, BeyondByKind.class);

    DocumentModule() {
        super("kinetarch-documents");
        IDS.forEach(id -> setMixInAnnotation(id, ValueAsText.class));
        TEXTUAL.forEach(value -> setMixInAnnotation(value, ValueAsText.class));
        setMixInAnnotation(Texts.class, TextsAsMap.class);
        setMixInAnnotation(LocalText.class, TextAsMap.class);
        setMixInAnnotation(Sentences.class, SentencesAsMap.class);
        setMixInAnnotation(CheckStep.class, StepAsOrder.class);
        setMixInAnnotation(CheckTarget.class, OnlyWhatIsSaid.class);
        setMixInAnnotation(CheckExpectation.class, OnlyWhatIsSaid.class);
        ALTERNATIVES.forEach(this::setMixInAnnotation);
        addDeserializer(String.class, new PlainText());
        setDeserializerModifier(new BoundedYears());
    }

    @Override
    public void setupModule(SetupContext context) {
        super.setupModule(context);
        context.addDeserializerModifier(new OlderPlans());
    }

    abstract static class ValueAsText {
        @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
        ValueAsText(String value) {}

        @JsonValue
        abstract String value();
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Condition.DoorIs.class, name = "door"),
        @JsonSubTypes.Type(value = Condition.LanguageIs.class, name = "language"),
        @JsonSubTypes.Type(value = Condition.PageMatches.class, name = "page"),
        @JsonSubTypes.Type(value = Condition.AnswerIs.class, name = "answer"),
        @JsonSubTypes.Type(value = Condition.AnswerContains.class, name = "answer-contains"),
        @JsonSubTypes.Type(value = Condition.AnswerNumber.class, name = "answer-number"),
        @JsonSubTypes.Type(value = Condition.Answered.class, name = "answered"),
        @JsonSubTypes.Type(value = Condition.VisitorIs.class, name = "visitor"),
        @JsonSubTypes.Type(value = Condition.FactIs.class, name = "fact"),
        @JsonSubTypes.Type(value = Condition.TopicIs.class, name = "topic"),
        @JsonSubTypes.Type(value = Condition.DepartmentIsOpen.class, name = "department-open"),
        @JsonSubTypes.Type(value = Condition.ChatsWait.class, name = "chats-wait"),
        @JsonSubTypes.Type(value = Condition.LongestWaits.class, name = "longest-waits"),
        @JsonSubTypes.Type(value = Condition.ArrivesWithin.class, name = "arrives-within"),
        @JsonSubTypes.Type(value = Condition.Not.class, name = "not")
    })
    interface ConditionByKind {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Membership.BySkill.class, name = "skill"),
        @JsonSubTypes.Type(value = Membership.ByName.class, name = "name"),
        @JsonSubTypes.Type(value = Membership.BySkillOrName.class, name = "skill-or-name")
    })
    interface MembershipByKind {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = OperatorChoice.LongestFree.class, name = "longest-free"),
        @JsonSubTypes.Type(value = OperatorChoice.LightestLoad.class, name = "lightest-load"),
        @JsonSubTypes.Type(value = OperatorChoice.BestAtSkill.class, name = "best-at-skill"),
        @JsonSubTypes.Type(value = OperatorChoice.Tiers.class, name = "tiers")
    })
    interface ChoiceByKind {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = WaitingRoom.Beyond.BusyText.class, name = "busy-text"),
        @JsonSubTypes.Type(value = WaitingRoom.Beyond.MessageForm.class, name = "message-form"),
        @JsonSubTypes.Type(value = WaitingRoom.Beyond.ToQueue.class, name = "to-queue")
    })
    interface BeyondByKind {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Rung.Action.LowerLevel.class, name = "lower-level"),
        @JsonSubTypes.Type(value = Rung.Action.AddOperators.class, name = "add-operators"),
        @JsonSubTypes.Type(value = Rung.Action.AddMembersOf.class, name = "add-members-of"),
        @JsonSubTypes.Type(value = Rung.Action.RaisePriority.class, name = "raise-priority"),
        @JsonSubTypes.Type(value = Rung.Action.Say.class, name = "say"),
        @JsonSubTypes.Type(value = Rung.Action.MoveTo.class, name = "move-to"),
        @JsonSubTypes.Type(value = Rung.Action.OfferBot.class, name = "offer-bot"),
        @JsonSubTypes.Type(value = Rung.Action.OfferCallBack.class, name = "offer-call-back"),
        @JsonSubTypes.Type(value = Rung.Action.OfferMessage.class, name = "offer-message"),
        @JsonSubTypes.Type(value = Rung.Action.End.class, name = "end")
    })
    interface RungByKind {}

    /** Most fields of a step belong to other kinds of steps. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    interface OnlyWhatIsSaid {}

    /** What is done goes by a word that no program may use for a name. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    interface StepAsOrder {
        @JsonProperty(WRITTEN_ACT)
        String act();
    }

    abstract static class TextsAsMap {
        @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
        TextsAsMap(Map<TextKind, LocalText> of) {}

        @JsonValue
        abstract Map<TextKind, LocalText> of();
    }

    abstract static class SentencesAsMap {
        @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
        SentencesAsMap(SortedMap<String, List<String>> in) {}

        @JsonValue
        abstract SortedMap<String, List<String>> in();
    }

    abstract static class TextAsMap {
        @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
        TextAsMap(SortedMap<String, String> in) {}

        @JsonValue
        abstract SortedMap<String, String> in();
    }
}
