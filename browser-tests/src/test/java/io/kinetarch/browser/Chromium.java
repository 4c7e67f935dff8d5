package io.kinetarch.browser;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;

/** Debian's Chromium, without a window and without calls to anywhere. */
final class Chromium implements AutoCloseable {
    static final int WIDTH = 1280;
    static final int HEIGHT = 800;

    /** On a busy machine with two cores, server and browser may need longer for a step than the library's five seconds. */
    private static final Duration PATIENCE = Duration.ofSeconds(20);

    static {
        PlaywrightAssertions.setDefaultAssertionTimeout(Math.toIntExact(PATIENCE.toMillis()));
    }

    private final Playwright playwright = Playwright.create();
    private final Browser browser = playwright
            .chromium()
            .launch(new BrowserType.LaunchOptions()
                    .setHeadless(true)
                    .setExecutablePath(Path.of("/usr/bin/chromium"))
                    .setArgs(List.of(
                            "--no-sandbox",
                            "--disable-gpu",
                            "--disable-quic",
                            "--no-first-run",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--disable-sync",
                            // the web sites that a test makes up may load from the application on this machine
                            "--disable-features=LocalNetworkAccessChecks")));

    Browser browser() {
        return browser;
    }

    @Override
    public void close() {
        playwright.close();
    }
}
