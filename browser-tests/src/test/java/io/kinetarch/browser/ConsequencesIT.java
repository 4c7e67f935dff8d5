package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** An edit, what it does to the week at the foot, and by queue and half-hour behind it. */
class ConsequencesIT {
    @RegisterExtension
    static final Demo DEMO = new Demo("kinetarch_consequences_test");

    private static final Pattern KNOWN = Pattern.compile("^by \\d+ simulated weeks$");

    @Test
    void anEditShowsWhatItDoesWhileItIsLookedAt() {
        try (var journey = DEMO.journey("consequences")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/structure?at=2026-12-07T10:00:00Z&sel=queues/fares");
            var foot = page.getByLabel("Consequences");
            known(page);
            assertThat(foot.getByText("Answered in time")).isVisible();

            page.getByLabel("Weight of a chat").fill("6");
            journey.button("Save to draft").click();
            assertThat(foot.getByText(Pattern.compile("worse")).first()).isAttached(sure());
            known(page);

            foot.getByRole(AriaRole.LINK).click();
            var inTime = page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("Answered in time"));
            assertThat(inTime).containsText("worse");
            journey.choose(page.getByLabel("Shown by"), "Lost property");
            assertThat(page.getByLabel("Figures").getByText("Lost property")).isVisible();
            journey.choose(page.getByLabel("Shown by"), "Fares & booking");
            assertThat(inTime).containsText("worse");
            page.getByText("By part").click();
            assertThat(page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("German")))
                    .containsText("worse");
            page.getByText("By operator").click();
            assertThat(page.getByRole(AriaRole.COLUMNHEADER, new Page.GetByRoleOptions().setName("Share with a chat")))
                    .isVisible();
            page.getByText("By half-hour").click();
            page.getByText(Pattern.compile("^Most chats wait too long"))
                    .getByRole(AriaRole.BUTTON)
                    .click();
            assertThat(page).hasURL(Pattern.compile("at=2026-12-"));

            page.keyboard().press("Control+z");
            assertThat(page.getByText(
                            "Nothing in the draft differs from the live plan.",
                            new Page.GetByTextOptions().setExact(false)))
                    .isVisible();

            // The ways that simulated chats take at the moment.
            page.getByLabel("Views").getByText("Passage").click();
            page.getByText("Simulated", new Page.GetByTextOptions().setExact(true))
                    .click();
            assertThat(page.getByText(Pattern.compile("by the whole design, [0-9]+ simulated weeks")))
                    .isVisible();
            assertThat(page.getByText("Answered in time").first()).isVisible();
            journey.endsWell();
        }
    }

    private static void known(Page page) {
        assertThat(page.getByLabel("Consequences").getByText(KNOWN))
                .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(60_000));
    }

    private static LocatorAssertions.IsAttachedOptions sure() {
        return new LocatorAssertions.IsAttachedOptions().setTimeout(20_000);
    }
}
