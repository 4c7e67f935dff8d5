package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** The server is killed and the database unplugged under somebody's hands; nothing is lost, and they are told. */
@Tag("alone")
class FaultsIT {
    private static final String DATABASE = "kinetarch_faults";
    /** An instance is taken for dead after ten seconds, and machines are slow. */
    private static final double TAKEN_OVER_MILLIS = 90_000;

    @Test
    void whatIsTypedWhileTheDatabaseIsAwayIsThereWhenItIsBack() throws Exception {
        try (var application = Application.startDemo(DATABASE);
                var chromium = new Chromium();
                var journey = new Journey("unplugged", chromium.browser(), application.address())) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/structure?sel=queues/lost");
            name(page).waitFor();
            Application.unplugDatabase();
            try {
                name(page).fill("Lost and found");
                name(page).press("Control+Enter");
                assertThat(page.getByText("One edit waits to be stored")).isVisible(patient());
                page.reload();
                assertThat(page.getByText("This page comes back by itself")).isVisible(patient());
            } finally {
                Application.plugDatabaseIn();
            }
            page.getByLabel("Week ruler").waitFor(new Locator.WaitForOptions().setTimeout(TAKEN_OVER_MILLIS));
            assertThat(name(page)).hasValue("Lost and found");
            name(page).press("Control+Enter");
            assertThat(page.getByText("1 not saved")).isHidden(hidden());
            assertThat(page.getByText("Draft, 1 changed since live revision 1")).isVisible(patient());
            journey.endsWell();
        }
    }

    @Test
    void theWorkOfAKilledServerIsTakenOverAndCanBeStopped() throws Exception {
        var first = Application.startDemo(DATABASE);
        try (var chromium = new Chromium()) {
            try (var journey = new Journey("before-the-kill", chromium.browser(), first.address())) {
                journey.signIn("planner");
                journey.open("/roster");
                journey.button("Search a roster").click();
                assertThat(journey.page().getByText("Searching a roster")).isVisible(patient());
                journey.endsWell();
            }
            first.kill();
            try (var second = Application.againDemo(DATABASE);
                    var journey = new Journey("after-the-kill", chromium.browser(), second.address())) {
                journey.signIn("planner");
                journey.open("/roster");
                assertThat(journey.page().getByText("Searching a roster")).isVisible(patient());
                journey.button("Stop").click();
                assertThat(journey.page().getByText("Searching a roster")).isHidden(hidden());
                journey.endsWell();
            }
        } finally {
            first.close();
        }
    }

    private static Locator name(Page page) {
        return page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true));
    }

    private static LocatorAssertions.IsVisibleOptions patient() {
        return new LocatorAssertions.IsVisibleOptions().setTimeout(TAKEN_OVER_MILLIS);
    }

    private static LocatorAssertions.IsHiddenOptions hidden() {
        return new LocatorAssertions.IsHiddenOptions().setTimeout(TAKEN_OVER_MILLIS);
    }
}
