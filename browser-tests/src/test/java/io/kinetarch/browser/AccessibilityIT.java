package io.kinetarch.browser;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.LoadState;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The automatic rules of axe-core (WCAG 2.2 A and AA among them) on every view. */
class AccessibilityIT {
    private static final List<Integer> OTHER_WIDTHS = List.of(1024, 1920);
    private static final String SIGN_IN = "sign-in";
    private static final String FIRST_VIEW = "/passage";
    private static final List<String> SURROUNDINGS = List.of("header", "nav", "footer", ".ruler");

    /** What visitors can meet at a door. */
    private static final List<String> STATES = List.of(
            "before",
            "cards",
            "questions",
            "waiting",
            "chat",
            "no-reply",
            "busy",
            "closed",
            "message",
            "thanks",
            "ended");

    @Test
    void noViewBreaksASeriousRule() throws IOException, InterruptedException {
        try (var application = Application.startDemo("kinetarch_accessibility_test");
                var chromium = new Chromium();
                var journey = new Journey("accessibility", chromium.browser(), application.address())) {
            var page = journey.page();
            page.navigate("/");
            page.getByLabel("Password").waitFor();
            check(page, SIGN_IN);
            journey.signIn("admin");
            for (String view : List.of(
                    FIRST_VIEW,
                    "/passage?sel=queues/rebooking",
                    "/passage?try=booking-site",
                    "/people",
                    "/people?sel=operators/ana-r",
                    "/structure",
                    "/structure?sel=departments/travel-day",
                    "/structure?sel=rules/group-fares",
                    "/structure?sel=settings/settings",
                    "/doors",
                    "/doors?sel=doors/booking-site&lang=de",
                    "/doors?sel=doors/booking-site&show=embed",
                    "/doors?sel=doors/booking-site&show=why-closed",
                    "/hours",
                    "/rules",
                    "/rules?plan=tarnwick-before&sel=rules/german",
                    "/ladders",
                    "/bot",
                    "/bot?sel=topics/change",
                    "/bot?part=knowledge&sel=helpPages/luggage",
                    "/bot?part=quality&sel=bots/tern",
                    "/rehearsal",
                    "/checks?plan=tarnwick-before",
                    "/findings?plan=tarnwick-before",
                    "/forecast",
                    "/volumes",
                    "/volumes?panel=Import",
                    "/forecast?show=days",
                    "/forecast?show=so-far",
                    "/staffing",
                    "/staffing?by=queue:rebooking",
                    "/staffing?panel=What+if&if=volume:1.2",
                    "/staffing?panel=What+helps",
                    "/roster",
                    "/roster?panel=Working+rules",
                    "/replies",
                    "/outbox",
                    "/revisions",
                    "/security",
                    "/account")) {
                journey.open(view);
                page.waitForLoadState(LoadState.NETWORKIDLE);
                check(page, view);
                // What a parameter opens beside a view stands in the same frame at every width.
                for (int width : view.contains("?") ? List.<Integer>of() : OTHER_WIDTHS) {
                    page.setViewportSize(width, Chromium.HEIGHT);
                    AxeRules.hold(page, view + " at " + width, SURROUNDINGS);
                }
                page.setViewportSize(Chromium.WIDTH, Chromium.HEIGHT);
            }
            page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.DARK));
            for (String view :
                    List.of(FIRST_VIEW, "/people", "/rules", "/staffing", "/roster", "/security", "/account")) {
                journey.open(view);
                page.waitForLoadState(LoadState.NETWORKIDLE);
                AxeRules.hold(page, view + " in dark colours", List.of());
            }
            page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.LIGHT));
            journey.open("/doors?sel=doors/booking-site&lang=fr&state=before");
            for (String state : STATES) {
                page.locator("[data-state=" + state + "]").waitFor();
                check(page, "door: " + state);
                var next = page.locator(".sheet-steps button").nth(1);
                if (next.isEnabled()) {
                    next.click();
                }
            }
            journey.open("/rehearsal?at=2026-12-07T10:00:00Z");
            journey.button("Begin").click();
            journey.button("Add visitors").click();
            journey.button("Arrives").click();
            page.getByLabel("Visitor c1").waitFor();
            check(page, "a rehearsal");
            page.keyboard().press("Control+k");
            page.getByLabel("Find an element, a view or an action").waitFor();
            check(page, "palette");
            journey.endsWell();
        }
    }

    /** What surrounds every view is looked at once, on the first. */
    private static void check(Page page, String view) {
        AxeRules.hold(page, view, view.equals(FIRST_VIEW) || view.equals(SIGN_IN) ? List.of() : SURROUNDINGS);
    }
}
