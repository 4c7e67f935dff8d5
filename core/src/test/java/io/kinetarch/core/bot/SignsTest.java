package io.kinetarch.core.bot;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Sentences;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SignsTest {
    private static final Sentences SIGNS = Sentences.of(Map.of(
            "en", List.of("complaint", "my lawyer", "!!!"),
            "de", List.of("Beschwerde", "unverschämt"),
            "fr", List.of("réclamation")));

    @ParameterizedTest
    @ValueSource(
            strings = {
                "I have a COMPLAINT",
                "two complaints already!",
                "you will hear from my lawyers",
                "das ist UNVERSCHAEMT",
                "Ich werde mich beschweren: meine Beschwerden sind lang",
                "je fais une reclamation",
                "<b>complaint</b>"
            })
    void areFoundWhateverEndingCaseAndAccents(String text) {
        assertThat(Signs.areIn(text, SIGNS)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", "where is my ferry", "is there a lawyer on board", "my friend is a lawyer", "!!!", "🤬"})
    void nothingElseIsOne(String text) {
        assertThat(Signs.areIn(text, SIGNS)).isFalse();
    }
}
