package io.kinetarch.core.plan;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * When a bot hands chats over to people, besides what always does: a visitor who asks for a person, and a topic that people answer.
 *
 * @param misses how often in a row it may not understand, 1 to 20; null as the plan's timeouts say
 * @param turns how often a visitor may write without being helped any further before people take over, 1 to 100; null for as often as
 *     they like
 * @param seconds for how long, 10 to 86,400; null for as long as they like
 * @param straight chats for which any of these holds go straight to people while the door is open; each asks for what is known when a
 *     chat arrives: page, facts, language or kind of visitor
 * @param signs what visitors write in anger or danger: whoever writes any of it gets a person at once
 * @param backAfterSeconds after which it takes back, once, a chat that it handed over and nobody has taken, 10 to 86,400; null for never
 */
public record Handoff(
        @Nullable Integer misses,
        @Nullable Integer turns,
        @Nullable Integer seconds,
        List<Condition> straight,
        Sentences signs,
        @Nullable Integer backAfterSeconds) {
    public static final Handoff COMMON = new Handoff(null, null, null, List.of(), Sentences.NONE, null);

    private static final int A_DAY = 86_400;

    public Handoff {
        between("misses", misses, 1, 20);
        between("turns", turns, 1, 100);
        between("seconds", seconds, 10, A_DAY);
        between("backAfterSeconds", backAfterSeconds, 10, A_DAY);
        straight = List.copyOf(straight);
        for (int i = 0; i < straight.size(); i++) {
            switch (straight.get(i).asked()) {
                case Condition.PageMatches _, Condition.FactIs _, Condition.LanguageIs _, Condition.VisitorIs _ -> {
                    // known from the start
                }
                default ->
                    throw new PlanRefusal(
                            "/straight/" + i,
                            "only page, facts, language and kind of visitor are known before the bot answers; "
                                    + "write a rule for anything else");
            }
        }
    }

    private static void between(String field, @Nullable Integer value, int least, int most) {
        if (value != null) {
            Checks.between(field, value, least, most);
        }
    }
}
