package io.kinetarch.core.dispatch;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.routing.ChatNeeds;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;

/**
 * A plan laid out for who may take which chat: levels, languages and capacities in arrays, the operators of each queue as bits. An
 * operator's index is their place in the plan, a queue's likewise. The only place that says who may take a chat, and what
 * stands against it. Immutable.
 */
public final class CompiledPlan {
    /** By identity, and for as long as somebody holds the plan; so what is kept must not hold the plan itself. */
    private static final LoadingCache<Plan, CompiledPlan> KEPT =
            Caffeine.newBuilder().weakKeys().build(CompiledPlan::new);

    private static final Standing ELIGIBLE = new Standing.Eligible();
    private static final BitSet NOBODY = new BitSet();
    private static final Standing NOT_PRESENT = new Standing.NotPresent();
    private static final int ANY_LANGUAGE = -1;
    private static final int IN_NO_TIER = Integer.MAX_VALUE;

    private final List<Operator> operators;
    private final List<SkillId> skills;
    private final Map<SkillId, Integer> skillIndex = new HashMap<>();
    private final Map<String, Integer> languageIndex = new HashMap<>();
    private final Map<QueueId, Integer> queueIndex = new HashMap<>();
    private final Map<OperatorId, Integer> operatorIndex = new HashMap<>();
    private final Map<String, SkillId> topicSkills = new HashMap<>();
    private final CompiledQueue[] queues;
    private final int[][] level;
    private final int[][] languageLevel;
    private final int[] capacity;
    private final int[] mostChats;

    private CompiledPlan(Plan plan) {
        operators = plan.operators();
        skills = plan.skills().stream().map(Skill::id).toList();
        skills.forEach(skill -> skillIndex.put(skill, skillIndex.size()));
        operators.forEach(operator -> operator.languages()
                .forEach(spoken ->
                        languageIndex.putIfAbsent(SpokenLanguage.primary(spoken.language()), languageIndex.size())));
        int count = operators.size();
        level = new int[count][skills.size()];
        languageLevel = new int[count][languageIndex.size()];
        capacity = new int[count];
        mostChats = new int[count];
        for (int i = 0; i < count; i++) {
            var operator = operators.get(i);
            operatorIndex.put(operator.id(), i);
            for (var held : operator.skills()) {
                level[i][index(held.skill())] = held.level();
            }
            for (var spoken : operator.languages()) {
                int language = languageIndex.getOrDefault(SpokenLanguage.primary(spoken.language()), ANY_LANGUAGE);
                languageLevel[i][language] = Math.max(languageLevel[i][language], spoken.level());
            }
            capacity[i] = operator.capacity();
            Integer most = operator.mostChats();
            mostChats[i] = most == null ? Integer.MAX_VALUE : most;
        }
        queues = plan.queues().stream().map(this::compile).toArray(CompiledQueue[]::new);
        for (int q = 0; q < queues.length; q++) {
            queueIndex.put(queues[q].queue.id(), q);
        }
        for (var topic : plan.topics()) {
            var skill = topic.skill();
            if (skill != null) {
                topicSkills.put(topic.name(), skill);
            }
        }
    }

    /** A plan laid out; the same one each time it is asked for the same plan. */
    public static CompiledPlan of(Plan plan) {
        return KEPT.get(plan);
    }

    /**
     * A queue as eligibility and choice need it.
     *
     * @param tierOf by operator, for the choice by tiers
     */
    @SuppressWarnings("ArrayRecordComponent") // carriers between compilation and choice, never compared
    record CompiledQueue(Queue queue, Skills needs, BitSet members, BitSet ofDepartment, int[] tierOf) {}

    @SuppressWarnings("ArrayRecordComponent")
    record Skills(int[] index, int[] leastLevel) {}

    /** What one chat asks of an operator, laid out for this plan. */
    public static final class Wanted {
        final CompiledQueue queue;
        /** What the queue needs, as far as nothing lowers it. */
        private final Skills needs;

        final Skills extra;
        private final BitSet members;
        /** Those who may take it whatever they hold. */
        private final BitSet added;

        private final BitSet left;
        private final @Nullable String tag;
        /** Index of the language; {@code ANY_LANGUAGE} where any will do, none of the plan's where nobody speaks it. */
        private final int language;

        private Wanted(
                CompiledQueue queue,
                Skills needs,
                Skills extra,
                BitSet members,
                BitSet added,
                BitSet left,
                @Nullable String tag,
                int language) {
            this.queue = queue;
            this.needs = needs;
            this.extra = extra;
            this.members = members;
            this.added = added;
            this.left = left;
            this.tag = tag;
            this.language = language;
        }

        /** The tier of an operator by the queue's choice; the greatest number where they are in none. */
        int tierOf(int operator) {
            return queue.tierOf[operator];
        }
    }

    /** How many operators there are. */
    public int size() {
        return capacity.length;
    }

    /** Lays out what a chat asks for. A language that nobody speaks is allowed: nobody is eligible then. */
    public Wanted wanted(ChatNeeds needs) {
        var queue = queues[index(needs.queue())];
        return wanted(needs, queue.needs, compile(needs.extraSkills()), queue.members, NOBODY, NOBODY);
    }

    /**
     * Lays out what a chat asks for that rungs or a transfer have loosened.
     *
     * @param joined for each queue, those who joined it for the day
     * @param left for each queue, those who left it for the day
     */
    Wanted wanted(ChatNeeds needs, Loosened loosened, IntFunction<BitSet> joined, IntFunction<BitSet> left) {
        int at = index(needs.queue());
        var queue = queues[at];
        var own = lowered(queue.needs, loosened);
        var members = (BitSet) queue.members.clone();
        if (!loosened.lowered().isEmpty()) {
            for (int i = 0; i < size(); i++) {
                boolean bySkill = !(queue.queue.members() instanceof Membership.ByName) && queue.ofDepartment.get(i);
                members.set(i, members.get(i) || (bySkill && lack(i, own).isEligible()));
            }
        }
        members.or(joined.apply(at));
        members.andNot(left.apply(at));
        for (var other : loosened.queues()) {
            int also = index(other);
            var more = (BitSet) queues[also].members.clone();
            more.or(joined.apply(also));
            more.andNot(left.apply(also));
            members.or(more);
        }
        var holders = loosened.holders();
        if (holders != null) {
            int skill = index(holders);
            for (int i = 0; i < size(); i++) {
                members.set(i, members.get(i) || level[i][skill] > 0);
            }
        }
        var added = new BitSet(size());
        loosened.operators().forEach(operator -> added.set(index(operator)));
        return wanted(needs, own, lowered(compile(needs.extraSkills()), loosened), members, added, left.apply(at));
    }

    private Wanted wanted(ChatNeeds needs, Skills own, Skills extra, BitSet members, BitSet added, BitSet left) {
        String tag = needs.language();
        return new Wanted(
                queues[index(needs.queue())],
                own,
                extra,
                members,
                added,
                left,
                tag,
                tag == null
                        ? ANY_LANGUAGE
                        : languageIndex.getOrDefault(SpokenLanguage.primary(tag), languageIndex.size()));
    }

    /**
     * Whether anybody speaks a language.
     *
     * @param primary without its region
     */
    boolean isSpoken(String primary) {
        return languageIndex.containsKey(primary);
    }

    /** The operators who are members of a queue. */
    public BitSet members(QueueId queue) {
        return (BitSet) queues[index(queue)].members.clone();
    }

    /** Whether an operator is a member of a queue. */
    public boolean isMember(int operator, QueueId queue) {
        return queues[index(queue)].members.get(operator);
    }

    /** The operators who could ever take a chat that asks for this: nothing that lasts stands against it. */
    public BitSet able(ChatNeeds needs) {
        return able(wanted(needs));
    }

    BitSet able(Wanted wanted) {
        var able = new BitSet(size());
        for (int i = 0; i < size(); i++) {
            able.set(i, couldTake(i, wanted));
        }
        return able;
    }

    /** Whether an operator could ever take a chat of a queue that asks for nothing special. */
    public boolean canServe(OperatorId operator, QueueId queue) {
        return couldTake(index(operator), wanted(ChatNeeds.of(queue)));
    }

    /** Whether nothing that lasts stands against an operator taking a chat. */
    private boolean couldTake(int operator, Wanted wanted) {
        return lasting(operator, wanted).isEligible();
    }

    /** What stands for good against an operator taking a chat; none if they can, once they are present and have room. */
    public Optional<Standing.Lasting> obstacle(int operator, Wanted wanted) {
        return lasting(operator, wanted) instanceof Standing.Lasting obstacle
                ? Optional.of(obstacle)
                : Optional.empty();
    }

    /**
     * How an operator stands to a chat.
     *
     * @param inUse capacity that is in use
     * @param chats that they hold
     */
    public Standing standing(int operator, Wanted wanted, boolean present, int inUse, int chats) {
        var lasting = lasting(operator, wanted);
        if (!lasting.isEligible()) {
            return lasting;
        }
        if (!present) {
            return NOT_PRESENT;
        }
        int weight = wanted.queue.queue.weight();
        if (capacity[operator] - inUse < weight) {
            return new Standing.NoFreeCapacity(inUse, capacity[operator], weight);
        }
        return chats >= mostChats[operator] ? new Standing.HoldsMostChats(chats) : ELIGIBLE;
    }

    private Standing lasting(int operator, Wanted wanted) {
        var queue = wanted.queue;
        if (wanted.added.get(operator)) {
            return weighed(operator, queue);
        }
        if (!wanted.members.get(operator)) {
            return wanted.left.get(operator)
                    ? new Standing.LeftForTheDay(queue.queue.id())
                    : whyNoMember(operator, wanted);
        }
        var lack = lack(operator, wanted.extra);
        if (!lack.isEligible()) {
            return lack;
        }
        String tag = wanted.tag;
        if (tag != null) {
            int spoken = wanted.language == languageIndex.size() ? 0 : languageLevel[operator][wanted.language];
            if (spoken == 0) {
                return new Standing.LacksLanguage(tag);
            }
            if (spoken < queue.queue.leastLanguageLevel()) {
                return new Standing.LanguageLevelTooLow(tag, spoken, queue.queue.leastLanguageLevel());
            }
        }
        return weighed(operator, queue);
    }

    private Standing weighed(int operator, CompiledQueue queue) {
        return capacity[operator] < queue.queue.weight()
                ? new Standing.ChatTooHeavy(capacity[operator], queue.queue.weight())
                : ELIGIBLE;
    }

    private Standing whyNoMember(int operator, Wanted wanted) {
        var queue = wanted.queue;
        if (queue.queue.members() instanceof Membership.ByName) {
            return new Standing.NotNamed(queue.queue.id());
        }
        return queue.ofDepartment.get(operator)
                ? lack(operator, wanted.needs)
                : new Standing.OtherDepartment(queue.queue.department());
    }

    private Standing lack(int operator, Skills needs) {
        for (int k = 0; k < needs.index.length; k++) {
            int held = level[operator][needs.index[k]];
            if (held == 0) {
                return new Standing.LacksSkill(skills.get(needs.index[k]), needs.leastLevel[k]);
            }
            if (held < needs.leastLevel[k]) {
                return new Standing.LevelTooLow(skills.get(needs.index[k]), held, needs.leastLevel[k]);
            }
        }
        return ELIGIBLE;
    }

    /** The skill that chats about a topic need besides; null for none, and where nothing is known of the topic. */
    @Nullable
    SkillId skillOf(String topic) {
        return topicSkills.get(topic);
    }

    /** Sum of an operator's levels in the skills a chat needs. */
    public int levels(int operator, Wanted wanted) {
        int sum = 0;
        for (int skill : wanted.queue.needs.index) {
            sum += level[operator][skill];
        }
        for (int skill : wanted.extra.index) {
            sum += level[operator][skill];
        }
        return sum;
    }

    /** Capacity of an operator. */
    public int capacity(int operator) {
        return capacity[operator];
    }

    /** The most chats an operator holds at once, whatever their weight; {@link Integer#MAX_VALUE} where capacity alone decides. */
    public int mostChats(int operator) {
        return mostChats[operator];
    }

    private CompiledQueue compile(Queue queue) {
        var members = new BitSet(size());
        var ofDepartment = new BitSet(size());
        int[] tierOf = new int[size()];
        Arrays.fill(tierOf, IN_NO_TIER);
        Map<OperatorId, Integer> tiers = tiers(queue.choice());
        for (int i = 0; i < size(); i++) {
            members.set(i, queue.hasMember(operators.get(i)));
            ofDepartment.set(i, operators.get(i).answersFor(queue.department()));
            tierOf[i] = tiers.getOrDefault(operators.get(i).id(), IN_NO_TIER);
        }
        return new CompiledQueue(queue, compile(queue.needs()), members, ofDepartment, tierOf);
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

    /** What is left to ask for; a skill lowered to nothing need not be held. */
    private Skills lowered(Skills needs, Loosened loosened) {
        if (loosened.lowered().isEmpty()) {
            return needs;
        }
        var left = new ArrayList<SkillNeed>();
        for (int k = 0; k < needs.index.length; k++) {
            var skill = skills.get(needs.index[k]);
            int least = needs.leastLevel[k] - loosened.lowered(skill);
            if (least > 0) {
                left.add(new SkillNeed(skill, least));
            }
        }
        return compile(left);
    }

    private Skills compile(List<SkillNeed> needs) {
        return new Skills(
                needs.stream().mapToInt(need -> index(need.skill())).toArray(),
                needs.stream().mapToInt(SkillNeed::leastLevel).toArray());
    }

    private int index(SkillId skill) {
        return known(skillIndex.get(skill), "skill", skill.value());
    }

    /** The place of an operator in the plan. */
    int index(OperatorId operator) {
        return known(operatorIndex.get(operator), "operator", operator.value());
    }

    /** The place of a queue in the plan. */
    int index(QueueId queue) {
        return known(queueIndex.get(queue), "queue", queue.value());
    }

    private static int known(@Nullable Integer index, String kind, String id) {
        if (index == null) {
            throw new IllegalArgumentException("the plan has no " + kind + " \"" + id + "\"");
        }
        return index;
    }
}
