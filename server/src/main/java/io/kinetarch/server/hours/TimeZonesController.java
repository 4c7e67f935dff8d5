package io.kinetarch.server.hours;

import io.kinetarch.server.installation.TimeZoneData;
import java.time.ZoneId;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The time zones that hours can be kept in. */
@RestController
class TimeZonesController {
    /**
     * Time zones.
     *
     * @param dataVersion release of the IANA database that instants are worked out by, such as 2026a
     * @param zones their ids, by name
     */
    record TimeZones(String dataVersion, List<String> zones) {}

    /** The time zones that are known, by their names. */
    @GetMapping("/api/v1/time-zones")
    TimeZones timeZones() {
        return new TimeZones(
                TimeZoneData.version(),
                Stream.concat(
                                Stream.of("UTC"),
                                ZoneId.getAvailableZoneIds().stream().filter(TimeZonesController::isPlace))
                        .sorted()
                        .toList());
    }

    /** Besides the zones of places the database has names kept for old programs. */
    private static boolean isPlace(String zone) {
        return zone.contains("/") && !zone.startsWith("Etc/") && !zone.startsWith("SystemV/");
    }
}
