package io.kinetarch.browser;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Tracing;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * One visitor of the interface. If the journey does not end well it leaves a picture. With {@code -Dkinetarch.trace=true}
 * it leaves a trace of every step too, which makes a journey take twice as long.
 */
final class Journey implements AutoCloseable {
    private static final Path FAILURES = Path.of("failures");
    private static final boolean TRACES = Boolean.getBoolean("kinetarch.trace");
    /** A page may be long in coming while the machine is busy; a view that never comes fails all the same. */
    private static final double LONGEST_NAVIGATION_MILLIS = 90_000;

    /** The frame comes with the week, which other journeys may have changed all volumes of a moment ago. */
    private static final Locator.WaitForOptions FRAME =
            new Locator.WaitForOptions().setTimeout(LONGEST_NAVIGATION_MILLIS);

    private final String name;
    private final BrowserContext context;
    private final Page page;
    private final List<String> complaints = new ArrayList<>();
    private boolean endedWell;

    Journey(String name, Browser browser, String address) {
        this.name = name;
        context = browser.newContext(new Browser.NewContextOptions()
                .setBaseURL(address)
                .setViewportSize(Chromium.WIDTH, Chromium.HEIGHT)
                .setPermissions(List.of("clipboard-read", "clipboard-write")));
        if (TRACES) {
            context.tracing()
                    .start(new Tracing.StartOptions().setScreenshots(true).setSnapshots(true));
        }
        page = context.newPage();
        page.setDefaultNavigationTimeout(LONGEST_NAVIGATION_MILLIS);
        page.onPageError(complaints::add);
        page.onConsoleMessage(message -> {
            if (message.type().equals("error")
                    && !message.text().contains("Failed to load resource")
                    && !expected(message.text())) {
                complaints.add(message.text());
            }
        });
    }

    Page page() {
        return page;
    }

    /** While the connection is cut on purpose, the browser says so. */
    private static boolean expected(String message) {
        return message.contains("ERR_INTERNET_DISCONNECTED");
    }

    void signIn(String account) {
        page.navigate("/");
        page.getByLabel("Name").fill(account);
        page.getByLabel("Password").fill("ferry-demo-2026");
        button("Sign in").click();
        // Operators begin at the desk, which has no ruler.
        page.getByLabel("Week ruler").or(page.getByLabel("Presence")).first().waitFor(FRAME);
    }

    /** A view by its address, once its frame is there. */
    void open(String path) {
        page.navigate(path);
        page.getByLabel("Week ruler").waitFor(FRAME);
    }

    Locator button(String text) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(text));
    }

    /** The button that an editor has once nothing in it waits to be saved; a view may have others that begin so. */
    Locator closeButton() {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Close").setExact(true));
    }

    /** Opens one of the control library's selects and picks an option. */
    void choose(Locator select, String option) {
        select.click();
        page.locator(".ant-select-dropdown:visible")
                .getByTitle(option, new Locator.GetByTitleOptions().setExact(true))
                .click();
    }

    /** The dialog that is open. */
    Locator dialog() {
        return page.getByRole(AriaRole.DIALOG);
    }

    /** A button in the open dialog. */
    Locator dialogButton(String text) {
        return dialog().getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(text));
    }

    /** To be called last: the browser must not have complained of anything on the way. */
    void endsWell() {
        assertThat(complaints).as("what the browser complained of").isEmpty();
        endedWell = true;
    }

    /** The same, where connections are cut or scripts blocked on purpose, which the browser complains of. */
    void endsWellInSpiteOfComplaints() {
        endedWell = true;
    }

    @Override
    public void close() {
        if (!endedWell) {
            page.screenshot(new Page.ScreenshotOptions().setPath(FAILURES.resolve(name + ".png")));
            if (TRACES) {
                context.tracing().stop(new Tracing.StopOptions().setPath(FAILURES.resolve(name + "-trace.zip")));
            }
        }
        context.close();
    }
}
