package io.kinetarch.core.plan;

/**
 * Who answers a front door first.
 *
 * @param open while it is open
 * @param closed while it is closed; where people come first, nobody answers then
 */
public record FirstToAnswer(Side open, Side closed) {
    public static final FirstToAnswer PEOPLE = new FirstToAnswer(Side.PEOPLE, Side.PEOPLE);

    /** One of those who answer. */
    public enum Side {
        BOT,
        PEOPLE
    }
}
