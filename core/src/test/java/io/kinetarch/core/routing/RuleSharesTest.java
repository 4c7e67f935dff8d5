package io.kinetarch.core.routing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static io.kinetarch.core.plan.SamplePlan.TOPIC;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.routing.RuleShares.Moved;
import io.kinetarch.core.routing.RuleShares.Seen;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class RuleSharesTest {
    private static final Instant TEN = Instant.parse("2026-12-01T10:00:00Z");
    private static final List<Seen> MONTH = List.of(
            new Seen(SITE, "en", "Fares", TEN, 30),
            new Seen(SITE, "de", "freight", TEN.plusSeconds(1800), 12),
            new Seen(SITE, null, null, TEN, 5),
            new Seen(SITE, "de", "freight", TEN, 0),
            new Seen(null, "en", "fares", TEN, 2),
            new Seen(new DoorId("gone"), "en", "fares", TEN, 1));

    @Test
    void everyChatMeetsOneRule() {
        var shares = RuleShares.of(SamplePlan.plan(), MONTH);

        assertThat(shares.chats()).isEqualTo(47);
        assertThat(shares.unknown()).isEqualTo(3);
        assertThat(shares.rules())
                .extracting(share -> share.rule().value() + " " + share.chats())
                .containsExactly("freight 12", "trucks 0", "rest 35");
        assertThat(shares.rules().getFirst().example())
                .hasValueSatisfying(chat -> assertThat(chat.answers()).isEqualTo(Map.of(TOPIC, "freight")));
        assertThat(shares.rules().get(1).example()).isEmpty();
    }

    @Test
    void whatGoesElsewhereIsCountedByWhereFromAndWhereTo() {
        var after = SamplePlan.withRules(
                rule("german", BOOKING, new Condition.LanguageIs(List.of("de"))), rule("rest", CARGO));

        assertThat(RuleShares.moved(SamplePlan.plan(), after, MONTH))
                .containsExactly(new Moved(BOOKING, CARGO, 35), new Moved(CARGO, BOOKING, 12));
        assertThat(RuleShares.moved(after, after, MONTH)).isEmpty();
    }
}
