package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.regex.Pattern;

/** The demo with its ferry line's site and mails, on two origins, and browsers for both sides; its gateway can be cut. */
final class Ferry implements AutoCloseable {
    private final Gateway gateway;
    private final Application application;
    private final Chromium chromium;
    private final String site;

    private Ferry(Gateway gateway, Application application, Chromium chromium, String site) {
        this.gateway = gateway;
        this.application = application;
        this.chromium = chromium;
        this.site = site;
    }

    /** Starts it with a database of its own, whose doors allow the stand-in site at its port. */
    static Ferry start(String database) throws IOException, InterruptedException {
        return start(database, 0);
    }

    /** The same, with so many days of finished chats behind it. */
    static Ferry start(String database, int pastDays) throws IOException, InterruptedException {
        var gateway = new Gateway();
        int port = FreePort.next();
        int mailPort = FreePort.next();
        var application = Application.start(
                database,
                "--spring.profiles.active=demo",
                "--kinetarch.stand-in.port=" + port,
                "--kinetarch.stand-in.mail-port=" + mailPort,
                "--spring.mail.host=127.0.0.1",
                "--spring.mail.port=" + mailPort,
                "--kinetarch.public-address=" + gateway.address(),
                "--kinetarch.demo.past-days=" + pastDays);
        gateway.leadsTo(application);
        return new Ferry(gateway, application, new Chromium(), "http://127.0.0.1:" + port);
    }

    @Override
    public void close() throws IOException {
        chromium.close();
        application.close();
        gateway.close();
    }

    Gateway gateway() {
        return gateway;
    }

    Application application() {
        return application;
    }

    Chromium chromium() {
        return chromium;
    }

    /** Where the stand-in site is. */
    String site() {
        return site;
    }

    Journey journey(String name) {
        return new Journey(name, chromium.browser(), gateway.address());
    }

    /** The desk of an account, whose operator is present. */
    Journey desk(String account) {
        var journey = journey("desk-" + account);
        journey.page().navigate("/desk");
        journey.page().getByLabel("Name").fill(account);
        journey.page().getByLabel("Password").fill("ferry-demo-2026");
        journey.button("Sign in").click();
        journey.page().getByText("▲ Present").click();
        assertThat(journey.page().getByText(Pattern.compile("0 of \\d in use"))).isVisible();
        return journey;
    }

    /** Nobody is offered a chat at a desk that no test looks at any more. */
    static void goesOff(Journey desk) {
        desk.page().getByText("○ Off").click();
        assertThat(desk.page().getByText("You are off.")).isVisible();
    }

    /** Starts a chat about fares on a page of the site. */
    void startChat(Page visitor, String path) {
        visitor.navigate(site + path);
        visitor.getByText("Ask us").click();
        press(visitor, "Start the chat");
        visitor.getByText("Fares and booking").click();
        visitor.getByText("I agree").click();
        press(visitor, "Start the chat");
        assertThat(visitor.getByText("Somebody will be with you shortly.")).isVisible();
    }

    /** A visitor says something. */
    static void says(Page visitor, String text) {
        visitor.getByLabel("Your message").fill(text);
        visitor.getByLabel("Your message").press("Enter");
    }

    static void press(Page page, String button) {
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(button))
                .click();
    }
}
