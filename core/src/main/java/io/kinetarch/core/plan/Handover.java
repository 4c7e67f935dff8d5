package io.kinetarch.core.plan;

/**
 * How a queue's chats come to an operator, and what each leaves to do.
 *
 * @param wrapUpSeconds that an operator's place stays taken after a chat, 0 to 3,600; part of the queue's handling time
 */
public record Handover(By by, int wrapUpSeconds) {
    /** Offered, and over with the chat's last word. */
    public static final Handover OFFERED = new Handover(By.OFFER, 0);

    public Handover {
        Checks.between("wrapUpSeconds", wrapUpSeconds, 0, 3_600);
    }

    /** Whether an operator is asked first. */
    public enum By {
        /** The operator accepts or declines, within the plan's time to accept. */
        OFFER,
        /** The operator has it at once. */
        DIRECT
    }
}
