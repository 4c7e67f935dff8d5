package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.LocalDate;
import java.util.Locale;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** From a file of volumes over days that were unusual to a forecast that planners have their say in, and out as files. */
class ForecastIT {
    private static final String SAILING = "Sailing status · Is my ferry sailing?";

    @RegisterExtension
    static final Demo DEMO = new Demo("kinetarch_forecast_test");

    private final LocalDate today = Application.TODAY;

    @Test
    void aFileIsMappedAcceptedAndItsDaysGetAMeaning() {
        try (var journey = DEMO.journey("volumes")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/volumes?panel=Import");
            page.getByLabel("File", new Page.GetByLabelOptions().setExact(true))
                    .setInputFiles(new FilePayload("counts.csv", "text/csv", counts()));
            journey.button("Read the file").click();

            // Two names in its header say nothing; what they hold is said.
            assertThat(page.getByText("No column is known for time")).isVisible();
            journey.choose(page.getByLabel("What begins holds"), "date and time");
            journey.choose(page.getByLabel("What n holds"), "chats offered");
            var holds = page.getByLabel("What the file holds");
            assertThat(holds).containsText("It overlaps what is known");
            assertThat(holds).containsText("Chats at Terminal poster");
            journey.button("Accept 96 half-hours").click();
            assertThat(page.getByText("96 half-hours stored")).isVisible();
            page.getByText("Sources", exactly()).click();
            assertThat(page.getByLabel("Imported files")).containsText("counts.csv");
            assertThat(page.getByLabel("Imported files")).containsText("known before were replaced");

            // Weeks of storms were found; one gets a name, and is not found again.
            page.getByText("Unusual days", exactly()).click();
            var unusual = page.getByLabel("Unusual days").getByRole(AriaRole.LISTITEM);
            var found = unusual.filter(new Locator.FilterOptions().setHas(page.getByPlaceholder("name of the event")));
            assertThat(found.nth(2)).isVisible();
            int before = found.count();
            found.last().getByPlaceholder("name of the event").fill("Storm");
            found.last().getByRole(AriaRole.BUTTON, named("Event")).click();
            assertThat(found).hasCount(before - 1);
            assertThat(unusual.filter(new Locator.FilterOptions().setHasText("Storm")))
                    .hasCount(1);

            // A day is found in the calendar with the keys, and marked as an error that nobody noticed.
            var calendar = page.getByRole(AriaRole.LISTBOX);
            calendar.focus();
            calendar.press("End");
            calendar.press("PageUp");
            calendar.press("Shift+ArrowLeft");
            assertThat(page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setSelected(true)))
                    .hasCount(2);
            page.getByLabel("Mark days").getByText("Error").click();
            page.getByLabel("Mark days")
                    .getByRole(AriaRole.BUTTON, named("Mark"))
                    .click();
            assertThat(unusual.filter(new Locator.FilterOptions().setHasText("error, left out")))
                    .hasCount(1);
            assertThat(page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setSelected(true))
                            .first())
                    .hasAttribute("data-kind", "error");
            journey.endsWell();
        }
    }

    @Test
    void methodsAreComparedAndPlannersHaveTheirSay() throws IOException {
        try (var journey = DEMO.journey("forecast")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/forecast");
            assertThat(page.getByText(Pattern.compile("by door and topic \\(1[12] series\\)")))
                    .isVisible();

            // A series shows its days and how the methods did; another one is wanted, and the choice left to the trials
            // again.
            page.getByText("Days, by door and topic").click();
            page.getByLabel("Series").getByText(SAILING).click();
            var detail = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName(SAILING));
            assertThat(detail.getByText("from 13 points of the past, 28 days ahead"))
                    .isVisible();
            detail.getByRole(AriaRole.BUTTON, named("Use the same weekday of the week before"))
                    .click();
            assertThat(detail.getByText("used, wanted by a planner")).isVisible();
            detail.getByRole(AriaRole.BUTTON, named("Leave the choice to the trials"))
                    .click();
            assertThat(detail.getByText("used, best in the trials")).isVisible();
            assertThat(detail.getByText("1–7 days ahead")).isVisible();

            // A campaign is planned and a day set by hand; both stand beside the model and raise the coming week.
            LocalDate monday = today.plusDays(8 - today.getDayOfWeek().getValue());
            var lift = page.getByLabel("Plan a lift");
            lift.getByLabel("Name").fill("Half-price week");
            lift.getByLabel("From").fill(monday + "T00:00");
            lift.getByLabel("Until").fill(monday.plusWeeks(1) + "T00:00");
            lift.getByLabel("Times").fill("2");
            lift.getByRole(AriaRole.BUTTON, named("Plan it")).click();
            assertThat(page.getByLabel("Planned lifts")).containsText("Half-price week × 2");
            assertThat(detail.getByText("by the model alone")).isVisible();
            var hand = page.getByLabel("Set days by hand");
            hand.getByLabel("First day").fill(today.plusDays(2).toString());
            hand.getByLabel("Chats a day").fill("777");
            hand.getByRole(AriaRole.BUTTON, named("Set")).click();
            assertThat(page.getByLabel("Days set by hand", new Page.GetByLabelOptions().setExact(true)))
                    .containsText("777 a day");
            page.getByText("The week, by queue").click();
            assertThat(page.getByText("\"Half-price week\" is planned in this week."))
                    .isVisible();

            page.getByText("The week so far").click();
            assertThat(page.getByText("expected before the week").first()).isVisible();

            // Out as tables, and as a picture.
            assertThat(text(save(journey, "Days with their ranges (CSV)")))
                    .contains("lower 80 %")
                    .contains(",777.0,");
            var book = save(journey, "All of it as a spreadsheet (XLSX)");
            assertThat(book.suggestedFilename()).isEqualTo("tarnwick-forecast.xlsx");
            assertThat(Files.size(book.path())).isGreaterThan(100_000);
            page.getByText("Days, by door and topic").click();
            var picture = page.waitForDownload(() ->
                    detail.getByRole(AriaRole.BUTTON, named("Save as PNG")).click());
            assertThat(picture.suggestedFilename()).isEqualTo("Days-of-Sailing-status-Is-my-ferry-sailing-.png");
            assertThat(Files.size(picture.path())).isGreaterThan(10_000);
            journey.endsWell();
        }
    }

    private static Download save(Journey journey, String item) {
        journey.button("Save four weeks").click();
        return journey.page()
                .waitForDownload(() -> journey.page().getByText(item).click());
    }

    private static String text(Download download) throws IOException {
        return Files.readString(download.path());
    }

    /** Two days of half-hours at one door, under names that say little. */
    private byte[] counts() {
        var csv = new StringBuilder("begins,front door,reason,n\n");
        for (int day = 16; day <= 17; day++) {
            for (int slot = 0; slot < 48; slot++) {
                csv.append(String.format(
                        Locale.ROOT,
                        "%s %02d:%02d,Terminal poster,Lost property,%d\n",
                        today.minusDays(day),
                        slot / 2,
                        slot % 2 * 30,
                        slot > 16 && slot < 40 ? 2 : 0));
            }
        }
        return csv.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static Page.GetByTextOptions exactly() {
        return new Page.GetByTextOptions().setExact(true);
    }

    private static Locator.GetByRoleOptions named(String name) {
        return new Locator.GetByRoleOptions().setName(name).setExact(true);
    }
}
