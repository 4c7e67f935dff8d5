package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** The demo's bot: talked to, taught, and its line drawn elsewhere, with what each would do told before it is done. */
class BotIT {
    @RegisterExtension
    static final Demo DEMO = new Demo("kinetarch_bot_test");

    private static final String MONDAY = "?at=2026-12-07T10:00:00Z";

    @Test
    void ternIsTalkedToTaughtAndItsLineDrawnElsewhere() {
        try (var journey = DEMO.journey("bot")) {
            var page = journey.page();
            journey.signIn("planner");
            journey.open("/bot" + MONDAY);
            assertThat(page.getByText("14 topics · en de fr · 198 test utterances"))
                    .isVisible();

            // In three languages, each found out, and asked back for what an answer needs.
            says(page, "I want to change my booking");
            assertThat(page.getByText("What is your booking number?", new Page.GetByTextOptions().setExact(false)))
                    .isVisible();
            says(page, "no idea");
            assertThat(page.getByText("That does not look like a booking number.", new Page.GetByTextOptions()))
                    .isVisible();
            says(page, "TS-204518");
            assertThat(page.getByText("booking TS-204518", new Page.GetByTextOptions().setExact(false)))
                    .isVisible();
            says(page, "darf ich meinen Hund mitnehmen");
            assertThat(page.getByText("Hunde und Katzen reisen kostenlos")).isVisible();
            says(page, "où est le bureau des objets trouvés");
            assertThat(page.getByText("Le bureau des objets trouvés va chercher"))
                    .isVisible();
            says(page, "xyzzy plugh");
            assertThat(page.locator(".talk-missed")).isVisible();
            ScreenshotsIT.take(page, "bot");

            aForgottenPhraseSaysWhatItDoes(journey, page);
            theLineIsDrawnElsewhere(journey, page);
            journey.endsWell();
        }
    }

    private static void says(Page page, String words) {
        var field = page.getByLabel("Say something to the bot");
        field.fill(words);
        field.press("Enter");
        assertThat(page.getByRole(AriaRole.LOG, new Page.GetByRoleOptions().setName("Talk"))
                        .locator(".talk-visitor")
                        .last())
                .hasText(words);
        assertThat(field).hasValue("");
    }

    /** What is foretold while it is typed is what the view says once it is saved; the keyboard does all of it. */
    private static void aForgottenPhraseSaysWhatItDoes(Journey journey, Page page) {
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions()
                                .setName("Travelling with a dog")
                                .setExact(true))
                .press("Enter");
        var phrases = page.getByLabel("Phrases, English", new Page.GetByLabelOptions().setExact(true));
        phrases.fill("where is the pet corner");
        var note = page.getByLabel("What it would do");
        assertThat(note.getByText(Pattern.compile("▾ \\d+ to the worse"))).isVisible();
        phrases.press("Control+Enter");
        assertThat(page.getByText("Draft, 1 changed since live revision 1")).isVisible();
        var row = page.locator(".topic-matrix tr")
                .filter(new Locator.FilterOptions().setHasText("Travelling with a dog"));
        assertThat(row.locator(".topic-cell").first()).hasText("1");
        journey.button("Undo").click();
        assertThat(page.getByText("Draft, same as live revision 1")).isVisible();
        assertThat(row.locator(".topic-cell").first()).not().hasText("1");
    }

    private static void theLineIsDrawnElsewhere(Journey journey, Page page) {
        journey.open("/bot" + MONDAY + "&part=quality");
        var line = page.getByRole(
                AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Certainty from which the bot answers by itself"));
        assertThat(page.getByText(Pattern.compile("operator-hours a week"))).isVisible();
        line.press("PageUp");
        assertThat(page.getByText(Pattern.compile("▾ [\\d.]+ more"))).isVisible();
        journey.button("Draw it at 0.60").click();
        assertThat(line).hasAttribute("aria-valuenow", "0.6");
        assertThat(page.getByText("Draft, 1 changed since live revision 1")).isVisible();

        // What was measured moves the staffing of the draft.
        var finished = page.getByLabel("Consequences").getByText(Pattern.compile("Finished by the bot"));
        assertThat(finished).isVisible();
        journey.button("Staff by what was measured").click();
        assertThat(page.getByLabel("Into staffing")
                        .getByText(Pattern.compile("en \\d+ % ✓"))
                        .first())
                .isVisible();
        assertThat(page.getByLabel("Consequences")
                        .getByText(Pattern.compile("[▾▴]"))
                        .first())
                .isVisible();
    }
}
