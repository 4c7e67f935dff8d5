package io.kinetarch.formats.timezone;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.Month;
import java.time.Year;
import java.time.ZoneOffset;
import java.time.zone.ZoneOffsetTransitionRule;
import java.time.zone.ZoneOffsetTransitionRule.TimeDefinition;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * How clocks go on being changed, year for year, as the last line of a time zone's file says: {@code CET-1CEST,M3.5.0,M10.5.0/3}.
 *
 * @see <a href="https://pubs.opengroup.org/onlinepubs/9799919799/basedefs/V1_chap08.html">POSIX.1-2024, 8.3, TZ</a>, with the hours of RFC
 *     9636, 3.3.2
 */
final class LaterChanges {
    private static final String NAME = "(?:[A-Za-z]{3,}|<[A-Za-z0-9+-]{3,}>)";
    private static final String TIME = "([+-]?)(\\d{1,3})(?::(\\d\\d))?(?::(\\d\\d))?";
    private static final Pattern LINE = Pattern.compile(
            NAME + "(?<standard>[+-]?[\\d:]+)(?:" + NAME + "(?<summer>[+-]?[\\d:]+)?,(?<begin>[^,]+),(?<end>[^,]+))?");
    private static final Pattern SECONDS = Pattern.compile(TIME);
    private static final Pattern DAY = Pattern.compile(
            "(?:M(?<month>\\d\\d?)\\.(?<week>[1-5])\\.(?<day>[0-6])|J(?<date>\\d{1,3}))(?:/(?<time>.+))?");

    private static final int AN_HOUR = 3_600;
    private static final int A_MINUTE = 60;
    private static final int A_DAY = 24 * AN_HOUR;
    private static final int USUAL_TIME = 2 * AN_HOUR;
    private static final int A_WEEK = 7;
    private static final int THE_LAST = 5;
    private static final int NO_LEAP_YEAR = 2001;

    private LaterChanges() {}

    /**
     * What it says.
     *
     * @return none where the clocks stay as they are; in the order of a year
     * @throws IllegalArgumentException where it says it in a way that no zone in use does
     */
    static List<ZoneOffsetTransitionRule> parse(String line) {
        var parts = LINE.matcher(line);
        if (line.isEmpty() || (parts.matches() && parts.group("begin") == null)) {
            return List.of();
        }
        if (!parts.matches()) {
            throw notUnderstood(line);
        }
        // POSIX counts hours west of Greenwich
        var standard = ZoneOffset.ofTotalSeconds(-seconds(parts.group("standard")));
        @Nullable String written = parts.group("summer");
        var summer =
                ZoneOffset.ofTotalSeconds(written == null ? standard.getTotalSeconds() + AN_HOUR : -seconds(written));
        return Stream.of(
                        rule(parts.group("begin"), standard, standard, summer),
                        rule(parts.group("end"), standard, summer, standard))
                .sorted(Comparator.comparing(rule -> rule.createTransition(NO_LEAP_YEAR)))
                .toList();
    }

    private static ZoneOffsetTransitionRule rule(
            String text, ZoneOffset standard, ZoneOffset before, ZoneOffset after) {
        var parts = DAY.matcher(text);
        if (!parts.matches()) {
            throw notUnderstood(text);
        }
        @Nullable String written = parts.group("time");
        int second = written == null ? USUAL_TIME : seconds(written);
        int daysOn = Math.floorDiv(second, A_DAY);
        var time = LocalTime.ofSecondOfDay(Math.floorMod(second, A_DAY));
        @Nullable String month = parts.group("month");
        if (month == null) {
            var date = Year.of(NO_LEAP_YEAR)
                    .atDay(Integer.parseInt(parts.group("date")))
                    .plusDays(daysOn);
            return rule(date.getMonth(), date.getDayOfMonth(), null, time, standard, before, after);
        }
        var in = Month.of(Integer.parseInt(month));
        var day = DayOfWeek.SUNDAY.plus(Integer.parseInt(parts.group("day"))).plus(daysOn);
        return rule(
                in, dayOfMonth(in, Integer.parseInt(parts.group("week")), daysOn), day, time, standard, before, after);
    }

    private static ZoneOffsetTransitionRule rule(
            Month month,
            int dayOfMonth,
            @Nullable DayOfWeek day,
            LocalTime time,
            ZoneOffset standard,
            ZoneOffset before,
            ZoneOffset after) {
        return ZoneOffsetTransitionRule.of(
                month, dayOfMonth, day, time, false, TimeDefinition.WALL, standard, before, after);
    }

    /** The day of the month on or after which it is; below zero counts from its end, and is on or before it. */
    private static int dayOfMonth(Month month, int week, int daysOn) {
        if (week < THE_LAST) {
            return 1 + (week - 1) * A_WEEK + daysOn;
        }
        if (daysOn <= 0) {
            return daysOn - 1;
        }
        if (month == Month.FEBRUARY) {
            throw notUnderstood("days after the last of February");
        }
        return month.minLength() - A_WEEK + 1 + daysOn;
    }

    private static int seconds(String text) {
        Matcher parts = SECONDS.matcher(text);
        if (!parts.matches()) {
            throw notUnderstood(text);
        }
        int seconds = number(parts.group(2)) * AN_HOUR + number(parts.group(3)) * A_MINUTE + number(parts.group(4));
        return parts.group(1).equals("-") ? -seconds : seconds;
    }

    private static int number(@Nullable String digits) {
        return digits == null ? 0 : Integer.parseInt(digits);
    }

    private static IllegalArgumentException notUnderstood(String text) {
        return new IllegalArgumentException("\"" + text + "\" does not say when clocks are changed.");
    }
}
