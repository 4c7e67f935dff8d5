package io.kinetarch.server.rehearsal;

import io.kinetarch.core.dispatch.Refusal;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.rehearsal.Event;
import io.kinetarch.core.rehearsal.Expectation.What;
import io.kinetarch.core.rehearsal.Rehearsal;
import io.kinetarch.server.trace.TraceWords;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Map;

/** Puts what came of a script into words. */
final class ScriptWords {
    private final TraceWords words;
    private final Map<String, String> languages;

    /**
     * Words for a script on a plan.
     *
     * @param languages of the visitors, by the name of their chat
     */
    ScriptWords(Plan plan, Map<String, String> languages) {
        this.words = new TraceWords(plan);
        this.languages = languages;
    }

    /** Why something happened, a sentence without its full stop. */
    String of(Rehearsal.Traced traced) {
        return traced.refusal()
                .map(words::refusal)
                .or(() -> traced.reason()
                        .map(reason -> words.of(
                                reason,
                                new TraceWords.About(
                                        traced.event(),
                                        traced.operator(),
                                        traced.chat().map(languages::get).orElse(null)))))
                .orElse("");
    }

    String refusal(Refusal refusal) {
        return words.refusal(refusal);
    }

    /** Whether an expectation held, and by what. */
    String verdict(Rehearsal.Verdict verdict, Instant from) {
        var expectation = verdict.expectation();
        String who = expectation.chat() == null ? "somebody" : "\"" + expectation.chat() + "\"";
        String what = switch (expectation.what()) {
            case What.Happens happens ->
                event(happens.event()) + (happens.topic() == null ? "" : ", known to be about " + happens.topic());
            case What.EndsAs ends -> "ended (" + ScriptDocument.word(ends.outcome()) + ")";
            case What.Answered _ -> "taken by an operator";
        };
        return verdict.by()
                .map(by -> who + " was " + what + " after " + seconds(Duration.between(from, by.at()))
                        + by.operator()
                                .map(operator -> ", " + words.name(operator))
                                .orElse("")
                        + (of(by).isEmpty() ? "" : ": " + of(by)))
                .orElseGet(() -> who + " was not " + what + " within " + seconds(expectation.by())
                        + verdict.last()
                                .map(last -> "; the last by then: " + event(last.event()) + " after "
                                        + seconds(Duration.between(from, last.at()))
                                        + (of(last).isEmpty() ? "" : ", " + of(last)))
                                .orElse(""));
    }

    private static String event(Event event) {
        return event.word().replace('-', ' ');
    }

    private static String seconds(Duration duration) {
        return duration.toMillis() % 1000 == 0
                ? duration.toSeconds() + " s"
                : String.format(Locale.ROOT, "%.3f s", duration.toMillis() / 1000.0);
    }
}
