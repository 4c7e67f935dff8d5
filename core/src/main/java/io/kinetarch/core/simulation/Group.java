package io.kinetarch.core.simulation;

/**
 * Chats that have something in common besides their queue. One that was to have several skills counts to each of them; one that came to no
 * queue counts to no department and to no skill.
 *
 * @param of the id of the department, door or skill; of a language its BCP 47 tag without a region
 */
public record Group(By by, String of) {
    /** What they have in common. */
    public enum By {
        DEPARTMENT,
        DOOR,
        LANGUAGE,
        SKILL
    }
}
