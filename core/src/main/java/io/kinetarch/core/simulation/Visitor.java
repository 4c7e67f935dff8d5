package io.kinetarch.core.simulation;

import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Way;
import io.kinetarch.core.routing.ChatNeeds;
import org.jspecify.annotations.Nullable;

/** A visitor and their chat, as a run follows it; used again for another once it is over. */
final class Visitor {
    /** How far their chat is, for what is due of it. */
    enum State {
        OVER,
        COMING,
        AT_BOT,
        AT_FORM,
        WAITS,
        OFFERED,
        HELD
    }

    /** The place of their chat. */
    final int place;

    long number;
    State state = State.OVER;
    int flow;
    /** What chance decides about them follows from it. */
    long seed;
    /** In which they came; negative where they are not counted. */
    int interval;
    /** The first that they waited in, or that would not have them. */
    int queue;

    long queued;
    /** What they waited for an operator; {@link Agenda#NEVER} before. */
    long waited;
    /** Until when they wait; 0 as long as that has not been looked at. */
    long patience;
    /** When somebody does something: who is offered the chat, the visitor at the bot or at the form. */
    long acts;
    /** When they take a way out in place of waiting. */
    long chooses;

    @Nullable
    Way way;

    /** What their chat asked for first; null as long as it has come to no queue. */
    @Nullable
    ChatNeeds needs;

    /** Whether a bot has had them. */
    boolean metBot;

    int turn;
    /** After which word the bot finishes; 0 where it does not. */
    int lastTurn;
    /** Whether their line in the calendar is to be written anew. */
    boolean touched;
    /** Whether the calendar has anything of them. */
    boolean listed;

    /** Who holds the chat, in which queue and since when. */
    int holder = Hands.NOBODY;

    int heldIn;
    long held;
    /** The interval in which that was. */
    int heldFrom;
    /** How long it would still take somebody usual alone, milliseconds, and by how much longer it takes whoever holds it. */
    double left;

    double factor = 1;

    Visitor(int place) {
        this.place = place;
    }

    void come(long chat, int ofFlow, long chance, int when) {
        number = chat;
        state = State.COMING;
        flow = ofFlow;
        seed = chance;
        interval = when;
        queue = EffectSink.NONE;
        queued = Agenda.NEVER;
        waited = Agenda.NEVER;
        patience = 0;
        acts = Agenda.NEVER;
        chooses = Agenda.NEVER;
        lastTurn = 0;
        metBot = false;
        needs = null;
    }

    boolean waits() {
        return state == State.WAITS || state == State.OFFERED;
    }
}
