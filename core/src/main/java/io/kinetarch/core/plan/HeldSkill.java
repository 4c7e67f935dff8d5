package io.kinetarch.core.plan;

/**
 * A skill that an operator holds.
 *
 * @param level 1 to {@value Skill#HIGHEST_LEVEL}
 */
public record HeldSkill(SkillId skill, int level) {
    public HeldSkill {
        Checks.between("level", level, 1, Skill.HIGHEST_LEVEL);
    }
}
