package io.kinetarch.core.inspection;

import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.routing.ChatNeeds;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Describes chats, so that a reader can see which are meant. */
public final class ChatWords {
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("EEEE HH:mm", Locale.ENGLISH);

    private ChatWords() {}

    /** "in English at Booking site answering fares": what the rules of the plan could tell it by, as far as it is given. */
    public static String of(Plan plan, Arrival chat) {
        var words = new ArrayList<String>();
        words.add("in " + KnownLanguages.name(chat.language()) + " at "
                + plan.door(chat.door()).name());
        if (chat.page() != null) {
            words.add("on " + chat.page());
        }
        if (!chat.answers().isEmpty()) {
            words.add("answering " + chat.answers().values().stream().sorted().collect(Collectors.joining(", ")));
        }
        if (chat.visitor() != VisitorKind.NEW) {
            words.add("of a " + chat.visitor().name().toLowerCase(Locale.ROOT) + " visitor");
        }
        if (chat.topic() != null) {
            words.add("about " + chat.topic());
        }
        chat.facts().entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .forEach(fact -> words.add("with " + fact.getKey() + " " + fact.getValue()));
        plan.queues().stream()
                .filter(queue -> chat.in(queue.id()).chats() > 0)
                .forEach(queue -> words.add("while " + chat.in(queue.id()).chats() + " wait in " + queue.name()
                        + ", the first for " + chat.in(queue.id()).longestSeconds() + " s"));
        if (asksForTheMoment(plan)) {
            words.add("on a " + WHEN.format(chat.at().atZone(plan.timeZone())));
        }
        return String.join(" ", words);
    }

    private static boolean asksForTheMoment(Plan plan) {
        return plan.rules().stream()
                .flatMap(rule -> rule.conditions().stream())
                .map(Condition::asked)
                .anyMatch(condition -> condition instanceof Condition.ArrivesWithin
                        || condition instanceof Condition.DepartmentIsOpen);
    }

    /** What chats ask of people, such as "in German" or "with Fares 4+"; of more than one kind, all of them. */
    public static String asks(Plan plan, Collection<ChatNeeds> kinds) {
        return kinds.stream().map(kind -> asks(plan, kind)).distinct().collect(Collectors.joining(" or "));
    }

    private static String asks(Plan plan, ChatNeeds kind) {
        return Stream.concat(
                        Stream.ofNullable(kind.language()).map(tag -> "in " + KnownLanguages.name(tag)),
                        kind.extraSkills().stream()
                                .map(need -> "with " + plan.skill(need.skill()).name() + " " + need.leastLevel() + "+"))
                .collect(Collectors.joining(" "));
    }
}
