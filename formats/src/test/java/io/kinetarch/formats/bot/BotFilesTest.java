package io.kinetarch.formats.bot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;

class BotFilesTest {
    private static final Plan PLAN = SamplePlan.plan();
    private static final String FILE = """
            topic,what,number,language,text
            Refunds,label,,en,Money back
            Refunds,phrase,,en,I want my money back
            refunds,phrase,,en,i want my MONEY back
            Refunds,phrase,,de,Ich will mein Geld zurück
            Refunds,test,,en,"where is my refund, please?"
            Refunds,answer,1,en,Ten days.
            Refunds,answer,1,de,Zehn Tage.
            Refunds,answer,2,en,'=within ten days
            Dogs,,,,May my dog come?
            """;

    @Test
    void linesBecomeTopics() {
        var reading = topics(FILE, PLAN);

        assertThat(reading.faults()).isEmpty();
        var refunds = reading.topics().getFirst();
        assertThat(refunds.phrases().in("en")).as("once, letter case aside").containsExactly("I want my money back");
        assertThat(refunds.phrases().in("de")).hasSize(1);
        assertThat(refunds.trials().in("en")).containsExactly("where is my refund, please?");
        assertThat(refunds.label().in("en")).contains("Money back");
        assertThat(refunds.answers())
                .extracting(text -> text.in("en").orElse(""))
                .containsExactly("Ten days.", "=within ten days");
        assertThat(refunds.answers().getFirst().in("de")).contains("Zehn Tage.");
        assertThat(reading.topics().getLast().phrases().in("en")).containsExactly("May my dog come?");
    }

    @Test
    void whatWasWrittenIsReadBackUnchanged() {
        var plan = edited(PLAN, topics(FILE, PLAN).topics());

        assertThat(topics(TopicFile.write(plan), PLAN).topics()).isEqualTo(plan.topics());
        assertThat(topics(TopicFile.write(plan), plan).topics())
                .as("and adds nothing")
                .isEqualTo(plan.topics());
    }

    @Test
    void nothingIsTakenAway() {
        var plan = edited(PLAN, topics(FILE, PLAN).topics());
        var more = topics("topic,text\nRefunds,Refund me\n", plan).topics().getFirst();

        assertThat(more.phrases().in("en")).containsExactly("I want my money back", "Refund me");
        assertThat(more.answers()).hasSize(2).contains(LocalText.of("en", "=within ten days"));
    }

    @Test
    void linesThatCannotBeUsedSayWhy() {
        var reading = topics("""
                topic,what,number,language,text
                ,phrase,,en,Hello
                Refunds,phrase,,en,
                Refunds,poem,,en,Hello
                Refunds,answer,7,en,Hello
                Refunds,phrase,,klingonisch!,Hello
                Refunds,phrase,,en,fine
                """, PLAN);

        assertThat(reading.topics()).hasSize(1);
        assertThat(reading.faults())
                .extracting(Fault::reason)
                .satisfiesExactly(
                        first -> assertThat(first).contains("no topic is named"),
                        second -> assertThat(second).contains("the text is empty"),
                        third -> assertThat(third).contains("none of phrase, test, answer and label"),
                        fourth -> assertThat(fourth).contains("next one is 1"),
                        fifth -> assertThat(fifth).contains("language tag"));
    }

    @Test
    void filesOfAnotherKindAreRefused() {
        assertThatExceptionOfType(FileRefusal.class)
                .isThrownBy(() -> topics("name,skills\nAna,Fares\n", PLAN))
                .withMessageContaining("has no column \"topic\"");
        assertThatExceptionOfType(FileRefusal.class)
                .isThrownBy(() -> topics("topic,text\n\"open and never closed", PLAN))
                .withMessageContaining("quotation mark");
    }

    @Test
    void questionsAreReadWithTheirAnswers() {
        var reading = QuestionFile.read(
                "Frage;Antwort\nDarf mein Hund mit?;Ja, \"an Deck\".\n;leer\n".getBytes(StandardCharsets.UTF_8));

        assertThat(reading.pairs()).containsExactly(new QuestionFile.Pair("Darf mein Hund mit?", "Ja, \"an Deck\"."));
        assertThat(reading.faults()).extracting(Fault::reason).containsExactly("the question is empty");
    }

    private static TopicFile.Reading topics(String text, Plan plan) {
        return TopicFile.read(text.getBytes(StandardCharsets.UTF_8), plan);
    }

    private static Plan edited(Plan plan, List<Topic> topics) {
        return plan.edited(topics.stream().<PlanEdit>map(PlanEdit.Put::new).toList());
    }
}
