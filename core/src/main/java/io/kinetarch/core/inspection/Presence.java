package io.kinetarch.core.inspection;

import io.kinetarch.core.dispatch.Dispatcher;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.presence.Presences;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;

/**
 * Who is there at a moment, and what they hold.
 *
 * @param of by operator; who is not named here is gone
 */
public record Presence(Map<OperatorId, Held> of) {
    public Presence {
        of = Map.copyOf(of);
    }

    /** Present to take chats, away for a while, or gone. */
    public enum State {
        PRESENT,
        AWAY,
        GONE
    }

    /**
     * How one operator stands.
     *
     * @param chats how many chats they hold, at least 0
     * @param capacityInUse weight of those chats, at least 0
     * @param freeSince since when they have been free
     */
    public record Held(State state, int chats, int capacityInUse, Instant freeSince) {
        public Held {
            if (chats < 0) {
                throw new IllegalArgumentException("chats held must be at least 0, were " + chats);
            }
            if (capacityInUse < 0) {
                throw new IllegalArgumentException("capacity in use must be at least 0, was " + capacityInUse);
            }
        }
    }

    /** Everyone who is usually present at the moment, nobody with a chat, each free since they came. */
    public static Presence usual(Plan plan, Instant at) {
        return planned(plan, Presences.USUAL, at);
    }

    /** The same of those who are planned to be present. */
    public static Presence planned(Plan plan, Presences presences, Instant at) {
        var present = new HashMap<OperatorId, Held>();
        for (Operator operator : plan.operators()) {
            var hours = presences.of(
                    operator, plan.timeZone(), at.atZone(plan.timeZone()).toLocalDate());
            if (hours.isOpen(at)) {
                present.put(
                        operator.id(),
                        new Held(State.PRESENT, 0, 0, hours.since(at).orElse(at)));
            }
        }
        return new Presence(present);
    }

    State state(OperatorId operator) {
        var held = of.get(operator);
        return held == null ? State.GONE : held.state();
    }

    /** A dispatcher in which these are there with what they hold, and so many chats wait already. */
    Dispatcher dispatcher(Plan plan, EffectSink sink, Map<QueueId, Integer> waiting, Instant at) {
        var dispatcher = new Dispatcher(plan, sink);
        for (int i = 0; i < plan.operators().size(); i++) {
            var held = of.get(plan.operators().get(i).id());
            if (held != null && held.state() == State.PRESENT) {
                dispatcher.begin(i, held.freeSince().toEpochMilli(), held.chats(), held.capacityInUse());
            }
        }
        for (int i = 0; i < plan.queues().size(); i++) {
            for (int k = waiting.getOrDefault(plan.queues().get(i).id(), 0); k > 0; k--) {
                dispatcher.waits(at.minusSeconds(1).toEpochMilli(), i);
            }
        }
        return dispatcher;
    }
}
