package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What planners set of how chats are handed over and doors are opened, and where it shows. */
class DispatchIT {
    private static final String AFTERNOON = "at=2026-12-01T14:30:00Z";

    @RegisterExtension
    static final Demo DEMO = new Demo("kinetarch_dispatch_test");

    @Test
    void whatADoorAsksForShowsWhereItIsTriedAndExplained() {
        try (var journey = DEMO.journey("door-by-presence")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/doors?" + AFTERNOON + "&sel=doors/booking-site");
            journey.choose(page.getByLabel("Opens"), "while this very visitor can be served");
            journey.choose(page.getByLabel("First while open"), "the bot");
            journey.button("Save to draft").click();
            assertThat(page.getByText("Draft, 1 changed since live revision 1")).isVisible();

            page.getByText("Why closed?").click();
            assertThat(page.getByText("opens while somebody is present who could take this very visitor."))
                    .isVisible();

            journey.open("/passage?" + AFTERNOON + "&sel=doors/booking-site");
            journey.button("Try a chat at this door").click();
            journey.choose(page.getByLabel("What can we help with?"), "Fares and booking");
            assertThat(page.getByText("● The bot answers first.")).isVisible();
            journey.endsWell();
        }
    }

    @Test
    void howChatsAreHandedOverIsSetWithWhatItLeavesOfTheHandlingTime() {
        try (var journey = DEMO.journey("handing-over")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/passage?" + AFTERNOON + "&sel=queues/fares");
            page.getByText("Handing over").click();
            journey.choose(page.getByLabel("Chats are"), "handed over directly");
            page.getByLabel("To wrap up").fill("60");
            assertThat(page.getByText("so talk takes 6:00")).isVisible();
            journey.button("Save to draft").click();
            assertThat(journey.closeButton()).isVisible();

            journey.open("/revisions?" + AFTERNOON);
            assertThat(page.getByText("handed over by offer → direct").first()).isVisible();
            assertThat(page.getByText("wrap-up 0 s → 60 s").first()).isVisible();
            journey.endsWell();
        }
    }
}
