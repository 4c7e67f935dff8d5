package io.kinetarch.server.roster;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.roster.Roster;
import io.kinetarch.core.roster.RosterRules;
import io.kinetarch.core.roster.Shift;
import io.kinetarch.core.roster.ShiftKind;
import io.kinetarch.server.document.Sheet;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** A roster as tables: its shifts, and everybody's hours. */
final class RosterSheets {
    private RosterSheets() {}

    static List<Sheet> of(Plan plan, RosterRules rules, Roster roster) {
        var kinds = rules.kinds().stream().collect(Collectors.toMap(ShiftKind::id, ShiftKind::name));
        var shifts = new Sheet(
                "Shifts",
                List.of("name", "date", "start", "end", "kind", "breaks", "paid hours", "set by hand"),
                plan.operators().stream()
                        .flatMap(operator -> roster.of(operator.id()).stream()
                                .map(shift -> line(
                                        operator.name(),
                                        shift.date(),
                                        shift.start(),
                                        shift.endsAt().toLocalTime(),
                                        shift.kind() == null ? null : kinds.getOrDefault(shift.kind(), shift.kind()),
                                        breaks(shift),
                                        shift.paidMinutes() / 60.0,
                                        shift.fixed() ? "yes" : "no"))));
        var hours = new Sheet(
                "Hours",
                List.of("name", "shifts", "paid hours", "at least", "at most"),
                plan.operators().stream().map(operator -> {
                    var own = roster.of(operator.id());
                    var terms = rules.of(operator);
                    return line(
                            operator.name(),
                            own.size(),
                            own.stream().mapToInt(Shift::paidMinutes).sum() / 60.0,
                            terms.leastMinutes() / 60.0,
                            terms.mostMinutes() / 60.0);
                }));
        return List.of(shifts, hours);
    }

    private static String breaks(Shift shift) {
        return shift.pauses().stream()
                .map(pause -> shift.start().plusMinutes(pause.afterMinutes()) + " for " + pause.minutes() + " min")
                .collect(Collectors.joining(", "));
    }

    private static List<@Nullable Object> line(@Nullable Object... cells) {
        return Arrays.asList(cells);
    }
}
