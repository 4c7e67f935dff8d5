package io.kinetarch.core.plan;

/**
 * What a door offers once a chat has ended.
 *
 * @param rating whether it asks how the chat was
 * @param comment whether a few words may go with the rating
 * @param transcript whether the visitor may keep the transcript
 */
public record Ending(boolean rating, boolean comment, boolean transcript) {
    public static final Ending PLAIN = new Ending(false, false, false);

    public Ending {
        if (comment && !rating) {
            throw new PlanRefusal("/comment", "a comment goes with a rating; ask for the rating too, or for neither");
        }
    }
}
