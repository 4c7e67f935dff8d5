package io.kinetarch.core.roster;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.PlanRefusal;
import java.time.LocalTime;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;

/**
 * What a roster has to keep to.
 *
 * @param kinds of shift, at least one
 * @param restMinutes between two shifts of a person
 * @param daysInARow that a person may work, 1–14
 * @param terms of people; who is not named works on {@link Terms#usual usual} terms
 * @param requiredBy what says how many people are to be there
 */
public record RosterRules(
        List<ShiftKind> kinds, int restMinutes, int daysInARow, List<Terms> terms, RequiredBy requiredBy) {
    /** What says how many people a half-hour requires. */
    public enum RequiredBy {
        /** The staffing model, which sees each queue by itself. */
        FORMULA,
        /** The simulation of the whole design. */
        SIMULATION
    }

    /** Daily rest by the working time directive of the European Union, 2003/88/EC, article 3. */
    private static final int ELEVEN_HOURS = 11 * 60;

    private static final int MOST_REST = 48 * 60;

    public RosterRules {
        kinds = List.copyOf(kinds);
        terms = List.copyOf(terms);
        if (kinds.isEmpty()) {
            throw new PlanRefusal("/kinds", "there must be a kind of shift to work");
        }
        if (restMinutes < 0 || restMinutes > MOST_REST) {
            throw new PlanRefusal("/restMinutes", "rest is from 0 to 48 hours, was " + restMinutes + " minutes");
        }
        if (daysInARow < 1 || daysInARow > 14) {
            throw new PlanRefusal("/daysInARow", "people work from 1 to 14 days in a row, not " + daysInARow);
        }
        var ids = new HashSet<String>();
        for (int i = 0; i < kinds.size(); i++) {
            if (!ids.add(kinds.get(i).id())) {
                throw new PlanRefusal("/kinds/" + i + "/id", "\"" + kinds.get(i).id() + "\" stands twice in kinds");
            }
        }
        var people = new HashSet<>();
        for (int i = 0; i < terms.size(); i++) {
            var one = terms.get(i);
            if (!people.add(one.operator())) {
                throw new PlanRefusal(
                        "/terms/" + i + "/operator",
                        "the terms of \"" + one.operator().value() + "\" stand twice");
            }
            for (int k = 0; k < one.kinds().size(); k++) {
                if (!ids.contains(one.kinds().get(k))) {
                    throw new PlanRefusal(
                            "/terms/" + i + "/kinds/" + k,
                            "there is no kind of shift \"" + one.kinds().get(k) + "\"");
                }
            }
        }
    }

    /** Rules for rosters that cover what the staffing model requires. */
    public RosterRules(List<ShiftKind> kinds, int restMinutes, int daysInARow, List<Terms> terms) {
        this(kinds, restMinutes, daysInARow, terms, RequiredBy.FORMULA);
    }

    /** Rules to begin with: a full day, a part of one and a short shift, the rest that European law asks for. */
    public static RosterRules toBeginWith() {
        return new RosterRules(
                List.of(
                        new ShiftKind(
                                "full",
                                "Full day",
                                8 * 60 + 30,
                                LocalTime.of(6, 0),
                                LocalTime.of(14, 30),
                                30,
                                List.of(new ShiftKind.Break(30, false, 180, 330))),
                        new ShiftKind(
                                "part",
                                "Part of a day",
                                6 * 60,
                                LocalTime.of(7, 0),
                                LocalTime.of(16, 0),
                                30,
                                List.of(new ShiftKind.Break(30, false, 120, 240))),
                        new ShiftKind(
                                "short", "Short", 4 * 60, LocalTime.of(8, 0), LocalTime.of(18, 0), 30, List.of())),
                ELEVEN_HOURS,
                6,
                List.of());
    }

    /** The terms of somebody. */
    public Terms of(Operator operator) {
        return terms.stream()
                .filter(one -> one.operator().equals(operator.id()))
                .findFirst()
                .orElseGet(() -> Terms.usual(operator));
    }

    /** The kinds of shift that somebody works. */
    List<ShiftKind> kindsOf(Terms terms) {
        return terms.kinds().isEmpty()
                ? kinds
                : kinds.stream()
                        .filter(kind -> terms.kinds().contains(kind.id()))
                        .toList();
    }

    /** The kind of shift of an id. */
    public Optional<ShiftKind> kind(String id) {
        return kinds.stream().filter(kind -> kind.id().equals(id)).findFirst();
    }
}
