package io.kinetarch.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonObject;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** Figures of the interface that only a browser can tell; they are printed, and what they should be is in docs/benchmarks.md. */
@Tag("figures")
class FiguresIT {
    private static final int TIMES = 14;
    private static final int PLACES = 6;
    private static final int MESSAGES_A_SECOND = 20;
    private static final int SECONDS = 15;

    private static Ferry ferry;

    @BeforeAll
    static void start() throws IOException, InterruptedException {
        ferry = Ferry.start("kinetarch_figures");
    }

    @AfterAll
    static void stop() throws IOException {
        ferry.close();
    }

    private static double at(List<Double> sorted, double share) {
        return sorted.get((int) Math.min(sorted.size() - 1L, Math.round(share * sorted.size())));
    }

    private static void print(String what, List<Double> millis) {
        var sorted = millis.stream().sorted().toList();
        System.out.printf(
                "%s: median %.1f ms, 95 in 100 within %.1f ms, most %.1f ms, of %d%n",
                what, at(sorted, 0.5), at(sorted, 0.95), sorted.getLast(), sorted.size());
    }

    /** Chromium's own throttling, at 400 kbit/s and 100 ms a round trip, with nothing at hand. */
    @Test
    void theLauncherOnASlowLine() {
        var shown = new ArrayList<Double>();
        for (int i = 0; i < TIMES; i++) {
            try (var context = ferry.chromium().browser().newContext(new Browser.NewContextOptions().setLocale("en"))) {
                var page = context.newPage();
                var line = new JsonObject();
                line.addProperty("offline", false);
                line.addProperty("latency", 100);
                line.addProperty("downloadThroughput", 50_000);
                line.addProperty("uploadThroughput", 50_000);
                context.newCDPSession(page).send("Network.emulateNetworkConditions", line);
                page.addInitScript(
                        "document.addEventListener('kinetarch', () => requestAnimationFrame(() => requestAnimationFrame("
                                + "() => { window.shownAfter = performance.now(); })))");
                page.navigate(ferry.site() + "/booking");
                page.waitForFunction("window.shownAfter");
                shown.add(((Number) page.evaluate("window.shownAfter")).doubleValue());
            }
        }
        print("launcher at 400 kbit/s", shown);
        assertThat(shown).hasSize(TIMES);
    }

    @Test
    void theDeskWithSixPlacesAndTwentyMessagesASecond() throws InterruptedException {
        try (var ana = ferry.desk("operator")) {
            var page = ana.page();
            var visitors = new ArrayList<LiveClient>();
            for (int i = 0; i < PLACES; i++) {
                var visitor = new LiveClient(ferry.gateway().address());
                visitor.start("booking-site", "Is my ferry sailing?");
                visitors.add(visitor);
                Ferry.press(page, "Take it");
                assertThat(page.getByRole(AriaRole.TEXTBOX)).hasCount(i + 1);
            }
            page.evaluate("""
                    () => {
                      window.frames_ = [];
                      window.work_ = [];
                      const channel = new MessageChannel();
                      let begun = 0;
                      // A message that a frame sends comes after the frame is laid out and painted.
                      channel.port1.onmessage = () => window.work_.push(performance.now() - begun);
                      let last = performance.now();
                      const frame = (now) => {
                        begun = now;
                        window.frames_.push(now - last);
                        last = now;
                        channel.port2.postMessage(0);
                        requestAnimationFrame(frame);
                      };
                      requestAnimationFrame(frame);
                    }""");
            talk(visitors);
            assertThat(page.getByText("message " + (MESSAGES_A_SECOND * SECONDS - 1)))
                    .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(60_000));
            print("from one frame to the next at the desk", numbers(page, "window.frames_"));
            print("a frame's own work", numbers(page, "window.work_"));
            for (var visitor : visitors) {
                visitor.post("/visit/tarnwick/chats/" + visitor.chat() + "/leave", "{}");
            }
            Ferry.goesOff(ana);
            ana.endsWell();
        }
    }

    private static List<Double> numbers(Page page, String what) {
        return ((List<?>) page.evaluate(what))
                .stream().map(number -> ((Number) number).doubleValue()).collect(Collectors.toList());
    }

    private static void talk(List<LiveClient> visitors) throws InterruptedException {
        long begun = System.nanoTime();
        for (int i = 0; i < MESSAGES_A_SECOND * SECONDS; i++) {
            visitors.get(i % visitors.size()).says("message " + i);
            long due = begun + TimeUnit.SECONDS.toNanos(i + 1L) / MESSAGES_A_SECOND;
            TimeUnit.NANOSECONDS.sleep(Math.max(0, due - System.nanoTime()));
        }
    }
}
