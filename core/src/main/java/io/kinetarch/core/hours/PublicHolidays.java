package io.kinetarch.core.hours;

import de.focus_shift.jollyday.core.CalendarHierarchy;
import de.focus_shift.jollyday.core.HolidayManager;
import de.focus_shift.jollyday.core.ManagerParameters;
import java.time.LocalDate;
import java.util.Locale;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** The public holidays of a country, from the Jollyday calendars. */
public final class PublicHolidays {
    private PublicHolidays() {}

    /**
     * The holidays of a whole country between two dates, both included, with their English names.
     *
     * @param country ISO 3166 code; null, or a country without a calendar, has none
     */
    public static SortedMap<LocalDate, String> between(@Nullable String country, LocalDate from, LocalDate to) {
        return between(country, null, from, to);
    }

    /**
     * The holidays of a country and one of its regions.
     *
     * @param region as {@link #regions} names it; null for what holds in all of the country
     */
    public static SortedMap<LocalDate, String> between(
            @Nullable String country, @Nullable String region, LocalDate from, LocalDate to) {
        var holidays = new TreeMap<LocalDate, String>();
        if (country == null || !hasCalendar(country)) {
            return holidays;
        }
        String[] where = region == null ? new String[0] : new String[] {region};
        manager(country)
                .getHolidays(from, to, where)
                .forEach(holiday -> holidays.put(holiday.getDate(), holiday.getDescription(Locale.ENGLISH)));
        return holidays;
    }

    /** The regions of a country that have holidays of their own, with their names. */
    public static SortedMap<String, String> regions(String country) {
        var regions = new TreeMap<String, String>();
        if (hasCalendar(country)) {
            manager(country)
                    .getCalendarHierarchy()
                    .getChildren()
                    .forEach((code, region) -> regions.put(code, name(region)));
        }
        return regions;
    }

    /** Whether the holidays of a country are known; its ISO 3166 code. */
    public static boolean hasCalendar(String country) {
        return HolidayManager.getSupportedCalendarCodes().contains(country.toLowerCase(Locale.ROOT))
                || HolidayManager.getSupportedCalendarCodes().contains(country);
    }

    private static String name(CalendarHierarchy region) {
        return region.getDescription(Locale.ENGLISH);
    }

    private static HolidayManager manager(String country) {
        return HolidayManager.getInstance(ManagerParameters.create(country.toLowerCase(Locale.ROOT)));
    }
}
