package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.assertions.LocatorAssertions.ContainsTextOptions;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * Takes the pictures of docs/screenshots from the demo's data, into target/screenshots; {@code ./kinetarch screenshots}
 * copies them from there. No test: it runs on demand.
 */
@Tag("pictures")
class ScreenshotsIT {
    /** What an edit does is known as surely as it will be. */
    private static final Pattern SIMULATED = Pattern.compile("^by \\d+ simulated weeks$");

    private static final double UNTIL_FOUND = 240_000;
    private static final Path FOLDER = Path.of("target", "screenshots");

    private final LocalDate monday = Application.TODAY.with(TemporalAdjusters.next(DayOfWeek.MONDAY));

    @Test
    void everyViewShowsTheDemo() throws IOException, InterruptedException {
        try (var application = Application.startDemo("kinetarch_screenshots_test", "--kinetarch.questions.weeks=40");
                var chromium = new Chromium();
                var journey = new Journey("screenshots", chromium.browser(), application.address())) {
            var page = journey.page();
            page.navigate("/");
            page.getByLabel("Name").waitFor();
            journey.signIn("planner");

            String saturday = "at=" + monday.plusDays(5) + "T08:30:00Z";
            show(page, "/passage?" + saturday, "Where the week is short");
            show(page, "/passage?" + saturday + "&sel=queues/sailings", "Answer target");
            page.getByLabel("Answer time in seconds").fill("25");
            journey.button("Save to draft").click();
            assertThat(page.getByText("Draft, 1 changed since live revision 1")).isVisible();
            assertThat(page.getByText("answered in 25 s")).isVisible();
            assertThat(page.getByText("not saved")).hasCount(0);
            untilSimulated(page);
            take(page, "passage-queue");
            show(page, "/volumes?" + saturday, "public holiday");
            take(page, "volumes");
            show(
                    page,
                    "/forecast?show=days&series=sailing-status%7CIs+my+ferry+sailing%3F%7C&" + saturday,
                    "The methods, tried");
            page.locator(".chart canvas").first().waitFor();
            take(page, "forecast");
            show(page, "/staffing?by=queue:sailings&" + saturday, "Why Sailing status takes");
            take(page, "staffing");
            show(page, "/doors?" + saturday + "&sel=doors/booking-site&lang=de", "Schnelle Antworten");
            take(page, "door");

            show(page, "/rules?" + saturday + "&plan=tarnwick-before", "never, by 4");
            journey.choose(page.getByLabel("What can we help with?"), "Is my ferry sailing?");
            assertThat(page.getByText("takes it")).isVisible();
            take(page, "rules");
            show(page, "/ladders?" + saturday + "&sel=queues/sailings", "Longest without a word");
            page.locator(".rung-seen").first().waitFor();
            take(page, "ladders");
            show(page, "/hours?" + saturday + "&sel=hours/sailing-day", "The year");
            take(page, "hours");

            show(page, "/people?" + saturday, "Who can do what");
            var grid = page.getByRole(AriaRole.GRID);
            grid.focus();
            for (String key : new String[] {"ArrowRight", "ArrowDown", "Shift+ArrowDown", "Shift+ArrowDown"}) {
                grid.press(key);
            }
            take(page, "people");
            edit(page, journey, "/structure?" + saturday + "&sel=rules/group-fares", "Name", "Groups of ten and more");
            edit(page, journey, "/people?" + saturday + "&sel=operators/kai-r", "Capacity", "6");
            show(page, "/structure?" + saturday, "The plan check");
            page.locator(".structure-open")
                    .filter(new Locator.FilterOptions().setHasText("7. Groups of ten"))
                    .press("Alt+ArrowUp");
            assertThat(page.getByText("6. Groups of ten")).isVisible();
            show(page, "/consequences?" + saturday, "chats that come");
            page.getByLabel("What each edit changes")
                    .getByText("→")
                    .first()
                    .waitFor(new Locator.WaitForOptions().setTimeout(UNTIL_FOUND));
            assertThat(page.getByText("not saved")).hasCount(0);
            take(page, "consequences");
            scenarios(page, journey, saturday);
            roster(page, journey, saturday);
            journey.endsWell();
        }
    }

    private static void scenarios(Page page, Journey journey, String moment) {
        show(page, "/scenarios?" + moment, "Nothing was asked yet.");
        page.getByLabel("Name of the scenario").fill("A storm on Friday");
        page.getByLabel("Chats that come, in per cent").fill("200");
        journey.choose(page.getByLabel("Both on"), "Fri 11 Dec");
        journey.button("Add a scenario").click();
        page.getByLabel("Name of the scenario").last().fill("The bot is down");
        page.getByLabel("Bot").last().click();
        journey.button("Add a scenario").click();
        page.getByLabel("Name of the scenario").last().fill("Closed an hour earlier");
        page.getByLabel("Closes earlier by").last().fill("60");
        journey.button("Simulate").click();
        var storm = page.getByRole(
                AriaRole.BUTTON,
                new Page.GetByRoleOptions().setName("A storm on Friday").setExact(true));
        storm.waitFor(new Locator.WaitForOptions().setTimeout(UNTIL_FOUND));
        storm.click();
        take(page, "scenarios");

        page.getByText("Ask", new Page.GetByTextOptions().setExact(true)).click();
        page.getByText("Sweep", new Page.GetByTextOptions().setExact(true)).click();
        page.getByLabel("From").fill("1");
        page.getByLabel("To", new Page.GetByLabelOptions().setExact(true)).fill("10");
        journey.button("Simulate").click();
        assertThat(page.getByText("Best at").first())
                .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(UNTIL_FOUND));
        page.getByLabel("Weight of a chat, Fares & booking: Answered in time").waitFor();
        take(page, "sweep");
    }

    /** Taken last, since people are present by it from then on. */
    private static void roster(Page page, Journey journey, String moment) {
        show(page, "/roster?" + moment, "Who works when");
        journey.button("Search a roster").click();
        assertThat(page.locator(".roster-found"))
                .containsText("shifts of anybody", new ContainsTextOptions().setTimeout(UNTIL_FOUND));
        var shift = page.locator(".shift").first();
        shift.click();
        assertThat(page.getByLabel("Kind", new Page.GetByLabelOptions().setExact(true)))
                .isVisible();
        untilSimulated(page);
        take(page, "roster");
    }

    private static void show(Page page, String path, String text) {
        page.navigate(path);
        assertThat(page.getByText(text).or(page.getByLabel(text)).first()).isVisible();
        untilSimulated(page);
    }

    private static void untilSimulated(Page page) {
        page.getByLabel("Consequences").getByText(SIMULATED).waitFor();
    }

    private static void edit(Page page, Journey journey, String path, String field, String value) {
        show(page, path, field);
        page.getByLabel(field, new Page.GetByLabelOptions().setExact(true)).fill(value);
        journey.button("Save to draft").click();
        assertThat(journey.closeButton()).isVisible();
    }

    static void take(Page page, String name) {
        page.mouse().move(0, 0);
        page.evaluate("document.fonts.ready");
        page.screenshot(new Page.ScreenshotOptions().setPath(FOLDER.resolve(name + ".png")));
    }
}
