package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import org.junit.jupiter.api.Test;

/** What administrators do with opening hours. */
class HoursIT {
    private static final String TUESDAY = "at=2026-12-01T14:30:00Z";

    @Test
    void aWeekIsPaintedAYearIsDecidedAndACalendarComesAndGoes() throws IOException, InterruptedException {
        try (var application = Application.startDemo("kinetarch_hours_test");
                var chromium = new Chromium();
                var journey = new Journey("hours", chromium.browser(), application.address())) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/hours?" + TUESDAY + "&sel=hours/lost-desk");
            assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Open: Tuesday 09:00–17:00");

            // The mouse closes a lunch hour on three days, keys open a Sunday morning, and exact times are typed.
            cell(page, "monday 12:00, open").hover();
            page.mouse().down();
            cell(page, "wednesday 12:30, open").hover();
            page.mouse().up();
            assertThat(page.getByLabel("Tuesday", exactly())).hasValue("09:00–12:00, 13:00–17:00");
            assertThat(page.getByLabel("Thursday", exactly())).hasValue("09:00–17:00");
            cell(page, "sunday 10:00, closed").click();
            page.getByRole(AriaRole.GRID).press("Space");
            page.getByRole(AriaRole.GRID).press("Shift+ArrowRight");
            page.getByRole(AriaRole.GRID).press("Shift+ArrowRight");
            page.getByRole(AriaRole.GRID).press("Space");
            assertThat(page.getByLabel("Sunday", exactly())).hasValue("10:00–11:30");
            page.getByLabel("Saturday", exactly()).fill("9:10-12:25");
            page.getByLabel("Saturday", exactly()).press("Enter");
            assertThat(cell(page, "saturday 12:00, open")).isVisible();
            assertThat(cell(page, "saturday 12:30, closed")).isVisible();
            journey.button("Save to draft").click();
            assertThat(page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Close").setExact(true)))
                    .isVisible();

            // At lunch it is closed now, and says until when.
            journey.open("/hours?at=2026-12-01T12:30:00Z&sel=hours/lost-desk");
            assertThat(page.getByRole(AriaRole.STATUS).first())
                    .containsText("is outside Tuesday 09:00–12:00, Tuesday 13:00–17:00; opens Tuesday 13:00");

            // A date of its own, and holidays that are proposed and decided one by one.
            date(page, "2026-12-31").click();
            page.getByLabel("Because of").fill("New Year's Eve");
            page.getByLabel("Open", exactly()).fill("9-12");
            journey.button("Set this date").click();
            assertThat(date(page, "2026-12-31")).hasAccessibleName("2026-12-31, New Year's Eve: 09:00–12:00");
            page.locator("summary")
                    .filter(new Locator.FilterOptions().setHasText("Public holidays"))
                    .click();
            page.getByLabel("Of the country").fill("ireland");
            page.keyboard().press("Enter");
            journey.button("Propose the holidays of Ireland").click();
            assertThat(date(page, "2026-12-26"))
                    .hasAccessibleName("2026-12-26, St.Stephen's Day, not decided: 09:10–12:25");
            journey.button("Closed on St.Stephen's Day, 2026-12-26").click();
            assertThat(date(page, "2026-12-26")).hasAccessibleName("2026-12-26, St.Stephen's Day: closed");
            journey.button("As always on Saint Patrick's Day, 2027-03-17").click();
            assertThat(date(page, "2027-03-17")).hasAccessibleName("2027-03-17: 09:00–12:00, 13:00–17:00");
            journey.button("Save to draft").click();
            assertThat(page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Close").setExact(true)))
                    .isVisible();

            // Out as a calendar, and in again with an event more and one that cannot be kept.
            var download =
                    page.waitForDownload(() -> journey.button("Export calendar").click());
            String calendar = Files.readString(download.path());
            assertThat(calendar).contains("SUMMARY:New Year's Eve", "DTSTART;TZID=Europe/Dublin:");
            String more = calendar.replace("END:VCALENDAR", """
                    BEGIN:VEVENT\r
                    SUMMARY:Open day\r
                    DTSTART;TZID=Europe/Dublin:20270109T140000\r
                    DTEND;TZID=Europe/Dublin:20270109T180000\r
                    END:VEVENT\r
                    BEGIN:VEVENT\r
                    SUMMARY:Every other Friday\r
                    DTSTART;TZID=Europe/Dublin:20261204T190000\r
                    DTEND;TZID=Europe/Dublin:20261204T210000\r
                    RRULE:FREQ=WEEKLY;INTERVAL=2\r
                    END:VEVENT\r
                    END:VCALENDAR""");
            page.getByLabel("Calendar file")
                    .setInputFiles(new FilePayload("more.ics", "text/calendar", more.getBytes(StandardCharsets.UTF_8)));
            assertThat(page.getByText("“Every other Friday”, 20261204T190000: it repeats by"))
                    .isVisible();
            assertThat(date(page, "2027-01-09")).hasAccessibleName("2027-01-09, Open day: 09:10–12:25, 14:00–18:00");
            assertThat(date(page, "2026-12-31")).hasAccessibleName("2026-12-31, New Year's Eve: 09:00–12:00");

            // As somebody in Tokyo sees the week: nine hours later.
            journey.button("Discard").click();
            page.getByLabel("as a visitor sees it in").fill("Asia/Tokyo");
            page.keyboard().press("Enter");
            assertThat(cell(page, "tuesday 18:30, open")).isVisible();
            assertThat(cell(page, "tuesday 21:00, closed")).isVisible();
            journey.endsWell();
        }
    }

    private static Locator cell(Page page, String name) {
        return page.getByRole(
                AriaRole.GRIDCELL, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static Locator date(Page page, String date) {
        return page.locator("[aria-label^='" + date + "']").and(page.locator(".year-day"));
    }

    private static Page.GetByLabelOptions exactly() {
        return new Page.GetByLabelOptions().setExact(true);
    }
}
