package io.kinetarch.core.dispatch;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What a dispatcher does, one word after the other; of an offer also the chat. */
final class Noted implements EffectSink {
    final List<String> effects = new ArrayList<>();

    @Override
    public boolean wantsReasons() {
        return true;
    }

    @Override
    public void happened(long atMillis, Effect effect, long chat, int operator, int queue, @Nullable Reason reason) {
        effects.add(effect == Effect.OFFERED ? effect + " " + chat : effect.toString());
    }

    @Override
    public void ended(long atMillis, long chat, Outcome outcome, int operator, int queue, @Nullable Reason reason) {
        effects.add(outcome.toString());
    }
}
