package io.kinetarch.core.dispatch;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static io.kinetarch.core.plan.SamplePlan.TOPIC;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.routing.Arrival;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Chats that are set aside, given away or put before others. Of the sample's people ana is first, cleo third; both serve booking. */
class AsideTest {
    private static final long NINE = Instant.parse("2026-12-07T09:00:00Z").toEpochMilli();
    private static final int ANA = 0;
    private static final int CLEO = 2;

    private final Noted noted = new Noted();
    private final List<String> effects = noted.effects;
    private final Plan plan = SamplePlan.plan();
    private Dispatcher dispatcher = new Dispatcher(plan, noted);

    private long held() {
        dispatcher.present(at(0), ANA);
        long chat = arrive(1);
        dispatcher.accept(at(2), chat, ANA);
        return chat;
    }

    @Test
    void itsPlaceIsFreeMeanwhileAndItComesBackInTime() {
        long chat = held();
        int before = dispatcher.inUse(ANA);
        assertThat(dispatcher.setAside(at(10), chat, ANA, at(300))).isEmpty();
        assertThat(dispatcher.inUse(ANA)).isZero();
        assertThat(dispatcher.sentBy(chat)).isEqualTo(ANA);
        assertThat(dispatcher.nextTimer()).isEqualTo(at(300));
        assertThat(dispatcher.operatorEnds(at(20), chat, ANA)).contains(new Refusal.SetAside());

        // What is known between two calls is all that is needed to go on.
        dispatcher = Dispatcher.of(plan, noted, dispatcher.toBytes());
        dispatcher.passTime(at(300));
        assertThat(dispatcher.operator(chat)).isEqualTo(ANA);
        assertThat(dispatcher.inUse(ANA)).isEqualTo(before);
        assertThat(effects).endsWith("SET_ASIDE", "ASSIGNED");
    }

    @Test
    void theVisitorsWordBringsItBackAtOnce() {
        long chat = held();
        dispatcher.setAside(at(10), chat, ANA, at(60));
        dispatcher.visitorSays(at(20), chat, Map.of());
        assertThat(dispatcher.operator(chat)).isEqualTo(ANA);
        dispatcher.passTime(at(60));
        assertThat(effects).as("once").containsOnlyOnce("SET_ASIDE");
        assertThat(dispatcher.stage(chat)).contains(Stage.HELD);
    }

    @Test
    void whereItsOperatorIsGoneItWaitsAtThePlaceItHad() {
        long chat = held();
        dispatcher.setAside(at(10), chat, ANA, at(60));
        dispatcher.gone(at(11), ANA);
        long other = arrive(20);
        dispatcher.passTime(at(60));
        assertThat(dispatcher.isWaiting(chat)).isTrue();
        dispatcher.present(at(61), CLEO);
        assertThat(dispatcher.isOffered(chat)).as("it came before").isTrue();
        assertThat(dispatcher.operator(chat)).isEqualTo(CLEO);
        assertThat(dispatcher.holder(other)).isEqualTo(Holder.QUEUE);
    }

    @Test
    void nobodyWaitsForAVisitorWhoIsLostMeanwhile() {
        long chat = held();
        dispatcher.setAside(at(10), chat, ANA, at(7200));
        dispatcher.visitorLost(at(20), chat);
        dispatcher.passTime(at(7199));
        assertThat(dispatcher.stage(chat)).contains(Stage.ASIDE);
        dispatcher.leave(at(7199), chat);
        assertThat(dispatcher.holder(chat)).isEqualTo(Holder.NOBODY);
        assertThat(effects).endsWith("ENDED_BY_VISITOR");
        assertThat(dispatcher.inUse(ANA)).isZero();
    }

    @Test
    void itIsTakenBackByWhoeverSetItAsideAndNobodyElse() {
        long chat = held();
        dispatcher.present(at(3), CLEO);
        dispatcher.setAside(at(10), chat, ANA, at(300));
        assertThat(dispatcher.takeBack(at(11), chat, CLEO)).contains(new Refusal.NotToTakeBack(new OperatorId("cleo")));
        assertThat(dispatcher.takeBack(at(12), chat, ANA)).isEmpty();
        assertThat(dispatcher.stage(chat)).contains(Stage.HELD);
    }

    @Test
    void aChatWithSeveralOperatorsIsNotSetAside() {
        long chat = held();
        dispatcher.present(at(3), CLEO);
        assertThat(dispatcher.callIn(at(4), chat, CLEO)).isEmpty();
        assertThat(dispatcher.setAside(at(5), chat, ANA, at(300)))
                .contains(new Refusal.OthersIn(new OperatorId("ana")));
    }

    @Test
    void itSurvivesItsOperatorsRemovalFromThePlan() {
        long chat = held();
        dispatcher.setAside(at(10), chat, ANA, at(60));
        dispatcher.changePlan(at(20), plan.edited(List.of(new PlanEdit.Remove(new OperatorId("ana")))), Map.of());
        dispatcher.passTime(at(60));
        assertThat(dispatcher.isWaiting(chat)).isTrue();
        assertThat(plan.queues().get(dispatcher.queue(chat)).id()).isEqualTo(BOOKING);
    }

    @Test
    void aWaitingChatIsGivenToWhomeverOneLikesWhoIsThere() {
        dispatcher.present(at(0), ANA);
        long chat = arrive(1);
        assertThat(dispatcher.isOffered(chat)).isTrue();
        assertThat(dispatcher.assign(at(2), chat, CLEO)).get().isInstanceOf(Refusal.NotThere.class);
        dispatcher.present(at(3), CLEO);
        assertThat(dispatcher.assign(at(4), chat, CLEO)).isEmpty();
        assertThat(dispatcher.operator(chat)).isEqualTo(CLEO);
        assertThat(dispatcher.inUse(ANA)).as("the offer is over").isZero();
        assertThat(dispatcher.assign(at(5), chat, ANA)).contains(new Refusal.WithAnother(Holder.OPERATOR));
    }

    @Test
    void theMoreUrgentIsTakenFirst() {
        long first = arrive(0);
        long urgent = arrive(10);
        assertThat(dispatcher.prioritize(at(20), urgent, 9)).isEmpty();
        dispatcher.present(at(30), ANA);
        var offered = effects.indexOf("OFFERED " + urgent);
        assertThat(offered).isPositive().isLessThan(effects.lastIndexOf("OFFERED " + first));
        assertThatThrownBy(() -> new Call.Prioritize("c", 10)).hasMessageContaining("0 to 9");
    }

    private long arrive(int second) {
        return dispatcher.arrive(
                at(second), Visit.of(Arrival.of(SITE, null, "en", Map.of(TOPIC, "fares"), Instant.EPOCH)));
    }

    private static long at(int second) {
        return NINE + second * 1000L;
    }
}
