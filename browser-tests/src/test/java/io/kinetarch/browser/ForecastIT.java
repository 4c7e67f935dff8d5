package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** From the days that were unusual to a forecast that knows of them, with another method, and out as a picture. */
class ForecastIT {
    @RegisterExtension
    static final Demo DEMO = new Demo("kinetarch_forecast_test");

    @Test
    void stormsGetANameAndMethodsAreCompared() throws IOException {
        try (var journey = DEMO.journey("forecast")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/forecast");
            assertThat(page.getByText("by door and topic (11 series)")).isVisible();

            // Weeks of storms were found; one gets a name, and is not found again.
            var unusual = page.getByLabel("Unusual days").getByRole(AriaRole.LISTITEM);
            var found = unusual.filter(new Locator.FilterOptions().setHas(page.getByPlaceholder("name of the event")));
            assertThat(found.nth(2)).isVisible();
            int before = found.count();
            found.first().getByPlaceholder("name of the event").fill("Storm");
            found.first().getByRole(AriaRole.BUTTON, named("Event")).click();
            assertThat(found).hasCount(before - 1);
            assertThat(unusual.filter(new Locator.FilterOptions().setHasText("Storm")))
                    .hasCount(1);

            // A series shows its days and how the methods did; another one is wanted, and the choice left to the trials
            // again.
            page.getByText("Days, by door and topic").click();
            page.getByLabel("Series")
                    .getByText("Sailing status · Is my ferry sailing?")
                    .click();
            var detail = page.getByRole(
                    AriaRole.REGION, new Page.GetByRoleOptions().setName("Sailing status · Is my ferry sailing?"));
            assertThat(detail.getByText("from 13 points of the past, 28 days ahead"))
                    .isVisible();
            detail.getByRole(AriaRole.BUTTON, named("Use the same weekday of the week before"))
                    .click();
            assertThat(detail.getByText("used, wanted by a planner")).isVisible();
            detail.getByRole(AriaRole.BUTTON, named("Leave the choice to the trials"))
                    .click();
            assertThat(detail.getByText("used, best in the trials")).isVisible();

            var download = page.waitForDownload(() ->
                    detail.getByRole(AriaRole.BUTTON, named("Save as PNG")).click());
            assertThat(download.suggestedFilename()).isEqualTo("Sailing-status-Is-my-ferry-sailing-.png");
            assertThat(Files.size(download.path())).isGreaterThan(10_000);
            journey.endsWell();
        }
    }

    private static Locator.GetByRoleOptions named(String name) {
        return new Locator.GetByRoleOptions().setName(name).setExact(true);
    }
}
