package io.kinetarch.server.installation;

import java.time.zone.ZoneRules;
import java.time.zone.ZoneRulesException;
import java.time.zone.ZoneRulesProvider;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Set;
import java.util.TreeMap;

/** The time zones that were taken in place of the Java runtime's own; the runtime makes one of these by its name. */
public final class MachineTimeZones extends ZoneRulesProvider {
    private final TimeZoneData.Taken zones = TimeZoneData.taken();

    @Override
    protected Set<String> provideZoneIds() {
        return zones.byName().keySet();
    }

    @Override
    protected ZoneRules provideRules(String name, boolean forCaching) {
        var rules = zones.byName().get(name);
        if (rules == null) {
            throw new ZoneRulesException("There is no time zone " + name);
        }
        return rules;
    }

    @Override
    protected NavigableMap<String, ZoneRules> provideVersions(String name) {
        return new TreeMap<>(Map.of(zones.version(), provideRules(name, false)));
    }
}
