package io.kinetarch.core.door;

import static io.kinetarch.core.door.SampleDoor.text;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.door.DoorTexts.Found;
import io.kinetarch.core.door.DoorTexts.Missing;
import io.kinetarch.core.door.DoorTexts.Source;
import io.kinetarch.core.plan.AnswerCard;
import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.Choice;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.Ending;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.NextChatFrom;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.WhenAway;
import io.kinetarch.core.plan.WhenClosed;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class DoorTextsTest {
    private static final Plan PLAN = SamplePlan.edited(
            new Settings(
                    "S",
                    SamplePlan.DUBLIN,
                    null,
                    Shrinkage.NONE,
                    null,
                    List.of(),
                    null,
                    NextChatFrom.PRIORITY,
                    new Texts(Map.of(
                            TextKind.BUSY, LocalText.of(Map.of("en", "plan", "de", "Plan")),
                            TextKind.ENDED, LocalText.of("en", "plan"))),
                    Timeouts.COMMON,
                    WhenAway.KEPT,
                    List.of(),
                    List.of()),
            new Department(
                    SamplePlan.SALES, "Sales", SamplePlan.DAYTIME, text(TextKind.BUSY, "en", "department"), List.of()));

    @Test
    void aDoorFallsBackOnItsDepartmentAndThenOnThePlan() {
        var own =
                new SampleDoor().texts(text(TextKind.BUSY, "en", "door")).door().with(null, SamplePlan.SALES);
        var none = new SampleDoor().texts(Texts.NONE).door();
        var withDepartment = new DoorTexts(PLAN, none.with(null, SamplePlan.SALES));

        assertThat(new DoorTexts(PLAN, own).find(TextKind.BUSY, "en")).contains(new Found("door", Source.DOOR));
        assertThat(new DoorTexts(PLAN, own).inherited(TextKind.BUSY, "en"))
                .contains(new Found("department", Source.DEPARTMENT));
        assertThat(withDepartment.find(TextKind.BUSY, "en")).contains(new Found("department", Source.DEPARTMENT));
        assertThat(withDepartment.find(TextKind.BUSY, "de"))
                .as("each language falls back by itself")
                .contains(new Found("Plan", Source.PLAN));
        assertThat(new DoorTexts(PLAN, none).find(TextKind.BUSY, "en")).contains(new Found("plan", Source.PLAN));
        assertThat(new DoorTexts(PLAN, none).find(TextKind.ENDED, "de")).isEmpty();
    }

    /** RFC 4647, section 3.4: a tag is looked up by cutting it from its end. */
    @Test
    void aLanguageIsLookedUpUnderItsWiderTags() {
        var text = LocalText.of(Map.of("zh-Hant", "wide", "en", "English"));

        assertThat(text.in("zh-Hant-CN-x-private")).contains("wide");
        assertThat(text.in("ZH-hant")).contains("wide");
        assertThat(text.in("zh")).isEmpty();
        assertThat(text.inFirstOf(List.of("fr", "en"))).isEqualTo("English");
        assertThat(text.inFirstOf(List.of("fr"))).isEqualTo("English");
        assertThat(LocalText.NONE.inFirstOf(List.of("en"))).isEmpty();
    }

    @Test
    void onlyWhatAVisitorCanComeToReadIsMissed() {
        var plain = new SampleDoor().closed(WhenClosed.NOT_SHOWN, null);
        assertThat(new DoorTexts(PLAN, plain.door()).needed())
                .doesNotContain(TextKind.CONSENT, TextKind.CLOSED, TextKind.MESSAGE, TextKind.RATING);
        var full = plain.closed(WhenClosed.MESSAGE_FORM, null).wantsConsent().ends(new Ending(true, true, true));
        assertThat(new DoorTexts(PLAN, full.door()).needed())
                .contains(TextKind.CONSENT, TextKind.CLOSED, TextKind.MESSAGE, TextKind.THANKS, TextKind.RATING);
    }

    @Test
    void whatLacksWordsInALanguageIsListed() {
        var question = new Question(
                SamplePlan.TOPIC,
                QuestionKind.CHOICE,
                LocalText.of(Map.of("en", "What?", "de", "Was?")),
                LocalText.of("en", "Pick one"),
                true,
                AskedWhen.BEFORE,
                List.of(Choice.of("same in all"), new Choice("fares", LocalText.of("en", "Fares"))));
        var door = new SampleDoor()
                .languages("en", "de")
                .texts(SampleDoor.texts("en", "de"))
                .asks(question)
                .cards(AnswerCard.of(LocalText.of("en", "Q"), LocalText.of(Map.of("en", "A", "de", "A"))))
                .door();

        assertThat(new DoorTexts(PLAN, door).missing())
                .containsExactly(
                        new Missing("help of question 1", "de"),
                        new Missing("a choice of question 1", "de"),
                        new Missing("answer card 1", "de"));
        assertThat(new DoorTexts(PLAN, new SampleDoor().languages("fr").door()).missing())
                .contains(new Missing("no reply text", "fr"), new Missing("closed text", "fr"));
    }
}
