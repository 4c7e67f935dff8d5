package io.kinetarch.core.routing;

import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Decides a chat's queue by the plan's rules: top to bottom, the first whose conditions all hold. */
public final class RuleTable {
    private static final DateTimeFormatter DAY_AND_TIME = DateTimeFormatter.ofPattern("EEEE HH:mm", Locale.ENGLISH);

    private final Plan plan;
    private final Conditions conditions;
    private final ConditionWords words;

    public RuleTable(Plan plan) {
        this.plan = plan;
        this.conditions = new Conditions(plan);
        this.words = new ConditionWords(this::name);
    }

    /**
     * What became of one rule.
     *
     * @param failed the first condition that did not hold; null where the rule matched
     */
    public record Considered(Rule rule, @Nullable Condition failed) {
        public boolean matched() {
            return failed == null;
        }
    }

    /** The rules looked at, in order; the last of them is the one that matched. */
    public record Decision(List<Considered> considered) {
        public Rule rule() {
            return considered.getLast().rule();
        }
    }

    /** Decides; a plan's last rule takes everything, so there is always an answer. */
    public Decision decide(Arrival arrival) {
        var considered = new ArrayList<Considered>();
        for (Rule rule : plan.rules()) {
            var failed = firstFailed(rule, arrival);
            considered.add(new Considered(rule, failed));
            if (failed == null) {
                break;
            }
        }
        return new Decision(List.copyOf(considered));
    }

    private @Nullable Condition firstFailed(Rule rule, Arrival arrival) {
        for (Condition condition : rule.conditions()) {
            if (!conditions.holds(condition, arrival)) {
                return condition;
            }
        }
        return null;
    }

    /** Why a rule that was considered for a chat matched or did not, in words. */
    public String because(Considered considered, Arrival arrival) {
        var failed = considered.failed();
        return failed == null
                ? whyMatched(considered.rule(), arrival)
                : "wants “" + words.condition(failed) + "”; " + how(failed.asked(), arrival);
    }

    private String whyMatched(Rule rule, Arrival arrival) {
        if (rule.conditions().isEmpty()) {
            return "the last row takes every chat the others left";
        }
        return rule.conditions().stream()
                .map(condition -> how(condition.asked(), arrival))
                .distinct()
                .collect(Collectors.joining(" and "));
    }

    /** How it is with the chat, where a condition looks. */
    private String how(Condition condition, Arrival chat) {
        return switch (condition) {
            case Condition.DoorIs _ -> "the door is " + name(chat.door());
            case Condition.LanguageIs _ -> "the language is " + KnownLanguages.name(chat.language());
            case Condition.PageMatches _ -> chat.page() == null ? "no page is known" : "the page is " + chat.page();
            case Condition.AnswerIs(var question, var _) -> answer(question, chat);
            case Condition.AnswerContains(var question, var _) -> answer(question, chat);
            case Condition.AnswerNumber(var question, var _, var _) -> answer(question, chat);
            case Condition.Answered(var question) -> answer(question, chat);
            case Condition.VisitorIs _ ->
                "the visitor is " + chat.visitor().name().toLowerCase(Locale.ROOT);
            case Condition.FactIs(var key, var _) ->
                chat.facts().containsKey(key)
                        ? "the page says " + key + " is " + chat.facts().get(key)
                        : "the page does not say " + key;
            case Condition.TopicIs _ -> chat.topic() == null ? "no topic was found" : "the topic is " + chat.topic();
            case Condition.DepartmentIsOpen(var departments) ->
                departments.stream().map(id -> state(id, chat)).collect(Collectors.joining(" and "));
            case Condition.ChatsWait(var queue, var _) -> waiting(queue, chat);
            case Condition.LongestWaits(var queue, var _) -> waiting(queue, chat);
            case Condition.ArrivesWithin _ ->
                "it arrives " + DAY_AND_TIME.format(chat.at().atZone(plan.timeZone()));
            case Condition.Not(var turned) -> how(turned, chat);
        };
    }

    private static String answer(QuestionId question, Arrival chat) {
        String given = chat.answers().get(question);
        return "“" + question.value() + "” was " + (given == null ? "not answered" : "answered with " + given);
    }

    private String state(DepartmentId department, Arrival chat) {
        return name(department) + " is " + (conditions.hours(department).isOpen(chat.at()) ? "open" : "closed");
    }

    private String waiting(QueueId queue, Arrival chat) {
        var waiting = chat.in(queue);
        return switch (waiting.chats()) {
            case 0 -> "nobody waits in " + name(queue);
            case 1 -> "one waits in " + name(queue) + ", for " + waiting.longestSeconds() + " s";
            default ->
                waiting.chats() + " wait in " + name(queue) + ", the first for " + waiting.longestSeconds() + " s";
        };
    }

    private String name(ElementId id) {
        return plan.element(id).map(Element::name).orElse(id.value());
    }
}
