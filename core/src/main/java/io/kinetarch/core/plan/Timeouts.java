package io.kinetarch.core.plan;

/**
 * What happens when one side waits for the other in vain.
 *
 * @param botMisses how often in a row the bot may not understand before it hands over, 1 to 20
 * @param botCertainty how sure the bot must be to have understood, 0 to 1
 * @param lost when whoever lost the connection counts as gone
 * @param rungs whether the seconds of a ladder go on
 */
public record Timeouts(
        Accept accept, Reply reply, Silence silence, int botMisses, double botCertainty, Lost lost, RungClock rungs) {
    /** Two minutes without an operator's reply, five on a silent visitor: common practice, no source. */
    public static final Timeouts COMMON = new Timeouts(
            Accept.of(30, 3),
            Reply.of(120, LocalText.NONE, AfterNoReply.ANOTHER_OPERATOR),
            new Silence(180, LocalText.NONE, 300, LocalText.NONE),
            2,
            0.5,
            new Lost(60, 120),
            RungClock.COMMON);

    public Timeouts {
        Checks.between("botMisses", botMisses, 1, 20);
        Checks.between("botCertainty", botCertainty, 0, 1);
    }

    /** These timeouts with another wait for a reply. */
    public Timeouts with(Reply other) {
        return new Timeouts(accept, other, silence, botMisses, botCertainty, lost, rungs);
    }

    /** These timeouts with another wait for a silent visitor. */
    public Timeouts with(Silence other) {
        return new Timeouts(accept, reply, other, botMisses, botCertainty, lost, rungs);
    }

    /** These timeouts with another wait for an operator to accept. */
    public Timeouts with(Accept other) {
        return new Timeouts(other, reply, silence, botMisses, botCertainty, lost, rungs);
    }

    /** These timeouts with other clocks of the ladders. */
    public Timeouts with(RungClock other) {
        return new Timeouts(accept, reply, silence, botMisses, botCertainty, lost, other);
    }

    /**
     * An operator does not take a chat they are offered: the next is asked.
     *
     * @param seconds 5 to 3,600
     * @param awayAfter how many misses in a row set the operator away, 1 to 100
     * @param pauseSeconds before those are asked again who declined or let it lapse, once nobody else is left to ask, 1 to 3,600
     */
    public record Accept(int seconds, int awayAfter, int pauseSeconds) {
        public Accept {
            Checks.between("seconds", seconds, 5, 3_600);
            Checks.between("awayAfter", awayAfter, 1, 100);
            Checks.between("pauseSeconds", pauseSeconds, 1, 3_600);
        }

        /** With a pause of half a minute between rounds. */
        public static Accept of(int seconds, int awayAfter) {
            return new Accept(seconds, awayAfter, 30);
        }
    }

    /**
     * An operator does not reply in a chat they took.
     *
     * @param seconds 10 to 86,400
     * @param text what the visitor reads; empty for the door's own words
     * @param offers what the visitor may choose besides
     */
    public record Reply(int seconds, LocalText text, AfterNoReply then, Offers offers) {
        public Reply {
            Checks.between("seconds", seconds, 10, 86_400);
        }

        /** With nothing to choose for the visitor. */
        public static Reply of(int seconds, LocalText text, AfterNoReply then) {
            return new Reply(seconds, text, then, Offers.NOTHING);
        }
    }

    /** What a visitor may choose whose operator does not reply. */
    public enum Offers {
        NOTHING,
        MESSAGE,
        CALL_BACK
    }

    /**
     * Who loses the connection may come back for a while.
     *
     * @param operatorSeconds after which an operator is set away and their chats are given back, 5 to 86,400
     * @param visitorSeconds after which a visitor counts as gone, 5 to 86,400
     */
    public record Lost(int operatorSeconds, int visitorSeconds) {
        public Lost {
            Checks.between("operatorSeconds", operatorSeconds, 5, 86_400);
            Checks.between("visitorSeconds", visitorSeconds, 5, 86_400);
        }
    }

    /**
     * Whether the seconds of a ladder go on or start anew.
     *
     * @param afterChoice when a chat comes back from the bot that its visitor chose while it waited
     * @param afterMove when it has moved to another queue
     * @param afterReturn when an operator gave it back
     */
    public record RungClock(Seconds afterChoice, Seconds afterMove, Seconds afterReturn) {
        /** Moving starts the rungs of the new queue; whoever comes back goes on. */
        public static final RungClock COMMON = new RungClock(Seconds.GO_ON, Seconds.START_ANEW, Seconds.GO_ON);

        /** What the seconds do. */
        public enum Seconds {
            GO_ON,
            START_ANEW
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
