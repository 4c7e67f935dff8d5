package io.kinetarch.core.inspection;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.FREIGHT;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Acceptance;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Rung.Action;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Timeouts;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class LadderCheckTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 12, 1);
    private static final LocalText SOON = LocalText.of(Map.of("en", "Soon.", "de", "Gleich."));

    @Test
    void aSoundLadderHasNothingAgainstIt() {
        var plan = ladder(
                new Rung(45, new Action.Say(SOON)),
                new Rung(90, new Action.LowerLevel(FARES, 1)),
                new Rung(150, new Action.AddMembersOf(CARGO)),
                new Rung(240, new Action.OfferMessage()));

        assertThat(LadderCheck.of(plan)).isEmpty();
    }

    @Test
    void anEndWithoutAWordIsFound() {
        var found = LadderCheck.of(ladder(new Rung(240, new Action.End(LocalText.NONE))));
        assertThat(found)
                .extracting(Finding::words)
                .contains("What Queue booking says after 240 s is not written in English, German.");
        assertThat(found).extracting(Finding::mend).contains("Write it; until then the chat ends without a word.");
    }

    @Test
    void rungsThatNeverHappenOrComeTooLateAreFoundAndMended() {
        var plan = ladder(
                new Rung(60, new Action.Say(LocalText.of("en", "Soon."))),
                new Rung(30, new Action.RaisePriority(1)),
                new Rung(600, new Action.MoveTo(CARGO)),
                new Rung(700, new Action.OfferBot()));

        assertThat(words(plan))
                .containsExactly(
                        "The rungs of Queue booking are out of order: that after 30 s stands below that after 60 s, and"
                                + " happens before it.",
                        "In Queue booking a chat leaves the ladder after 600 s, so one rung never happens.",
                        // exp(−600 / 180) = 3.6 %
                        "The rung of Queue booking after 600 s comes when only 3.6 % of visitors would still wait:"
                                + " their patience is 180 s in the mean.",
                        "What Queue booking says after 60 s is not written in German.");
        // half of those with a patience of 180 s in the mean are there after 180 · ln 2 = 125 s
        assertThat(mended(plan, "The rung of Queue booking after 600")
                        .queue(BOOKING)
                        .ladder())
                .extracting(Rung::seconds)
                .containsExactly(30, 60, 125, 125);
    }

    @Test
    void rungsWithoutEffectAreFound() {
        var plan = ladder(
                new Rung(10, new Action.LowerLevel(FREIGHT, 1)),
                new Rung(20, new Action.AddOperators(List.of(new OperatorId("ana")))));

        assertThat(words(plan))
                .containsExactly(
                        "The rung of Queue booking after 10 s changes nothing: neither the queue nor a rule that leads"
                                + " there asks for Freight.",
                        "The rung of Queue booking after 20 s changes nothing: everyone it adds is a member.");
    }

    /** The limits are common practice, no source. */
    @Test
    void timeoutsOutsideCommonPracticeAreFound() {
        var plan = SamplePlan.edited(SamplePlan.plan()
                .settings()
                .with(Timeouts.COMMON
                        .with(Timeouts.Reply.of(420, LocalText.NONE, Timeouts.AfterNoReply.HEAD_OF_QUEUE))
                        .with(new Timeouts.Silence(60, LocalText.NONE, 120, LocalText.NONE))));

        assertThat(words(plan)).hasSize(2);
        assertThat(words(plan).get(0)).startsWith("A visitor may wait 420 s for an operator's reply");
        assertThat(words(plan).get(1)).startsWith("A chat is closed after its visitor was silent for 120 s");
        assertThat(LadderCheck.of(mended(plan, "A visitor may wait"))).hasSize(1);
    }

    @Test
    void movesRoundInACircleAndIntoNightAreFound() {
        var plan = SamplePlan.plan()
                .edited(List.of(
                        put(SamplePlan.plan()
                                .queue(BOOKING)
                                .withLadder(List.of(new Rung(30, new Action.MoveTo(CARGO))))),
                        put(SamplePlan.plan()
                                .queue(CARGO)
                                .withLadder(List.of(new Rung(30, new Action.MoveTo(BOOKING)))))));

        assertThat(PlanCheck.of(plan, TODAY))
                .extracting(Finding::words)
                .anyMatch(words -> words.startsWith("A chat that nobody takes is moved round in a circle"))
                // both are open from 8 to 18, and people are there from 9 to 17
                .contains(
                        "By a rung, chats of Queue booking can come to Queue cargo in 14 hours of the week in which that"
                                + " is closed or nobody for it is usually present: Mon 08:00–09:00, Mon 17:00–18:00, Tue"
                                + " 08:00–09:00 and 11 more.");
    }

    /** Whatever is offered does what it says: the finding is gone, and the plan is still a plan. */
    @Test
    void everyMendTakesItsFindingAway() {
        var plan = ladder(
                        new Rung(60, new Action.RaisePriority(1)),
                        new Rung(30, new Action.LowerLevel(FREIGHT, 1)),
                        new Rung(40, new Action.End(LocalText.NONE)),
                        new Rung(800, new Action.OfferBot()))
                .edited(List.of(
                        put(rule("one", CARGO, new Condition.LanguageIs(List.of("de")))),
                        put(rule("dead", BOOKING, new Condition.LanguageIs(List.of("de-AT")))),
                        put(SamplePlan.operator("weak", 1, List.of("en"), new HeldSkill(FARES, 3)))));
        var offered = PlanCheck.of(plan, TODAY).stream()
                .filter(finding -> finding.offered().isPresent())
                .toList();

        assertThat(offered).hasSizeGreaterThanOrEqualTo(6);
        assertThat(offered).allSatisfy(finding -> {
            var after = plan.edited(finding.offered().orElseThrow().edits());
            assertThat(PlanCheck.of(after, TODAY)).extracting(Finding::words).doesNotContain(finding.words());
        });
    }

    @Test
    void anAcceptedFindingIsQuietWhileItsFactsStay() {
        var late = ladder(new Rung(600, new Action.OfferMessage()));
        var found = LadderCheck.of(late).getFirst();
        var accepted = accepting(
                late,
                new Acceptance(
                        "queues",
                        "booking",
                        found.code().key(),
                        found.facts(),
                        "in whatever words",
                        "Our visitors are patient."));
        var later = accepted.edited(List.of(
                put(accepted.queue(BOOKING).withLadder(List.of(new Rung(700, new Action.OfferMessage()))))));

        assertThat(PlanCheck.of(accepted, TODAY))
                .filteredOn(Finding::isAccepted)
                .extracting(Finding::acceptedBecause)
                .containsExactly("Our visitors are patient.");
        assertThat(PlanCheck.of(later, TODAY)).noneMatch(Finding::isAccepted);
        var before4 = new Acceptance(null, "booking", null, List.of(), found.words(), "Known by its words.");
        assertThat(PlanCheck.of(accepting(late, before4), TODAY))
                .filteredOn(Finding::isAccepted)
                .extracting(Finding::code)
                .containsExactly(FindingCode.RUNG_TOO_LATE);
    }

    private static Plan accepting(Plan plan, Acceptance acceptance) {
        return plan.edited(List.of(put(plan.settings().with(List.of(acceptance)))));
    }

    @Test
    void theLongestSilenceIsFollowedThroughMoves() {
        var plan = SamplePlan.plan()
                .edited(List.of(
                        put(SamplePlan.plan()
                                .queue(BOOKING)
                                .withLadder(List.of(
                                        new Rung(120, new Action.MoveTo(CARGO)), new Rung(40, new Action.Say(SOON))))),
                        put(SamplePlan.plan()
                                .queue(CARGO)
                                .withLadder(List.of(
                                        new Rung(30, new Action.RaisePriority(1)),
                                        new Rung(200, new Action.OfferMessage()),
                                        new Rung(260, new Action.End(SOON)))))));

        var booking = LongestSilence.of(plan).getFirst();

        assertThat(booking.queues()).containsExactly(BOOKING, CARGO);
        assertThat(booking.heard()).extracting(LongestSilence.Heard::seconds).containsExactly(40, 320, 380);
        assertThat(booking.silence()).isEqualTo(280);
        assertThat(booking.from()).isEqualTo(40);
        assertThat(booking.end()).hasValue(380);
        assertThat(LongestSilence.of(SamplePlan.plan()).getFirst().lastHeard()).isEmpty();
    }

    private static Plan ladder(Rung... rungs) {
        return SamplePlan.edited(SamplePlan.plan().queue(BOOKING).withLadder(List.of(rungs)));
    }

    private static List<String> words(Plan plan) {
        return LadderCheck.of(plan).stream().map(Finding::words).toList();
    }

    private static Plan mended(Plan plan, String begins) {
        return LadderCheck.of(plan).stream()
                .filter(finding -> finding.words().startsWith(begins))
                .flatMap(finding -> Stream.of(finding.offered().orElseThrow()))
                .findFirst()
                .map(mend -> plan.edited(mend.edits()))
                .orElseThrow();
    }

    private static PlanEdit put(Element element) {
        return new PlanEdit.Put(element);
    }
}
