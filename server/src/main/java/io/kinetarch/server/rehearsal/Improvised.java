package io.kinetarch.server.rehearsal;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Reason.Party;
import io.kinetarch.core.plan.CheckExpectation;
import io.kinetarch.core.plan.CheckStep;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.rehearsal.Cast;
import io.kinetarch.core.rehearsal.Script;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Writes down what stand-ins do, so that a rehearsal with them is a script like any other. */
final class Improvised {
    private static final String VISITOR_WORDS = "Thank you. One more thing, please.";
    private static final String OPERATOR_WORDS = "One moment, I am looking.";

    private Improvised() {}

    /** The steps with those of the stand-ins between them. */
    static List<CheckStep> steps(
            Plan plan, Instant from, Duration until, List<CheckStep> steps, List<StandInDocument> standIns) {
        if (standIns.isEmpty()) {
            return steps;
        }
        var script = new ScriptReader(plan).read(from, until, steps, List.<CheckExpectation>of());
        var played = Cast.play(
                plan, script, standIns.stream().map(StandInDocument::toStandIn).toList());
        var all = new ArrayList<CheckStep>();
        int next = 0;
        for (var step : played.steps()) {
            if (next < steps.size() && step.equals(script.steps().get(next))) {
                all.add(steps.get(next++));
            } else {
                all.add(written(step));
            }
        }
        return all;
    }

    private static CheckStep written(Script.Step step) {
        return switch (step.act()) {
            case Call.Accept(var chat, var operator) -> step(step, "accept", operator, chat, null, null);
            case Call.Decline(var chat, var operator) -> step(step, "decline", operator, chat, null, null);
            case Call.Away(var operator) -> step(step, "away", operator, null, null, null);
            case Call.Leave(var chat) -> step(step, "leave", null, chat, null, null);
            case Call.HandOver(var chat, var because) ->
                step(step, "hand-over", null, chat, ScriptReader.by(because), null);
            case Call.End(var chat, var _, var operator) -> step(step, "end", operator, chat, "operator", null);
            case Call.Say(var chat, var by, var operator, var _) ->
                by == Party.VISITOR
                        ? step(step, "say", null, chat, "visitor", VISITOR_WORDS)
                        : step(step, "say", operator, chat, "operator", OPERATOR_WORDS);
            default -> throw new IllegalArgumentException("no stand-in does this: " + step.act());
        };
    }

    private static CheckStep step(
            Script.Step step,
            String act,
            @Nullable OperatorId operator,
            @Nullable String chat,
            @Nullable String by,
            @Nullable String text) {
        return CheckStep.of(step.at(), act, operator == null ? null : operator.value(), chat)
                .by(by, text);
    }
}
