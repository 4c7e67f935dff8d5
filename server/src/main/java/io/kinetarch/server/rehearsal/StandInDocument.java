package io.kinetarch.server.rehearsal;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.rehearsal.StandIn;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Duration;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A stand-in: a visitor by their chat, or an operator. What is left out it does not do. Spans are seconds.
 *
 * @param answers after a word to them, a visitor says something
 * @param silent after their arrival a visitor falls silent
 * @param patience after so long a visitor who waits leaves
 * @param person after so long with the bot a visitor asks for a person
 * @param accepts after an offer an operator takes it
 * @param declines whether an operator leaves offers to others instead
 * @param replies after so long an operator replies
 * @param ends after so many replies an operator ends a chat
 * @param away after so long from the start an operator goes away
 */
record StandInDocument(
        @Nullable String chat,
        @Nullable String operator,
        @Nullable Integer answers,
        @Nullable Integer silent,
        @Nullable Integer patience,
        @Nullable Integer person,
        @Nullable Integer accepts,
        boolean declines,
        @Nullable Integer replies,
        @Nullable Integer ends,
        @Nullable Integer away) {

    /** Whether this stands in for the same party. */
    boolean isAs(StandInDocument other) {
        return chat == null ? operator != null && operator.equals(other.operator) : chat.equals(other.chat);
    }

    StandIn toStandIn() {
        try {
            if (chat != null && operator == null) {
                return new StandIn.Visitor(chat, span(answers), span(silent), span(patience), span(person));
            }
            if (operator != null && chat == null) {
                return new StandIn.Operator(
                        new OperatorId(operator),
                        span(accepts),
                        declines,
                        span(replies),
                        Optional.ofNullable(ends),
                        span(away));
            }
        } catch (IllegalArgumentException e) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "", e.getMessage() + ".");
        }
        throw new Refusal(Kind.INVALID_DOCUMENT, "", "Name whom it stands in for: a chat or an operator.");
    }

    private static Optional<Duration> span(@Nullable Integer seconds) {
        return Optional.ofNullable(seconds).map(Duration::ofSeconds);
    }
}
