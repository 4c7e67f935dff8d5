package io.kinetarch.server.standin;

import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A bot of somebody else: it knows the tides of an invented harbour, understands nothing else, and is late if it is asked to be. */
final class TideBot extends SignedHandler {
    private static final Pattern TIDES = Pattern.compile(
            "(?iu)tide|(high|low) water|ebbe|flut|gezeiten|hochwasser|niedrigwasser|marée|(pleine|basse) mer");
    private static final Pattern SLOWLY = Pattern.compile("(?i)slowly");
    private static final long SLOW_MILLIS = 30_000;

    TideBot(String key, Clock clock, JsonMapper json) {
        super(key, clock, json);
    }

    @Override
    Answer answer(JsonNode asked) throws InterruptedException {
        var said = asked.path("said").valueStream().map(JsonNode::asString).toList();
        String all = String.join(" ", said);
        if (SLOWLY.matcher(all).find()) {
            Thread.sleep(SLOW_MILLIS);
        }
        boolean understood = said.isEmpty() || TIDES.matcher(all).find();
        var language =
                Locale.forLanguageTag(asked.path("language").asString("en")).getLanguage();
        return new Answer(
                200,
                Map.of(
                        "chat", asked.path("chat").asString(),
                        "turn", asked.path("turn").asInt(),
                        "says", List.of(words(language, said.isEmpty(), understood)),
                        "understood", understood,
                        "handOver", false));
    }

    private static String words(String language, boolean greets, boolean understood) {
        return switch (language) {
            case "de" ->
                greets
                        ? "Hier ist der Gezeitenbot. Fragen Sie nach Ebbe und Flut."
                        : understood
                                ? "Hochwasser in Port Ennick ist um 06:10 und 18:35."
                                : "Ich kenne nur Ebbe und Flut.";
            case "fr" ->
                greets
                        ? "Ici le bot des marées. Demandez-moi les horaires."
                        : understood ? "Pleine mer à Port Ennick à 06:10 et 18:35." : "Je ne connais que les marées.";
            default ->
                greets
                        ? "This is the tide bot. Ask me about the tides."
                        : understood ? "High water at Port Ennick is at 06:10 and 18:35." : "I only know the tides.";
        };
    }
}
