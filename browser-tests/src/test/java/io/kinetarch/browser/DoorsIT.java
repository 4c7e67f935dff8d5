package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What administrators do with front doors, and what visitors meet there. */
class DoorsIT {
    private static final List<String> STATES = List.of(
            "Before opening",
            "Opened",
            "Questions",
            "Waiting",
            "In a chat",
            "No reply yet",
            "Busy",
            "Closed",
            "Leave a message",
            "Message sent",
            "Ended");
    /** Nothing is there: the test answers. */
    private static final String SITE = "http://tarnwick-sound.example/";

    private static final String AFTERNOON = "at=2026-12-01T14:30:00Z";

    @RegisterExtension
    static final Demo DEMO = new Demo("kinetarch_doors_test");

    @Test
    void fromANewDoorToItsSnippet() {
        try (var journey = DEMO.journey("new-door")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/doors?" + AFTERNOON);
            assertThat(page.getByText("decides rules 2, 3, 4, 5, 6").first()).isVisible();
            journey.button("Add a door").click();
            journey.dialog().getByLabel("Name").fill("Harbour kiosk");
            journey.dialogButton("Add").click();
            assertThat(page.getByLabel("Name", exactly())).hasValue("Harbour kiosk");

            // German too, a question in both languages, and a text of its own.
            page.getByLabel("Languages").fill("de");
            page.keyboard().press("Enter");
            page.keyboard().press("Escape");
            part(page, "Questions").click();
            journey.button("Add a question").first().click();
            page.getByLabel("Question 1, English", exactly()).fill("Which sailing?");
            language(page, "de");
            page.getByLabel("Question 1, German", exactly()).fill("Welche Fahrt?");
            assertThat(state(page, "Questions")).containsText("Welche Fahrt?");
            assertThat(state(page, "Questions")).containsText("Chat beginnen");

            // A text that does not fit its place is flagged with how much, until it does.
            text(page, "Label").fill("Fragen Sie uns alles über Ihre Überfahrt");
            assertThat(page.getByText("Does not fit its place:")).containsText("pixels too wide, about");
            assertThat(state(page, "Before opening").getByText("◆ 1")).isVisible();
            text(page, "Label").fill("Fragen?");
            assertThat(page.getByText("Does not fit its place:")).isHidden();
            assertThat(state(page, "Before opening")).containsText("Fragen?");

            // Colours that cannot be read are mended with the one that is offered.
            part(page, "Look").click();
            page.getByLabel("Accent", exactly()).fill("#F2C14E");
            var offer = page.getByRole(AriaRole.LISTITEM, new Page.GetByRoleOptions())
                    .filter(new Locator.FilterOptions().setHasText("words on the accent"));
            assertThat(offer).containsText("◆ words on the accent: 1.67 of 4.5");
            offer.getByRole(AriaRole.BUTTON).click();
            assertThat(offer).containsText("✓ words on the accent: 4.5");
            journey.button("Save to draft").click();
            assertThat(journey.closeButton()).isVisible();

            // Every state in German at the width of a phone, in the door's own words or those that it falls back on.
            for (String state : STATES) {
                assertThat(state(page, state)).isVisible();
            }
            assertThat(state(page, "Waiting")).containsText("Gleich ist jemand für Sie da. Vor Ihnen: 3.");
            assertThat(state(page, "Waiting")).containsText("4 Minuten");
            assertThat(state(page, "Closed")).containsText("Wir sind wieder da: Mittwoch");
            assertThat(state(page, "In a chat")).containsText("Guten Tag, hier ist Ana R. Ich sehe gleich nach.");
            assertThat(state(page, "Ended")).containsText("gute Überfahrt");
            assertThat(width(state(page, "Waiting"))).isEqualTo(360);

            // What a site needs, copied.
            page.getByText("Embed", new Page.GetByTextOptions().setExact(true)).click();
            assertThat(page.getByText("script-src")).isVisible();
            journey.button("Copy the script").click();
            assertThat(page.getByText("✓ Copied")).isVisible();
            assertThat((String) page.evaluate("navigator.clipboard.readText()"))
                    .isEqualTo(
                            "<script src=\"" + DEMO.address() + "/widget/door.js\" data-door=\"tarnwick/harbour-kiosk\""
                                    + " data-language=\"de\" async></script>");
            journey.endsWell();
        }
    }

    @Test
    void aRefusedEditKeepsWhatWasTypedAndWhatWasShown() {
        try (var journey = DEMO.journey("refused-door")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/doors?" + AFTERNOON + "&sel=doors/freight-pages");
            assertThat(state(page, "Closed")).containsText("We are back Wednesday");
            text(page, "Closed").fill("Back {opening}, <b>promised</b>.");

            assertThat(page.getByRole(AriaRole.ALERT).first())
                    .containsText("{opening} is no placeholder; this text takes {visitor}, {opens}, {reply}.");
            assertThat(state(page, "Closed")).containsText("We are back Wednesday");
            text(page, "Closed").fill("Back {opens}, <b>promised</b>.");
            assertThat(state(page, "Closed")).containsText("Back Wednesday 08:00, <b>promised</b>.");
            journey.button("Discard").click();
            assertThat(state(page, "Closed")).containsText("We are back Wednesday");
            journey.endsWell();
        }
    }

    @Test
    void theFormIsFilledInWithKeysAndComplainsWhereItMust() {
        try (var journey = DEMO.journey("door-keys")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/doors?" + AFTERNOON + "&sel=doors/booking-site&lang=de&state=questions");
            var dialog = page.getByRole(AriaRole.DIALOG);
            assertThat(dialog).hasAccessibleName("Fragen Sie uns");
            var start = dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Chat beginnen"));
            start.focus();
            page.keyboard().press("Enter");

            assertThat(dialog.getByText("Bitte beantworten Sie dies.")).isVisible();
            assertThat(dialog.getByText("Bitte stimmen Sie zu, um fortzufahren."))
                    .isVisible();
            var first = dialog.getByLabel("Tarife und Buchung");
            assertThat(first).isFocused();
            page.keyboard().press("ArrowDown");
            assertThat(dialog.getByLabel("Buchung ändern")).isChecked();
            page.keyboard().press("Tab");
            assertThat(dialog.getByLabel("Ihre Buchungsnummer")).isFocused();
            assertThat(dialog.getByLabel("Ihre Buchungsnummer"))
                    .hasAccessibleDescription("Sechs Zeichen, auf Ihrer Fahrkarte.");
            page.keyboard().press("Tab");
            page.keyboard().press("Space");
            start.press("Enter");
            assertThat(dialog.getByText("Bitte beantworten Sie dies.")).isHidden();
            assertThat(dialog.getByText("Bitte stimmen Sie zu, um fortzufahren."))
                    .isHidden();
            journey.endsWell();
        }
    }

    /** A page that styles everything it can and allows next to nothing, with the directives that the snippet page names. */
    @Test
    void aDoorIsSealedAgainstThePageAroundIt() {
        try (var journey = DEMO.journey("sealed-door")) {
            var page = journey.page();
            journey.signIn("planner");
            String document = (String)
                    page.evaluate(
                            "fetch('/api/v1/plans/tarnwick/doors/booking-site/document?language=fr').then(answer => answer.text())");
            var asked = new ArrayList<String>();
            page.onRequest(request -> asked.add(request.url()));
            page.route(SITE + "*", DoorsIT::hostilePage);
            page.navigate(SITE);
            page.evaluate("""
                    text => {
                      const host = document.querySelector('#door');
                      const view = { state: 'questions', returning: false, invitation: null, known: {}, lines: [] };
                      const actions = new Proxy({}, { get: () => () => undefined });
                      KinetarchDoor.showDoor(host, JSON.parse(text), view, actions);
                    }""", document);

            var head = page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Une question ?"));
            assertThat(head).isVisible();
            assertThat(head).hasCSS("font-size", "18px");
            assertThat(head).hasCSS("color", "rgb(255, 255, 255)");
            assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Commencer")))
                    .hasCSS("background-color", "rgb(29, 85, 96)");
            assertThat(page.locator("#of-the-page")).hasCSS("color", "rgb(0, 0, 0)");
            assertThat(asked)
                    .as("only the page and the application are asked for anything")
                    .allMatch(url -> url.startsWith(SITE) || url.startsWith(DEMO.address() + "/"));
            journey.endsWell();
        }
    }

    private static void hostilePage(Route route) {
        String source = DEMO.address();
        route.fulfill(new Route.FulfillOptions()
                .setHeaders(Map.of(
                        "Content-Type",
                        "text/html; charset=utf-8",
                        "Content-Security-Policy",
                        "default-src 'none'; style-src 'nonce-of-the-page'; script-src " + source + "; connect-src "
                                + source + "; img-src " + source))
                .setBody("<!doctype html><style nonce=\"of-the-page\">" + HOSTILE
                        + "</style><p id=\"of-the-page\">Page</p><div id=\"door\"></div>" + "<script src=\"" + source
                        + "/widget/door.js\"></script>"));
    }

    private static final String HOSTILE =
            "* { all: unset; } h2, button, div { font-size: 60px !important; color: lime !important; }";

    private static Locator text(Page page, String name) {
        return page.getByRole(
                AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static Locator part(Page page, String title) {
        return page.locator("summary")
                .filter(new Locator.FilterOptions().setHasText(title))
                .first();
    }

    private static void language(Page page, String tag) {
        page.getByLabel("Language", exactly())
                .getByText(tag, new Locator.GetByTextOptions().setExact(true))
                .click();
    }

    private static Locator state(Page page, String name) {
        return page.getByLabel(name, exactly()).and(page.getByRole(AriaRole.FIGURE));
    }

    /** The width that a state is laid out at, whatever it is shown at. */
    private static int width(Locator state) {
        return ((Number) state.locator("[data-framed]").evaluate("host => host.offsetWidth")).intValue();
    }

    private static Page.GetByLabelOptions exactly() {
        return new Page.GetByLabelOptions().setExact(true);
    }
}
