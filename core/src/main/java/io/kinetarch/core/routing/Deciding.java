package io.kinetarch.core.routing;

import io.kinetarch.core.plan.Choice;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.routing.RuleShares.Seen;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A plan's rules, and how its doors ask for what a chat is about: decides chats of which little is known. */
final class Deciding {
    private final Plan plan;
    private final CompiledRules rules;
    private final Map<DoorId, FrontDoor> doors = new HashMap<>();
    /** Few kinds of chats come again and again. */
    private final Map<Ruled, ChatNeeds> needs = new HashMap<>();

    private record Ruled(int rule, String language) {}

    /** For chats from one instant to another. */
    Deciding(Plan plan, Instant first, Instant last) {
        this.plan = plan;
        this.rules = new CompiledRules(plan, first, last.plus(Duration.ofDays(1)));
        plan.doors().forEach(door -> doors.put(door.id(), door));
    }

    static Deciding of(Plan plan, List<Seen> seen) {
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

    /** What a chat asks of people. */
    Optional<ChatNeeds> needs(Seen some) {
        return arrival(some)
                .map(chat -> needs.computeIfAbsent(
                        new Ruled(rule(chat), chat.language()),
                        ruled -> ChatNeeds.of(plan.rules().get(ruled.rule()), ruled.language())));
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
