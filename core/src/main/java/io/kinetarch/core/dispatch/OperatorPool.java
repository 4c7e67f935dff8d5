package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.SpokenLanguage;
import java.time.Instant;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A plan's operators as the dispatcher sees them: numbers in arrays, an operator's index being their place in the plan.
 * Holds who is present, what they hold, and since when they have been free.
 *
 * <p>Not safe for use by several threads.
 */
public final class OperatorPool {
    private static final int IN_NO_TIER = Integer.MAX_VALUE;

    private final Map<SkillId, Integer> skillIndex = new HashMap<>();
    private final Map<String, Integer> languageIndex = new HashMap<>();
    private final Map<QueueId, CompiledQueue> queues = new HashMap<>();
    private final int[][] level;
    private final int[][] languageLevel;
    private final int[] capacity;
    private final int[] mostChats;
    private final boolean[] present;
    private final int[] inUse;
    private final int[] chats;
    private final long[] freeSinceMillis;

    /** Compiles a plan's operators and queues; nobody is present yet. */
    public OperatorPool(Plan plan) {
        plan.skills().forEach(skill -> skillIndex.put(skill.id(), skillIndex.size()));
        List<Operator> operators = plan.operators();
        operators.forEach(operator -> operator.languages()
                .forEach(spoken ->
                        languageIndex.putIfAbsent(SpokenLanguage.primary(spoken.language()), languageIndex.size())));
        int count = operators.size();
        level = new int[count][skillIndex.size()];
        languageLevel = new int[count][languageIndex.size()];
        capacity = new int[count];
        mostChats = new int[count];
        present = new boolean[count];
        inUse = new int[count];
        chats = new int[count];
        freeSinceMillis = new long[count];
        for (int i = 0; i < count; i++) {
            var operator = operators.get(i);
            for (var held : operator.skills()) {
                level[i][indexOf(held.skill())] = held.level();
            }
            for (var entry : languageIndex.entrySet()) {
                languageLevel[i][entry.getValue()] = operator.languageLevel(entry.getKey());
            }
            capacity[i] = operator.capacity();
            Integer most = operator.mostChats();
            mostChats[i] = most == null ? Integer.MAX_VALUE : most;
        }
        plan.queues().forEach(queue -> queues.put(queue.id(), compile(queue, operators)));
    }

    /**
     * A queue as the choice among operators needs it.
     *
     * @param member by operator
     * @param tierOf by operator, for the choice by tiers
     */
    @SuppressWarnings("ArrayRecordComponent") // carriers between compilation and choice, never compared
    record CompiledQueue(Queue queue, Skills needs, boolean[] member, boolean[] ofDepartment, int[] tierOf) {}

    @SuppressWarnings("ArrayRecordComponent")
    record Skills(int[] index, int[] leastLevel) {}

    /** What one chat asks of an operator, compiled for this pool. */
    record Wanted(CompiledQueue queue, Skills extra, int language) {}

    private CompiledQueue compile(Queue queue, List<Operator> operators) {
        int count = operators.size();
        boolean[] member = new boolean[count];
        boolean[] ofDepartment = new boolean[count];
        int[] tierOf = new int[count];
        Arrays.fill(tierOf, IN_NO_TIER);
        Map<OperatorId, Integer> tiers = tiers(queue.choice());
        for (int i = 0; i < count; i++) {
            member[i] = queue.hasMember(operators.get(i));
            ofDepartment[i] = operators.get(i).answersFor(queue.department());
            tierOf[i] = tiers.getOrDefault(operators.get(i).id(), IN_NO_TIER);
        }
        return new CompiledQueue(queue, compile(queue.needs()), member, ofDepartment, tierOf);
    }

    private static Map<OperatorId, Integer> tiers(OperatorChoice choice) {
        var tiers = new HashMap<OperatorId, Integer>();
        if (choice instanceof OperatorChoice.Tiers(var lists)) {
            for (int t = 0; t < lists.size(); t++) {
                for (var operator : lists.get(t)) {
                    tiers.put(operator, t);
                }
            }
        }
        return tiers;
    }

    private Skills compile(List<SkillNeed> needs) {
        return new Skills(
                needs.stream().mapToInt(need -> indexOf(need.skill())).toArray(),
                needs.stream().mapToInt(SkillNeed::leastLevel).toArray());
    }

    /** Compiles what a chat asks for. A language nobody speaks is allowed: nobody is eligible then. */
    Wanted wanted(ChatNeeds needs) {
        var queue = queues.get(needs.queue());
        if (queue == null) {
            throw new IllegalArgumentException(
                    "the plan has no queue \"" + needs.queue().value() + "\"");
        }
        return new Wanted(
                queue,
                compile(needs.extraSkills()),
                languageIndex.getOrDefault(SpokenLanguage.primary(needs.language()), -1));
    }

    public int size() {
        return capacity.length;
    }

    /** An operator comes in and has been free since the given instant. */
    public void comes(int operator, Instant freeSince) {
        present[operator] = true;
        freeSinceMillis[operator] = freeSince.toEpochMilli();
    }

    /** An operator holds some more chats, which take part of their capacity. */
    public void takes(int operator, int moreChats, int weight) {
        chats[operator] += moreChats;
        inUse[operator] += weight;
    }

    /** Whether an operator could take the chat, or the first thing that stands against it. */
    Standing standing(int operator, Wanted wanted) {
        var queue = wanted.queue;
        if (!queue.member[operator]) {
            return whyNoMember(operator, queue);
        }
        var lack = lack(operator, wanted.extra);
        if (lack != Standing.ELIGIBLE) {
            return lack;
        }
        int spoken = wanted.language < 0 ? 0 : languageLevel[operator][wanted.language];
        if (spoken == 0) {
            return Standing.LACKS_LANGUAGE;
        }
        if (spoken < queue.queue.leastLanguageLevel()) {
            return Standing.LANGUAGE_LEVEL_TOO_LOW;
        }
        if (!present[operator]) {
            return Standing.NOT_PRESENT;
        }
        if (capacity[operator] - inUse[operator] < queue.queue.weight()) {
            return Standing.NO_FREE_CAPACITY;
        }
        return chats[operator] >= mostChats[operator] ? Standing.HOLDS_MOST_CHATS : Standing.ELIGIBLE;
    }

    private Standing whyNoMember(int operator, CompiledQueue queue) {
        if (queue.queue.members() instanceof Membership.ByName) {
            return Standing.NOT_NAMED;
        }
        return queue.ofDepartment[operator] ? lack(operator, queue.needs) : Standing.OTHER_DEPARTMENT;
    }

    private Standing lack(int operator, Skills needs) {
        for (int k = 0; k < needs.index.length; k++) {
            int held = level[operator][needs.index[k]];
            if (held == 0) {
                return Standing.LACKS_SKILL;
            }
            if (held < needs.leastLevel[k]) {
                return Standing.LEVEL_TOO_LOW;
            }
        }
        return Standing.ELIGIBLE;
    }

    /** Whether the first operator goes before the second by the queue's choice; both are eligible. */
    boolean goesBefore(int first, int second, Wanted wanted) {
        int order = switch (wanted.queue.queue.choice()) {
            case OperatorChoice.LongestFree _ -> 0;
            // inUse/capacity compared without dividing
            case OperatorChoice.LightestLoad _ ->
                Integer.compare(inUse[first] * capacity[second], inUse[second] * capacity[first]);
            case OperatorChoice.BestAtSkill _ -> Integer.compare(levels(second, wanted), levels(first, wanted));
            case OperatorChoice.Tiers _ -> Integer.compare(wanted.queue.tierOf[first], wanted.queue.tierOf[second]);
        };
        return order != 0 ? order < 0 : freeSinceMillis[first] < freeSinceMillis[second];
    }

    /** Sum of an operator's levels in the skills a chat needs. */
    int levels(int operator, Wanted wanted) {
        int sum = 0;
        for (int skill : wanted.queue.needs.index) {
            sum += level[operator][skill];
        }
        for (int skill : wanted.extra.index) {
            sum += level[operator][skill];
        }
        return sum;
    }

    /** Capacity of an operator that is in use. */
    public int inUse(int operator) {
        return inUse[operator];
    }

    /** Chats an operator holds. */
    public int chats(int operator) {
        return chats[operator];
    }

    /** Since when an operator who is present has been free. */
    public Instant freeSince(int operator) {
        return Instant.ofEpochMilli(freeSinceMillis[operator]);
    }

    private int indexOf(SkillId skill) {
        Integer index = skillIndex.get(skill);
        if (index == null) {
            throw new IllegalArgumentException("the plan has no skill \"" + skill.value() + "\"");
        }
        return index;
    }
}
