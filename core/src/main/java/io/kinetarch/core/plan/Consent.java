package io.kinetarch.core.plan;

/**
 * Something that a door asks its visitors to agree to.
 *
 * @param id under which it is kept with the chat, whatever it says: 1 to 63 small letters, digits and hyphens
 * @param text what is agreed to; without words it is the consent text of the door, its department or the plan
 * @param required whether nobody gets further without it
 */
public record Consent(String id, LocalText text, boolean required) {
    public Consent {
        Checks.id(id);
    }

    /** The consent text as whoever asks has it. */
    public static Consent ofTheText() {
        return new Consent("consent", LocalText.NONE, true);
    }
}
