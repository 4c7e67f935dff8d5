package io.kinetarch.server.report;

import java.util.Collection;

/** Sums of some chats. */
@SuppressWarnings("EnumOrdinal") // of millions of chats are added up, for which a map is too slow
final class ChatSums {
    /** What is summed: numbers of chats, and of some things how much they are together. */
    enum Counted {
        CHATS,
        WAITED,
        ANSWERED,
        IN_TIME,
        GAVE_UP,
        GAVE_UP_SOON,
        WAIT_MILLIS,
        REPLIED,
        FIRST_REPLY_MILLIS,
        HANDLED_MILLIS,
        WRAP_UP_MILLIS,
        TRANSFERRED,
        FINISHED_BY_BOT,
        ENDED_BY_VISITOR,
        ENDED_BY_OPERATOR,
        CLOSED_SILENT,
        LEFT_MESSAGE,
        ANOTHER_OUTCOME,
        RATINGS,
        MARKS
    }

    private final long[] of = new long[Counted.values().length];

    void add(Counted what, long more) {
        of[what.ordinal()] += more;
    }

    long of(Counted what) {
        return of[what.ordinal()];
    }

    static long sum(Collection<ChatSums> some, Counted what) {
        return some.stream().mapToLong(one -> one.of(what)).sum();
    }
}
