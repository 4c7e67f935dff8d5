package io.kinetarch.core.door;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QuestionKind;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** The valid and invalid values follow the HTML standard, 4.10.5.1 (states of the type attribute), section by section. */
class AnswerFormatTest {
    @Test
    void eMailAddressesAreThoseOfHtml() {
        for (String valid : List.of(
                "someone@example.com",
                "a@b",
                "first.last+tag@sub.example.com",
                "o'neill@example.com",
                "!#$%&'*+/=?^_`{|}~-@example.com",
                "..@example.com", // a willful violation of RFC 5322, says the standard
                "x@" + "a".repeat(63) + ".com")) {
            assertThat(refusal(QuestionKind.EMAIL, valid)).as(valid).isEmpty();
        }
        for (String invalid : List.of(
                "someone",
                "someone@",
                "@example.com",
                "some one@example.com",
                "someone@-example.com",
                "someone@example-.com",
                "someone@example..com",
                "someone@exam_ple.com",
                "\"quoted\"@example.com",
                "someone@[127.0.0.1]",
                "a@b@c",
                "söm@example.com",
                "x@" + "a".repeat(64) + ".com")) {
            assertThat(refusal(QuestionKind.EMAIL, invalid))
                    .as(invalid)
                    .hasValueSatisfying(words -> assertThat(words).contains("is no e-mail address", "“Asked”"));
        }
    }

    @Test
    void numbersAreValidFloatingPointNumbers() {
        for (String valid : List.of("1", "-1", "0.5", ".5", "-.5", "1e3", "1E+3", "2.5e-1")) {
            assertThat(refusal(QuestionKind.NUMBER, valid)).as(valid).isEmpty();
        }
        for (String invalid : List.of("", "+1", "1.", "e3", "1e", "1,5", "0x10", "NaN", "Infinity", "1 2", "1e999")) {
            assertThat(refusal(QuestionKind.NUMBER, invalid)).as(invalid).isPresent();
        }
    }

    @Test
    void telephoneNumbersTakeNoParticularFormButOneLine() {
        assertThat(refusal(QuestionKind.PHONE, "+353 (0)1 555 0100 ext. 7")).isEmpty();
        assertThat(refusal(QuestionKind.PHONE, "by the harbour")).isEmpty();
        assertThat(refusal(QuestionKind.PHONE, "1\n2")).isPresent();
        assertThat(refusal(QuestionKind.TEXT, "1\r2")).isPresent();
        assertThat(refusal(QuestionKind.LONG_TEXT, "1\n2")).isEmpty();
        assertThat(refusal(QuestionKind.LONG_TEXT, "x".repeat(4001)))
                .hasValueSatisfying(words -> assertThat(words).contains("at most 4000"));
    }

    @Test
    void aChoiceIsOneOfItsValuesInWhateverLanguageItWasRead() {
        var question = Question.choice(
                new QuestionId("q"), LocalText.of("en", "Asked"), true, List.of("Fares", "Lost property"));

        assertThat(AnswerFormat.refusal(question, " lost PROPERTY ", List.of("en")))
                .isEmpty();
        assertThat(AnswerFormat.refusal(question, "Found property", List.of("en")))
                .contains("“Found property” is none of the answers to “Asked”: Fares, Lost property.");
    }

    /** A long run that fails at its end must not be tried again from every place in it. */
    @Test
    void noAnswerIsDearToCheck() {
        assertThat(refusal(QuestionKind.EMAIL, "a".repeat(3990) + "@")).isPresent();
        assertThat(refusal(QuestionKind.EMAIL, "a@" + "a-".repeat(1900) + "!")).isPresent();
        assertThat(refusal(QuestionKind.NUMBER, "1".repeat(3990) + "x")).isPresent();
    }

    private static Optional<String> refusal(QuestionKind kind, String answer) {
        return AnswerFormat.refusal(
                new Question(
                        new QuestionId("q"),
                        kind,
                        LocalText.of("en", "Asked"),
                        LocalText.NONE,
                        true,
                        AskedWhen.BEFORE,
                        List.of()),
                answer,
                List.of("en"));
    }
}
