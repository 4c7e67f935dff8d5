package io.kinetarch.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class AssumedFiguresTest {
    private static final Shrinkage.Part BREAKS = new Shrinkage.Part("Breaks", 0.12, null, true);
    private static final Shrinkage.Part TRAINING =
            new Shrinkage.Part("Training", 0.08, List.of(DayOfWeek.WEDNESDAY, DayOfWeek.TUESDAY), true);

    @Test
    void thePartsOfADayAddUp() {
        var shrinkage = new Shrinkage(List.of(BREAKS, TRAINING));

        assertThat(shrinkage.on(DayOfWeek.MONDAY)).isEqualTo(0.12);
        assertThat(shrinkage.on(DayOfWeek.TUESDAY)).isCloseTo(0.2, within(1e-12));
        assertThat(shrinkage.paid(8, DayOfWeek.WEDNESDAY)).isCloseTo(10, within(1e-12));
        assertThat(TRAINING.days()).containsExactly(DayOfWeek.TUESDAY, DayOfWeek.WEDNESDAY);
        assertThat(Shrinkage.NONE.paid(8, DayOfWeek.SUNDAY)).isEqualTo(8);
    }

    @Test
    void shrinkageRefusesWhatCannotBe() {
        refused(() -> Shrinkage.of(0.91), "/share", "from 0 to 0.9");
        refused(() -> new Shrinkage(List.of(BREAKS, BREAKS)), "/parts/1/name", "stands twice");
        refused(
                () -> new Shrinkage(
                        List.of(new Shrinkage.Part("Absence", 0.8, List.of(DayOfWeek.FRIDAY), true), BREAKS)),
                "/parts",
                "the parts of a FRIDAY make 92 %");
        refused(() -> new Shrinkage.Part("Breaks", 0.1, List.of(), true), "/days", "at least one");
        refused(
                () -> new Shrinkage.Part("Breaks", 0.1, List.of(DayOfWeek.FRIDAY, DayOfWeek.FRIDAY), true),
                "/days",
                "stands twice");
        refused(() -> new Shrinkage.Part(" ", 0.1, null, true), "/name", "blank");
    }

    @Test
    void targetsThatNoNumberOfOperatorsReachesSayWhy() {
        refused(() -> QueueTarget.of(1, 20), "/share", "below 1");
        refused(() -> target(0.0, null, null), "/meanWaitSeconds", "lets nobody wait at all");
        refused(() -> target(null, 0.0, null), "/abandonment", "keeps everybody from giving up");
        refused(() -> target(null, null, 0.001), "/occupancy", "answer nobody");
        refused(() -> target(null, null, 1.5), "/occupancy", "to 1, was 1.5");
        refused(() -> new QueueTarget(0.8, 30, null, null, null, 0), "/leastOperators", "from 1 to 1000");
        assertThat(target(12.0, 0.05, 0.9).answer()).isEqualTo(new AnswerTarget(0.8, 30));
    }

    private static QueueTarget target(@Nullable Double wait, @Nullable Double gaveUp, @Nullable Double busy) {
        return new QueueTarget(0.8, 30, wait, gaveUp, busy, null);
    }

    @Test
    void payBotAndSourcesRefuseWhatCannotBe() {
        refused(() -> new Pay(0, "EUR"), "/perHour", "from 0.01");
        refused(() -> new Pay(20, "Euro"), "/currency", "no ISO 4217");
        refused(() -> BotShare.assumed("Fares", 1), "/share", "to 0.99, was 1");
        refused(() -> new Source("", LocalDate.of(2026, 5, 1)), "/said", "blank");
    }

    @Test
    void aBotFinishesWhatItsTopicsSay() {
        var settings = SamplePlan.plan().settings();
        var withBot = new Settings(
                settings.name(),
                settings.timeZone(),
                null,
                settings.shrinkage(),
                null,
                List.of(
                        BotShare.assumed("Fares", 0.4),
                        new BotShare("Fares", "de", 0.2, new Source("the trial", LocalDate.of(2026, 5, 1)))),
                null,
                settings.nextChat(),
                settings.texts(),
                settings.timeouts(),
                WhenAway.KEPT,
                List.of(),
                List.of());

        assertThat(withBot.botShare("Fares", null)).isEqualTo(0.4);
        assertThat(withBot.botShare("Fares", "en")).isEqualTo(0.4);
        assertThat(withBot.botShare("Fares", "de")).isEqualTo(0.2);
        assertThat(withBot.botShare("Freight", "de")).isZero();
        assertThat(withBot.botShare(null, null)).isZero();
    }

    private static void refused(ThrowingCallable call, String pointer, String words) {
        assertThatThrownBy(call).isInstanceOfSatisfying(PlanRefusal.class, refusal -> {
            assertThat(refusal.pointer()).isEqualTo(pointer);
            assertThat(refusal).hasMessageContaining(words);
        });
    }
}
