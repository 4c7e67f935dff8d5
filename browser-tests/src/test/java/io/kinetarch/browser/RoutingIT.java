package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What administrators do with rules, ladders and findings, and where a door stays closed. */
class RoutingIT {
    private static final String BEFORE = "plan=tarnwick-before";
    private static final String TUESDAY = "at=2026-12-01T14:30:00Z";

    @Test
    void aDesignWithFaultsIsMendedWhereTheyShow() throws IOException, InterruptedException {
        try (var application = Application.startDemo("kinetarch_routing_test");
                var chromium = new Chromium();
                var journey = new Journey("routing", chromium.browser(), application.address())) {
            var page = journey.page();
            journey.signIn("planner");
            rules(journey, page);
            ladders(journey, page);
            findings(journey, page);
            whyClosed(journey, page);
            journey.endsWell();
        }
    }

    private static void rules(Journey journey, Page page) {
        journey.open("/rules?" + TUESDAY + "&" + BEFORE);
        assertThat(row(page, "status-page")).containsText("✕ never, by 4");
        assertThat(row(page, "german")).containsText("◇ 1, 2, 3, 4");

        // Above the row that covered it, it is reached; the row below then loses some of its chats.
        var number = page.getByRole(AriaRole.BUTTON, named("Rule 8, Sailings from the status page"));
        number.focus();
        for (int row = 8; row > 4; row--) {
            page.getByRole(AriaRole.BUTTON, named("Rule " + row + ", Sailings from the status page"))
                    .press("Alt+ArrowUp");
            assertThat(page.getByRole(AriaRole.BUTTON, named("Rule " + (row - 1) + ", Sailings from the status page")))
                    .isVisible();
        }
        assertThat(row(page, "status-page")).not().containsText("never");

        // A cell is edited where it stands: the German rule asks for known visitors only, and a chat shows who takes
        // it.
        page.getByText("All columns").click();
        page.getByRole(AriaRole.BUTTON, named("Visitor of rule 9: any")).click();
        journey.choose(journey.dialog().getByLabel("Add a condition"), "Visitor is");
        journey.dialogButton("Done").click();
        assertThat(page.getByRole(AriaRole.BUTTON, named("Visitor of rule 9: known")))
                .isVisible();
        journey.choose(page.getByLabel("What can we help with?"), "Is my ferry sailing?");
        assertThat(row(page, "is-it-sailing")).containsText("takes it");

        // On the live plan's draft, a queue chosen in the table shows at once which of last month's chats go elsewhere.
        journey.open("/rules?" + TUESDAY);
        assertThat(page.getByText("All of these chats go where the live plan sends them."))
                .isVisible();
        journey.choose(page.getByLabel("Queue of rule 3", exactly()), "Fares & booking");
        assertThat(page.getByText("of these chats go elsewhere")).isVisible();
        assertThat(page.locator(".rules-moved")).containsText("from Lost property to Fares & booking");
        journey.button("Undo").click();
        assertThat(page.getByText("All of these chats go where the live plan sends them."))
                .isVisible();
    }

    private static void ladders(Journey journey, Page page) {
        journey.open("/ladders?" + TUESDAY + "&" + BEFORE + "&sel=queues/fares");
        var rung = page.getByRole(
                AriaRole.SLIDER,
                new Page.GetByRoleOptions().setName(Pattern.compile("Rung 4 of Fares & booking: offer the form")));
        assertThat(rung).hasAttribute("aria-valuenow", "240");

        // By mouse to the left, where more chats see it, then by keys.
        var seen = rung.getAttribute("aria-valuetext");
        var box = rung.boundingBox();
        page.mouse().move(box.x + box.width / 2, box.y + box.height / 2);
        page.mouse().down();
        page.mouse().move(box.x - 40, box.y + box.height / 2);
        page.mouse().up();
        assertThat(rung).not().hasAttribute("aria-valuenow", "240");
        assertThat(rung).not().hasAttribute("aria-valuetext", seen);
        assertThat(page.getByLabel("Seconds of rung 4")).not().hasValue("240");
        rung.press("PageUp");
        assertThat(page.getByLabel("Ladders", exactly())).containsText("Longest without a word");

        // A preset to start from, saved as any other edit.
        page.getByRole(AriaRole.BUTTON, named("Way out")).click();
        assertThat(page.getByLabel("Seconds of rung 1")).hasValue("30");
        journey.button("Save to draft").click();
        assertThat(page.getByLabel("Fares & booking", exactly())).containsText("The chat ends after 5:00.");
    }

    private static void findings(Journey journey, Page page) {
        journey.open("/findings?" + TUESDAY + "&" + BEFORE);
        var late = finding(page, "The rung of Sailing status after 900 s");
        late.getByRole(AriaRole.BUTTON, inside("Move it to 60 s")).click();
        assertThat(late).hasCount(0);
        journey.button("Undo").click();
        assertThat(late).isVisible();

        var night = finding(page, "Sailing status is open for 45.5 hours");
        night.getByRole(AriaRole.BUTTON, inside("Accept…")).click();
        page.getByLabel("Why this is fine").fill("The bot will answer by night.");
        page.getByRole(AriaRole.BUTTON, named("Accept").setExact(true)).click();
        assertThat(page.getByLabel("Accepted", exactly())).containsText("Accepted: The bot will answer by night.");

        finding(page, "A visitor may wait 420 s")
                .getByRole(AriaRole.BUTTON, inside("Tarnwick Sound Ferries, before"))
                .click();
        assertThat(page.getByRole(AriaRole.HEADING, named("Structure"))).isVisible();
    }

    private static void whyClosed(Journey journey, Page page) {
        journey.open("/doors?" + TUESDAY + "&sel=doors/booking-site&show=why-closed");
        assertThat(page.getByText("every link holds")).isVisible();
        page.getByLabel("On the page").fill("https://blog.example/");
        page.getByLabel("Its content security policy").fill("Content-Security-Policy: default-src 'self'");
        assertThat(page.getByText("4 of 12 links do not hold")).isVisible();
        page.getByRole(AriaRole.BUTTON, named("Allow it")).click();
        assertThat(page.getByText("3 of 12 links do not hold")).isVisible();

        // What the chain says to write lets the door through.
        var change = page.locator(".chain-change").allTextContents().stream()
                .map(words -> words.substring(words.indexOf("write: ") + "write: ".length()))
                .toList();
        page.getByLabel("Its content security policy").fill("default-src 'self'; " + String.join("; ", change));
        assertThat(page.getByText("every link holds")).isVisible();

        // By night the department's hours are in the way, and the chain leads to them.
        journey.open("/doors?at=2026-12-01T23:30:00Z&sel=doors/booking-site&show=why-closed");
        page.locator(".chain-broken")
                .first()
                .getByRole(AriaRole.BUTTON, inside("Setting"))
                .click();
        assertThat(page.getByRole(AriaRole.HEADING, named("Hours").setExact(true)))
                .isVisible();
    }

    private static Locator row(Page page, String rule) {
        return page.locator("tr[data-row='" + rule + "']");
    }

    private static Locator finding(Page page, String words) {
        return page.locator(".finding-row").filter(new Locator.FilterOptions().setHasText(words));
    }

    private static Page.GetByRoleOptions named(String name) {
        return new Page.GetByRoleOptions().setName(name);
    }

    private static Locator.GetByRoleOptions inside(String name) {
        return new Locator.GetByRoleOptions().setName(name);
    }

    private static Page.GetByLabelOptions exactly() {
        return new Page.GetByLabelOptions().setExact(true);
    }
}
