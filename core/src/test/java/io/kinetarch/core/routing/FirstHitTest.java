package io.kinetarch.core.routing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.door.SampleDoor;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.SamplePlan;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * The worked example of hit policy "First" in the Decision Model and Notation standard (OMG DMN 1.3, section 8.2.10, table
 * "Special Discount"; from memory): a web order of a wholesaler in the US gets 10, any phone order 0, any from elsewhere 0, a
 * retailer 5, whichever row comes first.
 */
class FirstHitTest {
    private static final QuestionId ORDER = new QuestionId("type-of-order");
    private static final QuestionId PLACE = new QuestionId("customer-location");
    private static final QuestionId CUSTOMER = new QuestionId("type-of-customer");
    private static final DoorId SHOP = new DoorId("shop");
    private static final Plan TABLE = SamplePlan.withRules(rule("rest", BOOKING))
            .edited(List.of(
                    new PlanEdit.Put(new SampleDoor()
                            .languages("en")
                            .asks(
                                    asks(ORDER, "Web", "Phone"),
                                    asks(PLACE, "US", "Non-US"),
                                    asks(CUSTOMER, "Wholesaler", "Retailer"))
                            .door(SHOP)),
                    new PlanEdit.Remove(SamplePlan.SITE),
                    row("10", is(ORDER, "Web"), is(PLACE, "US"), is(CUSTOMER, "Wholesaler")),
                    row("0-phone", is(ORDER, "Phone")),
                    row("0-abroad", is(PLACE, "Non-US")),
                    row("5", is(CUSTOMER, "Retailer"))));

    @ParameterizedTest
    @CsvSource({
        "Web,   US,     Wholesaler, 10",
        "Web,   US,     Retailer,   5",
        "Web,   Non-US, Wholesaler, 0-abroad",
        "Web,   Non-US, Retailer,   0-abroad",
        "Phone, US,     Wholesaler, 0-phone",
        "Phone, US,     Retailer,   0-phone",
        "Phone, Non-US, Wholesaler, 0-phone",
        "Phone, Non-US, Retailer,   0-phone",
    })
    void theFirstRowThatMatchesIsTheHit(String order, String place, String customer, String hit) {
        var chat = Arrival.of(SHOP, null, "en", Map.of(ORDER, order, PLACE, place, CUSTOMER, customer), Instant.EPOCH);

        assertThat(new RuleTable(TABLE).decide(chat).rule().id().value()).isEqualTo(hit);
        assertThat(TABLE.rules()
                        .get(new CompiledRules(TABLE, Instant.EPOCH, Instant.EPOCH.plusSeconds(1)).decide(chat))
                        .id()
                        .value())
                .isEqualTo(hit);
    }

    /** The standard asks for completeness: its table has no gap. */
    @Test
    void theTableLeavesNothingToTheLastRow() {
        assertThat(RuleAnalysis.of(TABLE, LocalDate.of(2026, 12, 1)).rest()).isEmpty();
    }

    private static PlanEdit row(String id, Condition... conditions) {
        return new PlanEdit.Put(rule(id, BOOKING, conditions));
    }

    private static Condition is(QuestionId question, String answer) {
        return new Condition.AnswerIs(question, List.of(answer));
    }

    private static Question asks(QuestionId id, String... choices) {
        return Question.choice(id, LocalText.of("en", id.value()), true, List.of(choices));
    }
}
