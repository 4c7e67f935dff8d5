package io.kinetarch.core.hours;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;

/** Hours of every kind, from a seed. */
public final class RandomHours {
    /** Zones with odd rules: winter as the exception, half-hour changes, half-hour offsets, changes by the moon, a skipped day. */
    public static final List<String> ZONES =
            List.of("Europe/Dublin", "Australia/Lord_Howe", "America/St_Johns", "Africa/Casablanca", "Pacific/Apia");

    private RandomHours() {}

    /** Hours with two seasons and some exceptions within five years from a date. */
    public static OpeningHours of(Random random, LocalDate around) {
        var zone = ZoneId.of(ZONES.get(random.nextInt(ZONES.size())));
        var seasons = new ArrayList<Season>();
        LocalDate from = around.plusDays(random.nextInt(200));
        for (int i = random.nextInt(3); i > 0; i--) {
            LocalDate to = from.plusDays(6 + random.nextInt(120));
            seasons.add(new Season("Season " + i, from, to, week(random)));
            from = to.plusDays(1 + random.nextInt(200));
        }
        var exceptions = new TreeMap<LocalDate, DatedHours>();
        for (int i = random.nextInt(8); i > 0; i--) {
            LocalDate date = around.plusDays(random.nextInt(1700));
            exceptions.put(
                    date,
                    new DatedHours(
                            date,
                            "Day " + i,
                            random.nextBoolean() ? List.of() : List.of(window(random)),
                            random.nextInt(3) == 0));
            if (random.nextBoolean()) { // a day of some later year, so that one of every year meets others
                LocalDate later = date.plusYears(1 + random.nextInt(3));
                exceptions.put(
                        later, new DatedHours(later, "Again " + i, List.of(window(random)), random.nextBoolean()));
            }
        }
        return new OpeningHours(zone, false, week(random), seasons, List.copyOf(exceptions.values()), null);
    }

    private static List<WeeklyWindow> week(Random random) {
        var windows = new ArrayList<WeeklyWindow>();
        for (DayOfWeek day : DayOfWeek.values()) {
            if (random.nextInt(4) > 0) {
                var window = window(random);
                windows.add(new WeeklyWindow(day, window.from(), window.to()));
            }
        }
        return windows;
    }

    /** Windows of a day or of a night, with ends where no clock changes: there the two libraries' readings differ. */
    private static DayWindow window(Random random) {
        int from = random.nextInt(4) == 0 ? 18 + random.nextInt(4) : 5 + random.nextInt(8);
        int to = from >= 18 ? 5 + random.nextInt(3) : from + 1 + random.nextInt(8);
        return new DayWindow(LocalTime.of(from, 15 * random.nextInt(4)), LocalTime.of(to, 15 * random.nextInt(4)));
    }
}
