package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What an administrator does with the demo: design, try, staff. */
class DesignAndStaffIT {
    /** All series are forecast anew, which takes seconds, and the ruler says so meanwhile. */
    private static final double MOST_MILLIS_TO_FORECAST = 90_000;

    private final LocalDate monday = Application.TODAY.with(TemporalAdjusters.next(DayOfWeek.MONDAY));

    @RegisterExtension
    static final Demo DEMO = new Demo("kinetarch_browser_test");

    @Test
    void fromAChangedQueueToAChangedRequirement() {
        try (var journey = DEMO.journey("design-and-staff")) {
            var page = journey.page();
            journey.signIn("planner");

            // The queue's skill: level 2 becomes 4, so some members drop out.
            page.navigate("/passage?at=" + monday + "T10:00:00Z&sel=queues/rebooking");
            assertThat(page.getByText("Members, 14")).isVisible();
            page.getByLabel("Least level of Rebooking").fill("4");
            journey.button("Save to draft").click();
            assertThat(page.getByText("Members, 5")).isVisible();
            assertThat(page.getByText("Draft, 1 changed since live revision 1")).isVisible();

            // Its hours: on Tuesday the sailing day now ends at 20:00.
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sailing day"))
                    .click();
            page.getByLabel("Tuesday").fill("05:30–20:00");
            page.getByLabel("Tuesday").press("Enter");
            journey.button("Save to draft").click();
            assertThat(page.getByText("Draft, 2 changed since live revision 1")).isVisible();

            // At a closed moment the chat is refused, and the reason names the hours that were just changed.
            page.navigate("/passage?at=" + monday.plusDays(1) + "T20:30:00Z&try=booking-site");
            journey.choose(page.getByLabel("What can we help with?"), "Change my booking");
            assertThat(page.getByRole(AriaRole.STATUS)).containsText("Refused: closed");
            assertThat(page.getByRole(AriaRole.STATUS)).containsText("“Sailing day”. Closed: Tuesday 20:30");

            // Half an hour back on the ruler it is open, and a named operator of level 4 gets the chat.
            var moment = page.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Moment"));
            moment.focus();
            moment.press("ArrowLeft");
            moment.press("ArrowLeft");
            assertThat(page.getByRole(AriaRole.STATUS)).containsText("Reaches Rosa T. through Rebooking");
            assertThat(page.getByText("Xenia R. holds Rebooking at level 2; level 4 is needed."))
                    .isVisible();

            // Six weeks of many more chats in one half-hour of the week raise what it requires.
            page.navigate("/staffing?at=" + monday + "T10:00:00Z");
            var fares = page.getByRole(
                    AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("^Fares & booking")));
            assertThat(fares.getByRole(AriaRole.CELL).nth(1)).hasText(Pattern.compile("[1-4]"));
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Volumes"))
                    .click();
            page.getByText("Import", new Page.GetByTextOptions().setExact(true)).click();
            page.getByLabel("File", new Page.GetByLabelOptions().setExact(true))
                    .setInputFiles(new FilePayload("campaign.csv", "text/csv", campaign()));
            journey.button("Read the file").click();
            assertThat(page.getByText("One line cannot be used")).isVisible();
            assertThat(page.getByText("the plan has no queue \"whales\"")).isVisible();
            journey.button("Accept 6 half-hours").click();
            assertThat(page.getByText("6 half-hours stored")).isVisible();
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Staffing"))
                    .click();
            assertThat(fares.getByRole(AriaRole.CELL).nth(0))
                    .hasText(
                            Pattern.compile("^([6-9]|1[0-4])\\d\\.\\d$"),
                            new LocatorAssertions.HasTextOptions().setTimeout(MOST_MILLIS_TO_FORECAST));
            assertThat(fares.getByRole(AriaRole.CELL).nth(1)).hasText(Pattern.compile("[12][0-9]"));
            assertThat(fares.getByRole(AriaRole.CELL).nth(2)).containsText("▾");

            // Going live freezes it.
            journey.button("Go live…").click();
            page.getByLabel("What is it for?").fill("Evening close on Tuesdays");
            page.getByRole(AriaRole.DIALOG)
                    .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Go live"))
                    .click();
            assertThat(page.getByText("Draft, same as live revision 2")).isVisible();
            journey.endsWell();
        }
    }

    @Test
    void aWeekThatCameOtherwise() {
        try (var journey = DEMO.journey("what-if")) {
            var page = journey.page();
            journey.signIn("viewer");
            journey.open("/staffing");
            page.getByText("What if", new Page.GetByTextOptions().setExact(true))
                    .click();
            var required = page.getByRole(
                    AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("^Operator-hours required")));
            assertThat(required).containsText("±0");
            var chats = page.getByRole(
                    AriaRole.SLIDER,
                    new Page.GetByRoleOptions().setName("Chats").setExact(true));
            chats.focus();
            chats.press("ArrowRight");
            chats.press("ArrowRight");
            assertThat(required).containsText("▴ +");
            assertThat(page.getByText("required, if so")).isVisible();
            assertThat(page).hasURL(Pattern.compile("if=volume%3A1.1"));

            // It can be shown to others: the address says it all.
            page.reload();
            assertThat(required).containsText("▴ +");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("All as planned"))
                    .click();
            assertThat(required).containsText("±0");

            page.getByText("Half-hour", new Page.GetByTextOptions().setExact(true))
                    .click();
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Fares & booking"))
                    .click();
            assertThat(page.getByLabel("One person less or more in Fares & booking"))
                    .containsText("one more");

            // Why it takes so many, figure by figure.
            var half = page.locator("aside.panel");
            assertThat(half).containsText("Why Fares & booking takes");
            assertThat(half).containsText("over the last six weeks");
            assertThat(half).containsText("would be answered in 30 s, not 80 %");

            // The week of a skill, as a picture.
            journey.choose(page.getByLabel("Shown by"), "Assistance");
            assertThat(page.getByText("Assistance:")).isVisible();
            var picture = page.waitForDownload(() -> {
                journey.button("Save the week").click();
                page.getByText("What is drawn here (PNG)").click();
            });
            assertEquals("tarnwick-staffing-" + monday + ".png", picture.suggestedFilename());

            // What is short, who could learn it, and a way that the sliders then show.
            page.getByText("What helps", new Page.GetByTextOptions().setExact(true))
                    .click();
            assertThat(page.getByText("Who would help most by learning")).isVisible();
            page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName(Pattern.compile("^Try: \\d chats at once")))
                    .click();
            assertThat(required).containsText("▾ −");
            assertThat(page).hasURL(Pattern.compile("if=chatsAtOnce"));
            journey.endsWell();
        }
    }

    @Test
    void twoPeopleOnOneQueueSeeBothVersions() {
        try (var first = DEMO.journey("conflict-first");
                var second = DEMO.journey("conflict-second")) {
            first.signIn("planner");
            second.signIn("admin");
            String lost = "/passage?at=" + monday + "T10:00:00Z&sel=queues/lost";
            first.page().navigate(lost);
            second.page().navigate(lost);
            first.page().getByLabel("Weight of a chat").fill("3");
            second.page().getByLabel("Weight of a chat").fill("4");

            first.button("Save to draft").click();
            assertThat(first.closeButton()).isVisible();
            second.button("Save to draft").click();
            var conflict = second.page().getByRole(AriaRole.ALERT);
            assertThat(conflict).containsText("You edited version 1; the draft has version 2, made by Mara L.");
            assertThat(conflict.getByRole(AriaRole.ROW, new Locator.GetByRoleOptions().setName("weight 4 3")))
                    .isVisible();
            second.button("Keep mine").click();
            assertThat(conflict).isHidden();
            assertThat(second.page().getByLabel("Weight of a chat")).hasValue("4");

            first.page().reload();
            assertThat(first.page().getByLabel("Weight of a chat")).hasValue("4");
            first.endsWell();
            second.endsWell();
        }
    }

    @Test
    void aReloadLosesNothing() {
        try (var journey = DEMO.journey("reload")) {
            var page = journey.page();
            journey.signIn("viewer");
            page.navigate("/passage");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Type a date to go to"))
                    .or(page.getByTitle("Type a date to go to"))
                    .first()
                    .click();
            page.getByLabel("Go to date and time").fill(monday.plusDays(3) + "T11:30");
            page.getByLabel("Go to date and time").press("Enter");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Assisted travel")))
                    .last()
                    .click();
            assertThat(page.getByText("Your role may look, not change.")).isVisible();

            page.reload();

            assertThat(page.getByText("Your role may look, not change.")).isVisible();
            assertThat(page.getByTitle("Type a date to go to")).containsText("Thu");
            assertThat(page.getByTitle("Type a date to go to")).containsText("11:30");
            journey.endsWell();
        }
    }

    /** Ninety chats for fares on the last six Mondays from 10:00 to 10:30, and a line that cannot be used. */
    private byte[] campaign() {
        var csv = new StringBuilder("date-time;queue;chats;handling seconds\n");
        for (int week = 1; week <= 6; week++) {
            csv.append(monday.minusWeeks(week)).append(" 10:00;fares;90;420,5\n");
        }
        return csv.append(monday.minusWeeks(1))
                .append(" 10:30;whales;1;\n")
                .toString()
                .getBytes(StandardCharsets.UTF_8);
    }
}
