package io.kinetarch.core.routing;

import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Rule;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Which chats the doors of a plan can bring, whatever volumes are known. */
public final class ExpectedChats {
    private ExpectedChats() {}

    /**
     * Every kind of chat that a door can bring in one of its languages: what a rule would ask of people for it. Of a rule's
     * conditions only those that look at door and language are taken into account, so a kind may be told of that no chat is.
     */
    public static Set<ChatNeeds> of(Plan plan) {
        var kinds = new LinkedHashSet<ChatNeeds>();
        plan.doors().forEach(door -> kinds.addAll(of(plan, door)));
        return kinds;
    }

    /** The same of one door, which need not be the one that the plan has of its id. */
    public static Set<ChatNeeds> of(Plan plan, FrontDoor door) {
        var kinds = new LinkedHashSet<ChatNeeds>();
        for (String language : door.languages()) {
            for (Rule rule : rules(plan, door)) {
                boolean takes = rule.conditions().stream()
                        .allMatch(condition -> !(condition.asked() instanceof Condition.LanguageIs(var ranges))
                                || ranges.stream().anyMatch(range -> Conditions.takes(range, language))
                                        != condition instanceof Condition.Not);
                if (takes) {
                    kinds.add(ChatNeeds.of(rule, language));
                    if (rule.conditions().stream().allMatch(ExpectedChats::isOfDoorOrLanguage)) {
                        break; // takes every chat of this door in this language
                    }
                }
            }
        }
        return kinds;
    }

    /** The rules that a chat from a door can meet, in order. */
    public static List<Rule> rules(Plan plan, FrontDoor door) {
        var rules = new ArrayList<Rule>();
        for (Rule rule : plan.rules()) {
            boolean elsewhere = rule.conditions().stream()
                    .anyMatch(condition -> condition.asked() instanceof Condition.DoorIs(var doors)
                            && doors.contains(door.id()) == condition instanceof Condition.Not);
            if (!elsewhere) {
                rules.add(rule);
                if (rule.conditions().stream().allMatch(condition -> condition.asked() instanceof Condition.DoorIs)) {
                    break; // takes every chat of this door
                }
            }
        }
        return rules;
    }

    private static boolean isOfDoorOrLanguage(Condition condition) {
        return condition.asked() instanceof Condition.DoorIs || condition.asked() instanceof Condition.LanguageIs;
    }
}
