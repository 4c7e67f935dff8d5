package io.kinetarch.core.plan;

/** Names a plan's settings, of which there is one set. */
public record SettingsId(String value) implements ElementId {
    public static final SettingsId ONLY = new SettingsId("settings");

    public SettingsId {
        if (!value.equals("settings")) {
            throw new PlanRefusal("", "a plan has one set of settings, named \"settings\", not \"" + value + "\"");
        }
    }
}
