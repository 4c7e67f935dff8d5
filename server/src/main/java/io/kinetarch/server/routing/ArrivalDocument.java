package io.kinetarch.server.routing;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Instant;
import java.util.HashMap;
import java.util.IllformedLocaleException;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * An arriving chat.
 *
 * @param page null where the chat comes by a plain link
 * @param answers by question id
 * @param visitor new if left out
 * @param facts handed over by the page, by its key
 * @param topic that the bot found; null for none
 */
public record ArrivalDocument(
        String door,
        @Nullable String page,
        String language,
        @Nullable Map<String, String> answers,
        Instant at,
        @Nullable VisitorKind visitor,
        @Nullable Map<String, String> facts,
        @Nullable String topic) {

    /**
     * The arrival that is meant.
     *
     * @param pointer where the document stands in the one that was sent
     */
    public Arrival toArrival(Plan plan, Map<QueueId, Arrival.Waiting> queues, String pointer) {
        var door = plan.doors().stream()
                .filter(candidate -> candidate.id().value().equals(this.door))
                .findFirst()
                .orElseThrow(() -> invalid(
                        pointer + "/door",
                        "The plan has no front door \"" + this.door + "\"; it has "
                                + String.join(
                                        ", ",
                                        plan.doors().stream()
                                                .map(known -> known.id().value())
                                                .toList())
                                + "."));
        checkLanguage(pointer);
        var known = new HashMap<QuestionId, String>();
        for (var answer : answers == null ? Map.<String, String>of().entrySet() : answers.entrySet()) {
            var question = Stream.concat(
                            door.questions().stream(),
                            plan.departments().stream().flatMap(department -> department.questions().stream()))
                    .filter(asked -> asked.id().value().equals(answer.getKey()))
                    .findFirst()
                    .orElseThrow(() -> invalid(
                            pointer + "/answers/" + answer.getKey(),
                            "Neither the door \"" + this.door + "\" nor any department asks the question \""
                                    + answer.getKey() + "\"."));
            if (answer.getValue() != null) {
                known.put(question.id(), answer.getValue());
            }
        }
        String address = page == null || page.isBlank() ? null : PageAddress.of(page, pointer + "/page");
        return new Arrival(
                new DoorId(this.door),
                address,
                language,
                known,
                at,
                visitor == null ? VisitorKind.NEW : visitor,
                told(facts),
                topic,
                queues);
    }

    /** Facts that are null are not handed over. */
    private static Map<String, String> told(@Nullable Map<String, String> facts) {
        var told = new HashMap<String, String>();
        if (facts != null) {
            facts.forEach((key, value) -> {
                if (value != null) {
                    told.put(key, value);
                }
            });
        }
        return told;
    }

    private void checkLanguage(String pointer) {
        try {
            var _ = new Locale.Builder().setLanguageTag(language).build();
        } catch (IllformedLocaleException e) {
            throw invalid(
                    pointer + "/language",
                    "\"" + language + "\" is no BCP 47 language tag; write one such as en or de-AT.");
        }
    }

    private static Refusal invalid(String pointer, String detail) {
        return new Refusal(Kind.INVALID_DOCUMENT, pointer, detail);
    }
}
