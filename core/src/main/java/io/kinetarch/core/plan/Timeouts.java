package io.kinetarch.core.plan;

/**
 * What happens when one side waits for the other in vain.
 *
 * @param botMisses how often in a row the bot may not understand before it hands over, 1 to 20
 */
public record Timeouts(Accept accept, Reply reply, Silence silence, int botMisses) {
    /** Two minutes without an operator's reply, five on a silent visitor: common practice, no source. */
    public static final Timeouts COMMON = new Timeouts(
            new Accept(30, 3),
            new Reply(120, LocalText.NONE, AfterNoReply.ANOTHER_OPERATOR),
            new Silence(180, LocalText.NONE, 300, LocalText.NONE),
            2);

    public Timeouts {
        Checks.between("botMisses", botMisses, 1, 20);
    }

    /**
     * An operator does not take a chat they are offered: the next is asked.
     *
     * @param seconds 5 to 3,600
     * @param awayAfter how many misses set the operator away, 1 to 100
     */
    public record Accept(int seconds, int awayAfter) {
        public Accept {
            Checks.between("seconds", seconds, 5, 3_600);
            Checks.between("awayAfter", awayAfter, 1, 100);
        }
    }

    /**
     * An operator does not reply in a chat they took.
     *
     * @param seconds 10 to 86,400
     * @param text what the visitor reads; empty for nothing
     */
    public record Reply(int seconds, LocalText text, AfterNoReply then) {
        public Reply {
            Checks.between("seconds", seconds, 10, 86_400);
        }
    }

    /** Where a chat goes whose operator does not reply. */
    public enum AfterNoReply {
        ANOTHER_OPERATOR,
        HEAD_OF_QUEUE
    }

    /**
     * A visitor says nothing more.
     *
     * @param reminderSeconds 10 to 86,400
     * @param reminder empty for the door's own words
     * @param closeSeconds after which the chat is closed, more than {@code reminderSeconds}, at most 86,400
     * @param close empty for the door's own words
     */
    public record Silence(int reminderSeconds, LocalText reminder, int closeSeconds, LocalText close) {
        public Silence {
            Checks.between("reminderSeconds", reminderSeconds, 10, 86_400);
            Checks.between("closeSeconds", closeSeconds, 10, 86_400);
            if (closeSeconds <= reminderSeconds) {
                throw new PlanRefusal(
                        "/closeSeconds",
                        "the chat must be closed after the reminder, which comes after " + reminderSeconds + " s; was "
                                + closeSeconds + " s");
            }
        }
    }
}
