package io.kinetarch.core.plan;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A row of the rule table: a chat that meets every condition goes to the queue.
 *
 * @param conditions none only in the last row, which takes everything else
 * @param needs skills wanted beyond those of the queue
 * @param priority where its chats start, 0 to {@value Queue#HIGHEST_PRIORITY}; null for the queue's own
 * @param said what the visitor reads as the chat enters the queue; empty for nothing
 */
public record Rule(
        RuleId id,
        String name,
        List<Condition> conditions,
        QueueId queue,
        List<SkillNeed> needs,
        @Nullable Integer priority,
        LocalText said)
        implements Element {
    public Rule {
        Checks.text("name", name);
        conditions = List.copyOf(conditions);
        needs = List.copyOf(needs);
        Checks.noneTwice("needs", needs, SkillNeed::skill, "/skill");
        if (priority != null) {
            Checks.between("priority", priority, 0, Queue.HIGHEST_PRIORITY);
        }
    }

    /** A rule that leaves the priority to its queue and says nothing. */
    public static Rule plain(RuleId id, String name, List<Condition> conditions, QueueId queue, List<SkillNeed> needs) {
        return new Rule(id, name, conditions, queue, needs, null, LocalText.NONE);
    }
}
