package io.kinetarch.server.staffing;

import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.staffing.QueueGroup;
import io.kinetarch.server.plan.KeptAnswers;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A week by department and by skill, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}")
class GroupController {
    private final Outlooks outlooks;
    private final KeptAnswers<List<Group>> groups;

    GroupController(Outlooks outlooks, Clock clock) {
        this.outlooks = outlooks;
        groups = new KeptAnswers<>(clock);
    }

    /** What queues have in common. */
    enum By {
        DEPARTMENT,
        SKILL
    }

    /**
     * Queues that have something in common, taken together.
     *
     * @param id of the department or skill
     * @param queues by id
     */
    record Group(By by, String id, String name, List<String> queues, QueueGroup week) {}

    /** Every department and skill that has queues. */
    @GetMapping("/groups")
    List<Group> groups(@PathVariable String plan, @RequestParam(required = false) @Nullable LocalDate monday) {
        var outlook = outlooks.get(plan, Which.draft, monday);
        return groups.get(outlook.state(), outlook.forecast().week().monday(), () -> groups(outlook));
    }

    private static List<Group> groups(Outlook outlook) {
        var design = outlook.state().plan();
        return Stream.concat(
                        design.departments().stream()
                                .map(department -> together(
                                        outlook,
                                        By.DEPARTMENT,
                                        department.id().value(),
                                        department.name(),
                                        queue -> queue.department().equals(department.id()))),
                        design.skills().stream()
                                .map(skill -> together(
                                        outlook,
                                        By.SKILL,
                                        skill.id().value(),
                                        skill.name(),
                                        queue -> queue.needs().stream()
                                                .anyMatch(need -> need.skill().equals(skill.id())))))
                .filter(group -> !group.queues.isEmpty())
                .toList();
    }

    private static Group together(Outlook outlook, By by, String id, String name, Predicate<Queue> belongs) {
        var plan = outlook.state().plan();
        return new Group(
                by,
                id,
                name,
                plan.queues().stream()
                        .filter(belongs)
                        .map(queue -> queue.id().value())
                        .toList(),
                QueueGroup.of(
                        plan,
                        outlook.forecast().week().monday(),
                        outlook.slots(),
                        outlook.assumptions(),
                        outlook.state().presences(),
                        belongs));
    }
}
