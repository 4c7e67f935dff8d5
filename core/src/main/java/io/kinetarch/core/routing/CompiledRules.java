package io.kinetarch.core.routing;

import io.kinetarch.core.hours.OpenTimeline;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.VisitorKind;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * The rules of a plan laid out so that many chats can be decided quickly; decides as {@link RuleTable} does, without saying why.
 *
 * <p>For each thing that is looked up by its value (door, language, page, visitor, topic, moment, answers) a table gives the rules that take
 * the value, one bit each; the rules that remain in all of them are asked for the rest of their conditions, the first first.
 * The idea is that of packet filters: Lakshman and Stiliadis, "High-speed policy-based packet forwarding using efficient
 * multi-dimensional range matching", SIGCOMM 1998, section 4. Immutable but for a memory of
 * languages and pages seen.
 */
public final class CompiledRules {
    /** Languages and pages come from outside, so only so many are remembered. */
    private static final int MOST_REMEMBERED = 10_000;

    private final List<Rule> rules;
    private final Conditions conditions;
    private final int words;
    private final ByValue doors;
    private final ByValue topics;
    private final Map<VisitorKind, long[]> visitors = new EnumMap<>(VisitorKind.class);
    private final Map<String, long[]> languages = new ConcurrentHashMap<>();
    private final Map<String, long[]> pages = new ConcurrentHashMap<>();
    private final long[] noPage;
    private final ByMoment moments;
    private final List<ByAnswer> answers = new ArrayList<>();
    /** By rule, the conditions that no table answers. */
    private final List<List<Condition>> others = new ArrayList<>();

    /**
     * Lays the rules of a plan out.
     *
     * @param from from when on moments are laid out too; chats of other times are decided as well, only more slowly
     * @param to exclusive, after {@code from}
     */
    public CompiledRules(Plan plan, Instant from, Instant to) {
        this.rules = plan.rules();
        this.conditions = new Conditions(plan);
        this.words = (rules.size() + Long.SIZE - 1) / Long.SIZE;
        this.doors = byValue(
                Condition.DoorIs.class,
                condition -> condition.doors().stream().map(ElementId::value).toList());
        this.topics = byValue(
                Condition.TopicIs.class,
                condition -> condition.topics().stream().map(Conditions::plain).toList());
        for (VisitorKind kind : VisitorKind.values()) {
            visitors.put(
                    kind,
                    take(condition -> !(condition.asked() instanceof Condition.VisitorIs(var wanted))
                            || wanted.contains(kind) != condition instanceof Condition.Not));
        }
        rules.stream()
                .flatMap(rule -> rule.conditions().stream())
                .map(Condition::asked)
                .flatMap(condition -> condition instanceof Condition.AnswerIs(var question, var _)
                        ? Stream.of(question)
                        : Stream.empty())
                .distinct()
                .forEach(question -> answers.add(new ByAnswer(
                        question,
                        byValue(
                                Condition.AnswerIs.class,
                                condition -> condition.question().equals(question)
                                        ? condition.answers().stream()
                                                .map(Conditions::plain)
                                                .toList()
                                        : null))));
        this.noPage = take(condition ->
                !(condition.asked() instanceof Condition.PageMatches) || condition instanceof Condition.Not);
        this.moments = byMoment(from, to);
        rules.forEach(rule -> others.add(rule.conditions().stream()
                .filter(condition -> !isLookedUp(condition.asked()))
                .toList()));
    }

    /** The place of the rule that takes a chat, from 0. */
    public int decide(Arrival chat) {
        var byDoor = doors.of(chat.door().value());
        var byLanguage = language(chat.language());
        var byVisitor = visitors.getOrDefault(chat.visitor(), byDoor);
        String topic = chat.topic();
        var byTopic = topics.of(topic == null ? null : Conditions.plain(topic));
        var byPage = page(chat.page());
        var byMoment = moments.of(chat.at().getEpochSecond());
        var byAnswer = new long[answers.size()][];
        for (int q = 0; q < byAnswer.length; q++) {
            byAnswer[q] = answers.get(q).of(chat);
        }
        for (int word = 0; word < words; word++) {
            long left =
                    byDoor[word] & byLanguage[word] & byVisitor[word] & byTopic[word] & byPage[word] & byMoment[word];
            for (long[] bits : byAnswer) {
                left &= bits[word];
            }
            for (; left != 0; left &= left - 1) {
                int rule = word * Long.SIZE + Long.numberOfTrailingZeros(left);
                if (holdsElse(rule, chat)) {
                    return rule;
                }
            }
        }
        throw new IllegalStateException("the last rule of a plan takes every chat");
    }

    private boolean holdsElse(int rule, Arrival chat) {
        for (Condition condition : others.get(rule)) {
            if (!conditions.holds(condition, chat)) {
                return false;
            }
        }
        return true;
    }

    private static boolean isLookedUp(Condition condition) {
        return switch (condition) {
            case Condition.DoorIs _, Condition.LanguageIs _, Condition.PageMatches _ -> true;
            case Condition.VisitorIs _, Condition.TopicIs _, Condition.AnswerIs _ -> true;
            default -> isOfMoment(condition);
        };
    }

    private static boolean isOfMoment(Condition condition) {
        return condition instanceof Condition.ArrivesWithin || condition instanceof Condition.DepartmentIsOpen;
    }

    private long[] language(String tag) {
        return remembered(
                languages,
                tag,
                condition -> !(condition.asked() instanceof Condition.LanguageIs(var ranges))
                        || ranges.stream().anyMatch(range -> Conditions.takes(range, tag))
                                != condition instanceof Condition.Not);
    }

    private long[] page(@Nullable String address) {
        return address == null
                ? noPage
                : remembered(
                        pages,
                        address,
                        condition -> !(condition.asked() instanceof Condition.PageMatches(var patterns))
                                || patterns.stream().anyMatch(pattern -> pattern.matches(address))
                                        != condition instanceof Condition.Not);
    }

    private long[] remembered(Map<String, long[]> memory, String value, Predicate<Condition> passes) {
        var known = memory.get(value);
        if (known != null) {
            return known;
        }
        var bits = take(passes);
        if (memory.size() < MOST_REMEMBERED) {
            memory.put(value, bits);
        }
        return bits;
    }

    private ByMoment byMoment(Instant from, Instant to) {
        var changes = new TreeSet<Long>();
        rules.stream()
                .flatMap(rule -> rule.conditions().stream())
                .map(Condition::asked)
                .flatMap(conditions::hoursOf)
                .distinct()
                .map(hours -> OpenTimeline.of(hours, from, to))
                .forEach(timeline -> {
                    for (var next = timeline.nextChange(from);
                            next.isPresent();
                            next = timeline.nextChange(next.get())) {
                        changes.add(next.get().getEpochSecond());
                    }
                });
        long[] starts = Stream.concat(Stream.of(from.getEpochSecond()), changes.stream())
                .mapToLong(second -> second)
                .toArray();
        // The same few states of the week come again and again; each is laid out once.
        var known = new HashMap<String, long[]>();
        var states = new long[starts.length][];
        for (int i = 0; i < starts.length; i++) {
            var bits = atMoment(starts[i]);
            states[i] = known.computeIfAbsent(Arrays.toString(bits), _ -> bits);
        }
        return new ByMoment(starts, states, to.getEpochSecond());
    }

    private long[] atMoment(long epochSecond) {
        var at = Instant.ofEpochSecond(epochSecond);
        return take(condition -> !isOfMoment(condition.asked())
                || conditions.hoursOf(condition.asked()).anyMatch(hours -> hours.isOpen(at))
                        != condition instanceof Condition.Not);
    }

    /** The rules all of whose conditions pass. */
    private long[] take(Predicate<Condition> passes) {
        var bits = new long[words];
        for (int i = 0; i < rules.size(); i++) {
            if (rules.get(i).conditions().stream().allMatch(passes)) {
                bits[i / Long.SIZE] |= 1L << i;
            }
        }
        return bits;
    }

    /** The values that a condition lists; null where it does not ask about the thing. */
    private interface Listed<C extends Condition> {
        @Nullable
        List<String> by(C condition);
    }

    private <C extends Condition> ByValue byValue(Class<C> kind, Listed<C> listed) {
        var named = new HashMap<String, long[]>();
        rules.stream()
                .flatMap(rule -> rule.conditions().stream())
                .map(Condition::asked)
                .filter(kind::isInstance)
                .map(kind::cast)
                .map(listed::by)
                .forEach(values -> {
                    if (values != null) {
                        values.forEach(value -> named.computeIfAbsent(
                                value, _ -> take(condition -> passes(condition, kind, listed, value))));
                    }
                });
        return new ByValue(named, take(condition -> passes(condition, kind, listed, null)));
    }

    private static <C extends Condition> boolean passes(
            Condition condition, Class<C> kind, Listed<C> listed, @Nullable String value) {
        if (!kind.isInstance(condition.asked())) {
            return true;
        }
        var wanted = listed.by(kind.cast(condition.asked()));
        return wanted == null || (value != null && wanted.contains(value)) != condition instanceof Condition.Not;
    }

    /** Rules by the value of one thing. */
    private static final class ByValue {
        private final Map<String, long[]> named;
        /** Those that take a value no rule names, or none at all. */
        private final long[] other;

        ByValue(Map<String, long[]> named, long[] other) {
            this.named = named;
            this.other = other;
        }

        long[] of(@Nullable String value) {
            return value == null ? other : named.getOrDefault(value, other);
        }
    }

    /** Rules by the moment. */
    private final class ByMoment {
        private final long[] starts;
        private final long[][] states;
        private final long end;

        ByMoment(long[] starts, long[][] states, long end) {
            this.starts = starts;
            this.states = states;
            this.end = end;
        }

        long[] of(long epochSecond) {
            if (epochSecond < starts[0] || epochSecond >= end) {
                return atMoment(epochSecond);
            }
            int found = Arrays.binarySearch(starts, epochSecond);
            return states[found >= 0 ? found : -found - 2];
        }
    }

    private record ByAnswer(QuestionId question, ByValue rules) {
        long[] of(Arrival chat) {
            String given = chat.answers().get(question);
            return rules.of(given == null ? null : Conditions.plain(given));
        }
    }
}
