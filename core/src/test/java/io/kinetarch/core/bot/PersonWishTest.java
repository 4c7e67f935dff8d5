package io.kinetarch.core.bot;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PersonWishTest {
    @ParameterizedTest
    @CsvSource({
        "en, I want to talk to a person",
        "en, can i speek to a huamn plaese",
        "en, PERSON!",
        "en, get me an oprator",
        "en, representitive please",
        "de, ich will mit einem Menschen sprechen",
        "de, bitte einen Mitabeiter",
        "de, Mitarbeiterin bitte",
        "de, ich moechte mit einem echten Menschn reden",
        "fr, je veux parler à un conseiller",
        "fr, passez-moi quelqu'un svp",
        "fr, je voudrais un consseiller"
    })
    void whoeverAsksForAPersonIsHeard(String language, String text) {
        assertThat(PersonWish.isOne(text, language)).isTrue();
    }

    @ParameterizedTest
    @CsvSource({
        "en, what does it cost for one person and a car",
        "en, did somebody find my bag",
        "en, hello",
        "en, ''",
        "de, zwei Personen und ein Hund am Samstag",
        "de, hat jemand eine Jacke gefunden",
        "fr, une personne et une voiture pour lundi",
        "xx, I want to talk to a person"
    })
    void othersAreNot(String language, String text) {
        assertThat(PersonWish.isOne(text, language)).isFalse();
    }
}
