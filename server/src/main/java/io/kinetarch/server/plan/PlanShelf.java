package io.kinetarch.server.plan;

import io.kinetarch.core.plan.IdOfName;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.plan.PlanMapper.GoesAlong;
import io.kinetarch.server.plan.PlanMapper.PlanName;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts plans onto the shelf and takes them off it: new ones, copies, and those that are removed. */
@Service
public class PlanShelf {
    private final Plans plans;
    private final PlanMapper mapper;
    private final List<CopiedAlong> along;
    private final Clock clock;

    PlanShelf(Plans plans, PlanMapper mapper, List<CopiedAlong> along, Clock clock) {
        this.plans = plans;
        this.mapper = mapper;
        this.along = along;
        this.clock = clock;
    }

    /**
     * A plan to be made.
     *
     * @param id null for one that is made of the name
     * @param timeZone such as Europe/Dublin; of no matter for a copy
     * @param template what it begins as; null for one team
     * @param copyOf the plan whose draft it begins as, volumes included; null for none
     */
    record NewPlan(
            @Nullable String id,
            String name,
            @Nullable String timeZone,
            @Nullable PlanTemplate template,
            @Nullable String copyOf) {}

    @Transactional
    public PlanName make(NewPlan wanted) {
        String id = wanted.id == null ? freeId(wanted.name) : wanted.id;
        if (wanted.copyOf == null) {
            var template = wanted.template == null ? PlanTemplate.ONE_TEAM : wanted.template;
            plans.make(id, template.plan(wanted.name, wanted.timeZone == null ? "" : wanted.timeZone));
        } else {
            var original = plans.draftState(wanted.copyOf).plan();
            plans.make(
                    id,
                    original.edited(List.of(new PlanEdit.Put(original.settings().named(wanted.name)))));
            along.forEach(part -> part.copy(wanted.copyOf, id));
        }
        return new PlanName(id, wanted.name);
    }

    /** An id made of a name that no plan has or had. */
    public String freeId(String name) {
        return IdOfName.free(name, "plan", own -> own, this::taken);
    }

    private boolean taken(String id) {
        return Plans.RESERVED.contains(id) || mapper.taken(id);
    }

    /** What would be lost with a plan. */
    GoesAlong goesAlong(String id) {
        plans.newestChange(id);
        return mapper.goesAlong(id);
    }

    /**
     * Removes a plan that never was live; one that was has chats, which are kept as long as they are to be.
     *
     * @param name of the plan, as a sign that no other is meant
     */
    @Transactional
    public void remove(String id, String name, SignedIn by) {
        var plan = plans.lockedDraft(id).plan();
        if (!plan.settings().name().equals(name)) {
            throw new Refusal(
                    Kind.STALE_EDIT,
                    "The plan is called \"" + plan.settings().name() + "\", not \"" + name
                            + "\": nothing was removed.");
        }
        if (plans.state(id, Which.live).isPresent()) {
            throw new Refusal(
                    Kind.NOT_POSSIBLE,
                    "\"" + name
                            + "\" is live: visitors come through its doors, and their chats are kept. Only plans that never"
                            + " were live can be removed.");
        }
        mapper.remember(id, name, by.accountId(), clock.instant());
        mapper.delete(id);
    }
}
