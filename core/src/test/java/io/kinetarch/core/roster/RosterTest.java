package io.kinetarch.core.roster;

import static io.kinetarch.core.roster.Weeks.ANA;
import static io.kinetarch.core.roster.Weeks.BEN;
import static io.kinetarch.core.roster.Weeks.CLEO;
import static io.kinetarch.core.roster.Weeks.LONG;
import static io.kinetarch.core.roster.Weeks.MONDAY;
import static io.kinetarch.core.roster.Weeks.SHORT;
import static io.kinetarch.core.roster.Weeks.fixed;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

class RosterTest {
    private static Roster roster(Shift... shifts) {
        return new Roster(MONDAY, List.of(shifts));
    }

    @Test
    void differsFromAnotherWhereAShiftWasMovedMadeOrTakenAway() {
        var begun = roster(fixed(ANA, 0, SHORT, "08:00"), fixed(ANA, 1, SHORT, "08:00"), fixed(BEN, 0, LONG, "08:00"));
        var now = roster(fixed(ANA, 0, SHORT, "08:00"), fixed(ANA, 1, SHORT, "10:00"), fixed(CLEO, 4, LONG, "12:00"));

        var days = Set.of(
                new Roster.Day(ANA, MONDAY.plusDays(1)),
                new Roster.Day(BEN, MONDAY),
                new Roster.Day(CLEO, MONDAY.plusDays(4)));
        assertThat(begun.differences(now)).isEqualTo(days);
        assertThat(now.differences(begun)).isEqualTo(days);
        assertThat(now.differences(now)).isEmpty();
    }

    @Test
    void takesTheDaysOfAnotherDaysOffIncluded() {
        var found = roster(fixed(ANA, 1, LONG, "08:00"), fixed(BEN, 0, SHORT, "14:00"), fixed(BEN, 2, SHORT, "14:00"));
        var now = roster(fixed(ANA, 1, SHORT, "10:00"), fixed(ANA, 3, SHORT, "10:00"));

        assertThat(found.withDaysOf(now, Set.of(new Roster.Day(ANA, MONDAY.plusDays(1)), new Roster.Day(BEN, MONDAY))))
                .isEqualTo(roster(fixed(ANA, 1, SHORT, "10:00"), fixed(BEN, 2, SHORT, "14:00")));
    }
}
