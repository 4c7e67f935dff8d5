package io.kinetarch.core.dispatch;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.dispatch.Reason.Party;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.BotId;
import io.kinetarch.core.plan.DoorOpens;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.Handoff;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Sentences;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import io.kinetarch.core.routing.Arrival;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/**
 * Who holds a chat, as a model of a few states: each of them is visited by the shortest way there, and in each everything is done that anybody
 * can do. Model and dispatcher must agree on who holds the chat then, and on whether it could be done at all.
 */
class HolderModelTest {
    private static final long AT = Instant.parse("2026-12-07T10:00:00Z").toEpochMilli();
    private static final String CHAT = "c";
    private static final OperatorId ANA = new OperatorId("ana");
    private static final int MISSES = 2;

    enum Where {
        BOT,
        WAITING,
        OFFERED,
        HELD,
        ASIDE,
        OVER
    }

    /** Where the chat is, and how often in a row the bot has not understood. */
    record State(Where where, int misses) {
        static State of(Where where) {
            return new State(where, 0);
        }
    }

    /** What somebody does, and what becomes of a state by it; null where it cannot be done there. */
    record Act(String name, Call call, UnaryOperator<@Nullable State> becomes) {}

    private static UnaryOperator<@Nullable State> from(Where where, Where to) {
        return state -> state != null && state.where() == where ? State.of(to) : null;
    }

    private static UnaryOperator<@Nullable State> stays(Where where) {
        return state -> state != null && state.where() == where ? state : null;
    }

    private static @Nullable State whileItLasts(@Nullable State state) {
        return state == null || state.where() == Where.OVER ? null : state;
    }

    /** What was set aside comes back by the visitor's word. */
    private static @Nullable State written(@Nullable State state) {
        return state != null && state.where() == Where.ASIDE ? State.of(Where.HELD) : whileItLasts(state);
    }

    private static @Nullable State given(@Nullable State state) {
        return state != null && (state.where() == Where.WAITING || state.where() == Where.OFFERED)
                ? State.of(Where.HELD)
                : null;
    }

    private static @Nullable State missed(@Nullable State state) {
        if (state == null || state.where() != Where.BOT) {
            return null;
        }
        return state.misses() + 1 == MISSES ? State.of(Where.OFFERED) : new State(Where.BOT, state.misses() + 1);
    }

    private static final List<Act> ACTS = List.of(
            new Act("visitor says", new Call.Say(CHAT, Party.VISITOR, null, Map.of()), HolderModelTest::written),
            new Act("bot says", new Call.Say(CHAT, Party.BOT, null, Map.of()), stays(Where.BOT)),
            new Act("operator says", new Call.Say(CHAT, Party.OPERATOR, ANA, Map.of()), stays(Where.HELD)),
            new Act("bot understood nothing", new Call.Understood(CHAT, null, 0.2), HolderModelTest::missed),
            new Act("bot was not sure", new Call.Understood(CHAT, "fares", 0.2), HolderModelTest::missed),
            new Act("bot answered", new Call.Understood(CHAT, "fares", 0.9), from(Where.BOT, Where.BOT)),
            new Act("topic for people", new Call.Understood(CHAT, "refund", 0.9), from(Where.BOT, Where.OFFERED)),
            new Act("person asked for", new Call.HandOver(CHAT, Call.Because.ASKED), from(Where.BOT, Where.OFFERED)),
            new Act("sign", new Call.HandOver(CHAT, Call.Because.SIGN), from(Where.BOT, Where.OFFERED)),
            new Act("bot gave up", new Call.HandOver(CHAT, Call.Because.GIVEN_UP), from(Where.BOT, Where.OFFERED)),
            new Act("accept", new Call.Accept(CHAT, ANA), from(Where.OFFERED, Where.HELD)),
            new Act("decline", new Call.Decline(CHAT, ANA), from(Where.OFFERED, Where.WAITING)),
            new Act("to the bot", new Call.TransferToBot(CHAT), from(Where.HELD, Where.BOT)),
            new Act(
                    "bot sends to queue",
                    new Call.TransferToQueue(CHAT, SamplePlan.BOOKING),
                    from(Where.BOT, Where.OFFERED)),
            new Act("take back", new Call.TakeBack(CHAT, ANA), from(Where.ASIDE, Where.HELD)),
            new Act("set aside", new Call.SetAside(CHAT, ANA, AT + 3_600_000), from(Where.HELD, Where.ASIDE)),
            new Act("assign", new Call.Assign(CHAT, ANA), HolderModelTest::given),
            new Act("prioritize", new Call.Prioritize(CHAT, 7), HolderModelTest::whileItLasts),
            new Act("choose the bot", new Call.Choose(CHAT, Way.BOT), _ -> null),
            new Act("step out", new Call.StepOut(CHAT, ANA), _ -> null),
            new Act("bot ends", new Call.End(CHAT, Party.BOT, null), from(Where.BOT, Where.OVER)),
            new Act("operator ends", new Call.End(CHAT, Party.OPERATOR, ANA), from(Where.HELD, Where.OVER)),
            new Act(
                    "visitor leaves",
                    new Call.Leave(CHAT),
                    state -> state == null || state.where() == Where.OVER ? null : State.of(Where.OVER)));

    private static Plan plan() {
        var door = SamplePlan.plan()
                .door(SamplePlan.SITE)
                .with(DoorOpens.BY_HOURS, new FirstToAnswer(FirstToAnswer.Side.BOT, FirstToAnswer.Side.PEOPLE));
        var bot = new Bot(
                new BotId("tern"),
                "Tern",
                null,
                List.of("en"),
                List.of(SamplePlan.SITE),
                List.of(),
                Map.of(),
                LocalText.NONE,
                LocalText.NONE,
                Sentences.NONE,
                new Handoff(MISSES, null, null, List.of(), Sentences.NONE, null),
                null);
        return SamplePlan.plan()
                .edited(List.of(
                        new PlanEdit.Put(door),
                        new PlanEdit.Put(bot),
                        new PlanEdit.Put(Topic.of(new TopicId("fares"), "fares", null, Topic.After.NOTHING)),
                        new PlanEdit.Put(Topic.of(new TopicId("refund"), "refund", null, Topic.After.HAND_OVER))));
    }

    private static final class World {
        final Calls calls = new Calls(plan(), new EffectSink() {
            @Override
            public boolean wantsReasons() {
                return false;
            }

            @Override
            public void happened(long at, Effect effect, long chat, int operator, int queue, @Nullable Reason why) {
                // who holds it is asked for
            }

            @Override
            public void ended(long at, long chat, Outcome outcome, int operator, int queue, @Nullable Reason why) {
                // who holds it is asked for
            }
        });
        long now = AT;

        World() {
            take(new Call.Present(ANA));
            take(new Call.Arrive(
                    CHAT,
                    Visit.of(Arrival.of(
                            SamplePlan.SITE,
                            null,
                            "en",
                            Map.of(new QuestionId("topic"), "fares"),
                            Instant.ofEpochMilli(AT)))));
        }

        Optional<Refusal> take(Call call) {
            return calls.take(now++, call);
        }

        Where where() {
            long number = calls.number(CHAT).orElse(-1L);
            return switch (calls.dispatcher().holder(number)) {
                case BOT -> Where.BOT;
                case QUEUE -> calls.dispatcher().isWaiting(number) ? Where.WAITING : Where.OFFERED;
                case OPERATOR -> calls.dispatcher().operator(number) == EffectSink.NONE ? Where.ASIDE : Where.HELD;
                case NOBODY -> Where.OVER;
            };
        }
    }

    @Test
    void modelAndDispatcherAgreeInEveryStateOnEverythingThatCanBeDone() {
        var ways = new LinkedHashMap<State, List<Act>>();
        ways.put(State.of(Where.BOT), List.of());
        var open = new ArrayDeque<>(ways.keySet());
        var visited = new HashMap<Where, Integer>();
        while (!open.isEmpty()) {
            State state = open.remove();
            visited.merge(state.where(), 1, Integer::sum);
            for (Act act : ACTS) {
                var way = ways.getOrDefault(state, List.of());
                var world = new World();
                way.forEach(before -> world.take(before.call()));
                String told = state + " by " + way.stream().map(Act::name).toList() + ", then " + act.name();
                assertThat(world.where()).as(told).isEqualTo(state.where());

                var refusal = world.take(act.call());
                var next = act.becomes().apply(state);

                assertThat(refusal.isEmpty()).as(told + ": " + refusal).isEqualTo(next != null);
                assertThat(world.where()).as(told).isEqualTo(next == null ? state.where() : next.where());
                if (next != null && !ways.containsKey(next)) {
                    var there = new ArrayList<>(way);
                    there.add(act);
                    ways.put(next, there);
                    open.add(next);
                }
            }
        }
        assertThat(visited).as("every state of the model").containsOnlyKeys(Where.values());
        assertThat(visited).containsEntry(Where.BOT, MISSES);
    }
}
