package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.Gson;
import com.google.gson.JsonArray;
import com.google.gson.JsonParser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.LoadState;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Visitors on the stand-in site and operators at their desks, each in a browser of their own, on two origins. */
class LiveIT {
    private static Ferry ferry;

    @BeforeAll
    static void start() throws IOException, InterruptedException {
        ferry = Ferry.start("kinetarch_live");
    }

    @AfterAll
    static void stop() throws IOException {
        ferry.close();
    }

    private static void replies(Page desk, String text) {
        var field = desk.getByLabel("Reply to the visitor");
        field.fill(text);
        field.press("Enter");
    }

    @Test
    void aChatFromTheSiteOverTheDeskToItsRecord() throws Exception {
        try (var visitor = ferry.journey("visitor");
                var ana = ferry.desk("operator");
                var ciara = ferry.desk("colleague");
                var planner = ferry.journey("records")) {
            ferry.startChat(visitor.page(), "/booking");
            Ferry.says(visitor.page(), "Is there a fare for twelve?");
            takeAtAnas(ana.page(), ciara.page());
            assertThat(ana.page().getByText("Is there a fare for twelve?")).isVisible();
            assertThat(visitor.page().getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Ana R.")))
                    .isVisible();
            replies(ana.page(), "A third less from ten on.");
            assertThat(visitor.page().getByText("A third less from ten on.")).isVisible();
            assertThat(ana.page().getByText("read", new Page.GetByTextOptions().setExact(true)))
                    .isVisible();

            // What is typed is seen at the desk before it is sent.
            visitor.page().getByLabel("Your message").fill("And for the b");
            assertThat(ana.page().getByText("And for the b")).isVisible();
            Ferry.says(visitor.page(), "And for the bus?");
            assertThat(ana.page().getByText("And for the bus?")).isVisible();

            // Reloads keep the chat, on both sides, and what is half typed at the desk.
            ana.page().getByLabel("Reply to the visitor").fill("I ask a coll");
            visitor.page().reload();
            ana.page().reload();
            assertThat(visitor.page().getByText("And for the bus?")).isVisible();
            assertThat(ana.page().getByLabel("Reply to the visitor")).hasValue("I ask a coll");

            // A second tab has the same chat.
            try (var tab = visitor.page().context().newPage()) {
                tab.navigate(ferry.site() + "/sailings");
                tab.navigate(ferry.site() + "/groups");
                assertThat(tab.getByText("And for the bus?")).isVisible();
            }

            ana.page().getByLabel("Reply to the visitor").fill("");
            ana.button("Send on …").click();
            ana.page()
                    .getByText(Pattern.compile("^Ciara H\\., \\d of \\d free$"))
                    .first()
                    .click();
            Ferry.press(ciara.page(), "Take it");
            replies(ciara.page(), "Buses are with freight.");
            assertThat(visitor.page().getByText("Buses are with freight.")).isVisible();
            Ferry.press(ciara.page(), "End the chat");
            assertThat(visitor.page().getByText("Thank you, and a smooth crossing."))
                    .isVisible();

            planner.signIn("planner");
            planner.open("/records");
            planner.page().locator(".record-row").first().click();
            var record = planner.page().getByLabel("Record");
            for (String said : new String[] {
                "Is there a fare for twelve?",
                "A third less from ten on.",
                "And for the bus?",
                "Buses are with freight."
            }) {
                assertThat(record.getByText(said)).isVisible();
            }
            assertThat(record.getByText("transferred")).isVisible();
            Ferry.goesOff(ana);
            Ferry.goesOff(ciara);
            planner.endsWell();
            ciara.endsWell();
            ana.endsWell();
            visitor.endsWell();
        }
    }

    @Test
    void chatsStandSideBySideAndAreReachedByTheirKeys() {
        try (var robin = ferry.journey("robin");
                var stranger = ferry.journey("stranger");
                var third = ferry.journey("third");
                var ana = ferry.desk("operator")) {
            ferry.startChat(robin.page(), "/booking?known");
            Ferry.says(robin.page(), "Can I still change to the 16:10?");
            Ferry.press(ana.page(), "Take it");
            ana.page().getByLabel("Reply to Robin Vale").fill("Yes, until half past three.");
            ana.page().getByLabel("Reply to Robin Vale").press("Enter");
            assertThat(robin.page().getByText("Yes, until half past three.")).isVisible();
            Ferry.says(robin.page(), "Thank you. And the car with me?");
            ScreenshotsIT.take(robin.page(), "visitor");

            ferry.startChat(stranger.page(), "/booking");
            Ferry.says(stranger.page(), "Is there a fare for twelve people?");
            Ferry.press(ana.page(), "Take it");
            ana.page().getByLabel("Reply to the visitor").waitFor();
            ana.page().keyboard().press("Alt+2");
            assertThat(ana.page().getByLabel("Reply to the visitor")).isFocused();
            ana.page().keyboard().type("From ten on, a third");
            ana.page().keyboard().press("Alt+1");
            assertThat(ana.page().getByLabel("Reply to Robin Vale")).isFocused();
            assertThat(ana.page().getByLabel("Reply to the visitor")).hasValue("From ten on, a third");

            ferry.startChat(third.page(), "/booking");
            Ferry.says(third.page(), "When do I have to be at the quay?");
            assertThat(ana.page().getByText("Offered to you")).isVisible();
            assertThat(ana.page().getByText("When do I have to be at the quay?"))
                    .isVisible();
            assertThat(ana.page().getByText("6 of 6 in use")).isVisible();

            // What a page learns during a chat is seen at the desk; what is not signed is not believed, and the page is
            // told why.
            var doubt = third.page()
                    .waitForConsoleMessage(() ->
                            third.page().evaluate("kinetarch['tarnwick/booking-site'].tell({ name: 'Wren Tallow' })"));
            assertThat(doubt.text()).contains("these are not signed");
            third.page().evaluate("""
                    async () => {
                      const known = new DOMParser().parseFromString(await (await fetch('/booking?known')).text(), 'text/html');
                      const block = known.querySelector('[data-door-facts]');
                      const facts = Object.fromEntries(Object.entries(JSON.parse(block.textContent)).filter(([, fact]) => fact));
                      const { signedAt, signature } = block.dataset;
                      kinetarch['tarnwick/booking-site'].tell(facts, { instant: Number(signedAt), signature });
                    }""");
            assertThat(ana.page().getByLabel(Pattern.compile("Place \\d: offered")))
                    .containsText("Robin Vale");
            assertThat(ana.page().getByText("Wren Tallow")).hasCount(0);
            for (var visitor : new Journey[] {robin, stranger, third}) {
                Ferry.press(visitor.page(), "End the chat");
                assertThat(visitor.page().getByText("Thank you, and a smooth crossing."))
                        .isVisible();
                visitor.endsWell();
            }
            Ferry.goesOff(ana);
            ana.endsWell();
        }
    }

    /** Whoever else is offered the chat leaves it, until Ana has it. */
    private static void takeAtAnas(Page ana, Page ciara) {
        var atAnas = ana.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Take it"));
        var atCiaras = ciara.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Leave it to others"));
        for (int i = 0; i < 200 && !atAnas.isVisible(); i++) {
            if (atCiaras.isVisible()) {
                atCiaras.click();
            }
            ana.waitForTimeout(100);
        }
        atAnas.click();
    }

    /** The page is told what happens, without a word of what is said, and can do as much as its visitor. */
    @Test
    void aPageInvitesIsToldWhatHappensAndSpeaksAnotherLanguage() throws Exception {
        try (var journey = ferry.journey("invited")) {
            var page = journey.page();
            page.addInitScript(
                    "window.told = []; document.addEventListener('kinetarch', ({detail}) => told.push(detail.what))");
            page.navigate(ferry.site() + "/groups");
            var invitation = page.locator(".invitation");
            assertThat(invitation)
                    .containsText(
                            "Looking for group fares?", new LocatorAssertions.ContainsTextOptions().setTimeout(30_000));
            assertThat(invitation).containsText("Bram, Fares & booking");
            Ferry.press(page, "Start the chat");
            Ferry.press(page, "Start the chat");
            page.getByText("Fares and booking").click();
            page.getByText("I agree").click();
            Ferry.press(page, "Start the chat");
            assertThat(page.getByText("Somebody will be with you shortly.")).isVisible();
            Ferry.press(page, "End the chat");
            page.getByLabel("4", new Page.GetByLabelOptions().setExact(true)).check();
            page.getByLabel("A few words, if you like").fill("Nobody was there");
            Ferry.press(page, "Send the rating");
            assertThat(page.getByText("Thank you for your rating.")).isVisible();
            assertThat(page.evaluate("told.join(' ')")).isEqualTo("shown invited opened started ended rated");

            page.evaluate("kinetarch['tarnwick/booking-site'].close()");
            page.evaluate("kinetarch['tarnwick/booking-site'].speak('de')");
            page.evaluate("kinetarch['tarnwick/booking-site'].tell({name: 'Robin Vale'})");
            page.evaluate("kinetarch['tarnwick/booking-site'].open()");
            assertThat(page.getByText("Chat beginnen")).isVisible();
            page.reload();
            page.waitForTimeout(12_000);
            assertThat(invitation).isHidden(); // once per visitor
            journey.endsWell();
        }
    }

    @Test
    void aCutNetworkIsMendedWithNothingLost() throws Exception {
        try (var visitor = ferry.journey("cut");
                var ana = ferry.desk("operator")) {
            ferry.startChat(visitor.page(), "/booking");
            Ferry.press(ana.page(), "Take it");
            replies(ana.page(), "Before the cut.");
            assertThat(visitor.page().getByText("Before the cut.")).isVisible();
            ferry.gateway().cut();
            try {
                assertThat(visitor.page().getByText("Connecting again …")).isVisible();
                Ferry.says(visitor.page(), "While it was cut.");
                replies(ana.page(), "Answered meanwhile.");
                assertThat(visitor.page().getByText("sending")).isVisible();
                TimeUnit.SECONDS.sleep(30); // as long as is promised
            } finally {
                ferry.gateway().mend();
            }
            assertThat(visitor.page().getByText("Answered meanwhile.")).isVisible();
            assertThat(ana.page().getByText("While it was cut.")).isVisible();
            assertThat(visitor.page().getByText("Connecting again …")).isHidden();
            assertThat(visitor.page().getByText("While it was cut.")).hasCount(1);
            Ferry.press(visitor.page(), "End the chat");
            assertThat(visitor.page().getByText("Thank you, and a smooth crossing."))
                    .isVisible();
        }
    }

    /** Greeting, answer, follow-up, not understood twice, the person with what was found out, and a draft that is used. */
    @Test
    void theBotHandsOverAndDrafts() {
        try (var ana = ferry.desk("operator");
                var visitor = ferry.journey("bot-visitor")) {
            var page = visitor.page();
            page.navigate(ferry.site() + "/sailings");
            Ferry.press(page, "Is it sailing?");
            Ferry.press(page, "Start the chat");
            page.getByText("Is my ferry sailing?").click();
            Ferry.press(page, "Start the chat");
            assertThat(page.getByText("I am Tern", containing())).isVisible();
            Ferry.says(page, "I want to change my booking");
            assertThat(page.getByText("What is your booking number?", containing()))
                    .isVisible();
            Ferry.says(page, "TS-204518");
            assertThat(page.getByText("Your booking TS-204518 sails", containing()))
                    .isVisible();
            Ferry.says(page, "xyzzy plugh");
            assertThat(page.getByText("I did not understand that", containing()))
                    .isVisible();
            Ferry.says(page, "plugh xyzzy");

            var found = ana.page().getByLabel("What Tern found out");
            assertThat(found).containsText("about Change my booking");
            assertThat(found).containsText("TS-204518");
            Ferry.press(ana.page(), "Take it");
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Ana R.")))
                    .isVisible();
            Ferry.says(page, "can I bring my dog");
            assertThat(ana.page().getByText("Tern would say:")).isVisible();
            ScreenshotsIT.take(ana.page(), "desk");
            var reply = ana.page().getByLabel("Reply to the visitor");
            reply.press("Alt+ArrowUp");
            assertThat(reply).hasValue(Pattern.compile("^Dogs and cats travel free"));
            reply.press("Enter");
            assertThat(page.getByText("Dogs and cats travel free", containing()))
                    .isVisible();

            // On her word the bot takes it back, and ends what is easy.
            Ferry.press(ana.page(), "Send on …");
            ana.page()
                    .getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("Tern"))
                    .click();
            assertThat(page.getByText("I am Tern again.", containing())).isVisible();
            Ferry.says(page, "when do I have to check in");
            assertThat(page.getByText("A photo of your booking is enough", containing()))
                    .isVisible();
            Ferry.press(page, "End the chat");
            Ferry.goesOff(ana);
            visitor.endsWell();
            ana.endsWell();
        }
    }

    /** Nobody is there: the bot answers what it knows, and who wants a person has the form to leave a message with. */
    @Test
    void byNightTheBotAnswersAndLeavesTheForm() throws InterruptedException {
        var planner = new LiveClient(ferry.gateway().address());
        planner.signIn("planner");
        putLiveClosed(planner, "night");
        try (var visitor = ferry.journey("night-visitor")) {
            var page = visitor.page();
            page.navigate("/door/night/booking-site/de");
            Ferry.press(page, "Chat beginnen");
            page.getByText("Tarife und Buchung").click();
            page.getByText("Ich bin einverstanden").click();
            Ferry.press(page, "Chat beginnen");
            assertThat(page.getByText("ich bin Tern", containing())).isVisible();
            saysInGerman(page, "darf ich meinen Hund mitnehmen");
            assertThat(page.getByText("Hunde und Katzen reisen kostenlos", containing()))
                    .isVisible();
            Ferry.press(page, "Wann einchecken");
            assertThat(page.getByText("Ein Foto der Buchung", containing())).isVisible();
            saysInGerman(page, "ich möchte mit einem Menschen sprechen");
            assertThat(page.getByLabel("Ihre E-Mail-Adresse")).isVisible();
            page.getByLabel("Ihre Nachricht").fill("Bitte um Antwort: passt mein Hund in den Salon?");
            page.getByLabel("Ihre E-Mail-Adresse").fill("gast@example.org");
            Ferry.press(page, "Nachricht senden");
            assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Nachricht senden")))
                    .isHidden();
            visitor.endsWell();
        }
        var record = planner.get("/api/v1/plans/night/records")
                .json()
                .getAsJsonArray("lines")
                .get(0);
        assertThat(record.getAsJsonObject().get("outcome").getAsString()).isEqualTo("left-message");
        theMessageIsAnsweredByMail();
    }

    /** At the desk, on the stand-in's page of mails, and back by the link to the same conversation. */
    private static void theMessageIsAnsweredByMail() {
        try (var ana = ferry.journey("letters");
                var guest = ferry.journey("guest")) {
            var desk = ana.page();
            desk.navigate("/desk?plan=night");
            desk.getByLabel("Name").fill("operator");
            desk.getByLabel("Password").fill("ferry-demo-2026");
            ana.button("Sign in").click();
            Ferry.press(desk, "left behind 1");
            desk.getByLabel("Answer to gast@example.org").fill("Ja, an der Leine.");
            Ferry.press(desk, "Send to gast@example.org");
            assertThat(desk.getByText("Nobody waits for an answer.")).isVisible();
            ana.endsWell();

            var page = guest.page();
            page.navigate(ferry.site() + "/mails");
            var link = page.getByRole(AriaRole.LINK);
            for (int i = 0; i < 50 && link.count() == 0; i++) {
                page.waitForTimeout(200);
                page.reload();
            }
            assertThat(page.getByText("Ihre Nachricht an Tarnwick Sound Ferries"))
                    .isVisible();
            link.click();
            assertThat(page.getByText("Ja, an der Leine.")).isVisible();
            assertThat(page.getByText("Bitte um Antwort: passt mein Hund in den Salon?"))
                    .isVisible();
            assertThat(page.url()).isEqualTo(ferry.gateway().address() + "/door/night/booking-site/de");
            // By night it goes on with the bot, below all that was said before.
            Ferry.press(page, "Weiterschreiben");
            page.getByText("Tarife und Buchung").click();
            page.getByText("Ich bin einverstanden").click();
            Ferry.press(page, "Chat beginnen");
            assertThat(page.getByText("ich bin Tern", containing())).isVisible();
            assertThat(page.getByText("Ja, an der Leine.")).isVisible();
            guest.endsWell();
        }
    }

    /** The demo's plan under another name, open on Monday nights only. */
    private static void putLiveClosed(LiveClient planner, String id) throws InterruptedException {
        var plan = planner.get("/api/v1/plans/tarnwick/document?of=live").json();
        plan.add("checks", new JsonArray());
        for (var set : plan.getAsJsonArray("hours")) {
            var hours = set.getAsJsonObject().getAsJsonObject("hours");
            hours.addProperty("roundTheClock", false);
            hours.add("weekly", JsonParser.parseString("[{\"day\":\"MONDAY\",\"from\":\"22:00\",\"to\":\"23:00\"}]"));
            hours.add("seasons", new JsonArray());
        }
        planner.post("/api/v1/plans/document?id=" + id, plan.toString());
        long change = planner.get("/api/v1/plans/" + id + "/draft")
                .json()
                .get("change")
                .getAsLong();
        var live = planner.post("/api/v1/plans/" + id + "/revisions", "{\"change\":" + change + ",\"note\":\"\"}");
        assertThat(live.status()).as(live.body()).isEqualTo(201);
    }

    private static void saysInGerman(Page visitor, String text) {
        visitor.getByLabel("Ihre Nachricht").fill(text);
        visitor.getByLabel("Ihre Nachricht").press("Enter");
    }

    private static Page.GetByTextOptions containing() {
        return new Page.GetByTextOptions().setExact(false);
    }

    @Test
    void theSitesPolicyDecidesWhetherItsDoorIsShown() {
        try (var journey = ferry.journey("policy")) {
            var page = journey.page();
            var said = new ArrayList<String>();
            page.onConsoleMessage(message -> said.add(message.text()));
            page.navigate(ferry.site() + "/?policy=allows");
            assertThat(page.getByText("Ask us")).isVisible();
            page.navigate(ferry.site() + "/?policy=blocks");
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Home")))
                    .isVisible();
            assertThat(page.getByText("Ask us")).isHidden();
            assertThat(said).anyMatch(text -> text.contains("Content Security Policy") && text.contains("door.js"));
            page.navigate(ferry.site() + "/framed?page=/");
            assertThat(page.frameLocator("iframe").getByText("Ask us")).isVisible();
            journey.endsWellInSpiteOfComplaints();
        }
    }

    /** What the chain says of a page and its policy is what Chromium does with them. */
    @Test
    void whyClosedSaysWhatTheBrowserDoes() throws Exception {
        try (var journey = ferry.journey("side-by-side")) {
            var planner = new LiveClient(ferry.gateway().address());
            planner.signIn("planner");
            var ana = new LiveClient(ferry.gateway().address());
            ana.signIn("operator");
            ana.atDesk("presence", "{\"state\":\"present\"}");
            String strange = ferry.site().replace("127.0.0.1", "localhost"); // a site that no door allows
            for (String address : List.of(
                    ferry.site() + "/?policy=open",
                    ferry.site() + "/?policy=allows",
                    ferry.site() + "/?policy=blocks",
                    strange + "/?policy=open",
                    strange + "/?policy=blocks")) {
                var page = journey.page();
                var policy = page.navigate(address).headerValue("content-security-policy");
                page.waitForLoadState(LoadState.NETWORKIDLE);
                var chain = planner.post("/api/v1/plans/tarnwick/doors/booking-site/why-closed", """
                        {"page":"%s","policies":%s,"nonce":null,"now":true,"at":"%s"}""".formatted(
                                address,
                                new Gson().toJson(policy == null ? List.of() : List.of(policy)),
                                Application.TODAY.atStartOfDay() + ":00Z"));
                boolean holds = JsonParser.parseString(chain.body()).getAsJsonArray().asList().stream()
                        .allMatch(link -> link.getAsJsonObject().get("passed").getAsBoolean());
                assertThat(page.getByText("Ask us"))
                        .isVisible(new LocatorAssertions.IsVisibleOptions().setVisible(holds));
            }
            ana.atDesk("presence", "{\"state\":\"gone\"}");
            journey.endsWellInSpiteOfComplaints();
        }
    }

    @Test
    void aPausedDoorClosesOnOpenPagesAndSaysWhy() {
        try (var visitor = ferry.journey("paused");
                var planner = ferry.journey("pausing")) {
            visitor.page().navigate(ferry.site() + "/booking");
            visitor.page().getByText("Ask us").click();
            assertThat(visitor.page().getByText("Quick answers")).isVisible();
            planner.signIn("planner");
            planner.open("/doors");
            var row = planner.page()
                    .getByRole(AriaRole.LISTITEM)
                    .filter(new Locator.FilterOptions().setHasText("Booking site"));
            row.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Pause it now"))
                    .click();
            assertThat(row.getByText("paused: no chat can be started")).isVisible();
            assertThat(visitor.page().getByText("Leave a message")).isVisible();
            row.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Open it again"))
                    .click();
            assertThat(visitor.page().getByText("Quick answers")).isVisible();
            visitor.endsWell();
            planner.endsWell();
        }
    }
}
