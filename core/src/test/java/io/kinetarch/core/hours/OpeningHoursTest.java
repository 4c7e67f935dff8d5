package io.kinetarch.core.hours;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Clock changes are those of java.time's zone rules (the IANA database). */
class OpeningHoursTest {
    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");

    @Test
    void fromIsOpenAndToIsClosed() {
        var hours = OpeningHours.weekly(DUBLIN, List.of(window("TUESDAY", "07:00", "21:00")));

        assertThat(hours.isOpen(Instant.parse("2026-12-01T06:59:59Z"))).isFalse();
        assertThat(hours.isOpen(Instant.parse("2026-12-01T07:00:00Z"))).isTrue();
        assertThat(hours.isOpen(Instant.parse("2026-12-01T20:59:59Z"))).isTrue();
        assertThat(hours.isOpen(Instant.parse("2026-12-01T21:00:00Z"))).isFalse();
    }

    @Test
    void saysWhyAndUntilWhen() {
        var hours = OpeningHours.weekly(
                DUBLIN, List.of(window("TUESDAY", "07:00", "21:00"), window("THURSDAY", "09:00", "12:00")));

        var open = hours.at(Instant.parse("2026-12-01T14:30:00Z"));
        assertThat(open.because()).isEqualTo("Open: Tuesday 07:00–21:00 (Europe/Dublin).");
        assertThat(open.nextChange()).contains(Instant.parse("2026-12-01T21:00:00Z"));

        var closed = hours.at(Instant.parse("2026-12-01T22:30:00Z"));
        assertThat(closed.open()).isFalse();
        assertThat(closed.because())
                .isEqualTo(
                        "Closed: Tuesday 22:30 (Europe/Dublin) is outside Tuesday 07:00–21:00; opens Thursday 09:00.");
        assertThat(closed.nextChange()).contains(Instant.parse("2026-12-03T09:00:00Z"));
    }

    @Test
    void windowsRunOverMidnightAndOverTheEndOfTheWeek() {
        var hours = OpeningHours.weekly(DUBLIN, List.of(window("SUNDAY", "22:00", "02:00")));

        assertThat(hours.isOpen(Instant.parse("2026-12-07T01:30:00Z"))).isTrue(); // Monday
        assertThat(hours.isOpen(Instant.parse("2026-12-07T02:00:00Z"))).isFalse();
        assertThat(hours.nextChange(Instant.parse("2026-12-06T23:00:00Z")))
                .contains(Instant.parse("2026-12-07T02:00:00Z"));
    }

    /** Europe/Dublin, 29 March 2026: at 01:00 the clocks go to 02:00. */
    @Test
    void aSkippedHourOpensNothing() {
        var hours = OpeningHours.weekly(DUBLIN, List.of(window("SUNDAY", "01:00", "02:00")));

        assertThat(openTime(hours, "2026-03-29T00:00:00Z", "2026-03-29T03:00:00Z"))
                .isEqualTo(Duration.ZERO);
        assertThat(openTime(hours, "2026-03-22T00:00:00Z", "2026-03-22T03:00:00Z"))
                .isEqualTo(Duration.ofHours(1));
    }

    /** Europe/Dublin, 25 October 2026: at 02:00 the clocks go back to 01:00. */
    @Test
    void aRepeatedHourOpensTwice() {
        var hours = OpeningHours.weekly(DUBLIN, List.of(window("SUNDAY", "01:00", "01:30")));

        assertThat(openTime(hours, "2026-10-25T00:00:00Z", "2026-10-25T03:00:00Z"))
                .isEqualTo(Duration.ofHours(1));
        assertThat(hours.nextChange(Instant.parse("2026-10-25T00:10:00Z")))
                .contains(Instant.parse("2026-10-25T00:30:00Z"));
        assertThat(hours.nextChange(Instant.parse("2026-10-25T00:40:00Z")))
                .contains(Instant.parse("2026-10-25T01:00:00Z"));
    }

    /** The oracle steps through the local time of each minute; zones with odd rules included. */
    @Test
    void agreesWithSteppingThroughLocalTime() {
        String[] zones = {
            "Europe/Dublin", "Australia/Lord_Howe", "America/St_Johns", "Africa/Casablanca", "Pacific/Apia"
        };
        String[] around = {
            "2026-03-29T00:00:00Z", "2026-10-25T00:00:00Z", "2026-04-04T12:00:00Z", "2026-02-15T00:00:00Z"
        };
        for (int seed = 0; seed < 60; seed++) {
            var random = new Random(seed);
            var zone = ZoneId.of(zones[random.nextInt(zones.length)]);
            var windows = new ArrayList<WeeklyWindow>();
            for (int i = random.nextInt(5); i >= 0; i--) {
                windows.add(new WeeklyWindow(
                        DayOfWeek.of(1 + random.nextInt(7)),
                        LocalTime.of(random.nextInt(24), 15 * random.nextInt(4)),
                        LocalTime.of(random.nextInt(24), 15 * random.nextInt(4) + 7)));
            }
            var hours = OpeningHours.weekly(zone, windows);
            Instant at = Instant.parse(around[random.nextInt(around.length)]).minus(Duration.ofHours(20));
            Optional<Instant> expectedChange = Optional.empty();
            for (int minute = 40 * 60; minute >= 0; minute--) {
                Instant then = at.plus(Duration.ofMinutes(minute));
                boolean open = hours.isOpen(then);
                assertThat(open).as("seed %s at %s", seed, then).isEqualTo(steppedOpen(windows, then, zone));
                if (minute > 0 && hours.isOpen(then.minusSeconds(60)) != open) {
                    expectedChange = Optional.of(then);
                    assertThat(hours.nextChange(then.minusSeconds(60)))
                            .as("seed %s before %s", seed, then)
                            .isEqualTo(expectedChange);
                    assertThat(hours.since(then))
                            .as("seed %s since %s", seed, then)
                            .contains(then);
                }
            }
        }
    }

    @Test
    void roundTheClockIsSaidOnPurpose() {
        var always = OpeningHours.aroundTheClock(DUBLIN);

        assertThat(always.at(Instant.EPOCH)).isEqualTo(new OpenState(true, "Open round the clock.", Optional.empty()));
        assertThat(OpeningHours.weekly(DUBLIN, List.of()).at(Instant.EPOCH))
                .isEqualTo(new OpenState(false, "Closed: the hours have no window at all.", Optional.empty()));
        assertThatThrownBy(() -> new OpeningHours(
                        DUBLIN, true, List.of(window("MONDAY", "09:00", "10:00")), List.of(), List.of(), null))
                .hasMessageContaining("no weekly windows");
    }

    @Test
    void wholeDaysNeverClose() {
        var windows = new ArrayList<WeeklyWindow>();
        for (DayOfWeek day : DayOfWeek.values()) {
            windows.add(new WeeklyWindow(day, LocalTime.MIDNIGHT, LocalTime.MIDNIGHT));
        }

        assertThat(OpeningHours.weekly(DUBLIN, windows).nextChange(Instant.parse("2026-10-24T12:00:00Z")))
                .isEmpty();
    }

    @Test
    void aWindowWithoutLengthIsRefused() {
        assertThatThrownBy(() -> window("MONDAY", "09:00", "09:00")).hasMessageContaining("has no length");
    }

    private static boolean steppedOpen(List<WeeklyWindow> windows, Instant then, ZoneId zone) {
        var local = then.atZone(zone).toLocalDateTime();
        int now = (local.getDayOfWeek().getValue() - 1) * 1440 + local.getHour() * 60 + local.getMinute();
        return windows.stream().anyMatch(window -> {
            int start = (window.day().getValue() - 1) * 1440 + window.from().toSecondOfDay() / 60;
            int length = Math.floorMod(
                    window.to().toSecondOfDay() / 60 - window.from().toSecondOfDay() / 60, 1440);
            return Math.floorMod(now - start, 7 * 1440) < length;
        });
    }

    private static Duration openTime(OpeningHours hours, String from, String to) {
        long minutes = 0;
        for (Instant t = Instant.parse(from); t.isBefore(Instant.parse(to)); t = t.plusSeconds(60)) {
            minutes += hours.isOpen(t) ? 1 : 0;
        }
        return Duration.ofMinutes(minutes);
    }

    private static WeeklyWindow window(String day, String from, String to) {
        return new WeeklyWindow(DayOfWeek.valueOf(day), LocalTime.parse(from), LocalTime.parse(to));
    }
}
