package io.kinetarch.core.hours;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Whose public holidays are looked at one by one. One that is kept becomes an exception; one that is not is declined.
 *
 * @param country ISO 3166 code
 * @param region of the country, by the code of the holiday calendar; null for what holds in all of it
 * @param declined holidays on which the hours are as always
 */
public record HolidayCalendar(String country, @Nullable String region, List<LocalDate> declined) {
    public HolidayCalendar {
        if (!PublicHolidays.hasCalendar(country)) {
            throw new IllegalArgumentException(
                    "there is no holiday calendar of \"" + country + "\"; write a country's two letters such as IE");
        }
        if (region != null && !PublicHolidays.regions(country).containsKey(region)) {
            throw new IllegalArgumentException(
                    "the holiday calendar of " + country + " has no region \"" + region + "\"; it has "
                            + String.join(", ", PublicHolidays.regions(country).keySet()));
        }
        declined = declined.stream().distinct().sorted().toList();
    }
}
