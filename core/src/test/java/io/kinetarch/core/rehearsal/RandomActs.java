package io.kinetarch.core.rehearsal;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Reason.Party;
import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.dispatch.Way;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.Arrival;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Function;

/** What visitors, operators and a bot might do, by chance; much of it makes sense. */
final class RandomActs {
    private final Random random;
    private final Plan plan;
    private int arrivals;

    RandomActs(Plan plan, long seed) {
        this.plan = plan;
        this.random = new Random(seed);
    }

    /** Milliseconds until the next act; often none. */
    long pause() {
        return switch (random.nextInt(4)) {
            case 0 -> 0;
            case 1 -> 1000L * random.nextInt(5);
            case 2 -> random.nextInt(20_000);
            default -> 1000L * random.nextInt(30);
        };
    }

    /**
     * The next act.
     *
     * @param now milliseconds since 1970
     * @param chats that are not over, with the operator who holds each or is offered it
     */
    Call next(long now, List<String> chats, Function<String, Optional<OperatorId>> operatorOf) {
        if (chats.isEmpty() || (chats.size() < 40 && random.nextInt(4) == 0)) {
            return arrive();
        }
        String chat = chats.get(random.nextInt(chats.size()));
        var has = operatorOf.apply(chat);
        OperatorId operator = random.nextInt(6) == 0 ? operator() : has.orElseGet(this::operator);
        return switch (random.nextInt(46)) {
            case 0, 1, 2, 3 -> new Call.Present(operator());
            case 4 -> new Call.Away(operator());
            case 5 -> random.nextInt(3) == 0 ? new Call.Gone(operator()) : new Call.Present(operator());
            case 6 -> new Call.JoinQueue(operator(), queue());
            case 7 -> new Call.LeaveQueue(operator(), queue());
            case 8 -> new Call.OperatorLost(operator());
            case 9 -> new Call.OperatorBack(operator());
            case 10, 11, 12, 13, 14, 15, 16 -> new Call.Accept(chat, operator);
            case 17, 18 -> new Call.Decline(chat, operator);
            case 19, 20, 21, 22 ->
                new Call.Say(
                        chat,
                        Party.VISITOR,
                        null,
                        random.nextBoolean()
                                ? Map.of()
                                : Map.of(
                                        new QuestionId("of-d" + random.nextInt(2)),
                                        "yes",
                                        new QuestionId("of-main"),
                                        "yes",
                                        new QuestionId("of-side"),
                                        "yes"));
            case 23, 24, 25 -> new Call.Say(chat, Party.OPERATOR, operator, Map.of());
            case 26 -> new Call.Say(chat, Party.BOT, null, Map.of());
            case 27 ->
                new Call.Understood(
                        chat,
                        random.nextBoolean() ? null : RandomPlans.TOPICS.get(random.nextInt(3)),
                        random.nextDouble());
            case 28 -> new Call.HandOver(chat, List.of(Call.Because.values()).get(random.nextInt(3)));
            case 29 -> new Call.Leave(chat);
            case 30 -> new Call.Choose(chat, List.of(Way.values()).get(random.nextInt(3)));
            case 31 -> random.nextInt(3) == 0 ? new Call.TransferToBot(chat) : new Call.TransferToQueue(chat, queue());
            case 32 -> new Call.TransferToOperator(chat, operator());
            case 33 ->
                new Call.TransferToSkill(
                        chat, new SkillId(List.of("a", "b", "c").get(random.nextInt(3))));
            case 34 -> new Call.CallIn(chat, operator());
            case 35 -> new Call.StepOut(chat, operator);
            case 36 -> new Call.TakeBack(chat, operator());
            case 37 -> new Call.End(chat, Party.OPERATOR, operator);
            case 38 -> new Call.VisitorLost(chat);
            case 42 -> new Call.Assign(chat, operator());
            case 43 -> new Call.Prioritize(chat, random.nextInt(10));
            case 44, 45 -> new Call.SetAside(chat, operator, now + 1000L * (random.nextInt(90) - 5));
            case 39 -> new Call.Pause(door());
            case 40 -> random.nextInt(5) == 0 ? new Call.PassTime() : new Call.Resume(door());
            default -> random.nextBoolean() ? new Call.VisitorBack(chat) : new Call.WrapUp(chat, operator);
        };
    }

    private Call arrive() {
        var topic = random.nextInt(5) == 0 ? RandomPlans.TOPICS.get(random.nextInt(3)) : null;
        return new Call.Arrive(
                "c" + arrivals++,
                Visit.of(new Arrival(
                        door(),
                        random.nextInt(3) == 0
                                ? null
                                : "https://site.example/"
                                        + random.nextInt(plan.queues().size()),
                        RandomPlans.LANGUAGES.get(random.nextInt(3) == 0 ? 1 : 0),
                        Map.of(),
                        Instant.EPOCH,
                        VisitorKind.NEW,
                        Map.of(),
                        topic,
                        Map.of())));
    }

    private DoorId door() {
        return new DoorId("d" + random.nextInt(2));
    }

    private OperatorId operator() {
        return plan.operators().get(random.nextInt(plan.operators().size())).id();
    }

    private QueueId queue() {
        return plan.queues().get(random.nextInt(plan.queues().size())).id();
    }
}
