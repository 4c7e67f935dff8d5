package io.kinetarch.core.plan;

/**
 * A skill that an operator must hold to get a chat.
 *
 * @param leastLevel 1 to {@value Skill#HIGHEST_LEVEL}
 */
public record SkillNeed(SkillId skill, int leastLevel) {
    public SkillNeed {
        Checks.between("leastLevel", leastLevel, 1, Skill.HIGHEST_LEVEL);
    }
}
