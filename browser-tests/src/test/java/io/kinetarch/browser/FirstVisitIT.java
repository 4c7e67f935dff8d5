package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import org.junit.jupiter.api.Test;

/** An empty installation. */
class FirstVisitIT {
    @Test
    void theFirstVisitMakesTheAdministratorAndAPlan() throws IOException, InterruptedException {
        try (var application = Application.start("kinetarch_first_visit_test");
                var chromium = new Chromium();
                var journey = new Journey("first-visit", chromium.browser(), application.address())) {
            var page = journey.page();
            page.navigate("/");
            page.getByLabel("Name to sign in with").fill("ida");
            page.getByLabel("Name shown to others").fill("Ida Sorrel");
            page.getByLabel("Password, at least 15 characters").fill("short");
            journey.button("Make the account").click();
            assertThat(page.getByText("at least 15 characters.")).isVisible();
            page.getByLabel("Password, at least 15 characters").fill("long enough now");
            journey.button("Make the account").click();

            page.getByLabel("Name of the contact centre").fill("Harbour Lights");
            page.getByLabel("Time zone").fill("Mars/Base");
            page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Begin").setExact(true))
                    .click();
            assertThat(page.getByText("There is no time zone \"Mars/Base\"")).isVisible();
            page.getByLabel("Time zone").fill("Europe/Dublin");
            page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Begin").setExact(true))
                    .click();

            assertThat(page.getByText("Draft, never live")).isVisible();
            // The order of work, with what comes next; an empty catch-all queue keeps the plan from going live.
            assertThat(page.getByText("The first steps")).isVisible();
            assertThat(page.locator("[aria-current=step]")).containsText("People");
            journey.button("Go live…").click();
            assertThat(journey.dialog())
                    .containsText("Catch-all queue is the catch-all queue, and nobody is a member of it.");
            assertThat(journey.dialogButton("Go live")).isDisabled();
            journey.dialogButton("Not yet").click();
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("People"))
                    .first()
                    .click();
            assertThat(page.getByText("Nobody is here yet")).isVisible();
            journey.open("/forecast");
            assertThat(page.getByText("No volumes are known before this week. Import some."))
                    .isVisible();
            journey.endsWell();
        }
    }
}
