package io.kinetarch.core.plan;

/** Something operators can be good at, on levels from 1 to {@link #HIGHEST_LEVEL}. */
public record Skill(SkillId id, String name) implements Element {
    public static final int HIGHEST_LEVEL = 5;

    public Skill {
        Checks.text("name", name);
    }
}
