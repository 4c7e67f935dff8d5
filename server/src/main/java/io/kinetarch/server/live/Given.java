package io.kinetarch.server.live;

import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.Arrival;
import java.time.Instant;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a visitor gave with a call.
 *
 * @param language BCP 47; null where the call is no arrival
 * @param referrer address of the page that led to that page; null where the browser tells none
 * @param consents what the visitor was asked to agree to
 */
public record Given(
        @Nullable String language,
        @Nullable String page,
        @Nullable String referrer,
        VisitorKind visitor,
        Map<String, String> answers,
        Map<String, String> facts,
        List<Agreement> consents) {
    /** Of calls with which nothing was given, or of which it was erased. */
    static final Given NOTHING = answers(Map.of());

    private static final String ANY_LANGUAGE = "und";

    public Given {
        answers = Collections.unmodifiableMap(new LinkedHashMap<>(answers));
        facts = Collections.unmodifiableMap(new LinkedHashMap<>(facts));
        consents = List.copyOf(consents);
    }

    /**
     * Something that a visitor was asked to agree to when they called.
     *
     * @param text in the words in which they were asked
     */
    public record Agreement(String id, String text, boolean agreed) {}

    /** Answers alone. */
    public static Given answers(Map<String, String> answers) {
        return new Given(null, null, null, VisitorKind.NEW, answers, Map.of(), List.of());
    }

    /** What a page tells of its visitor, alone. */
    public static Given facts(Map<String, String> facts) {
        return new Given(null, null, null, VisitorKind.KNOWN, Map.of(), facts, List.of());
    }

    /**
     * All that a visitor gave with several calls, oldest first: they came as they said at first, and of what they told again the newest
     * counts.
     *
     * @param calls each as JSON
     */
    public static Given together(List<String> calls, JsonMapper json) {
        var all = calls.stream().map(text -> json.readValue(text, Given.class)).toList();
        var first = all.isEmpty() ? NOTHING : all.getFirst();
        var answers = new LinkedHashMap<String, String>();
        var facts = new LinkedHashMap<String, String>();
        all.forEach(given -> {
            answers.putAll(given.answers());
            facts.putAll(given.facts());
        });
        return new Given(
                first.language(), first.page(), first.referrer(), first.visitor(), answers, facts, first.consents());
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
