package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A rehearsal from its beginning to a check that gates going live, with mouse and keys. */
class RehearsalIT {
    @RegisterExtension
    static final Demo DEMO = new Demo("kinetarch_rehearsal_test");

    private static final String MONDAY = "?at=2026-12-07T10:00:00Z";

    @Test
    void aLadderIsRehearsedSetBackTakenAnotherWayAndKeptAsACheck() {
        try (var journey = DEMO.journey("rehearsal")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/rehearsal" + MONDAY);
            page.getByText("nobody yet").click();
            page.getByLabel("Name of the rehearsal").fill("Sailing desk empty");
            journey.button("Begin").click();
            assertThat(page.locator(".state-band")).hasText("Rehearsal");

            comes(page, "Elif M.");
            comes(page, "Rosa T.");
            journey.choose(page.getByLabel("Whose desk"), "Rosa T.");
            jump(page, "0:05");
            arrives(journey, page, "Is my ferry sailing?");
            var trace = page.getByLabel("Trace");
            assertThat(trace.getByText("queued").first()).isVisible();

            // Nobody takes sailings: the ladder moves the chat, which is jumped to and not waited for.
            for (int i = 0;
                    i < 12
                            && !trace.locator("li:not(.trace-future)")
                                    .getByText("moved")
                                    .first()
                                    .isVisible();
                    i++) {
                journey.button("Next").click();
            }
            assertThat(page.getByLabel("Clock").last()).hasValue("2:35");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Take it"))
                    .click();
            jump(page, "3:00");
            var reply = page.getByLabel("Reply to the visitor");
            reply.fill("The 14:20 sails.");
            reply.press("Enter");
            var visitor = page.getByLabel("Visitor c1");
            assertThat(visitor.getByText("The 14:20 sails.")).isVisible();
            visitor.getByLabel("Your message").fill("Thank you!");
            visitor.getByLabel("Your message").press("Enter");
            assertThat(page.getByLabel("Conversation").getByText("Thank you!")).isVisible();

            // It is sent on to where the only one does not answer, and the ladder offers the form; twenty minutes of it
            // take no time.
            jump(page, "4:00");
            page.getByText("Send on …").click();
            page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("Fares & booking"))
                    .click();
            assertThat(trace.getByText("transferred").first()).isVisible();
            jump(page, "20:00");
            assertThat(trace.locator("li:not(.trace-future)")
                            .getByText(Pattern.compile("may .*leave a message"))
                            .first())
                    .isVisible();

            jump(page, "3:01");
            assertThat(page.getByLabel("Conversation").getByText("Thank you!")).isVisible();
            ScreenshotsIT.take(page, "rehearsal");

            // Set back to minute three, and another way: asked once, and taken back.
            var clock = page.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Time of the rehearsal"));
            clock.focus();
            clock.press("ArrowRight");
            assertThat(page.getByLabel("Clock").last()).hasValue("3:02");
            visitor.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Leaves"))
                    .click();
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Cut it away"))
                    .click();
            assertThat(trace.getByText("ended by visitor").first()).isVisible();
            journey.button("Take back").click();
            assertThat(trace.getByText("ended by visitor")).isHidden();
            assertThat(trace.getByText("transferred").first()).isVisible();
            assertThat(trace.getByText("assigned, Rosa T.")).isVisible();

            // A reload finds it as it was.
            jump(page, "2:35");
            assertThat(page).hasURL(Pattern.compile(".*t=155000.*"));
            page.reload();
            assertThat(page.getByLabel("Clock").last()).hasValue("2:35");

            keepAsCheck(journey, page);
            aChangedRungIsCaught(journey, page);
            journey.endsWell();
        }
    }

    private static void keepAsCheck(Journey journey, Page page) {
        journey.button("Keep").click();
        page.getByText("Keep as a check").click();
        var step = page.locator(".expect-list li").filter(new Locator.FilterOptions().setHasText("moved"));
        step.getByRole(AriaRole.CHECKBOX).first().check();
        // What never happened in it is written.
        journey.choose(page.getByLabel("Whether it must happen"), "must not");
        journey.choose(page.getByLabel("What", new Page.GetByLabelOptions().setExact(true)), "gives up waiting");
        page.getByLabel("By second").fill("1200");
        page.getByLabel("By second").press("Tab");
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Add").setExact(true))
                .click();
        assertThat(page.getByLabel("Written expectations")
                        .getByText("c1 must not come by then: gives up waiting, by 20:00"))
                .isVisible();
        journey.button("Keep it").click();
        assertThat(page.getByText("Draft, 1 changed since live revision 1")).isVisible();
        journey.open("/checks" + MONDAY);
        var row = page.getByLabel("Sailing desk empty");
        assertThat(row.getByText("blocks going live")).isVisible();
        assertThat(page.getByText("all 12 hold on the draft")).isVisible();
    }

    /** The rung that moves the chat comes later: the check says at which step it goes wrong, and the plan cannot go live. */
    private static void aChangedRungIsCaught(Journey journey, Page page) {
        journey.open("/ladders" + MONDAY + "&sel=queues/sailings");
        var delay = page.getByLabel("Seconds of rung 3");
        delay.fill("200");
        delay.press("Tab");
        journey.button("Save to draft").click();
        assertThat(page.getByText("Draft, 2 changed since live revision 1")).isVisible();
        journey.open("/checks" + MONDAY);
        assertThat(page.getByText("2 of 12 fail on the draft")).isVisible();
        assertThat(page.getByLabel("Sailing desk empty")
                        .getByText(Pattern.compile("Step \\d+: Rosa T\\. is not offered this chat now")))
                .isVisible();
        journey.button("Go live…").click();
        assertThat(page.getByText(Pattern.compile("Sailing desk empty.* Step \\d+: Rosa T\\."))
                        .first())
                .isVisible();
    }

    @Test
    void standInsActAndACrowdComes() {
        try (var journey = DEMO.journey("stand-ins")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/rehearsal" + MONDAY);
            page.getByText("as planned then").click();
            page.getByLabel("Name of the rehearsal").fill("A crowd");
            journey.button("Begin").click();
            journey.button("Add visitors").click();
            page.getByLabel("How many").fill("30");
            page.getByLabel("How many").press("Tab");
            journey.button("30 arrive").click();
            assertThat(page.locator(".score-name").filter(new Locator.FilterOptions().setHasText("c30")))
                    .isVisible();
            journey.button("Stand-ins").click();
            journey.choose(page.getByLabel("Who acts"), "Every operator who is there");
            page.getByLabel("Decides on an offer after").fill("5");
            page.getByLabel("Replies after").fill("20");
            page.getByLabel("Ends after so many replies").fill("1");
            journey.button("Act like this").click();
            assertThat(page.getByLabel("Trace")
                            .getByText(Pattern.compile("assigned"))
                            .first())
                    .isVisible();
            assertThat(page.getByLabel("Trace").getByText("ended by operator").first())
                    .isVisible();
            journey.endsWell();
        }
    }

    private static void comes(Page page, String operator) {
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Somebody comes"))
                .click();
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName(operator))
                .click();
        assertThat(page.getByLabel("Whose desk")).isVisible();
    }

    private static void jump(Page page, String to) {
        var clock = page.getByLabel("Clock").last();
        clock.fill(to);
        clock.press("Enter");
        assertThat(clock).hasValue(to);
    }

    private static void arrives(Journey journey, Page page, String topic) {
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Add visitors"))
                .click();
        journey.choose(page.getByLabel("What can we help with?"), topic);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Arrives"))
                .click();
        assertThat(page.getByLabel("Visitor c1")).isVisible();
    }
}
