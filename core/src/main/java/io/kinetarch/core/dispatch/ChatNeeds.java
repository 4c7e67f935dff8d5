package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillNeed;
import java.util.List;

/**
 * What a chat asks of the operator who takes it.
 *
 * @param queue where it waits; the operator must be a member
 * @param extraSkills skills wanted beyond those of the queue, of members by name too
 * @param language BCP 47 tag
 */
public record ChatNeeds(QueueId queue, List<SkillNeed> extraSkills, String language) {
    public ChatNeeds {
        extraSkills = List.copyOf(extraSkills);
    }
}
