package io.kinetarch.core.rehearsal;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Calls;
import io.kinetarch.core.dispatch.Effect;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.dispatch.Reason;
import io.kinetarch.core.dispatch.Reason.Party;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Plays the stand-ins of a script: finds out what each does when, so that the script says it. What falls on the same instant happens in
 * this order: the script's own steps, the stand-ins in theirs, what is due by itself.
 */
public final class Cast {
    private final Script script;
    private final List<StandIn.Operator> operators;
    private final Map<String, StandIn.Visitor> visitors;
    private final Calls calls;
    private final Map<String, Talk> talks = new LinkedHashMap<>();
    private final Set<StandIn> wentAway = new HashSet<>();
    /** What a stand-in could not do, which it does not try again. */
    private final Set<Due> vain = new HashSet<>();

    private final List<Script.Step> steps = new ArrayList<>();

    /** How a chat stands, as far as stand-ins look at it; instants in milliseconds since 1970. */
    private static final class Talk {
        long arrived;

        @Nullable
        OperatorId offeredTo;

        @Nullable
        OperatorId heldBy;

        boolean waits;
        boolean withBot;
        boolean over;
        /** Since when it is as it is. */
        long since;
        /** When the visitor's first word came that nobody has answered; 0 for none. */
        long unanswered;
        /** When somebody answered last; 0 for never since it was taken. */
        long answered;

        int replies;
    }

    private record Due(long at, Call act) {}

    private Cast(Plan plan, Script script, List<StandIn> standIns) {
        this.script = script;
        this.operators = standIns.stream()
                .filter(StandIn.Operator.class::isInstance)
                .map(StandIn.Operator.class::cast)
                .toList();
        this.visitors = standIns.stream()
                .filter(StandIn.Visitor.class::isInstance)
                .map(StandIn.Visitor.class::cast)
                .collect(Collectors.toMap(StandIn.Visitor::chat, Function.identity(), (_, later) -> later));
        this.calls = new Calls(plan, new Watching());
    }

    /**
     * The script with what its stand-ins do. It ends early where they would do more than a script may hold.
     *
     * @throws ScriptRefusal if a step of the script cannot be done
     */
    public static Script play(Plan plan, Script script, List<StandIn> standIns) {
        return standIns.isEmpty() ? script : new Cast(plan, script, standIns).play();
    }

    private Script play() {
        long end = script.from().plus(script.until()).toEpochMilli();
        int next = 0;
        while (steps.size() < Script.MOST_STEPS) {
            long scripted = next < script.steps().size()
                    ? script.from().plus(script.steps().get(next).at()).toEpochMilli()
                    : Long.MAX_VALUE;
            long timer = calls.dispatcher().nextTimer();
            var acting = due();
            long played = acting.map(Due::at).orElse(Long.MAX_VALUE);
            long first = Math.min(Math.min(scripted, played), timer);
            if (first > end) {
                break;
            }
            if (scripted == first) {
                take(scripted, script.steps().get(next).act(), "/steps/" + next);
                next++;
            } else if (played == first) {
                acting.ifPresent(this::improvise);
            } else {
                calls.dispatcher().passTime(timer);
            }
        }
        return new Script(script.from(), script.until(), steps, script.expectations());
    }

    private void take(long at, Call act, String pointer) {
        calls.take(at, act).ifPresent(refusal -> {
            if (!Rehearsal.isPartOfWhatHappens(refusal)) {
                throw new ScriptRefusal(pointer, refusal);
            }
        });
        noted(at, act);
    }

    private void improvise(Due due) {
        if (calls.take(due.at, due.act).isPresent()) {
            vain.add(due);
        } else {
            noted(due.at, due.act);
        }
    }

    private void noted(long at, Call act) {
        if (act instanceof Call.Away(var operator)) {
            operators.stream()
                    .filter(standIn -> standIn.operator().equals(operator))
                    .forEach(wentAway::add);
        }
        steps.add(new Script.Step(Duration.between(script.from(), Instant.ofEpochMilli(at)), act));
        if (act instanceof Call.Say(var chat, var by, var _, var _)) {
            var talk = talks.get(chat);
            if (talk == null) {
                return;
            }
            if (by == Party.VISITOR) {
                talk.unanswered = talk.unanswered == 0 ? at : talk.unanswered;
                talk.answered = 0;
            } else {
                talk.answered = at;
                talk.unanswered = 0;
                talk.replies++;
            }
        }
    }

    /** What the next stand-in does, and when. */
    private Optional<Due> due() {
        Due best = null;
        for (Due due : Stream.concat(
                        operators.stream().flatMap(this::of),
                        talks.entrySet().stream().flatMap(this::of))
                .toList()) {
            if (!vain.contains(due) && (best == null || due.at < best.at)) {
                best = due;
            }
        }
        return Optional.ofNullable(best);
    }

    private Stream<Due> of(StandIn.Operator operator) {
        var dues = new ArrayList<Due>();
        long from = script.from().toEpochMilli();
        operator.away()
                .filter(_ -> !wentAway.contains(operator))
                .ifPresent(away -> dues.add(new Due(from + away.toMillis(), new Call.Away(operator.operator()))));
        talks.forEach((chat, talk) -> {
            if (operator.operator().equals(talk.offeredTo)) {
                operator.accepts()
                        .ifPresent(after -> dues.add(new Due(
                                talk.since + after.toMillis(),
                                operator.declines()
                                        ? new Call.Decline(chat, operator.operator())
                                        : new Call.Accept(chat, operator.operator()))));
            } else if (operator.operator().equals(talk.heldBy)) {
                held(operator, chat, talk, dues);
            }
        });
        return dues.stream();
    }

    private static void held(StandIn.Operator operator, String chat, Talk talk, List<Due> dues) {
        if (operator.ends().filter(most -> talk.replies >= most).isPresent()) {
            dues.add(new Due(
                    Math.max(talk.answered, talk.unanswered) + 1000,
                    new Call.End(chat, Party.OPERATOR, operator.operator())));
        } else if (talk.unanswered > 0 || talk.answered == 0) {
            operator.replies()
                    .ifPresent(after -> dues.add(new Due(
                            Math.max(talk.since, talk.unanswered) + after.toMillis(),
                            new Call.Say(chat, Party.OPERATOR, operator.operator(), Map.of()))));
        }
    }

    private Stream<Due> of(Map.Entry<String, Talk> entry) {
        var talk = entry.getValue();
        var visitor = visitors.get(entry.getKey());
        if (visitor == null || talk.over) {
            return Stream.empty();
        }
        String chat = entry.getKey();
        var dues = new ArrayList<Due>();
        if (talk.waits) {
            visitor.patience()
                    .ifPresent(most -> dues.add(new Due(talk.arrived + most.toMillis(), new Call.Leave(chat))));
        }
        if (talk.withBot) {
            visitor.person()
                    .ifPresent(after -> dues.add(
                            new Due(talk.since + after.toMillis(), new Call.HandOver(chat, Call.Because.ASKED))));
        }
        if (talk.answered > 0) {
            visitor.answers().ifPresent(after -> {
                long at = talk.answered + after.toMillis();
                if (visitor.silent()
                        .filter(silent -> at >= talk.arrived + silent.toMillis())
                        .isEmpty()) {
                    dues.add(new Due(at, new Call.Say(chat, Party.VISITOR, null, Map.of())));
                }
            });
        }
        return dues.stream();
    }

    /** Keeps what stand-ins look at. */
    private final class Watching implements EffectSink {
        @Override
        public boolean wantsReasons() {
            return false;
        }

        @Override
        public void happened(
                long atMillis, Effect effect, long chat, int operator, int queue, @Nullable Reason reason) {
            if (effect == Effect.SET_AWAY) {
                return;
            }
            var talk = chat == NONE ? null : talks.computeIfAbsent(calls.name(chat), _ -> new Talk());
            if (talk == null) {
                return;
            }
            switch (effect) {
                case ARRIVED -> talk.arrived = atMillis;
                case TO_BOT -> stands(talk, atMillis, null, null, false, true);
                case QUEUED, MOVED, TRANSFERRED, DECLINED, LAPSED, WITHDRAWN, HANDED_OVER ->
                    stands(talk, atMillis, null, null, true, false);
                case OFFERED -> stands(talk, atMillis, calls.operator(operator).orElse(null), null, true, false);
                case ASSIGNED -> {
                    stands(talk, atMillis, null, calls.operator(operator).orElse(null), false, false);
                    talk.answered = 0;
                }
                default -> {
                    // nothing that a stand-in acts on
                }
            }
        }

        private void stands(
                Talk talk,
                long at,
                @Nullable OperatorId offeredTo,
                @Nullable OperatorId heldBy,
                boolean waits,
                boolean withBot) {
            talk.since = at;
            talk.offeredTo = offeredTo;
            talk.heldBy = heldBy;
            talk.waits = waits;
            talk.withBot = withBot;
        }

        @Override
        public void ended(long atMillis, long chat, Outcome outcome, int operator, int queue, @Nullable Reason reason) {
            var talk = talks.computeIfAbsent(calls.name(chat), _ -> new Talk());
            stands(talk, atMillis, null, null, false, false);
            talk.over = true;
        }
    }
}
