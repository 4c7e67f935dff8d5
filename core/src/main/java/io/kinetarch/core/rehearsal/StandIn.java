package io.kinetarch.core.rehearsal;

import io.kinetarch.core.plan.OperatorId;
import java.time.Duration;
import java.util.Optional;

/** A party of a rehearsal that acts by itself, in a way that is set beforehand. All of its spans are longer than nothing. */
public sealed interface StandIn {

    /**
     * A visitor.
     *
     * @param chat by which they came
     * @param answers how long after a word of bot or operator they say something; none to say nothing
     * @param silent how long after their arrival they fall silent; none for never
     * @param patience how long they wait for somebody before they leave; none for ever
     * @param person how long after the bot took over they ask for a person; none for never
     */
    record Visitor(
            String chat,
            Optional<Duration> answers,
            Optional<Duration> silent,
            Optional<Duration> patience,
            Optional<Duration> person)
            implements StandIn {
        public Visitor {
            longer(answers, silent, patience, person);
        }
    }

    /**
     * An operator.
     *
     * @param accepts how long after an offer they take it; none to let it lapse
     * @param declines whether they leave it to others then, instead of taking it
     * @param replies how long a visitor waits for each reply; none to say nothing
     * @param ends after how many replies they end a chat; none for never
     * @param away how long after the start they go away; none for never
     */
    record Operator(
            OperatorId operator,
            Optional<Duration> accepts,
            boolean declines,
            Optional<Duration> replies,
            Optional<Integer> ends,
            Optional<Duration> away)
            implements StandIn {
        public Operator {
            longer(accepts, replies, away);
            if (ends.isPresent() && ends.get() < 1) {
                throw new IllegalArgumentException("a chat is ended after at least one reply, not " + ends.get());
            }
        }
    }

    @SafeVarargs
    private static void longer(Optional<Duration>... spans) {
        for (var span : spans) {
            if (span.isPresent() && (span.get().isNegative() || span.get().isZero())) {
                throw new IllegalArgumentException("a stand-in waits longer than nothing, not " + span.get());
            }
        }
    }
}
