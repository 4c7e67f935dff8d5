package io.kinetarch.core.routing;

import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.PagePattern;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * Puts what a rule asks for into words.
 *
 * @param name what an element is called
 */
public record ConditionWords(Function<ElementId, String> name) {

    /** As a row of the table says it: "language is de or fr". */
    public String condition(Condition condition) {
        return switch (condition) {
            case Condition.DoorIs(var doors) -> "door is " + names(doors);
            case Condition.LanguageIs(var languages) ->
                "language is "
                        + either(languages.stream().map(KnownLanguages::name).toList());
            case Condition.PageMatches(var patterns) ->
                "page is like "
                        + either(patterns.stream().map(PagePattern::value).toList());
            case Condition.AnswerIs(var question, var answers) -> question.value() + " is " + either(answers);
            case Condition.AnswerContains(var question, var words) -> question.value() + " contains " + either(words);
            case Condition.AnswerNumber(var question, var comparison, var value) ->
                question.value() + " is " + comparison.words() + " " + plain(value);
            case Condition.Answered(var question) -> question.value() + " was answered";
            case Condition.VisitorIs(var visitors) ->
                "visitor is "
                        + either(visitors.stream()
                                .map(kind -> kind.name().toLowerCase(Locale.ROOT))
                                .toList());
            case Condition.FactIs(var key, var values) -> key + " is " + either(values);
            case Condition.TopicIs(var topics) -> "topic is " + either(topics);
            case Condition.DepartmentIsOpen(var departments) -> names(departments) + " is open";
            case Condition.ChatsWait(var queue, var chats) -> "at least " + chats + " wait in " + name.apply(queue);
            case Condition.LongestWaits(var queue, var seconds) ->
                "someone has waited " + seconds + " s in " + name.apply(queue);
            case Condition.ArrivesWithin(var windows) ->
                "arrives " + windows.stream().map(WeeklyWindow::toString).collect(Collectors.joining(" or "));
            case Condition.Not(var turned) -> "not: " + condition(turned);
        };
    }

    private String names(List<? extends ElementId> ids) {
        return either(ids.stream().map(name).toList());
    }

    private static String either(List<String> values) {
        return String.join(" or ", values);
    }

    private static String plain(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e15
                ? Long.toString((long) value)
                : Double.toString(value);
    }
}
