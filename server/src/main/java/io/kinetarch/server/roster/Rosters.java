package io.kinetarch.server.roster;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.core.roster.Around;
import io.kinetarch.core.roster.Clash;
import io.kinetarch.core.roster.Roster;
import io.kinetarch.core.roster.RosterRules;
import io.kinetarch.core.roster.RosterSearch.Standing;
import io.kinetarch.core.roster.Rule;
import io.kinetarch.core.roster.Shift;
import io.kinetarch.server.plan.PlanChanges;
import io.kinetarch.server.plan.PresenceSource;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.roster.RosterMapper.StoredShift;
import io.kinetarch.server.roster.RosterMapper.StoredWeek;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The rosters of plans as they stand, and what they keep to. */
@Service
public class Rosters implements PresenceSource {
    private final RosterMapper mapper;
    private final PlanChanges changes;
    private final JsonMapper json;

    Rosters(RosterMapper mapper, PlanChanges changes, JsonMapper json) {
        this.mapper = mapper;
        this.changes = changes;
        this.json = json;
    }

    /**
     * Rules as they stand.
     *
     * @param version 0 for those to begin with, which nobody has changed
     */
    public record Kept(int version, RosterRules rules) {}

    /**
     * So many shifts of a kind that start at a time, as the cheapest cover has them.
     *
     * @param day of the week, 0 for Monday
     * @param start such as "06:30"
     */
    record CoverShifts(String kind, int day, String start, int shifts) {}

    /**
     * What a search found.
     *
     * @param coverPaid paid half-hours of shifts that cover all that is required, nobody's yet; null where none can
     * @param coverBound no cover costs fewer
     * @param coverSaid why there is no cover; null where there is one
     * @param usualShortHours operator-hours short if people were present as usual instead; null where an older version searched
     * @param requiredHours operator-hours that the week required then; null likewise
     * @param simulatedHours operator-hours that it was searched for, by simulation; null where the staffing model said them
     * @param unfit when somebody is required and no kind of shift fits between opening and closing time, in words; null for never
     * @param changedMeanwhile days that were set by hand while it ran and that it left alone; null for none
     */
    record FoundDocument(
            Standing standing,
            @Nullable Integer coverPaid,
            @Nullable Integer coverBound,
            @Nullable String coverSaid,
            List<CoverShifts> cover,
            List<Clash> clashes,
            @Nullable Double usualShortHours,
            @Nullable Double requiredHours,
            @Nullable Double simulatedHours,
            @Nullable String unfit,
            @Nullable Integer changedMeanwhile) {
        /** As those see it who do not plan for people: not why nobody's week can keep to all rules, where that is personal. */
        FoundDocument asStrangersSee() {
            return with(
                    clashes.stream()
                            .filter(clash -> clash.rules().stream().noneMatch(Rule::isPersonal))
                            .toList(),
                    changedMeanwhile);
        }

        FoundDocument keeping(int days) {
            return with(clashes, days == 0 ? null : days);
        }

        private FoundDocument with(List<Clash> clashesLeft, @Nullable Integer daysLeft) {
            return new FoundDocument(
                    standing,
                    coverPaid,
                    coverBound,
                    coverSaid,
                    cover,
                    clashesLeft,
                    usualShortHours,
                    requiredHours,
                    simulatedHours,
                    unfit,
                    daysLeft);
        }
    }

    /**
     * A week that is rostered.
     *
     * @param people whom it is about
     * @param found by the last search; null where there was none
     */
    record Week(
            Roster roster,
            List<OperatorId> people,
            @Nullable FoundDocument found) {}

    Kept rules(String planId) {
        return mapper.rules(planId)
                .map(stored -> new Kept(stored.version(), json.readValue(stored.document(), RosterRules.class)))
                .orElseGet(() -> new Kept(0, RosterRules.toBeginWith()));
    }

    /** Stores rules over those of the version that their sender has seen. */
    @Transactional
    public Kept put(String planId, Plan plan, int version, RosterRules rules) {
        for (int i = 0; i < rules.terms().size(); i++) {
            var operator = rules.terms().get(i).operator();
            if (!plan.has(operator)) {
                throw new Refusal(
                        Kind.INVALID_DOCUMENT,
                        "/rules/terms/" + i + "/operator",
                        "The plan has no operator \"" + operator.value() + "\".");
            }
        }
        if (mapper.putRules(planId, version, json.writeValueAsString(rules)) == 0) {
            throw new Refusal(
                    Kind.STALE_EDIT,
                    "Somebody else has changed the rules of the roster meanwhile. Look at them again.");
        }
        changes.rostersChanged(planId);
        return rules(planId);
    }

    Optional<Week> find(String planId, LocalDate monday) {
        mondayOnly(monday);
        return mapper.week(planId, monday).map(stored -> {
            var found = stored.found();
            return new Week(
                    roster(monday, mapper.shiftsOf(planId, monday)),
                    people(stored),
                    found == null ? null : json.readValue(found, FoundDocument.class));
        });
    }

    /** A week that is rostered, refused if it is not. */
    Week get(String planId, LocalDate monday) {
        return find(planId, monday)
                .orElseThrow(() -> new Refusal(
                        Kind.NOT_FOUND,
                        "The week from " + monday + " has no roster yet; search one, or take over the usual hours."));
    }

    /** The shifts of a week; none where it is not rostered. */
    Roster roster(String planId, LocalDate monday) {
        return find(planId, monday).map(Week::roster).orElseGet(() -> Roster.empty(monday));
    }

    /** What is rostered on both sides of a week, as far as rest and days in a row look. */
    Around around(String planId, LocalDate monday) {
        return Around.of(
                monday,
                IntStream.rangeClosed(-Around.WEEKS_BEFORE, 1)
                        .filter(week -> week != 0)
                        .mapToObj(week -> roster(planId, monday.plusWeeks(week)))
                        .toList());
    }

    /** Presence as it is, but as usual in one week. */
    Presences presencesWithout(String planId, LocalDate monday) {
        var rosters = all(planId);
        rosters.keySet().removeIf(roster -> roster.monday().equals(monday));
        return Roster.presences(rosters);
    }

    @Override
    public Presences presences(String planId) {
        return Roster.presences(all(planId));
    }

    /** Presence as it is, but for one week. */
    Presences presencesWith(String planId, Roster instead, List<OperatorId> people) {
        var rosters = all(planId);
        rosters.keySet().removeIf(roster -> roster.monday().equals(instead.monday()));
        rosters.put(instead, people);
        return Roster.presences(rosters);
    }

    /** Every rostered week, and whom it is about. */
    private Map<Roster, List<OperatorId>> all(String planId) {
        var shifts = mapper.allShifts(planId).stream().collect(Collectors.groupingBy(StoredShift::monday));
        var rosters = new HashMap<Roster, List<OperatorId>>();
        mapper.weeks(planId)
                .forEach(week -> rosters.put(
                        roster(week.monday(), shifts.getOrDefault(week.monday(), List.of())), people(week)));
        return rosters;
    }

    /**
     * Sets a week as a whole.
     *
     * @param found by the search that it comes from; null where it comes from none
     */
    @Transactional
    public void put(String planId, Roster roster, List<OperatorId> people, @Nullable FoundDocument found) {
        locked(planId);
        mondayOnly(roster.monday());
        mapper.putWeek(planId, roster.monday(), json.writeValueAsString(people));
        mapper.deleteShifts(planId, roster.monday());
        roster.shifts().forEach(shift -> mapper.insertShift(planId, stored(roster.monday(), shift)));
        mapper.found(planId, roster.monday(), found == null ? null : json.writeValueAsString(found));
        changes.rostersChanged(planId);
    }

    /**
     * Sets a week that a search has found; days that somebody has changed since it began stay as they are now, and a roster that
     * somebody has taken away stays away.
     *
     * @param begun the week that the search began with; none if it was not rostered
     */
    @Transactional
    public void putFound(
            String planId, Optional<Week> begun, Roster roster, List<OperatorId> people, FoundDocument found) {
        locked(planId);
        var now = find(planId, roster.monday());
        if (begun.isPresent() && now.isEmpty()) {
            return;
        }
        var shiftsNow = now.map(Week::roster).orElse(Roster.empty(roster.monday()));
        var changed =
                begun.map(Week::roster).orElse(Roster.empty(roster.monday())).differences(shiftsNow);
        put(planId, roster.withDaysOf(shiftsNow, changed), people, found.keeping(changed.size()));
    }

    /**
     * One day of one person, to be set.
     *
     * @param before what whoever sets it has seen there; null for a day off
     * @param after null for a day off
     */
    record DayPut(
            OperatorId operator,
            LocalDate day,
            @Nullable Shift before,
            @Nullable Shift after) {}

    /** Sets some days of some people, all of them or none. */
    @Transactional
    public void put(String planId, LocalDate monday, List<DayPut> days) {
        locked(planId);
        var week = get(planId, monday);
        for (var put : days) {
            var now = week.roster.on(put.operator, put.day).orElse(null);
            if (!Objects.equals(now, put.before)) {
                throw new Refusal(
                        Kind.STALE_EDIT,
                        "Somebody else has changed " + put.day + " of \"" + put.operator.value()
                                + "\" meanwhile. Look at it again.");
            }
            mapper.deleteShift(planId, put.operator.value(), put.day);
        }
        for (var put : days) {
            var after = put.after;
            if (after != null) {
                mapper.insertShift(planId, stored(monday, after));
            }
        }
        changes.rostersChanged(planId);
    }

    /** Takes a week's roster away, so that people are present as usual again. */
    @Transactional
    public void delete(String planId, LocalDate monday) {
        locked(planId);
        get(planId, monday);
        mapper.deleteWeek(planId, monday);
        changes.rostersChanged(planId);
    }

    private void locked(String planId) {
        if (mapper.lock(planId).isEmpty()) {
            throw new Refusal(Kind.NOT_FOUND, "There is no plan \"" + planId + "\".");
        }
    }

    private static void mondayOnly(LocalDate monday) {
        if (monday.getDayOfWeek() != DayOfWeek.MONDAY) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER,
                    "A week starts on Monday; " + monday + " is a " + monday.getDayOfWeek() + ".");
        }
    }

    private List<OperatorId> people(StoredWeek week) {
        return List.of(json.readValue(week.people(), OperatorId[].class));
    }

    private Roster roster(LocalDate monday, List<StoredShift> shifts) {
        return new Roster(
                monday,
                shifts.stream()
                        .map(shift -> new Shift(
                                new OperatorId(shift.operatorId()),
                                shift.day(),
                                shift.startTime(),
                                shift.minutes(),
                                List.of(json.readValue(shift.pauses(), Shift.Pause[].class)),
                                shift.kind(),
                                shift.fixed()))
                        .toList());
    }

    private StoredShift stored(LocalDate monday, Shift shift) {
        return new StoredShift(
                monday,
                shift.operator().value(),
                shift.date(),
                shift.start(),
                shift.minutes(),
                json.writeValueAsString(shift.pauses()),
                shift.kind(),
                shift.fixed());
    }
}
