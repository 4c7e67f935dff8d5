package io.kinetarch.core.rehearsal;

import io.kinetarch.core.dispatch.Calls;
import io.kinetarch.core.dispatch.Effect;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Holder;
import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.dispatch.Reason;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** What the dispatcher does, in the words of the plain one. */
final class Heard implements EffectSink {
    final List<String> effects = new ArrayList<>();
    final Calls calls;
    private final Plan plan;
    final List<String> over = new ArrayList<>();
    private final Set<String> isOver = new HashSet<>();

    Heard(Plan plan) {
        this.plan = plan;
        this.calls = new Calls(plan, this);
    }

    /** Chats that are not over, and a few that have ended just now. */
    List<String> open() {
        var recent = over.subList(Math.max(0, over.size() - 3), over.size());
        return calls.chats().stream()
                .filter(chat -> !isOver.contains(chat) || recent.contains(chat))
                .toList();
    }

    Optional<OperatorId> operatorOf(String chat) {
        return calls.operator(calls.dispatcher().operator(calls.number(chat).orElseThrow()));
    }

    Holder holder(String chat) {
        return calls.dispatcher().holder(calls.number(chat).orElseThrow());
    }

    void forget() {
        effects.clear();
    }

    @Override
    public boolean wantsReasons() {
        return true;
    }

    @Override
    public void happened(long atMillis, Effect effect, long chat, int operator, int queue, @Nullable Reason reason) {
        effects.add(line(atMillis, effect, chat, operator, queue));
    }

    @Override
    public void ended(long atMillis, long chat, Outcome outcome, int operator, int queue, @Nullable Reason reason) {
        effects.add(line(atMillis, outcome, chat, operator, queue));
        over.add(calls.name(chat));
        isOver.add(calls.name(chat));
    }

    private String line(long at, Enum<?> what, long chat, int operator, int queue) {
        return at + " " + what + " " + (chat == NONE ? "-" : calls.name(chat)) + " "
                + (operator == NONE ? "-" : plan.operators().get(operator).id().value()) + " "
                + (queue == NONE ? "-" : plan.queues().get(queue).id().value());
    }
}
