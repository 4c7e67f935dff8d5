package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Presences;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * Which queues and skills a week lacks, and who could help most by learning to serve one more queue.
 *
 * <p>People are shared out by the linear programme of an assignment: as many required places filled as can be, each person for one
 * place. Its vertices are whole numbers, so {@link Coverage} solves it exactly, and the queues short together in a half-hour are
 * those whose dual price is 1 there: one more person for any of them, and only for them, fills one more place. Somebody who is
 * there fills it without leaving another empty if they can be spared.
 *
 * @param queues short together, each set with the half-hours in which it is, most operator-hours first
 * @param skills by skill, operators lacking in each half-hour over the queues short together that need it
 * @param training one person more for one queue, most operator-hours filled first
 */
public record SkillGaps(List<Together> queues, Map<SkillId, List<Integer>> skills, List<Training> training) {
    private static final double HALF_HOUR = 0.5;

    public SkillGaps {
        queues = List.copyOf(queues);
        skills = Map.copyOf(skills);
        training = List.copyOf(training);
    }

    /**
     * Queues that are short of the same people.
     *
     * @param halfHours in which just these are short together
     * @param hours operator-hours lacking then
     */
    public record Together(List<QueueId> queues, List<Instant> halfHours, double hours) {}

    /**
     * Somebody who learns to serve a queue.
     *
     * @param hours operator-hours that would lack no more, above 0
     */
    public record Training(OperatorId operator, QueueId queue, double hours) {}

    /**
     * Looks at a week.
     *
     * @param slots of the plan, with the people present that {@code presences} says
     */
    public static SkillGaps of(Plan plan, LocalDate monday, List<Slot> slots, Presences presences) {
        return new Search(plan, People.of(plan, presences, monday)).over(slots);
    }

    private static final class Search {
        private final Plan plan;
        private final People people;
        private final Map<List<QueueId>, Lack> lacking = new LinkedHashMap<>();
        private final Map<SkillId, int[]> bySkill = new LinkedHashMap<>();
        /** Half-hours in which a person could help a queue. */
        private final int[][] helped;

        private static final class Lack {
            final List<Instant> halfHours = new ArrayList<>();
            int people;
        }

        Search(Plan plan, People people) {
            this.plan = plan;
            this.people = people;
            helped = new int[plan.operators().size()][plan.queues().size()];
        }

        SkillGaps over(List<Slot> slots) {
            for (int i = 0; i < slots.size(); i++) {
                if (slots.get(i).shortOf() > 0) {
                    look(slots.get(i), i, slots.size());
                }
            }
            var skills = new LinkedHashMap<SkillId, List<Integer>>();
            bySkill.forEach((skill, people) -> {
                if (IntStream.of(people).sum() > 0) {
                    skills.put(skill, IntStream.of(people).boxed().toList());
                }
            });
            return new SkillGaps(together(), skills, training());
        }

        private void look(Slot slot, int index, int slots) {
            int[] required = slot.queues().stream()
                    .mapToInt(StaffingWeek.QueueSlot::required)
                    .toArray();
            int[] there = people.present(slot.startsAt());
            var servable = IntStream.of(there).mapToObj(people.servable()::get).toList();
            int[] queueOf = Coverage.assign(required, servable);
            boolean[] together = Coverage.shortTogether(required, servable, queueOf);
            boolean[] spare = Coverage.spare(servable, queueOf);
            int[] filled = new int[required.length];
            IntStream.of(queueOf).filter(queue -> queue != Coverage.NONE).forEach(queue -> filled[queue]++);
            var names = new ArrayList<QueueId>();
            int lack = 0;
            for (int q = 0; q < required.length; q++) {
                if (together[q]) {
                    var queue = plan.queues().get(q);
                    names.add(queue.id());
                    int own = required[q] - filled[q];
                    lack += own;
                    queue.needs()
                            .forEach(need -> bySkill.computeIfAbsent(need.skill(), _ -> new int[slots])[index] += own);
                }
            }
            var tally = lacking.computeIfAbsent(names, _ -> new Lack());
            tally.halfHours.add(slot.startsAt());
            tally.people += lack;
            for (int i = 0; i < there.length; i++) {
                for (int q = 0; spare[i] && q < required.length; q++) {
                    if (together[q] && !servable.get(i)[q]) {
                        helped[there[i]][q]++;
                    }
                }
            }
        }

        private List<Together> together() {
            return lacking.entrySet().stream()
                    .map(entry -> new Together(
                            entry.getKey(),
                            List.copyOf(entry.getValue().halfHours),
                            entry.getValue().people * HALF_HOUR))
                    .sorted(Comparator.comparingDouble(Together::hours).reversed())
                    .toList();
        }

        private List<Training> training() {
            var all = new ArrayList<Training>();
            for (int person = 0; person < helped.length; person++) {
                for (int q = 0; q < helped[person].length; q++) {
                    Operator operator = plan.operators().get(person);
                    Queue queue = plan.queues().get(q);
                    if (helped[person][q] > 0 && operator.capacity() >= queue.weight()) {
                        all.add(new Training(operator.id(), queue.id(), helped[person][q] * HALF_HOUR));
                    }
                }
            }
            all.sort(Comparator.comparingDouble(Training::hours).reversed());
            return all;
        }
    }
}
