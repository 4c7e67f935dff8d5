package io.kinetarch.browser;

import java.io.IOException;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/** The application with its demo data and a database of its own, and a browser, for the journeys of one class. */
final class Demo implements BeforeAllCallback, AfterAllCallback {
    private final String database;

    @SuppressWarnings("NullAway.Init")
    private Application application;

    @SuppressWarnings("NullAway.Init")
    private Chromium chromium;

    Demo(String database) {
        this.database = database;
    }

    @Override
    public void beforeAll(ExtensionContext context) throws IOException, InterruptedException {
        application = Application.startDemo(database);
        chromium = new Chromium();
    }

    @Override
    public void afterAll(ExtensionContext context) {
        chromium.close();
        application.close();
    }

    /** A journey of one user; the name is that of its pictures should it fail. */
    Journey journey(String name) {
        return journey(name, application.address());
    }

    /** A journey at another application. */
    Journey journey(String name, String address) {
        return new Journey(name, chromium.browser(), address);
    }

    String address() {
        return application.address();
    }
}
