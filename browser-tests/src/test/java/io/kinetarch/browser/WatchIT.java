package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Those who watch over live chats and what was kept of them, on a demo with some days of finished chats. */
class WatchIT {
    private static final int PAST_DAYS = 6;

    private static Ferry ferry;

    @BeforeAll
    static void start() throws IOException, InterruptedException {
        ferry = Ferry.start("kinetarch_watch_test", PAST_DAYS);
    }

    @AfterAll
    static void stop() throws IOException {
        ferry.close();
    }

    @Test
    void aRunningChatIsReadAlongTakenOverAndErasedInTheEnd() {
        try (var visitor = ferry.journey("watched");
                var ana = ferry.desk("operator");
                var watcher = ferry.journey("watcher");
                var mara = ferry.journey("mara")) {
            ferry.startChat(visitor.page(), "/booking");
            Ferry.says(visitor.page(), "Wilhelmina Quist here, where is my refund?");
            Ferry.press(ana.page(), "Take it");

            watcher.signIn("planner");
            watcher.open("/now");
            var fares = watcher.page().getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("Fares & booking"));
            assertThat(fares).containsText("1 running");
            var people = watcher.page().getByLabel("People", new Page.GetByLabelOptions().setExact(true));
            people.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Read along in the English chat"))
                    .click();
            var reading = watcher.page().getByLabel("Read along", new Page.GetByLabelOptions().setExact(true));
            assertThat(reading.getByText("Wilhelmina Quist here, where is my refund?"))
                    .isVisible();
            ana.page().getByLabel("Reply to the visitor").fill("I am looking for it.");
            ana.page().getByLabel("Reply to the visitor").press("Enter");
            assertThat(reading.getByText("I am looking for it.")).isVisible();
            ScreenshotsIT.take(watcher.page(), "now");
            AxeRules.hold(watcher.page(), "now", List.of());
            theWayInHoldsAndThePassageIsLive(watcher);

            // Whoever takes it over has it at their desk.
            mara.signIn("planner");
            mara.page().navigate("/desk");
            mara.page().getByText("▲ Present").click();
            assertThat(mara.page().getByText(Pattern.compile("0 of \\d in use")))
                    .isVisible();
            Ferry.press(watcher.page(), "Take over at my desk");
            Ferry.press(mara.page(), "Take it");
            mara.page().getByLabel("Reply to the visitor").fill("It left us yesterday.");
            mara.page().getByLabel("Reply to the visitor").press("Enter");
            assertThat(visitor.page().getByText("It left us yesterday.")).isVisible();
            Ferry.press(mara.page(), "End the chat");
            assertThat(visitor.page().getByText("Thank you, and a smooth crossing."))
                    .isVisible();
            Ferry.goesOff(mara);
            Ferry.goesOff(ana);
            whatWasWrittenIsErased();
            mara.endsWell();
            watcher.endsWell();
            ana.endsWell();
            visitor.endsWell();
        }
    }

    /** While a visitor's page stands open and somebody is there, nothing breaks on their site; the drawing shows the chat. */
    private static void theWayInHoldsAndThePassageIsLive(Journey watcher) {
        var page = watcher.page();
        Ferry.press(page, "Check the way in…");
        var booking = page.getByRole(AriaRole.ARTICLE, new Page.GetByRoleOptions().setName("Booking site"));
        assertThat(booking.getByText("every link holds").first()).isVisible();
        assertThat(booking.getByText("has asked for the door yet").first()).isVisible();
        AxeRules.hold(page, "the way in", List.of());
        page.keyboard().press("Escape");
        watcher.open("/passage?source=now");
        assertThat(page.getByText("Live: the chats of the last hour")).isVisible();
        assertThat(page.getByLabel("Passage", new Page.GetByLabelOptions().setExact(true))
                        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Fares & booking")))
                .containsText("an hour");
        AxeRules.hold(page, "passage now", List.of());
        watcher.open("/now");
        page.getByLabel("People", new Page.GetByLabelOptions().setExact(true))
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Read along in the English chat"))
                .click();
    }

    /** Shown first, and then gone from the record, in which what happened still stands. */
    private static void whatWasWrittenIsErased() {
        try (var admin = ferry.journey("eraser")) {
            admin.signIn("admin");
            admin.open("/records?words=Wilhelmina+Quist");
            var page = admin.page();
            page.locator(".record-row").first().click();
            var record = page.getByLabel("Record", new Page.GetByLabelOptions().setExact(true));
            assertThat(record.getByText("Wilhelmina Quist here, where is my refund?"))
                    .isVisible();
            Ferry.press(page, "Erase…");
            assertThat(page.getByText("answers and facts that were given")).isVisible();
            Ferry.press(page, "Erase it in 1 chat, for good");
            assertThat(page.getByText("Erased in 1 chat.")).isVisible();
            page.getByRole(AriaRole.DIALOG)
                    .getByText("Close", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(record.getByText("What was written in it was erased")).isVisible();
            assertThat(record.getByText("Wilhelmina")).hasCount(0);
            assertThat(record.getByText("transferred")).isVisible();
            Ferry.press(page, "Who read");
            assertThat(page.locator(".readings tr").filter(new Locator.FilterOptions().setHasText("erased")))
                    .containsText("words");
            assertThat(page.locator(".readings").getByText("Wilhelmina")).hasCount(0);
            admin.endsWell();
        }
    }

    @Test
    void theWorkAroundAChatIsDoneAtTheDesk() throws InterruptedException {
        var visitor = new LiveClient(ferry.gateway().address());
        try (var ana = ferry.desk("operator")) {
            visitor.start("booking-site", "de", "Something else");
            visitor.says("Nehmen Sie Harfen mit?");
            Ferry.press(ana.page(), "Take it");
            var page = ana.page();
            var reply = page.getByLabel("Reply to the visitor");

            // A reply kept ready, in the visitor's language.
            reply.fill("/hel");
            reply.press("Enter");
            assertThat(reply)
                    .hasValue(Pattern.compile("^Guten Tag \\{visitor}, Ana R\\. hier: wie kann ich helfen\\?$"));
            reply.fill("Guten Tag, Ana R. hier: auf dem Autodeck gern.");
            reply.press("Enter");
            assertThat(page.locator(".said-operator").getByText("auf dem Autodeck gern"))
                    .isVisible();

            // Labels, a note and a ticket, whose number comes back.
            reply.press("Alt+n");
            var note = page.getByLabel("Note for colleagues");
            note.fill("The purser knows of harps.");
            Ferry.press(page, "Keep the note");
            assertThat(page.locator(".margin-note").getByText("The purser knows of harps."))
                    .isVisible();
            page.getByLabel("Label this chat").fill("Odd luggage");
            page.getByLabel("Label this chat").press("Enter");
            assertThat(page.locator(".margin-label").getByText("Odd luggage")).isVisible();
            Ferry.press(page, "Make a ticket …");
            Ferry.press(page, "Send the ticket");
            assertThat(page.getByText(Pattern.compile("^Ticket TS-\\d+$"))).isVisible();
            AxeRules.hold(page, "desk with a margin", List.of());

            // Set aside, and back by the visitor's word.
            reply.press("Alt+s");
            assertThat(page.getByText(Pattern.compile("set aside, back at"))).isVisible();
            assertThat(reply).hasCount(0);
            visitor.says("Sie ist 1,80 m lang.");
            assertThat(page.getByText("Sie ist 1,80 m lang.")).isVisible();

            sentOnAndTakenBack(ana);
            Ferry.press(page, "End the chat");
            Ferry.goesOff(ana);
            ana.endsWell();
        }
        try (var planner = ferry.journey("labelled")) {
            planner.signIn("planner");
            planner.open("/records?label=Odd+luggage");
            planner.page().locator(".record-row").first().click();
            var record = planner.page().getByLabel("Record", new Page.GetByLabelOptions().setExact(true));
            assertThat(record.getByText("The purser knows of harps.")).isVisible();
            assertThat(record.getByText(Pattern.compile("^Ticket TS-\\d+$"))).isVisible();
            assertThat(record.getByText("set aside", new Locator.GetByTextOptions().setExact(true)))
                    .isVisible();
            planner.endsWell();
        }
    }

    /** To a queue whose people are there, and back before anybody takes it. */
    private static void sentOnAndTakenBack(Journey ana) {
        try (var greta = ferry.journey("colleague")) {
            greta.signIn("planner");
            greta.page().navigate("/desk");
            greta.page().getByText("▲ Present").click();
            assertThat(greta.page().getByText(Pattern.compile("0 of \\d in use")))
                    .isVisible();
            // Colleagues are looked at every few seconds.
            assertThat(ana.page().locator(".desk-foot")).containsText("Mara L.");
            Ferry.press(ana.page(), "Send on …");
            ana.page()
                    .getByText(Pattern.compile("^Mara L\\., \\d of \\d free$"))
                    .first()
                    .click();
            assertThat(ana.page().getByText("Mara L., not taken for")).isVisible();
            Ferry.press(ana.page(), "Take back");
            assertThat(ana.page().getByLabel("Reply to the visitor")).isVisible();
            Ferry.goesOff(greta);
            greta.endsWell();
        }
    }

    @Test
    void aFigureOfAReportLeadsToItsChats() {
        try (var planner = ferry.journey("reports")) {
            planner.signIn("planner");
            planner.open("/reports?from=2026-11-29&until=2026-12-01");
            var page = planner.page();
            var row = page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("Rebooking"));
            assertThat(row).isVisible();
            page.getByText("compare with").click();
            assertThat(row.locator(".change").first()).isVisible();
            AxeRules.hold(page, "reports", List.of());
            String gaveUp = row.getByRole(AriaRole.LINK).nth(1).innerText();
            row.getByRole(AriaRole.LINK).nth(1).click();
            assertThat(page.getByText(Pattern.compile("^" + gaveUp + " chats?,")))
                    .isVisible();
            assertThat(page.locator(".record-row").first()).containsText("gave up waiting");

            planner.open("/records?queue=fares&rated=3");
            page.locator(".record-row").first().click();
            page.getByLabel("Record", new Page.GetByLabelOptions().setExact(true))
                    .getByText("of 5")
                    .first()
                    .waitFor();
            ScreenshotsIT.take(page, "records");
            AxeRules.hold(page, "records", List.of());
            planner.endsWell();
        }
    }
}
