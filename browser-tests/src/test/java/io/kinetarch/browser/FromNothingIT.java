package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import org.junit.jupiter.api.Test;

/** An empty installation becomes a live plan, and what that takes is counted. */
class FromNothingIT {
    private static final int MOST_ACTIONS = 60;

    /** More than any page has stops of the Tab key. */
    private static final int MOST_STOPS = 250;

    private int actions;
    private boolean keysOnly;

    /**
     * One department, two queues, three skills, four people with hours, a door with a question, rules and a ladder. A click, a
     * key that does something, and a text that is typed or pasted are an action each.
     */
    @Test
    void aPlanIsLiveInFewActions() throws IOException, InterruptedException {
        fromNothingToLive();
        assertThat(actions).isLessThan(MOST_ACTIONS);
    }

    /** The same for whoever has no mouse: every control is reached by the Tab key and used by keys. */
    @Test
    void aPlanIsLiveByKeyboardAlone() throws IOException, InterruptedException {
        keysOnly = true;
        fromNothingToLive();
    }

    private void fromNothingToLive() throws IOException, InterruptedException {
        try (var application = Application.start("kinetarch_from_nothing_test");
                var chromium = new Chromium();
                var journey = new Journey("from-nothing", chromium.browser(), application.address())) {
            var page = journey.page();
            page.navigate("/");
            type(page.getByLabel("Name to sign in with"), "ida");
            type(page.getByLabel("Name shown to others"), "Ida Sorrel");
            type(page.getByLabel("Password, at least 15 characters"), "rope ladder at noon");
            click(journey.button("Make the account"));
            type(page.getByLabel("Name of the contact centre"), "Harbour Lights");
            click(page.getByRole(
                    AriaRole.BUTTON,
                    new Page.GetByRoleOptions().setName("Begin").setExact(true)));
            assertThat(page.getByText("The first steps")).isVisible();

            // Skills and people, several at once; people have usual hours.
            open(page, "People");
            add(journey, "Add a skill", "Sales\nBilling\nTechnical");
            add(journey, "Add an operator", "Ada\nBen\nCleo\nDan");
            page.evaluate("navigator.clipboard.writeText('4\\t3\\t\\n3\\t4\\t\\n\\t3\\t4\\n\\t\\t5')");
            if (keysOnly) {
                reach(page.getByRole(AriaRole.GRID));
            } else {
                click(page.getByRole(AriaRole.GRIDCELL, new Page.GetByRoleOptions().setName("Ada, Sales: none")));
            }
            press(page, "Control+v");
            assertThat(page.getByRole(AriaRole.GRIDCELL, new Page.GetByRoleOptions().setName("Dan, Technical: 5")))
                    .isVisible();

            open(page, "Structure");
            add(journey, "Add a queue", "Technical help");
            pick(page, page.getByLabel("Add a skill").last(), "Technical");
            click(journey.button("Save to draft"));
            assertThat(page.getByText("Members, 2")).isVisible();

            open(page, "Doors");
            click(journey.button("Web site").first());
            click(page.locator("summary")
                    .filter(new Locator.FilterOptions().setHasText("Questions"))
                    .first());
            click(journey.button("Add a question").first());
            type(
                    page.getByLabel("Question 1, English", new Page.GetByLabelOptions().setExact(true)),
                    "What is it about?");
            choose(journey, page.getByLabel("Kind of Question 1"), "a choice");
            click(page.getByLabel("Choices of Question 1"));
            type(page, "Something broke");
            press(page, "Enter");
            click(journey.button("Save to draft"));
            assertThat(page.getByText("1 not saved")).isHidden();

            open(page, "Rules");
            add(journey, "Add a rule", "What broke");
            choose(journey, page.getByLabel("Add a condition"), "Answer is");
            pick(page, page.getByLabel("Answers"), "Something broke");
            press(page, "Escape");
            click(page.getByLabel("Remove condition 1"));
            choose(journey, page.getByLabel("Leads to"), "Technical help");
            click(journey.button("Save to draft"));
            assertThat(page.getByText("1 not saved")).isHidden();

            open(page, "Ladders");
            click(journey.button("Catch-all queue").first());
            click(journey.button("Reassure"));
            click(journey.button("Save to draft"));
            assertThat(page.getByText("1 not saved")).isHidden();

            click(journey.button("Go live…"));
            type(journey.dialog().getByLabel("What is it for?"), "The first design");
            click(journey.dialogButton("Go live"));
            assertThat(page.getByText("Draft, same as live revision 1")).isVisible();

            journey.endsWell();
        }
    }

    private void click(Locator what) {
        if (keysOnly) {
            reach(what);
            what.page().keyboard().press("Enter");
        } else {
            what.click();
        }
        actions++;
    }

    private void type(Locator where, String text) {
        if (keysOnly) {
            reach(where);
            String separator = "";
            for (String line : text.lines().toList()) {
                if (!separator.isEmpty()) {
                    where.page().keyboard().press(separator);
                }
                if (separator.isEmpty()) {
                    where.page().keyboard().press("Control+a");
                    where.page().keyboard().press("Delete");
                }
                where.page().keyboard().type(line);
                separator = "Shift+Enter";
            }
        } else {
            where.fill(text);
        }
        actions++;
    }

    private void type(Page page, String text) {
        page.keyboard().type(text);
        actions++;
    }

    private void press(Page page, String key) {
        page.keyboard().press(key);
        actions++;
    }

    /** Goes there by the Tab key. */
    private static void reach(Locator what) {
        what.waitFor();
        for (int stop = 0; stop < MOST_STOPS; stop++) {
            if ((boolean) what.evaluate("element => element === document.activeElement")) {
                return;
            }
            what.page().keyboard().press("Tab");
        }
        throw new AssertionError("the Tab key does not lead to " + what);
    }

    private void open(Page page, String view) {
        click(page.getByRole(
                AriaRole.LINK, new Page.GetByRoleOptions().setName(view).setExact(true)));
    }

    /** What the name begins with is typed, and the first that is found taken. */
    private void pick(Page page, Locator list, String name) {
        click(list);
        type(page, name);
        press(page, "Enter");
    }

    private void choose(Journey journey, Locator select, String option) {
        if (keysOnly) {
            reach(select);
            var page = journey.page();
            page.keyboard().press("Enter");
            var active = page.locator(".ant-select-dropdown:visible .ant-select-item-option-active");
            active.first().waitFor();
            for (int at = 0; at < MOST_STOPS && !option.equals(active.first().getAttribute("title")); at++) {
                page.keyboard().press("ArrowDown");
            }
            page.keyboard().press("Enter");
        } else {
            journey.choose(select, option);
        }
        actions += 2;
    }

    private void add(Journey journey, String button, String names) {
        click(journey.button(button));
        type(journey.dialog().getByLabel("Name"), names);
        press(journey.page(), "Enter");
        assertThat(journey.dialog()).isHidden();
    }
}
