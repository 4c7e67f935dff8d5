package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Meaning;
import io.kinetarch.core.bot.Phrase;
import io.kinetarch.core.bot.Understanding;
import io.kinetarch.core.bot.Understood;
import io.kinetarch.server.installation.Installation;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.IllformedLocaleException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Learns intents that are sent along, and understands utterances. */
@RestController
@RequestMapping("/api/v1")
class UnderstandingController {
    private static final int MOST_INTENTS = 500;
    private static final int MOST_PHRASES = 20_000;
    private static final int MOST_UTTERANCES = 5_000;
    private static final int LONGEST_TEXT = 10_000;
    /** Of so many texts the meaning is worked out within half a minute. */
    private static final int MOST_BY_MEANING = 5_000;

    private final Installation installation;
    private final KnownMeanings meanings;

    UnderstandingController(Installation installation, KnownMeanings meanings) {
        this.installation = installation;
        this.meanings = meanings;
    }

    /**
     * What is asked.
     *
     * @param intents at most {@value #MOST_INTENTS}, with {@value #MOST_PHRASES} phrases in all
     * @param utterances at most {@value #MOST_UTTERANCES}
     * @param meaning whether to go by what sentences mean besides their words; null to do so where phrases and utterances are at most
     *     {@value #MOST_BY_MEANING} together
     */
    record UnderstandingDocument(
            List<Intent> intents,
            List<AskedUtterance> utterances,
            @Nullable Boolean meaning) {}

    /**
     * An intent.
     *
     * @param phrases by BCP 47 tag
     */
    record Intent(String id, Map<String, List<String>> phrases) {}

    /**
     * What a visitor writes.
     *
     * @param language null to have it found out among those of the phrases
     */
    record AskedUtterance(String text, @Nullable String language) {}

    /**
     * What was understood.
     *
     * @param meaning whether it was gone by what sentences mean
     * @param answers in the order of the utterances
     */
    record UnderstandingResult(double trainedMillis, boolean meaning, List<Answer> answers) {}

    /**
     * What was understood of an utterance.
     *
     * @param best null where nothing fits
     * @param certainty of the best candidate, whether or not it fits
     */
    record Answer(String language, @Nullable String best, double certainty, List<Candidate> candidates) {
        static Answer of(Understood understood) {
            return new Answer(
                    understood.language(),
                    understood.best(),
                    understood.certainty(),
                    understood.candidates().stream()
                            .map(candidate -> new Candidate(candidate.topic(), candidate.certainty()))
                            .toList());
        }
    }

    /** An intent that it may be. */
    record Candidate(String intent, double certainty) {}

    /** What a bot that is sent along makes of texts: topic, how sure, and the alternatives. */
    @PostMapping("/calc/understanding")
    UnderstandingResult understand(@RequestBody UnderstandingDocument document) {
        var phrases = phrases(document.intents());
        most("/utterances", document.utterances().size(), MOST_UTTERANCES);
        long begun = System.nanoTime();
        boolean meaning = byMeaning(document, phrases);
        var understanding = Understanding.of(phrases, meaning ? meanings : Meaning.UNKNOWN);
        double millis = Duration.ofNanos(System.nanoTime() - begun).toNanos() / 1e6;
        var answers = new ArrayList<Answer>();
        for (int i = 0; i < document.utterances().size(); i++) {
            var utterance = document.utterances().get(i);
            text(utterance.text(), "/utterances/" + i + "/text");
            String language = utterance.language();
            if (language != null) {
                language(language, "/utterances/" + i + "/language");
            }
            answers.add(Answer.of(
                    language == null
                            ? understanding.understand(utterance.text())
                            : understanding.understand(utterance.text(), language)));
        }
        return new UnderstandingResult(millis, meaning, answers);
    }

    private boolean byMeaning(UnderstandingDocument document, Map<String, List<Phrase>> phrases) {
        int texts = document.utterances().size()
                + phrases.values().stream().mapToInt(List::size).sum();
        var asked = document.meaning();
        if (asked == null) {
            return installation.meaning() && texts <= MOST_BY_MEANING;
        }
        if (asked && !installation.meaning()) {
            throw refusal(
                    "/meaning", "This installation goes by words alone: kinetarch.installation.meaning is false.");
        }
        if (asked) {
            most("/meaning", texts, MOST_BY_MEANING);
        }
        return asked;
    }

    private static Map<String, List<Phrase>> phrases(List<Intent> intents) {
        most("/intents", intents.size(), MOST_INTENTS);
        var all = new TreeMap<String, List<Phrase>>();
        var ids = new HashSet<String>();
        int count = 0;
        for (int i = 0; i < intents.size(); i++) {
            var intent = intents.get(i);
            String at = "/intents/" + i;
            if (intent.id().isBlank() || !ids.add(intent.id())) {
                throw refusal(at + "/id", "Every intent needs an id of its own, which no other has.");
            }
            for (var entry : intent.phrases().entrySet()) {
                language(entry.getKey(), at + "/phrases/" + entry.getKey());
                for (int k = 0; k < entry.getValue().size(); k++) {
                    String phrase = entry.getValue().get(k);
                    text(phrase, at + "/phrases/" + entry.getKey() + "/" + k);
                    all.computeIfAbsent(entry.getKey(), _ -> new ArrayList<>()).add(new Phrase(intent.id(), phrase));
                    count++;
                }
            }
        }
        if (count == 0) {
            throw refusal("/intents", "Nothing can be learned without a phrase; give at least one intent some.");
        }
        most("/intents", count, MOST_PHRASES);
        return all;
    }

    private static void most(String pointer, int count, int most) {
        if (count > most) {
            throw refusal(pointer, "At most " + most + " are taken here, not " + count + ".");
        }
    }

    private static void text(String text, String pointer) {
        if (text.length() > LONGEST_TEXT) {
            throw refusal(
                    pointer, "A text has at most " + LONGEST_TEXT + " characters, this one has " + text.length() + ".");
        }
    }

    private static void language(String tag, String pointer) {
        try {
            if (new Locale.Builder().setLanguageTag(tag).build().getLanguage().isEmpty()) {
                throw refusal(pointer, "\"" + tag + "\" names no language; write a BCP 47 tag such as en or de-AT.");
            }
        } catch (IllformedLocaleException e) {
            throw refusal(pointer, "\"" + tag + "\" is no BCP 47 language tag; write one such as en or de-AT.");
        }
    }

    private static Refusal refusal(String pointer, String why) {
        return new Refusal(Kind.INVALID_DOCUMENT, pointer, why);
    }
}
