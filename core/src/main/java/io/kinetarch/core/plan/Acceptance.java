package io.kinetarch.core.plan;

/**
 * A finding that someone decided to live with. It stays quiet while it says the same: its words hold its facts.
 *
 * @param about the id of the element it is about
 * @param words what it says
 * @param reason why that is fine
 */
public record Acceptance(String about, String words, String reason) {
    public Acceptance {
        Checks.id(about);
        Checks.text("words", words);
        Checks.text("reason", reason);
    }
}
