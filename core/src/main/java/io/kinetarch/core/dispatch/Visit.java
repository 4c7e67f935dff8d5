package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.Arrival;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What is known of a visitor who comes to a door. The same one may stand for any number of chats that are alike.
 *
 * @see Arrival
 */
public final class Visit {
    private final Arrival known;
    private final String primary;

    /** Which rule takes it, where that hangs on nothing else; replaced as a whole, so that threads may share a visit. */
    private @Nullable Ruled ruled;

    private record Ruled(CompiledPlan plan, int rule) {}

    private Visit(Arrival known) {
        this.known = known;
        this.primary = SpokenLanguage.primary(known.language());
    }

    /** What an arrival tells of its visitor; its instant and how full the queues are do not matter. */
    public static Visit of(Arrival arrival) {
        return new Visit(arrival);
    }

    /** A new visitor of whom nothing is known but the language, a BCP 47 tag. */
    public static Visit of(DoorId door, String language) {
        return of(Arrival.of(door, null, language, Map.of(), Instant.EPOCH));
    }

    public DoorId door() {
        return known.door();
    }

    public String language() {
        return known.language();
    }

    /** The language without its region. */
    String primaryLanguage() {
        return primary;
    }

    public Map<QuestionId, String> answers() {
        return known.answers();
    }

    public @Nullable String page() {
        return known.page();
    }

    public VisitorKind visitor() {
        return known.visitor();
    }

    public Map<String, String> facts() {
        return known.facts();
    }

    /** What it is about, where that is known from the start. */
    public @Nullable String topic() {
        return known.topic();
    }

    Visit with(Map<QuestionId, String> more) {
        var answers = new HashMap<>(known.answers());
        answers.putAll(more);
        return new Visit(new Arrival(
                known.door(),
                known.page(),
                known.language(),
                answers,
                known.at(),
                known.visitor(),
                known.facts(),
                known.topic(),
                known.queues()));
    }

    Arrival toArrival(Instant at, @Nullable String topic, Map<QueueId, Arrival.Waiting> queues) {
        return new Arrival(
                known.door(),
                known.page(),
                known.language(),
                known.answers(),
                at,
                known.visitor(),
                known.facts(),
                topic,
                queues);
    }

    /** The rule that is known to take it; {@value EffectSink#NONE} where none is yet. */
    int rule(CompiledPlan plan) {
        var seen = ruled;
        return seen != null && seen.plan == plan ? seen.rule : EffectSink.NONE;
    }

    void remember(CompiledPlan plan, int rule) {
        ruled = new Ruled(plan, rule);
    }
}
