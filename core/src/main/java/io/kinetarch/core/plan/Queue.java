package io.kinetarch.core.plan;

import java.util.List;

/**
 * Where chats wait for an operator.
 *
 * @param members how its members are found
 * @param needs skills that members found by skill must hold
 * @param leastLanguageLevel how well an operator must speak the visitor's language, 1 to {@value Skill#HIGHEST_LEVEL}
 * @param weight how much of an operator's capacity one chat takes, 1 to 100
 * @param priority 0 to 9; where operators take their next chat by priority, the higher goes first
 * @param handover how its chats come to an operator
 * @param transfers queues that its chats may be transferred to
 * @param ladder what happens as a chat waits
 */
public record Queue(
        QueueId id,
        String name,
        DepartmentId department,
        Membership members,
        List<SkillNeed> needs,
        int leastLanguageLevel,
        int weight,
        int priority,
        OperatorChoice choice,
        Handover handover,
        WaitingRoom waiting,
        QueueTarget target,
        Workload workload,
        List<QueueId> transfers,
        List<Rung> ladder)
        implements Element {
    public static final int HIGHEST_PRIORITY = 9;

    public Queue {
        Checks.text("name", name);
        needs = List.copyOf(needs);
        Checks.noneTwice("needs", needs, SkillNeed::skill, "/skill");
        Checks.between("leastLanguageLevel", leastLanguageLevel, 1, Skill.HIGHEST_LEVEL);
        Checks.between("weight", weight, 1, 100);
        Checks.between("priority", priority, 0, HIGHEST_PRIORITY);
        transfers = List.copyOf(transfers);
        Checks.noneTwice("transfers", transfers, other -> other, "");
        ladder = List.copyOf(ladder);
        for (int i = 0; i < ladder.size(); i++) {
            if (ladder.get(i).action() instanceof Rung.Action.MoveTo(var to) && to.equals(id)) {
                throw new PlanRefusal("/ladder/" + i + "/action/queue", "a queue's chats wait in it already");
            }
        }
        if (transfers.contains(id)) {
            throw new PlanRefusal(
                    "/transfers/" + transfers.indexOf(id), "a queue's chats cannot be transferred to itself");
        }
    }

    /**
     * A queue that finds its members by skill and is otherwise as plain as can be.
     *
     * @param needs skills that members must hold
     */
    public static Queue plain(
            QueueId id,
            String name,
            DepartmentId department,
            List<SkillNeed> needs,
            int weight,
            QueueTarget target,
            Workload workload) {
        return new Queue(
                id,
                name,
                department,
                new Membership.BySkill(),
                needs,
                1,
                weight,
                0,
                new OperatorChoice.LongestFree(),
                Handover.OFFERED,
                WaitingRoom.OPEN,
                target,
                workload,
                List.of(),
                List.of());
    }

    /** This queue with another ladder. */
    public Queue withLadder(List<Rung> other) {
        return with(members, weight, handover, waiting, workload, other);
    }

    /** This queue with another weight and workload. */
    public Queue with(int otherWeight, Workload other) {
        return with(members, otherWeight, handover, waiting, other, ladder);
    }

    /** This queue with another way of handing over. */
    public Queue with(Handover other) {
        return with(members, weight, other, waiting, workload, ladder);
    }

    /** This queue with another way of waiting. */
    public Queue with(WaitingRoom other) {
        return with(members, weight, handover, other, workload, ladder);
    }

    /** This queue with other members. */
    public Queue with(Membership other) {
        return with(other, weight, handover, waiting, workload, ladder);
    }

    /** This queue with other queues that its chats may be transferred to. */
    public Queue withTransfers(List<QueueId> other) {
        return new Queue(
                id,
                name,
                department,
                members,
                needs,
                leastLanguageLevel,
                weight,
                priority,
                choice,
                handover,
                waiting,
                target,
                workload,
                other,
                ladder);
    }

    private Queue with(
            Membership otherMembers,
            int otherWeight,
            Handover otherHandover,
            WaitingRoom otherWaiting,
            Workload otherWorkload,
            List<Rung> otherLadder) {
        return new Queue(
                id,
                name,
                department,
                otherMembers,
                needs,
                leastLanguageLevel,
                otherWeight,
                priority,
                choice,
                otherHandover,
                otherWaiting,
                target,
                otherWorkload,
                transfers,
                otherLadder);
    }

    /** Whether an operator is a member. */
    public boolean hasMember(Operator operator) {
        return switch (members) {
            case Membership.BySkill _ -> suits(operator);
            case Membership.ByName(var operators) -> operators.contains(operator.id());
            case Membership.BySkillOrName(var operators) -> operators.contains(operator.id()) || suits(operator);
        };
    }

    private boolean suits(Operator operator) {
        return operator.answersFor(department) && operator.has(needs);
    }
}
