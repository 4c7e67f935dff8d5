package io.kinetarch.core.routing;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Comparison;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.Plan;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Whether what a rule asks for holds for a chat. */
final class Conditions {
    private final Map<DepartmentId, OpeningHours> hours = new HashMap<>();
    private final Map<Condition.ArrivesWithin, OpeningHours> windows = new HashMap<>();

    Conditions(Plan plan) {
        plan.departments()
                .forEach(department -> hours.put(
                        department.id(), plan.hours(department.hours()).hours()));
        plan.rules().stream()
                .flatMap(rule -> rule.conditions().stream())
                .map(Condition::asked)
                .forEach(condition -> {
                    if (condition instanceof Condition.ArrivesWithin within) {
                        windows.put(within, OpeningHours.weekly(plan.timeZone(), within.windows()));
                    }
                });
    }

    boolean holds(Condition condition, Arrival chat) {
        return switch (condition) {
            case Condition.DoorIs(var doors) -> doors.contains(chat.door());
            case Condition.LanguageIs(var languages) ->
                languages.stream().anyMatch(range -> takes(range, chat.language()));
            case Condition.PageMatches(var patterns) -> {
                String page = chat.page();
                yield page != null && patterns.stream().anyMatch(pattern -> pattern.matches(page));
            }
            case Condition.AnswerIs(var question, var answers) ->
                isOneOf(answers, chat.answers().get(question));
            case Condition.AnswerContains(var question, var words) ->
                contains(chat.answers().get(question), words);
            case Condition.AnswerNumber(var question, var comparison, var value) ->
                compares(chat.answers().get(question), comparison, value);
            case Condition.Answered(var question) -> {
                String given = chat.answers().get(question);
                yield given != null && !given.isBlank();
            }
            case Condition.VisitorIs(var visitors) -> visitors.contains(chat.visitor());
            case Condition.FactIs(var key, var values) ->
                isOneOf(values, chat.facts().get(key));
            case Condition.TopicIs(var topics) -> isOneOf(topics, chat.topic());
            case Condition.DepartmentIsOpen(var departments) ->
                departments.stream().anyMatch(department -> isOpen(department, chat.at()));
            case Condition.ChatsWait(var queue, var chats) -> chat.in(queue).chats() >= chats;
            case Condition.LongestWaits(var queue, var seconds) ->
                chat.in(queue).longestSeconds() >= seconds;
            case Condition.ArrivesWithin within -> hours(within).isOpen(chat.at());
            case Condition.Not(var turned) -> !holds(turned, chat);
        };
    }

    /** The hours of a department that a condition asks about. */
    OpeningHours hours(DepartmentId department) {
        var kept = hours.get(department);
        if (kept == null) {
            throw new IllegalArgumentException("the plan has no department \"" + department.value() + "\"");
        }
        return kept;
    }

    /** The windows that a condition of the plan asks for, as hours. */
    OpeningHours hours(Condition.ArrivesWithin within) {
        var kept = windows.get(within);
        if (kept == null) {
            throw new IllegalArgumentException("no rule of the plan asks for " + within.windows());
        }
        return kept;
    }

    /** The hours that a condition asks about; one of them must be open. None for a condition that asks about other things. */
    Stream<OpeningHours> hoursOf(Condition condition) {
        return switch (condition) {
            case Condition.DepartmentIsOpen(var departments) ->
                departments.stream().map(this::hours);
            case Condition.ArrivesWithin within -> Stream.of(hours(within));
            default -> Stream.of();
        };
    }

    private boolean isOpen(DepartmentId department, Instant at) {
        return hours(department).isOpen(at);
    }

    /** RFC 4647 basic filtering: a range takes its own tag and every longer one. */
    static boolean takes(String range, String tag) {
        return tag.regionMatches(true, 0, range, 0, range.length())
                && (tag.length() == range.length()
                        || (tag.length() > range.length() && tag.charAt(range.length()) == '-'));
    }

    /** Letter case and surrounding blanks aside. */
    static String plain(String answer) {
        return answer.strip().toLowerCase(Locale.ROOT);
    }

    private static boolean isOneOf(List<String> values, @Nullable String given) {
        if (given == null) {
            return false;
        }
        String plain = plain(given);
        return values.stream().anyMatch(value -> plain(value).equals(plain));
    }

    private static boolean contains(@Nullable String given, List<String> words) {
        if (given == null) {
            return false;
        }
        String plain = plain(given);
        return words.stream().anyMatch(word -> plain.contains(plain(word)));
    }

    private static boolean compares(@Nullable String given, Comparison comparison, double value) {
        if (given == null) {
            return false;
        }
        try {
            return comparison.holds(Double.parseDouble(given.strip()), value);
        } catch (NumberFormatException noNumber) {
            return false; // no number stands in no relation to one; the door's form asks for one before this
        }
    }
}
