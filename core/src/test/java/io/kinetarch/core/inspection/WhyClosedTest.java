package io.kinetarch.core.inspection;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import io.kinetarch.core.inspection.WhyClosed.Link;
import io.kinetarch.core.inspection.WhyClosed.OnSite;
import io.kinetarch.core.inspection.WhyClosed.Step;
import io.kinetarch.core.plan.AllowedSite;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Operators;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.routing.Arrival;
import java.net.URI;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class WhyClosedTest {
    private static final Instant TUESDAY_TEN = Instant.parse("2026-12-01T10:00:00Z");
    private static final Instant TUESDAY_NIGHT = Instant.parse("2026-12-01T22:00:00Z");
    private static final URI PAGE = URI.create("https://ferry.example/fares");

    private static final Plan PLAN = SamplePlan.edited(
            SamplePlan.plan().door(SITE).withSites(List.of(new AllowedSite("https://ferry.example"))));

    @Test
    void anOpenDoorPassesEveryLink() {
        assertThat(chain(PLAN, PAGE, List.of(), TUESDAY_TEN, Map.of()))
                .extracting(Link::step, Link::passed)
                .containsExactly(
                        tuple(Step.LIVE, true),
                        tuple(Step.SITE, true),
                        tuple(Step.SCRIPT, true),
                        tuple(Step.CONNECTION, true),
                        tuple(Step.IMAGES, true),
                        tuple(Step.FRAME, true),
                        tuple(Step.DEPARTMENT, true),
                        tuple(Step.MEMBERS, true),
                        tuple(Step.PRESENT, true),
                        tuple(Step.CAPACITY, true),
                        tuple(Step.WAITING_LIMIT, true),
                        tuple(Step.SEATS, true));
    }

    @Test
    void allFailingLinksAreShownAndNotJustTheFirst() {
        var full = SamplePlan.booking(
                PLAN.queue(BOOKING).members(),
                PLAN.queue(BOOKING).choice(),
                new WaitingRoom(new WaitingRoom.Limit(3, new WaitingRoom.Beyond.BusyText()), true, false));
        var failing = chain(
                        PLAN.edited(List.of(new PlanEdit.Put(full))),
                        URI.create("https://elsewhere.example/"),
                        List.of("default-src 'self'"),
                        TUESDAY_NIGHT,
                        Map.of(BOOKING, 3))
                .stream()
                .filter(link -> !link.passed())
                .toList();

        assertThat(failing)
                .extracting(Link::step)
                .containsExactly(
                        Step.SITE,
                        Step.SCRIPT,
                        Step.CONNECTION,
                        Step.IMAGES,
                        Step.DEPARTMENT,
                        Step.PRESENT,
                        Step.CAPACITY,
                        Step.WAITING_LIMIT);
        assertThat(failing).allSatisfy(link -> assertThat(link.change()).isNotBlank());
        assertThat(failing.get(1).change()).endsWith("script-src 'self' https://chat.example");
        assertThat(failing.get(7).because()).isEqualTo("3 wait in Queue booking, which takes 3.");
    }

    @Test
    void theMendOfASiteOpensIt() {
        var elsewhere = URI.create("https://elsewhere.example/");
        var site = chain(PLAN, elsewhere, List.of(), TUESDAY_TEN, Map.of()).get(1);

        var mended = PLAN.edited(site.mend().orElseThrow().edits());

        assertThat(site.because())
                .isEqualTo("https://elsewhere.example may not show the door; allowed are https://ferry.example.");
        assertThat(chain(mended, elsewhere, List.of(), TUESDAY_TEN, Map.of())).allMatch(Link::passed);
    }

    /** A plain link stands on no page, so no site has to allow it. */
    @Test
    void thePlainLinkAsksForNoSite() {
        assertThat(chain(PLAN, null, List.of(), TUESDAY_TEN, Map.of()))
                .extracting(Link::step)
                .doesNotContain(Step.SITE, Step.SCRIPT);
    }

    @Test
    void aQueueWithoutMembersSaysSo() {
        assertThat(chain(
                        SamplePlan.edited(SamplePlan.queue(BOOKING, FARES, 5)), null, List.of(), TUESDAY_TEN, Map.of()))
                .filteredOn(link -> !link.passed())
                .extracting(Link::because)
                .startsWith("Nobody is a member of Queue booking.");
    }

    /** Of two who serve bookings Ana alone speaks German, and she has left for the day; what the rule asks counts as well. */
    @Test
    void whoCannotTakeThisVeryChatDoesNotCount() {
        var ana = Operators.present(PLAN.operators().getFirst(), SamplePlan.everyDay(14, 17));
        var expert = SamplePlan.withRules(new Rule(
                new RuleId("rest"),
                "Rest",
                List.of(),
                BOOKING,
                List.of(new SkillNeed(FARES, 5)),
                null,
                LocalText.NONE));

        assertThat(chain(SamplePlan.edited(ana), "de"))
                .filteredOn(link -> link.step() == Step.ABLE || link.step() == Step.PRESENT)
                .extracting(Link::because)
                .containsExactly(
                        "One operator is able to take this very chat; of the other members 1 not speaking de.",
                        "Of those who could take this chat nobody is present.");
        assertThat(chain(expert, "en"))
                .filteredOn(link -> link.step() == Step.ABLE)
                .extracting(Link::because)
                .containsExactly("None of them could take this chat: 2 with Fares below level 5.");
    }

    @Test
    void whatIsHeardFromASiteIsPartOfTheChain() {
        var ten = Instant.parse("2026-03-10T10:00:00Z");
        assertThat(heard(OnSite.NEVER)).containsExactly("No page of https://ferry.example has asked for the door yet.");
        assertThat(heard(new OnSite(ten, null, null)))
                .containsExactly("A page of https://ferry.example asked for the door last on 10 March at 10:00.");
        assertThat(heard(new OnSite(ten, ten.plusSeconds(60), "connect-src")))
                .last()
                .isEqualTo("On 10 March at 10:01 a browser told that the policy of https://ferry.example stops the door"
                        + " (connect-src).");
        // Since then a page has got through.
        assertThat(heard(new OnSite(ten, ten.minusSeconds(60), "connect-src"))).hasSize(1);
    }

    private static List<String> heard(OnSite onSite) {
        return WhyClosed.of(
                        PLAN,
                        new WhyClosed.Question(
                                Arrival.of(SITE, "https://ferry.example/", "en", Map.of(), TUESDAY_TEN),
                                URI.create("https://ferry.example/"),
                                List.of(),
                                null,
                                URI.create("https://chat.example"),
                                true,
                                false,
                                Presence.usual(PLAN, TUESDAY_TEN),
                                Map.of(),
                                onSite))
                .stream()
                .filter(link -> link.step() == Step.EMBEDDED || link.step() == Step.REPORTED)
                .map(Link::because)
                .toList();
    }

    private static List<Link> chain(Plan plan, String language) {
        return WhyClosed.of(
                plan,
                new WhyClosed.Question(
                        Arrival.of(SITE, null, language, Map.of(), TUESDAY_TEN),
                        null,
                        List.of(),
                        null,
                        URI.create("https://chat.example"),
                        true,
                        false,
                        Presence.usual(plan, TUESDAY_TEN),
                        Map.of(),
                        null));
    }

    private static List<Link> chain(
            Plan plan, @Nullable URI page, List<String> policy, Instant at, Map<QueueId, Integer> waiting) {
        return WhyClosed.of(
                plan,
                new WhyClosed.Question(
                        Arrival.of(SITE, page == null ? null : page.toString(), "en", Map.of(), at),
                        page,
                        policy,
                        null,
                        URI.create("https://chat.example"),
                        true,
                        false,
                        Presence.usual(plan, at),
                        waiting,
                        null));
    }
}
