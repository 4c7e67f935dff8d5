package io.kinetarch.server.live;

import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.Arrival;
import java.time.Instant;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What a visitor gave with a call.
 *
 * @param language BCP 47; null where the call is no arrival
 * @param consent the words agreed to; null where none were asked for
 */
public record Given(
        @Nullable String language,
        @Nullable String page,
        VisitorKind visitor,
        Map<String, String> answers,
        Map<String, String> facts,
        @Nullable String consent) {
    /** Of calls with which nothing was given, or of which it was erased. */
    static final Given NOTHING = answers(Map.of());

    private static final String ANY_LANGUAGE = "und";

    public Given {
        answers = Map.copyOf(answers);
        facts = Map.copyOf(facts);
    }

    /** Answers alone. */
    public static Given answers(Map<String, String> answers) {
        return new Given(null, null, VisitorKind.NEW, answers, Map.of(), null);
    }

    Visit visit(DoorId door) {
        return Visit.of(new Arrival(
                door,
                page,
                language == null ? ANY_LANGUAGE : language,
                answers.entrySet().stream()
                        .collect(Collectors.toMap(entry -> new QuestionId(entry.getKey()), Map.Entry::getValue)),
                Instant.EPOCH,
                visitor,
                facts,
                null,
                Map.of()));
    }
}
