package io.kinetarch.core.plan;

/**
 * Who answers a front door.
 *
 * @param open while it is open
 * @param closed while it is closed; where people come first, nobody answers then
 */
public record FirstToAnswer(Side open, Side closed) {
    public static final FirstToAnswer PEOPLE = new FirstToAnswer(Side.PEOPLE, Side.PEOPLE);

    /** What bots do at it. */
    public enum Side {
        /** The bot answers first. */
        BOT,
        /** People answer; the bot reads along and drafts what they may say. */
        DRAFTS,
        /** People answer, without a bot. */
        PEOPLE
    }
}
