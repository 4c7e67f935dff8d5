package io.kinetarch.core.plan;

import org.jspecify.annotations.Nullable;

/**
 * What a chat can be about, as a bot understands it.
 *
 * @param name as volumes, rules and the bot say it
 * @param skill that whoever takes a chat about it must hold; null for none
 * @param handsOver whether a bot hands such a chat over as soon as it has understood
 */
public record Topic(String name, @Nullable SkillId skill, boolean handsOver) {
    public Topic {
        Checks.text("name", name);
    }
}
