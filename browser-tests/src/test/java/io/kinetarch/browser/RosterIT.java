package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions.ContainsTextOptions;
import com.microsoft.playwright.assertions.LocatorAssertions.IsVisibleOptions;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** From the chats to come to the people who answer them. */
class RosterIT {
    private static final double UNTIL_FOUND = 240_000;

    @RegisterExtension
    static final Demo DEMO = new Demo("kinetarch_roster_test");

    @Test
    void fromTheForecastToARosterAndAHandChangeThatIsMended() throws IOException {
        try (var journey = DEMO.journey("roster")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/forecast");
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Chats to come"))
                            .first())
                    .isVisible();

            // What it requires, and would if one chat in five more came.
            link(page, "Staffing").click();
            page.getByText("What if", new Page.GetByTextOptions().setExact(true))
                    .click();
            var chats = page.getByRole(
                    AriaRole.SLIDER,
                    new Page.GetByRoleOptions().setName("Chats").setExact(true));
            chats.focus();
            chats.press("ArrowRight");
            assertThat(page.getByRole(
                            AriaRole.ROW,
                            new Page.GetByRoleOptions().setName(Pattern.compile("^Operator-hours required"))))
                    .containsText("▴ +");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("All as planned"))
                    .click();

            // The fewest people that the simulated week needs.
            page.getByText("Fewest", new Page.GetByTextOptions().setExact(true)).click();
            journey.button("Search the fewest people").click();
            assertThat(page.getByText("are enough, where the staffing model requires"))
                    .isVisible(new IsVisibleOptions().setTimeout(UNTIL_FOUND));
            assertThat(page.locator("aside .enough")).containsText("h less");

            // What shifts there are, and what they keep to.
            link(page, "Roster").click();
            assertThat(page.getByText("has no roster: people are present as usual"))
                    .isVisible();
            page.getByText("Working rules", new Page.GetByTextOptions().setExact(true))
                    .click();
            page.getByLabel("Rest between shifts, hours").fill("12");
            page.getByLabel("Rest between shifts, hours").press("Tab");
            journey.choose(page.getByLabel("As many people as required by"), "the simulation");
            journey.button("Keep these rules").click();
            assertThat(journey.button("Keep these rules")).isDisabled();
            page.getByText("Shift", new Page.GetByTextOptions().setExact(true)).click();

            // One shift by hand, then a search around it.
            journey.button("Begin").hover();
            page.getByText("Begin with nothing").click();
            assertThat(page.getByLabel("Consequences"))
                    .containsText(Pattern.compile("Operator-hours *0 used.* [0-9.]+ short"));
            day(page, "Ana R., Mon").click();
            set(page, journey, "Late, 8.5 h", "14:30");
            var short_ = page.locator(".roster-found strong").first();
            journey.button("Search a roster").click();
            assertThat(page.getByText("Searching a roster")).isVisible();
            assertThat(page.locator(".roster-found"))
                    .containsText("shifts of anybody could cover", new ContainsTextOptions().setTimeout(UNTIL_FOUND));
            assertThat(page.locator(".roster-found")).containsText("that the simulation requires");
            assertThat(short_).hasText(Pattern.compile("(▾ [0-9]{1,2}(\\.[0-9])? h short|▴ nothing short)"));
            assertThat(day(page, "Ana R., Mon"))
                    .hasAttribute("title", Pattern.compile("14:30–23:00, Late, set by hand"));
            page.getByText("Broken rules", new Page.GetByTextOptions().setExact(true))
                    .click();
            assertThat(page.locator("aside .short")).hasCount(0);

            // Early on Tuesday after late on Monday: too little rest, which is said before it is set.
            day(page, "Ana R., Tue").click();
            journey.choose(page.getByLabel("Kind", exact()), "Early, 8.5 h");
            journey.choose(page.getByLabel("Start", exact()), "05:30");
            assertThat(page.locator("aside"))
                    .containsText("6.5 h of rest between Mon 14:30–23:00 and Tue 05:30–14:00; 12 h are due");
            setButton(page).click();
            assertThat(page.getByText(Pattern.compile("▾ [1-9] broken"))).isVisible();
            assertThat(day(page, "Ana R., Tue")).hasClass(Pattern.compile("shift-broken"));
            journey.button("Take back").click();
            assertThat(page.getByText("Broken rules", new Page.GetByTextOptions().setExact(true)))
                    .isVisible();

            // Out of it: everybody's shifts, and Ana's as a calendar.
            Download csv = page.waitForDownload(() -> {
                journey.button("Files").hover();
                page.getByText("Save the shifts (CSV)").click();
            });
            Assertions.assertThat(Files.readString(csv.path())).contains(",14:30,23:00,late,");
            Download calendar = page.waitForDownload(() -> {
                journey.button("Files").hover();
                page.getByText("Save the week of Ana R. (iCalendar)").click();
            });
            Assertions.assertThat(Files.readString(calendar.path())).contains("BEGIN:VEVENT");

            // Presence is by the roster everywhere.
            link(page, "Staffing").click();
            assertThat(page.getByRole(
                            AriaRole.HEADING,
                            new Page.GetByRoleOptions().setName("Operators required against answering")))
                    .isVisible();
            link(page, "Findings").click();
            assertThat(page.getByRole(AriaRole.HEADING).first()).isVisible();
            journey.endsWell();
        }
    }

    private static Page.GetByLabelOptions exact() {
        return new Page.GetByLabelOptions().setExact(true);
    }

    /** A person's shift on a day, or the day itself where it is free. */
    private static Locator day(Page page, String name) {
        return page.locator("[aria-label^='" + name + "']").last();
    }

    private static void set(Page page, Journey journey, String kind, String start) {
        journey.choose(page.getByLabel("Kind", exact()), kind);
        journey.choose(page.getByLabel("Start", exact()), start);
        setButton(page).click();
        assertThat(page.getByText("set by hand: a search does not move it")).isVisible();
        assertThat(setButton(page)).isDisabled();
    }

    private static Locator setButton(Page page) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Set").setExact(true));
    }

    private static Locator link(Page page, String view) {
        return page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^" + view)));
    }
}
