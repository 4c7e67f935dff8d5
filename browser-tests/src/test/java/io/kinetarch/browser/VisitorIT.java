package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonArray;
import com.google.gson.JsonParser;
import com.microsoft.playwright.Clock;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** What a visitor meets besides the talk itself: files, transcripts, keys alone, small screens, other directions. */
class VisitorIT {
    private static final byte[] PDF = "%PDF-1.4\ntrailer <<>>\n%%EOF\n".getBytes(StandardCharsets.US_ASCII);

    private static Ferry ferry;

    @BeforeAll
    static void start() throws IOException, InterruptedException {
        ferry = Ferry.start("kinetarch_visitor_test");
    }

    @AfterAll
    static void stop() throws IOException {
        ferry.close();
    }

    private static FilePayload file(String name, String type, byte[] bytes) {
        return new FilePayload(name, type, bytes);
    }

    private static byte[] png() throws IOException {
        var out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(640, 360, BufferedImage.TYPE_INT_RGB), "png", out);
        return out.toByteArray();
    }

    @Test
    void filesGoBothWaysAndTheTranscriptIsPrintedAndMailed() throws Exception {
        try (var visitor = ferry.journey("files-visitor");
                var ana = ferry.desk("operator")) {
            var page = visitor.page();
            ferry.startChat(page, "/booking");
            Ferry.press(ana.page(), "Take it");
            var chosen = page.locator("#file");
            chosen.setInputFiles(file("ticket.png", "image/png", png()));
            assertThat(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("ticket.png")))
                    .isVisible();
            var atDesk = ana.page().getByRole(AriaRole.LOG).getByText("ticket.png");
            assertThat(atDesk).isVisible();
            assertThat(ana.page().locator(".said-file img")).isVisible();

            // What the name alone tells is refused at once; what only the content tells, by the server.
            chosen.setInputFiles(file("run.exe", "application/octet-stream", PDF));
            assertThat(page.getByText("Files that can be sent: jpg, jpeg, png, gif, bmp, pdf."))
                    .isVisible();
            chosen.setInputFiles(file("photo.png", "image/png", "<html>".getBytes(StandardCharsets.US_ASCII)));
            assertThat(page.getByText("The file was not taken.")).isVisible();
            assertThat(page.getByText("Not sent.")).isVisible();

            ana.page().getByLabel("File for the visitor").setInputFiles(file("fares.pdf", "application/pdf", PDF));
            var link = page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("fares.pdf"));
            assertThat(link).isVisible();
            var saved = page.waitForDownload(link::click);
            assertThat(saved.suggestedFilename()).isEqualTo("fares.pdf");
            assertThat(Files.readAllBytes(saved.path())).isEqualTo(PDF);

            ana.page().getByLabel("Reply to the visitor").fill("More at https://tarnwick-sound.example/fares.");
            ana.page().getByLabel("Reply to the visitor").press("Enter");
            assertThat(page.getByRole(
                            AriaRole.LINK, new Page.GetByRoleOptions().setName("https://tarnwick-sound.example/fares")))
                    .isVisible();
            page.setViewportSize(390, 780);
            Ferry.press(ana.page(), "End the chat");

            var printed = page.waitForPopup(() -> Ferry.press(page, "Print it"));
            assertThat(printed.getByText("More at https://tarnwick-sound.example/fares."))
                    .isVisible();
            assertThat(printed.url())
                    .as("the way in is not left in the address")
                    .doesNotContain("#");
            page.getByLabel("Send it to me by mail").fill("robin@hallow.example");
            page.getByLabel("Send it to me by mail").press("Enter");
            assertThat(page.getByText("On its way to robin@hallow.example.")).isVisible();

            comes(printed, "/mails", "Your conversation with Tarnwick Sound Ferries");
            comes(printed, "/heard", "\"news\" : \"answered\"");
            Ferry.goesOff(ana);
            ana.endsWell();
            visitor.endsWellInSpiteOfComplaints(); // the browser tells of the file that was refused
        }
    }

    /** What is sent beside the talk comes a moment later. */
    private static void comes(Page page, String path, String text) {
        page.navigate(ferry.site() + path);
        for (int i = 0; i < 50 && page.getByText(text).count() == 0; i++) {
            page.waitForTimeout(200);
            page.reload();
        }
        assertThat(page.getByText(text).first()).isVisible();
    }

    /** Nothing is pressed with a pointer, and what comes is told to those who do not see it (WAI-ARIA 1.2, log and status). */
    @Test
    void aWholeChatNeedsKeysAlone() {
        try (var visitor = ferry.journey("keys-visitor");
                var ana = ferry.desk("operator")) {
            var page = visitor.page();
            page.navigate(ferry.site() + "/booking");
            var knock = page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Ask us"));
            assertThat(knock).isVisible();
            tabTo(page, knock);
            page.keyboard().press("Enter");
            assertThat(page.getByRole(AriaRole.DIALOG)).isVisible();
            var start = page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Start the chat"));
            tabTo(page, start);
            page.keyboard().press("Enter");

            tabTo(page, page.getByRole(AriaRole.RADIO).first());
            page.keyboard().press("Space");
            tabTo(page, page.getByRole(AriaRole.CHECKBOX).first());
            page.keyboard().press("Space");
            tabTo(page, start);
            page.keyboard().press("Enter");
            assertThat(page.getByRole(AriaRole.STATUS).getByText("Somebody will be with you shortly."))
                    .isVisible();

            Ferry.press(ana.page(), "Take it");
            var field = page.getByLabel("Your message");
            tabTo(page, field);
            page.keyboard().type("Is there a lift?");
            page.keyboard().press("Enter");
            assertThat(ana.page().getByText("Is there a lift?")).isVisible();
            ana.page().getByLabel("Reply to the visitor").fill("On every deck.");
            ana.page().getByLabel("Reply to the visitor").press("Enter");
            assertThat(page.getByRole(AriaRole.LOG).getByText("On every deck.")).isVisible();

            page.keyboard().press("Escape");
            assertThat(page.getByRole(AriaRole.DIALOG)).isHidden();
            assertThat(knock).isFocused();
            page.keyboard().press("Enter");
            var end = page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("End the chat"));
            tabTo(page, end);
            page.keyboard().press("Enter");
            assertThat(page.getByRole(AriaRole.STATUS).getByText("Thank you, and a smooth crossing."))
                    .isVisible();
            Ferry.goesOff(ana);
            ana.endsWell();
            visitor.endsWell();
        }
    }

    /** Every state as it is on the site, for axe-core; the few that want long waits are looked at in the previews. */
    @Test
    void everyStateOnTheSiteKeepsTheRules() throws InterruptedException {
        try (var visitor = ferry.journey("rules-visitor");
                var ana = ferry.desk("operator")) {
            var page = visitor.page();
            page.navigate(ferry.site() + "/booking");
            assertThat(page.getByText("Ask us")).isVisible();
            keepsTheRules(page, "before");
            page.getByText("Ask us").click();
            keepsTheRules(page, "cards");
            Ferry.press(page, "Start the chat");
            keepsTheRules(page, "questions");
            Ferry.press(page, "Start the chat");
            assertThat(page.getByText("Please answer this.").first()).isVisible();
            keepsTheRules(page, "questions with something missing");
            page.getByText("Fares and booking").click();
            page.getByText("I agree").click();
            Ferry.press(page, "Start the chat");
            assertThat(page.getByText("Somebody will be with you shortly.")).isVisible();
            keepsTheRules(page, "waiting");
            Ferry.press(ana.page(), "Take it");
            ana.page().getByLabel("Reply to the visitor").fill("More at https://tarnwick-sound.example/fares.");
            ana.page().getByLabel("Reply to the visitor").press("Enter");
            assertThat(page.getByRole(AriaRole.LOG).getByText("More at")).isVisible();
            keepsTheRules(page, "chat");
            Ferry.press(page, "End the chat");
            assertThat(page.getByText("Thank you, and a smooth crossing.")).isVisible();
            keepsTheRules(page, "ended");
            Ferry.goesOff(ana);
            page.getByLabel("Close").click();

            var planner = new LiveClient(ferry.gateway().address());
            planner.signIn("planner");
            pause(planner, true);
            try {
                meetsItClosed(page);
            } finally {
                pause(planner, false);
            }
            ana.endsWell();
            visitor.endsWell();
        }
    }

    /** A message is left, with a wish to be called back. */
    private static void meetsItClosed(Page page) {
        page.reload();
        page.getByText("Ask us").click();
        keepsTheRules(page, "closed");
        Ferry.press(page, "Leave a message");
        keepsTheRules(page, "message");
        page.getByLabel("Your message").fill("Do you take bicycles?");
        page.getByLabel("Your e-mail address").fill("robin@hallow.example");
        page.getByText("I agree").click();
        page.getByText("Please call me back").check();
        page.getByLabel("Telephone number").fill("+353 1 555 0199");
        page.getByLabel("When suits you?").fill("after three");
        Ferry.press(page, "Send the message");
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Send the message")))
                .isHidden();
        keepsTheRules(page, "thanks");
    }

    private static void keepsTheRules(Page page, String state) {
        // The stand-in site around the door, which ships with the product, is looked at once.
        AxeRules.hold(page, state, state.equals("before") ? List.of() : List.of("header", "main", "nav"));
    }

    private static void pause(LiveClient planner, boolean paused) throws InterruptedException {
        var answer = planner.post("/api/v1/plans/tarnwick/doors/booking-site/pause", "{\"paused\":" + paused + "}");
        assertThat(answer.status()).as(answer.body()).isBetween(200, 204);
    }

    /** The server's clock alone counts, and a visitor has one chat, in however many tabs they look at it. */
    @Test
    void fiveTabsAndAClockADayOff() {
        try (var visitor = ferry.journey("tabs-visitor");
                var ana = ferry.desk("operator")) {
            var page = visitor.page();
            page.context()
                    .clock()
                    .install(new Clock.InstallOptions()
                            .setTime(Application.TODAY
                                    .plusDays(1)
                                    .atTime(3, 0)
                                    .toInstant(ZoneOffset.UTC)
                                    .toEpochMilli()));
            ferry.startChat(page, "/booking");
            Ferry.press(ana.page(), "Take it");
            var tabs = new ArrayList<Page>(List.of(page));
            for (int i = 1; i < 5; i++) {
                var tab = page.context().newPage();
                tab.navigate(ferry.site() + "/groups");
                tabs.add(tab);
            }
            for (int i = 0; i < tabs.size(); i++) {
                tabs.get(i).getByLabel("Your message").fill("From tab " + i);
                tabs.get(i).getByLabel("Your message").press("Enter");
                for (var tab : tabs) {
                    assertThat(tab.getByText("From tab " + i)).hasCount(1);
                }
            }
            assertThat(ana.page().getByText("From tab")).hasCount(5);
            Ferry.press(tabs.getLast(), "End the chat");
            for (var tab : tabs) {
                assertThat(tab.getByText("Thank you, and a smooth crossing.")).isVisible();
            }
            Ferry.goesOff(ana);
            ana.endsWell();
            visitor.endsWell();
        }
    }

    private static void tabTo(Page page, Locator wanted) {
        assertThat(wanted).isVisible();
        for (int i = 0; i < 40; i++) {
            // The focus inside of a door is seen in its own tree.
            if (Boolean.TRUE.equals(wanted.evaluate("element => element.getRootNode().activeElement === element"))) {
                return;
            }
            page.keyboard().press("Tab");
        }
        throw new AssertionError("the Tab key does not lead to " + wanted);
    }

    /** A phone of 360 pixels whose keyboard takes half of it, and a page at 400 % (WCAG 2.2, 1.4.10: 320 pixels wide). */
    @Test
    void smallScreensHaveRoomForAllThatIsNeeded() {
        try (var visitor = ferry.journey("small-visitor")) {
            var page = visitor.page();
            page.setViewportSize(360, 640);
            ferry.startChat(page, "/booking");
            fits(page);
            page.setViewportSize(360, 320);
            page.getByLabel("Your message").click();
            fits(page);
            assertThat(page.getByLabel("Your message")).isInViewport();
            page.setViewportSize(320, 256);
            fits(page);
            for (var control : List.of("Send", "Send a file", "End the chat")) {
                var button = page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName(control).setExact(true));
                button.scrollIntoViewIfNeeded();
                assertThat(button).isInViewport();
            }
            Ferry.press(page, "End the chat");
            assertThat(page.getByText("Thank you, and a smooth crossing.")).isVisible();
            fits(page);
            visitor.endsWell();
        }
    }

    /** Nothing has to be scrolled sideways. */
    private static void fits(Page page) {
        assertThat(page.getByRole(AriaRole.DIALOG).evaluate("""
                panel => [...panel.querySelectorAll('*')]
                    .filter(part => part.scrollWidth > part.clientWidth + 1 && getComputedStyle(part).overflowX !== 'visible')
                    .map(part => part.className || part.tagName)""")).isEqualTo(List.of());
        assertThat((int) page.getByRole(AriaRole.DIALOG)
                        .evaluate("panel => Math.ceil(panel.getBoundingClientRect().right - innerWidth)"))
                .isLessThanOrEqualTo(0);
    }

    /** In Arabic all is mirrored; each line stands in the direction of its first strong letter (Unicode annex 9, P2 and P3). */
    @Test
    void aDoorThatIsReadFromTheRight() throws InterruptedException {
        var planner = new LiveClient(ferry.gateway().address());
        planner.signIn("planner");
        putLiveInArabic(planner);
        try (var visitor = ferry.journey("arabic-visitor")) {
            var page = visitor.page();
            page.navigate("/door/arabic/terminal-poster/ar");
            var panel = page.getByRole(AriaRole.DIALOG);
            assertThat(panel).isVisible();
            assertThat(panel.evaluate("part => getComputedStyle(part).direction"))
                    .isEqualTo("rtl");
            assertThat(panel.locator(".close").evaluate("""
                    close => close.getBoundingClientRect().left < close.parentElement.getBoundingClientRect().width / 2""")).isEqualTo(true);
            page.locator("button.main").click();
            page.getByRole(AriaRole.RADIO).first().check();
            page.locator("button.main").click();
            var field = page.locator("#line");
            for (var line : List.of("car (عربية) 1.", "سيارة (car) 1.")) {
                field.fill(line);
                field.press("Enter");
                assertThat(page.getByText(line)).isVisible();
            }
            assertThat(page.getByText("car (عربية) 1.").evaluate("line => getComputedStyle(line).direction"))
                    .isEqualTo("ltr");
            assertThat(page.getByText("سيارة (car) 1.").evaluate("line => getComputedStyle(line).direction"))
                    .isEqualTo("rtl");
            visitor.endsWell();
        }
    }

    /** The demo's plan under another name, with a poster's door in Arabic; its texts are in the words of whoever wrote them. */
    private static void putLiveInArabic(LiveClient planner) throws InterruptedException {
        var plan = planner.get("/api/v1/plans/tarnwick/document?of=live").json();
        plan.add("checks", new JsonArray());
        for (var door : plan.getAsJsonArray("doors")) {
            if (door.getAsJsonObject().get("id").getAsString().equals("terminal-poster")) {
                door.getAsJsonObject().add("languages", JsonParser.parseString("[\"ar\", \"en\"]"));
            }
        }
        planner.post("/api/v1/plans/document?id=arabic", plan.toString());
        long change =
                planner.get("/api/v1/plans/arabic/draft").json().get("change").getAsLong();
        var live = planner.post("/api/v1/plans/arabic/revisions", "{\"change\":" + change + ",\"note\":\"\"}");
        assertThat(live.status()).as(live.body()).isEqualTo(201);
    }
}
