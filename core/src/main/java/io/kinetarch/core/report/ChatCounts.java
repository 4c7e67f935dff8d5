package io.kinetarch.core.report;

import io.kinetarch.core.report.Happened.What;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What is counted of one finished chat.
 *
 * @param firstQueue in which it waited first; null where it never waited
 * @param answered whether an operator had it
 * @param firstReplyMillis from when the first operator had it until their first word; null where nobody wrote any
 * @param botMillis how long the bot had it
 * @param transfers how often it was sent on by an operator
 * @param stints the times that operators had it, oldest first
 * @param missed offers that came to nothing
 */
public record ChatCounts(
        @Nullable String firstQueue,
        boolean answered,
        @Nullable Long firstReplyMillis,
        long botMillis,
        int transfers,
        List<Stint> stints,
        List<Missed> missed) {
    public ChatCounts {
        stints = List.copyOf(stints);
        missed = List.copyOf(missed);
    }

    /** An offer that an operator declined, or did not accept in time. */
    public record Missed(String operator, @Nullable String queue, Instant at, boolean declined) {}

    /** How long operators held it, one after the other, without what comes after the chat. */
    public long handledMillis() {
        return stints.stream()
                .filter(stint -> !stint.besides())
                .mapToLong(stint -> stint.until().toEpochMilli() - stint.from().toEpochMilli())
                .sum();
    }

    /** How long the place of who held it was still taken afterwards. */
    public long wrapUpMillis() {
        return stints.stream()
                .filter(stint -> !stint.besides())
                .mapToLong(Stint::wrapUpMillis)
                .sum();
    }

    /** Counts what happened in a chat, told in the order in which it happened. */
    public static ChatCounts of(List<Happened> all) {
        var counting = new Counting();
        all.forEach(counting::add);
        return counting.done();
    }

    private static final class Counting {
        private final Map<String, Running> running = new LinkedHashMap<>();
        private final Map<String, Running> wrapping = new LinkedHashMap<>();
        private final List<Running> over = new ArrayList<>();
        private final List<Missed> missed = new ArrayList<>();
        private @Nullable String firstQueue;
        private @Nullable Instant withBotSince;
        private @Nullable Instant unansweredSince;
        private @Nullable Instant answeredAt;
        private @Nullable Long firstReply;
        private @Nullable Instant last;
        private boolean asked;
        private long botMillis;
        private int transfers;

        void add(Happened happened) {
            last = happened.at();
            String operator = happened.operator();
            switch (happened.what()) {
                case TO_BOT -> {
                    leaveAll(happened.at(), false);
                    withBotSince = happened.at();
                }
                case QUEUED -> {
                    leaveBot(happened.at());
                    leaveAll(happened.at(), false);
                    firstQueue = firstQueue == null ? happened.queue() : firstQueue;
                }
                case ASSIGNED -> {
                    leaveBot(happened.at());
                    if (operator != null) {
                        begin(happened, operator, false);
                    }
                }
                case CALLED_IN -> {
                    if (operator != null) {
                        begin(happened, operator, true);
                    }
                }
                case STEPPED_OUT -> {
                    if (operator != null) {
                        leave(operator, happened.at(), false);
                    }
                }
                case LAPSED, DECLINED -> {
                    if (operator != null) {
                        missed.add(new Missed(
                                operator, happened.queue(), happened.at(), happened.what() == What.DECLINED));
                    }
                }
                case VISITOR_SAID -> unansweredSince = unansweredSince == null ? happened.at() : unansweredSince;
                case VISITOR_ASKED -> {
                    unansweredSince = unansweredSince == null ? happened.at() : unansweredSince;
                    asked = true;
                }
                case BOT_SAID -> answer();
                case OPERATOR_SAID -> say(happened, operator);
                case TRANSFERRED -> {
                    transfers++;
                    leaveHolder(happened.at());
                }
                case ENDED -> {
                    leaveBot(happened.at());
                    leaveAll(happened.at(), asked);
                }
                case WRAPPED_UP -> wrapUp(operator, happened.at());
            }
        }

        private void begin(Happened happened, String operator, boolean besides) {
            answeredAt = answeredAt == null ? happened.at() : answeredAt;
            var before = running.get(operator);
            if (before != null && before.besides == besides) {
                return;
            }
            leave(operator, happened.at(), false);
            if (!besides) {
                leaveHolder(happened.at());
            }
            running.put(operator, new Running(operator, happened.queue(), besides, happened.at()));
        }

        private void say(Happened happened, @Nullable String operator) {
            var by = operator == null ? null : running.get(operator);
            if (by != null) {
                by.lines++;
                by.answered(unansweredSince, happened.at());
            }
            if (firstReply == null && answeredAt != null) {
                firstReply = happened.at().toEpochMilli() - answeredAt.toEpochMilli();
            }
            answer();
        }

        private void answer() {
            unansweredSince = null;
            asked = false;
        }

        private void leaveBot(Instant at) {
            if (withBotSince != null) {
                botMillis += at.toEpochMilli() - withBotSince.toEpochMilli();
                withBotSince = null;
            }
        }

        /** Exactly one holds it: whoever did has it no more. */
        private void leaveHolder(Instant at) {
            List.copyOf(running.values()).stream()
                    .filter(other -> !other.besides)
                    .forEach(other -> leave(other.operator, at, false));
        }

        private void leaveAll(Instant at, boolean leftOpen) {
            List.copyOf(running.keySet()).forEach(operator -> leave(operator, at, leftOpen));
        }

        private void leave(String operator, Instant at, boolean leftOpen) {
            var stint = running.remove(operator);
            if (stint != null) {
                stint.answered(unansweredSince, at);
                stint.until = at;
                stint.leftOpen = leftOpen && !stint.besides;
                over.add(stint);
                wrapping.put(operator, stint);
            }
        }

        private void wrapUp(@Nullable String operator, Instant at) {
            var stint = operator == null ? null : wrapping.remove(operator);
            if (stint != null) {
                stint.wrapUpMillis = at.toEpochMilli() - stint.until.toEpochMilli();
            }
        }

        ChatCounts done() {
            if (last != null) {
                leaveAll(last, false);
            }
            return new ChatCounts(
                    firstQueue,
                    answeredAt != null,
                    firstReply,
                    botMillis,
                    transfers,
                    over.stream()
                            .map(Running::stint)
                            .sorted(Comparator.comparing(Stint::from))
                            .toList(),
                    missed);
        }
    }

    private static final class Running {
        private final String operator;
        private final @Nullable String queue;
        private final boolean besides;
        private final Instant from;
        private Instant until;
        private long wrapUpMillis;
        private long longestSilence;
        private int lines;
        private boolean leftOpen;

        Running(String operator, @Nullable String queue, boolean besides, Instant from) {
            this.operator = operator;
            this.queue = queue;
            this.besides = besides;
            this.from = from;
            this.until = from;
        }

        /** The visitor waited for a word since an instant, or since it began if that is later. */
        void answered(@Nullable Instant since, Instant at) {
            if (since != null) {
                long begun = Math.max(since.toEpochMilli(), from.toEpochMilli());
                longestSilence = Math.max(longestSilence, at.toEpochMilli() - begun);
            }
        }

        Stint stint() {
            return new Stint(operator, queue, besides, from, until, wrapUpMillis, longestSilence, lines, leftOpen);
        }
    }
}
