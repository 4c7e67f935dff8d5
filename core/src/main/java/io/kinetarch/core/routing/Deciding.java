package io.kinetarch.core.routing;

import io.kinetarch.core.plan.Choice;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.routing.RuleShares.Seen;
import java.time.Duration;
import java.time.Instant;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A plan's rules, and how its doors ask for what a chat is about: decides chats of which little is known. */
public final class Deciding {
    private final Plan plan;
    private final CompiledRules rules;
    private final Map<DoorId, FrontDoor> doors = new HashMap<>();
    /** Few kinds of chats come again and again. */
    private final Map<Ruled, ChatNeeds> needs = new HashMap<>();
    /** Streams share their traits. */
    private final IdentityHashMap<List<Traits>, List<Traits>> alike = new IdentityHashMap<>();

    private record Ruled(int rule, String language) {}

    /** For chats from one instant to another. */
    Deciding(Plan plan, Instant first, Instant last) {
        this.plan = plan;
        this.rules = new CompiledRules(plan, first, last.plus(Duration.ofDays(1)));
        plan.doors().forEach(door -> doors.put(door.id(), door));
    }

    /** For chats that came. */
    public static Deciding of(Plan plan, List<Seen> seen) {
        var first = seen.stream().map(Seen::at).min(Comparator.naturalOrder()).orElse(Instant.EPOCH);
        var last = seen.stream().map(Seen::at).max(Comparator.naturalOrder()).orElse(Instant.EPOCH);
        return new Deciding(plan, first, last);
    }

    int rule(Arrival chat) {
        return rules.decide(chat);
    }

    Optional<QueueId> queue(Seen some) {
        return arrival(some).map(chat -> plan.rules().get(rule(chat)).queue());
    }

    /** What a chat asks of people; none where its door is not known. */
    public Optional<ChatNeeds> needs(Seen some) {
        return arrival(some).map(this::needs);
    }

    ChatNeeds needs(Arrival chat) {
        return needs.computeIfAbsent(
                new Ruled(rule(chat), chat.language()),
                ruled -> ChatNeeds.of(plan.rules().get(ruled.rule()), ruled.language()));
    }

    /** Traits of which no two are alike to the rules, each with the shares of all that are. */
    List<Traits> toldApart(List<Traits> traits) {
        return alike.computeIfAbsent(traits, this::classes);
    }

    private List<Traits> classes(List<Traits> traits) {
        var conditions = plan.rules().stream()
                .flatMap(rule -> rule.conditions().stream())
                .map(Condition::asked)
                .filter(asked -> asked instanceof Condition.PageMatches
                        || asked instanceof Condition.VisitorIs
                        || asked instanceof Condition.FactIs)
                .distinct()
                .toList();
        var holds = new Conditions(plan);
        var nobody = Arrival.of(new DoorId("any"), null, "und", Map.of(), Instant.EPOCH);
        var classes = new LinkedHashMap<BitSet, Traits>();
        for (var each : Traits.of(traits)) {
            var chat = each.of(nobody);
            var held = new BitSet();
            for (int i = 0; i < conditions.size(); i++) {
                held.set(i, holds.holds(conditions.get(i), chat));
            }
            classes.merge(held, each, (one, other) -> one.with(Math.min(1, one.share() + other.share())));
        }
        return List.copyOf(classes.values());
    }

    Optional<Arrival> arrival(Seen some) {
        var door = some.door() == null ? null : doors.get(Objects.requireNonNull(some.door()));
        if (door == null) {
            return Optional.empty();
        }
        String language = some.language();
        var plain = Arrival.of(
                door.id(),
                null,
                language == null ? door.languages().getFirst() : language,
                answers(door, some.topic()),
                some.at());
        return Optional.of(new Arrival(
                plain.door(),
                plain.page(),
                plain.language(),
                plain.answers(),
                plain.at(),
                plain.visitor(),
                plain.facts(),
                some.topic(),
                plain.queues()));
    }

    private static Map<QuestionId, String> answers(FrontDoor door, @Nullable String topic) {
        var answers = new HashMap<QuestionId, String>();
        if (topic != null) {
            door.questions().stream()
                    .filter(question -> question.kind() == QuestionKind.CHOICE)
                    .filter(question -> question.choices().stream()
                            .map(Choice::value)
                            .anyMatch(value -> Conditions.plain(value).equals(Conditions.plain(topic))))
                    .forEach(question -> answers.put(question.id(), topic));
        }
        return answers;
    }
}
