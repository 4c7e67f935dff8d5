package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.RequestOptions;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What administrators do with people, structure and revisions of the demo. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class PlanIT {
    @RegisterExtension
    static final Demo DEMO = new Demo("kinetarch_plan_test");

    @Test
    @Order(1)
    void fromANewOperatorToGoingBack() {
        try (var journey = DEMO.journey("new-operator")) {
            var page = journey.page();
            journey.signIn("planner");

            // Somebody new joins and is opened.
            journey.open("/people");
            journey.button("Add an operator").click();
            journey.dialog().getByLabel("Name").fill("Nell Quay");
            journey.dialogButton("Add").click();
            assertThat(page.getByLabel("Public name")).hasValue("Nell Quay");
            assertThat(page.getByText("27 of 28 seats used, 1 free")).isVisible();

            // A block from a spreadsheet gives them levels, and at once they are members of queues.
            page.getByLabel("Search people").fill("nell");
            page.evaluate("navigator.clipboard.writeText('4\\t\\t3\\n')");
            cell(page, "Nell Quay, Fares: none").click();
            page.keyboard().press("Control+v");
            assertThat(cell(page, "Nell Quay, Fares: 4")).isVisible();
            assertThat(cell(page, "Nell Quay, Sailings: 3")).isVisible();
            assertThat(cell(page, "member of Fares & booking")).isVisible();
            assertThat(cell(page, "no member of Rebooking")).isVisible();
            page.evaluate("navigator.clipboard.writeText('4\\tlots')");
            page.keyboard().press("Control+v");
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("“lots” is no level");

            // A queue that names them.
            journey.open("/structure");
            journey.button("Add a queue").click();
            journey.dialog().getByLabel("Name").fill("Groups");
            journey.dialogButton("Add").click();
            journey.choose(page.getByLabel("Members found"), "by name");
            page.getByLabel("Named").click();
            page.getByLabel("Named").fill("Nell");
            page.keyboard().press("Enter");
            page.keyboard().press("Escape");
            journey.button("Save to draft").click();
            assertThat(page.getByText("Members, 1")).isVisible();

            // What goes live is listed in words.
            journey.button("Go live…").click();
            assertThat(journey.dialog()).containsText("Nell Quay joins");
            assertThat(journey.dialog()).containsText("Groups new queue");
            page.getByLabel("What is it for?").fill("Group bookings");
            journey.dialogButton("Go live").click();
            assertThat(page.getByText("Draft, same as live revision 2")).isVisible();
            // Going live leads on to whether a visitor gets through now.
            assertThat(journey.dialog()).containsText("Revision 2 is live");
            assertThat(journey.dialog().getByText("Try it as a visitor").first())
                    .isVisible();

            // The list between the two revisions, and back to the first.
            journey.open("/revisions");
            journey.button("what it changed").click();
            assertThat(page.getByLabel("Changes")).containsText("Nell Quay joins");
            journey.button("back to it…").last().click();
            assertThat(journey.dialog()).containsText("Nell Quay leaves");
            journey.dialogButton("Make the draft this").click();
            assertThat(page.getByText("Draft, 2 changed since live revision 2")).isVisible();
            assertThat(page.getByText("Back to revision 1: ").first()).isVisible();
            journey.button("Undo").click();
            assertThat(page.getByText("Draft, same as live revision 2")).isVisible();
            page.reload();
            journey.button("Redo").click();
            assertThat(page.getByText("Draft, 2 changed since live revision 2")).isVisible();
            journey.endsWell();
        }
    }

    @Test
    @Order(2)
    void twoAdministratorsSeeEachOthersEditsAndBothStand() {
        try (var first = DEMO.journey("two-first");
                var second = DEMO.journey("two-second")) {
            first.signIn("planner");
            second.signIn("admin");
            first.open("/structure?sel=queues/lost");
            second.open("/structure?sel=queues/vehicles");

            first.page().getByLabel("Weight of a chat").fill("4");
            first.button("Save to draft").click();
            assertThat(queue(second.page(), "Lost property")).containsText("weight 4");

            second.page().getByLabel("Weight of a chat").fill("2");
            second.button("Save to draft").click();
            assertThat(row(first.page(), "Vehicles & freight")).containsText("weight 2");
            assertThat(queue(second.page(), "Lost property")).containsText("weight 4");
            first.endsWell();
            second.endsWell();
        }
    }

    @Test
    @Order(3)
    void whatIsInUseGoesWithAReplacement() {
        try (var journey = DEMO.journey("removal")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/structure?sel=queues/assisted");
            journey.button("Remove…").click();
            assertThat(journey.dialog()).containsText("Help with travelling");
            assertThat(journey.dialogButton("Remove")).isDisabled();
            journey.choose(page.getByLabel("Replacement"), "Rebooking");
            journey.dialogButton("Remove").click();
            assertThat(row(page, "2. Help with travelling")).containsText("leads to Rebooking");
            assertThat(row(page, "Assisted travel")).isHidden();
            page.keyboard().press("Control+z");
            assertThat(row(page, "2. Help with travelling")).containsText("leads to Assisted travel");
            journey.endsWell();
        }
    }

    @Test
    @Order(4)
    void theOrderOfRulesIsChangedByKeysAndByDragging() {
        try (var journey = DEMO.journey("order")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/structure");
            row(page, "3. Something lost").focus();
            page.keyboard().press("Alt+ArrowUp");
            assertThat(row(page, "2. Something lost")).isVisible();
            assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("moved");
            row(page, "4. Is it sailing?").dragTo(row(page, "1. Hauliers"));
            assertThat(row(page, "1. Is it sailing?")).isVisible();
            journey.button("Undo").click();
            assertThat(row(page, "4. Is it sailing?")).isVisible();
            journey.endsWell();
        }
    }

    @Test
    @Order(5)
    void aLostConnectionLosesNoEdit() {
        try (var journey = DEMO.journey("lost-connection")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/structure?sel=queues/fares");
            page.getByLabel("Weight of a chat").fill("3");
            page.context().setOffline(true);
            journey.button("Save to draft").click();
            assertThat(page.getByText("One edit waits to be stored")).isVisible();
            assertThat(page.getByLabel("Weight of a chat")).hasValue("3");

            page.context().setOffline(false);
            assertThat(row(page, "Fares & booking")).containsText("weight 3");
            assertThat(page.getByText("One edit waits to be stored")).isHidden();
            journey.button("Undo").click();
            assertThat(row(page, "Fares & booking")).containsText("weight 2");
            journey.endsWell();
        }
    }

    @Test
    @Order(6)
    void anythingIsFoundByTyping() {
        try (var journey = DEMO.journey("palette")) {
            var page = journey.page();
            journey.signIn("viewer");
            journey.open("/forecast");
            page.keyboard().press("Control+k");
            assertThat(page.getByLabel("Find an element, a view or an action")).isFocused();
            page.keyboard().type("zoe");
            page.keyboard().press("Enter");
            assertThat(page.getByLabel("Public name")).hasValue("Zoe F.");
            assertThat(page.getByText("Your role may look, not change.")).isVisible();
            page.keyboard().press("Control+k");
            assertThat(page.getByLabel("Find an element, a view or an action")).isFocused();
            page.keyboard().type("revis");
            page.keyboard().press("Enter");
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Revisions")))
                    .isVisible();
            page.keyboard().press("?");
            assertThat(journey.dialog()).containsText("undo your last change");
            journey.endsWell();
        }
    }

    @Test
    @Order(7)
    void peopleComeInFromAFileAfterALookAtWhatItDoes() {
        try (var journey = DEMO.journey("people-file")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/people");
            journey.button("Import CSV…").click();
            byte[] file = "public name,skills\nOrla Finn,Freight:3\nHugo P.,Freight:5\nNobody,Knots:1\n"
                    .getBytes(StandardCharsets.UTF_8);
            page.getByLabel("CSV file").setInputFiles(new FilePayload("people.csv", "text/csv", file));
            assertThat(journey.dialog()).containsText("1 added, 1 changed, 0 unchanged");
            assertThat(journey.dialog()).containsText("the plan has no skill \"Knots\"");
            journey.dialogButton("Import 2 people").click();
            page.getByLabel("Search people").fill("orla");
            assertThat(cell(page, "Orla Finn, Freight: 3")).isVisible();
            journey.button("Undo").click();
            assertThat(cell(page, "Orla Finn, Freight: 3")).isHidden();
            journey.endsWell();
        }
    }

    @Test
    @Order(8)
    void operatorsChangeWhatVisitorsSeeOfThem() {
        try (var journey = DEMO.journey("profile")) {
            var page = journey.page();
            journey.signIn("operator");
            journey.open("/account");
            // What looks like a script is a name like any other, wherever it is shown.
            page.getByLabel("Public name").fill("<img src=x onerror=alert(1)>");
            journey.button("Save to draft").click();
            journey.open("/people");
            page.getByLabel("Search people").fill("onerror");
            assertThat(page.getByText("<img src=x onerror=alert(1)>").first()).isVisible();
            journey.open("/account");
            page.getByLabel("Public name").fill("Ana R.");
            journey.button("Save to draft").click();
            assertThat(journey.button("Save to draft")).isDisabled();
            journey.endsWell();
        }
    }

    @Test
    @Order(9)
    void aTokenIsShownOnceAndWorks() {
        try (var journey = DEMO.journey("token")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/account");
            page.getByLabel("What the token is for").fill("Nightly report");
            journey.button("Make a token").click();
            assertThat(page.getByLabel("The token", new Page.GetByLabelOptions().setExact(true)))
                    .hasValue(Pattern.compile("^kin_"));
            String token = page.getByLabel("The token", new Page.GetByLabelOptions().setExact(true))
                    .inputValue();
            journey.dialogButton("I have it").click();
            var answer = page.context()
                    .browser()
                    .newContext()
                    .request()
                    .get(
                            DEMO.address() + "/api/v1/plans",
                            RequestOptions.create().setHeader("Authorization", "Bearer " + token));
            assertThat(answer.status()).isEqualTo(200);
            page.reload();
            assertThat(page.getByText("Nightly report")).isVisible();
            assertThat(page.getByText(token)).isHidden();
            page.getByRole(AriaRole.LISTITEM)
                    .filter(new Locator.FilterOptions().setHasText("Nightly report"))
                    .getByRole(AriaRole.BUTTON)
                    .click();
            assertThat(page.getByText("Nightly report")).isHidden();
            journey.endsWell();
        }
    }

    @Test
    @Order(10)
    void anExportMakesTheSamePlanInAnEmptyInstallation() throws IOException, InterruptedException {
        try (var journey = DEMO.journey("export");
                var empty = Application.start("kinetarch_import_test");
                var arrival = DEMO.journey("import", empty.address())) {
            journey.signIn("planner");
            journey.open("/revisions");
            var download = journey.page()
                    .waitForDownload(() -> journey.button("Export the draft").click());
            Path file = Path.of("target", "exported-plan.json");
            download.saveAs(file);

            var page = arrival.page();
            page.navigate("/");
            page.getByLabel("Name to sign in with").fill("ida");
            page.getByLabel("Name shown to others").fill("Ida Sorrel");
            page.getByLabel("Password, at least 15 characters").fill("long enough now");
            arrival.button("Make the account").click();
            page.getByLabel("Or begin with a plan document").setInputFiles(file);
            assertThat(page.getByText("Draft, never live")).isVisible();
            assertThat(page.getByText("The first steps")).isVisible();
            var again = page.request().get("/api/v1/plans/tarnwick-sound-ferries/document");
            assertThat(again.text()).isEqualTo(Files.readString(file));
            arrival.endsWell();
            journey.endsWell();
        }
    }

    /** From anywhere, by a few keys and none of them Tab. */
    @Test
    @Order(11)
    void aWeightIsChangedInUnderTwelveKeys() {
        try (var journey = DEMO.journey("few-keys")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/volumes");
            page.getByRole(AriaRole.HEADING).first().waitFor();
            var keys = new Keys(page);
            keys.press("Control+k");
            var typed = page.getByLabel("Find an element, a view or an action");
            assertThat(typed).isFocused();
            keys.type("we fa");
            assertThat(page.getByRole(AriaRole.OPTION).first()).containsText("Weight of a chat: Fares & booking");
            keys.press("Enter");
            var weight = page.getByLabel("Weight of a chat");
            assertThat(weight).isFocused();
            String before = weight.inputValue();
            keys.press(before.equals("4") ? "5" : "4");
            keys.press("Control+Enter");
            assertThat(journey.button("Save to draft")).isDisabled();
            assertThat(page.getByText("1 not saved")).isHidden();
            assertThat(keys.pressed).isLessThan(12);
            page.reload();
            assertThat(weight).hasValue(before.equals("4") ? "5" : "4");
            journey.button("Undo").click();
            assertThat(weight).hasValue(before);
            journey.endsWell();
        }
    }

    /** Counts what a hand does. */
    private static final class Keys {
        private final Page page;
        private int pressed;

        Keys(Page page) {
            this.page = page;
        }

        void press(String key) {
            page.keyboard().press(key);
            pressed++;
        }

        void type(String text) {
            page.keyboard().type(text);
            pressed += text.length();
        }
    }

    @Test
    @Order(12)
    void aPlanIsBegunByKeyboardAndRemovedByAnAdministrator() {
        try (var journey = DEMO.journey("new-plan")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/people");
            assertThat(page.getByLabel("Search people")).isVisible();
            page.keyboard().press("Control+k");
            assertThat(page.getByLabel("Find an element, a view or an action")).isFocused();
            page.keyboard().type("new plan");
            page.keyboard().press("Enter");
            assertThat(page.getByLabel("Name of the contact centre")).isFocused();
            page.keyboard().type("Weir Pilots");
            page.keyboard().press("Tab");
            page.keyboard().press("Tab");
            page.keyboard().press("ArrowDown");
            page.keyboard().press("Enter");
            assertThat(page.getByText("Draft, never live")).isVisible();
            page.keyboard().press("Control+k");
            page.keyboard().type("specialists queue");
            page.keyboard().press("Enter");
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Specialists")))
                    .isVisible();
            journey.endsWell();
        }
        try (var journey = DEMO.journey("remove-plan")) {
            var page = journey.page();
            journey.signIn("admin");
            journey.open("/passage?plan=weir-pilots");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Plan: Weir Pilots"))
                    .click();
            page.getByText("Remove this plan…").click();
            assertThat(journey.dialog()).containsText("With it go nothing but its draft.");
            assertThat(journey.dialogButton("Remove for good")).isDisabled();
            page.getByLabel("To remove it, type its name").fill("Weir Pilots");
            journey.dialogButton("Remove for good").click();
            assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Plan: Tarnwick")))
                    .isVisible();
            journey.endsWell();
        }
    }

    private static Locator cell(Page page, String label) {
        return page.getByRole(
                AriaRole.GRIDCELL, new Page.GetByRoleOptions().setName(label).setExact(true));
    }

    private static Locator queue(Page page, String name) {
        return row(page, name).filter(new Locator.FilterOptions().setHasText("members"));
    }

    private static Locator row(Page page, String name) {
        return page.locator(".structure-open")
                .filter(new Locator.FilterOptions()
                        .setHasText(Pattern.compile("^" + name.replaceAll("[.?]", "\\\\$0"))));
    }
}
