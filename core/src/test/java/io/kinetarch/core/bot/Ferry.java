package io.kinetarch.core.bot;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** A few topics of a ferry line, enough to tell apart. */
final class Ferry {
    static final Map<String, List<String>> ENGLISH = Map.of(
            "refund",
                    List.of(
                            "I want my money back",
                            "how do I get a refund",
                            "when will the refund reach my account",
                            "is my ticket refundable",
                            "cancel my booking and pay me back",
                            "the refund has not arrived"),
            "dog",
                    List.of(
                            "can I bring my dog",
                            "are pets allowed on board",
                            "where does the dog stay",
                            "does the cat need a ticket",
                            "is there a kennel for dogs",
                            "may the dog stay in the car"),
            "lost",
                    List.of(
                            "I left my bag on the ferry",
                            "I lost my phone on board",
                            "did anybody find a blue jacket",
                            "where is the lost property office",
                            "my son forgot his teddy",
                            "I lost my keys on the boat"),
            "timetable",
                    List.of(
                            "when does the next ferry leave",
                            "what times do the boats go on Sunday",
                            "timetable for December",
                            "when is the last boat back",
                            "first departure on Monday",
                            "times of the ferry tomorrow"));

    static final Map<String, List<String>> GERMAN = Map.of(
            "refund",
                    List.of(
                            "ich will mein Geld zurück",
                            "wie bekomme ich eine Erstattung",
                            "wann kommt die Rückzahlung",
                            "bitte stornieren und Geld zurück"),
            "dog",
                    List.of(
                            "darf ich meinen Hund mitnehmen",
                            "sind Haustiere an Bord erlaubt",
                            "wo bleibt der Hund",
                            "darf der Hund im Auto bleiben"),
            "lost",
                    List.of(
                            "ich habe meine Tasche verloren",
                            "wo ist das Fundbüro",
                            "ich habe meine Schlüssel vergessen",
                            "hat jemand eine Jacke gefunden"),
            "timetable",
                    List.of(
                            "wann fährt die nächste Fähre",
                            "Fahrplan für Dezember",
                            "wann fahren die Schiffe am Sonntag",
                            "letzte Abfahrt am Abend"));

    private Ferry() {}

    static Understanding understanding() {
        return Understanding.of(Map.of("en", phrases(ENGLISH), "de", phrases(GERMAN)));
    }

    static List<Phrase> phrases(Map<String, List<String>> topics) {
        var phrases = new ArrayList<Phrase>();
        topics.forEach((topic, texts) -> texts.forEach(text -> phrases.add(new Phrase(topic, text))));
        return phrases;
    }
}
