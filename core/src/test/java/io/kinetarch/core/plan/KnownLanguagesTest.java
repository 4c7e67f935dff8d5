package io.kinetarch.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import io.kinetarch.core.inspection.FindingCode;
import io.kinetarch.core.inspection.PlanCheck;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class KnownLanguagesTest {
    /** ISO 639-1, as the platform lists it: each has a name in its data (Unicode CLDR). */
    @Test
    void allOfIso639AreKnown() {
        assertThat(Locale.getISOLanguages()).allMatch(KnownLanguages::known);
    }

    /** Examples of BCP 47 (RFC 5646, appendix A): language, script, region, and a region of UN M.49. */
    @ParameterizedTest
    @ValueSource(strings = {"de", "zh-Hant", "zh-Hans-CN", "sr-Latn-RS", "de-AT", "es-419", "mas", "haw"})
    void tagsOfTheStandardAreKnown(String tag) {
        assertThat(KnownLanguages.known(tag)).isTrue();
    }

    /** Well-formed all of them. */
    @ParameterizedTest
    @ValueSource(strings = {"german", "deutsch", "xx", "qqq", "de-XX", "en-Abcd", "und", ""})
    void wellFormedTagsOfNothingAreNot(String tag) {
        assertThat(KnownLanguages.known(tag)).isFalse();
    }

    @ParameterizedTest
    @CsvSource({"German,de", "deutsch,de", "Allemand,de", " FRANÇAIS ,fr", "Englisch,en", "日本語,ja"})
    void languagesAreFoundByTheirNames(String name, String tag) {
        assertThat(KnownLanguages.called(name)).contains(tag);
    }

    @Test
    void anEditThatNamesNoLanguageIsRefusedWithWhatWouldDo() {
        var plan = SamplePlan.plan();
        var after = SamplePlan.edited(SamplePlan.operator("new", 6, List.of("en", "german")));

        assertThatExceptionOfType(PlanRefusal.class)
                .isThrownBy(() -> KnownLanguages.check(plan, after))
                .withMessage("\"german\" is no language that is known; write its tag, de")
                .satisfies(refusal -> assertThat(refusal.pointer()).isEqualTo("/languages/1/language"));
        assertThatCode(() -> KnownLanguages.check(plan, plan)).doesNotThrowAnyException();
    }

    /** Else a plan from before could not be mended step by step. */
    @Test
    void whatWasThereMayStayAndIsFound() {
        var before = SamplePlan.edited(SamplePlan.operator("new", 6, List.of("en", "german")));
        var after = before.edited(List.of(new PlanEdit.Put(SamplePlan.operator("new", 8, List.of("german")))));

        assertThatCode(() -> KnownLanguages.check(before, after)).doesNotThrowAnyException();
        assertThat(PlanCheck.of(after, LocalDate.of(2026, 12, 1)))
                .filteredOn(finding -> finding.code() == FindingCode.LANGUAGE_UNKNOWN)
                .singleElement()
                .satisfies(finding -> assertThat(finding.words()).contains("\"german\" is no language", "de"));
    }
}
