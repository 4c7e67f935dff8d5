package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Weeks that come otherwise side by side, a number turned through a range, and which edit makes which change. */
class ScenariosIT {
    @RegisterExtension
    static final Demo DEMO = new Demo("kinetarch_scenarios_test");

    private static final int SIMULATED = 90_000;

    @Test
    void aStormAndASweepAreAskedAndKept() {
        try (var journey = DEMO.journey("scenarios")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/scenarios?at=2026-12-07T10:00:00Z");
            assertThat(page.getByText("Nothing was asked yet.", inPart())).isVisible();

            page.getByLabel("Name of the scenario").fill("A storm on Friday");
            page.getByLabel("Chats that come, in per cent").first().fill("200");
            journey.choose(page.getByLabel("Both on"), "Fri 11 Dec");
            journey.button("Add a scenario").click();
            page.getByLabel("Name of the scenario").last().fill("The bot is down");
            page.getByLabel("Bot").last().click();
            journey.button("Simulate").click();

            assertThat(row(page, "A storm on Friday")).containsText("worse", simulated());
            assertThat(row(page, "The bot is down")).containsText("0.0 %");
            row(page, "A storm on Friday").getByRole(AriaRole.BUTTON).click();
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("A storm on Friday")))
                    .isVisible();

            page.getByText("Ask", new Page.GetByTextOptions().setExact(true)).click();
            page.getByText("Sweep", new Page.GetByTextOptions().setExact(true)).click();
            page.getByLabel("From").fill("1");
            page.getByLabel("To", new Page.GetByLabelOptions().setExact(true)).fill("5");
            journey.button("Simulate").click();
            assertThat(page.getByText("Best at", inPart()))
                    .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(SIMULATED));
            assertThat(page.getByLabel("Weight of a chat, Fares & booking: Answered in time"))
                    .isVisible();

            page.reload();
            assertThat(page.getByText("Best at", inPart())).isVisible();
            journey.endsWell();
        }
    }

    @Test
    void eachEditIsNamedWithWhatItChangesAndGoesLiveWithIt() {
        try (var journey = DEMO.journey("causes")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/structure?at=2026-12-07T10:00:00Z&sel=queues/fares");
            page.getByLabel("Weight of a chat").fill("6");
            journey.button("Save to draft").click();
            assertThat(page.getByText("1 changed since live revision 1", inPart()))
                    .isVisible();
            journey.open("/consequences?at=2026-12-07T10:00:00Z");
            var edits = page.getByLabel("What each edit changes");
            assertThat(edits).containsText("weight 2 → 6", simulated());
            assertThat(edits).containsText("worse", simulated());

            journey.button("Go live…").click();
            var dialog = page.getByRole(AriaRole.DIALOG);
            assertThat(dialog.getByRole(AriaRole.ROW, new Locator.GetByRoleOptions().setName("Answered in time")))
                    .containsText("worse", simulated());
            dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Go live"))
                    .click();
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Revision 2 is live")))
                    .isVisible();
            page.keyboard().press("Escape");

            journey.open("/revisions");
            page.getByText("foretold and came").first().click();
            assertThat(page.getByRole(AriaRole.DIALOG)).containsText("Answered in time", simulated());
            journey.endsWell();
        }
    }

    private static Locator row(Page page, String name) {
        return page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)));
    }

    private static Page.GetByTextOptions inPart() {
        return new Page.GetByTextOptions().setExact(false);
    }

    private static LocatorAssertions.ContainsTextOptions simulated() {
        return new LocatorAssertions.ContainsTextOptions().setTimeout(SIMULATED);
    }
}
