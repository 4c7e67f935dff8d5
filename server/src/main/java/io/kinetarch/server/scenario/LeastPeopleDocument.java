package io.kinetarch.server.scenario;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.scenario.LeastPeople.Found;
import io.kinetarch.core.scenario.LeastPeople.HalfHour;
import io.kinetarch.core.staffing.Need;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import io.kinetarch.server.simulation.SimulatedDocument.FiguresDocument;
import java.time.Instant;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The fewest people that meet the targets of a week by simulation, beside those that the staffing model requires; operators are those
 * who answer all the time.
 *
 * @param work the state of plan and volumes that it follows from
 * @param hoursByFormula operator-hours that the staffing model requires
 * @param hours operator-hours that are enough
 * @param notes what was assumed
 */
record LeastPeopleDocument(
        String work,
        double hoursByFormula,
        double hours,
        List<LeastHalfHour> halfHours,
        FiguresDocument byFormula,
        FiguresDocument least,
        List<LeastQueue> queues,
        List<String> notes) {

    /**
     * A half-hour.
     *
     * @param missing the queues that still miss their target
     * @param places required by kind of chats, in thousandths of an operator, as the plan's queues have them in their order
     * @param atLeast the same of those who are to be there, whatever else they do
     */
    record LeastHalfHour(
            Instant at, int byFormula, int people, List<String> missing, List<Integer> places, List<Integer> atLeast) {}

    /**
     * A queue over the week.
     *
     * @param target the share it is to answer in time
     * @param byFormula what it is like with the people that the staffing model requires, as far as the plan has them
     * @param least what it is like with the fewest
     */
    record LeastQueue(String queue, String name, double target, FiguresDocument byFormula, FiguresDocument least) {}

    static LeastPeopleDocument of(String work, Plan plan, Found found, List<String> notes) {
        return new LeastPeopleDocument(
                work,
                found.hoursByFormula(),
                found.hours(),
                found.halfHours().stream()
                        .map(halfHour -> halfHour(plan, halfHour))
                        .toList(),
                FiguresDocument.of(found.byFormula().totals()),
                FiguresDocument.of(found.least().totals()),
                IntStream.range(0, plan.queues().size())
                        .mapToObj(queue -> {
                            var of = plan.queues().get(queue);
                            return new LeastQueue(
                                    of.id().value(),
                                    of.name(),
                                    of.target().share(),
                                    FiguresDocument.of(found.byFormula().queue(queue)),
                                    FiguresDocument.of(found.least().queue(queue)));
                        })
                        .toList(),
                notes);
    }

    private static LeastHalfHour halfHour(Plan plan, HalfHour found) {
        return new LeastHalfHour(
                found.startsAt(),
                found.byFormula(),
                found.people(),
                found.missing().stream()
                        .map(queue -> plan.queues().get(queue).id().value())
                        .toList(),
                IntStream.of(found.need().places()).boxed().toList(),
                IntStream.of(found.need().atLeast()).boxed().toList());
    }

    /** What each half-hour requires by this, of the very week it was found for. */
    List<Need> needs(List<Slot> slots) {
        return IntStream.range(0, slots.size())
                .mapToObj(i -> new Need(
                        slots.get(i).startsAt(),
                        Need.of(slots.get(i)).posts(),
                        ints(halfHours.get(i).places()),
                        ints(halfHours.get(i).atLeast())))
                .toList();
    }

    private static int[] ints(List<Integer> amounts) {
        return amounts.stream().mapToInt(Integer::intValue).toArray();
    }
}
