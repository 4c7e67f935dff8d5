package io.kinetarch.core.simulation;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.simulation.Group.By;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The groups that the chats of an experiment fall into. */
final class Groups {
    /** What is counted of each. */
    enum Counted {
        ARRIVED(0),
        ANSWERED(1),
        IN_TIME(2),
        GAVE_UP(3),
        QUEUED(4),
        WAITED_SECONDS(5);

        private static final int KINDS = values().length;
        private final int place;

        Counted(int place) {
            this.place = place;
        }
    }

    private final Plan plan;
    private final Map<Group, Integer> places = new LinkedHashMap<>();
    private final int[] departmentOf;
    private final int[][] ofFlow;

    Groups(Plan plan, List<Flow> flows) {
        this.plan = plan;
        departmentOf = plan.queues().stream()
                .mapToInt(queue -> place(By.DEPARTMENT, queue.department().value()))
                .toArray();
        ofFlow = flows.stream()
                .map(Flow::visit)
                .map(visit -> new int[] {
                    place(By.DOOR, visit.door().value()), place(By.LANGUAGE, SpokenLanguage.primary(visit.language()))
                })
                .toArray(int[][]::new);
        plan.skills().forEach(skill -> place(By.SKILL, skill.id().value()));
    }

    private int place(By by, String of) {
        return places.computeIfAbsent(new Group(by, of), _ -> places.size());
    }

    List<Group> all() {
        return List.copyOf(places.keySet());
    }

    /** Null where no chat can be of it. */
    @Nullable
    Integer placeOf(Group group) {
        return places.get(group);
    }

    private int[] skillsOf(ChatNeeds needs) {
        var own = plan.queue(needs.queue()).needs();
        return Stream.concat(own.stream(), needs.extraSkills().stream())
                .map(SkillNeed::skill)
                .distinct()
                .mapToInt(skill -> Objects.requireNonNull(places.get(new Group(By.SKILL, skill.value()))))
                .toArray();
    }

    /** What one run counts of them. */
    final class Counts {
        private final double[] cells = new double[places.size() * Counted.KINDS];
        /** By what a chat asks for, which many share. */
        private final IdentityHashMap<ChatNeeds, int[]> skills = new IdentityHashMap<>();

        /**
         * A visitor and what became of them.
         *
         * @param waited milliseconds; negative where they came to no queue
         */
        void add(Visitor visitor, long waited, boolean inTime, @Nullable Count end) {
            for (int group : ofFlow[visitor.flow]) {
                add(group, waited, inTime, end);
            }
            if (visitor.queue >= 0) {
                add(departmentOf[visitor.queue], waited, inTime, end);
            }
            if (visitor.needs != null) {
                for (int group : skills.computeIfAbsent(visitor.needs, Groups.this::skillsOf)) {
                    add(group, waited, inTime, end);
                }
            }
        }

        private void add(int group, long waited, boolean inTime, @Nullable Count end) {
            count(group, Counted.ARRIVED, 1);
            if (waited >= 0) {
                count(group, Counted.QUEUED, 1);
                count(group, Counted.WAITED_SECONDS, waited / 1000.0);
            }
            if (inTime) {
                count(group, Counted.IN_TIME, 1);
            }
            if (end == Count.ANSWERED) {
                count(group, Counted.ANSWERED, 1);
            } else if (end == Count.GAVE_UP) {
                count(group, Counted.GAVE_UP, 1);
            }
        }

        private void count(int group, Counted kind, double amount) {
            cells[group * Counted.KINDS + kind.place] += amount;
        }

        double of(int group, Counted kind) {
            return cells[group * Counted.KINDS + kind.place];
        }
    }
}
