package io.kinetarch.core.routing;

import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.SpokenLanguage;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a chat asks of the operator who takes it. Chats that ask the same are alike to whoever counts people.
 *
 * @param queue where it waits; the operator must be a member
 * @param extraSkills skills wanted beyond those of the queue, of members by name too
 * @param language BCP 47 tag; null where it is not known, and then any will do
 */
public record ChatNeeds(
        QueueId queue,
        List<SkillNeed> extraSkills,
        @Nullable String language) {
    public ChatNeeds {
        extraSkills = List.copyOf(extraSkills);
    }

    /** The needs of a chat that nothing is known of but its queue. */
    public static ChatNeeds of(QueueId queue) {
        return new ChatNeeds(queue, List.of(), null);
    }

    /**
     * The needs of a chat that a rule takes, its language without the region.
     *
     * @param language BCP 47 tag
     */
    public static ChatNeeds of(Rule rule, String language) {
        return new ChatNeeds(rule.queue(), rule.needs(), SpokenLanguage.primary(language));
    }
}
