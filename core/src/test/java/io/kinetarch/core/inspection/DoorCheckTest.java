package io.kinetarch.core.inspection;

import static io.kinetarch.core.door.SampleDoor.text;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.door.SampleDoor;
import io.kinetarch.core.inspection.Finding.Severity;
import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.Colour;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Invitation;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Look;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.WhenClosed;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class DoorCheckTest {
    private static final String FERRY = "https://ferry.example";

    /** Without rules that ask for an answer, any door can take the place of the plan's. */
    private static final Plan PLAN = SamplePlan.withRules(SamplePlan.rule("rest", SamplePlan.BOOKING));

    @Test
    void nothingStandsAgainstADoorInOrder() {
        assertThat(words(new SampleDoor().on(FERRY + "/*").allows(FERRY))).isEmpty();
    }

    @Test
    void aMissingLanguageIsWarnedOfOnceWithWhatLacksIt() {
        assertThat(words(new SampleDoor().languages("en", "fr")))
                .containsExactly(
                        "Front has no words in French for: label text, greeting text, waiting text, busy text and 3 more.");
    }

    @Test
    void aClosedDoorSaysWhenItOpensAndPromisesOnlyWhatItKnows() {
        var silent = new SampleDoor().texts(with(TextKind.CLOSED, "We are away."));
        assertThat(words(silent)).containsExactly("The closed text of Front in English does not say when it opens.");
        assertThat(words(silent.closed(WhenClosed.NOT_SHOWN, null))).isEmpty();

        var promise = new SampleDoor().texts(with(TextKind.CLOSED, "Back {opens}, or we write within {reply}."));
        assertThat(words(promise)).isEmpty();
        assertThat(words(promise.closed(WhenClosed.TEXT, null)))
                .containsExactly("A text of Front in English promises a reply time, and the door has none.");
        assertThat(words(new SampleDoor().closed(WhenClosed.MESSAGE_FORM, 4)))
                .containsExactly("Closed, Front offers a form to leave a message, and the form asks nothing.");
    }

    @Test
    void askingForAnAddressMustNotBeAWall() {
        var address = question(0, QuestionKind.EMAIL, true);
        assertThat(words(new SampleDoor().asks(address)))
                .containsExactly(
                        "Front lets nobody in without an answer to “Question 0”; asking for an address must not be a wall.");
        assertThat(words(new SampleDoor().asks(question(0, QuestionKind.EMAIL, false))))
                .isEmpty();
        assertThat(words(new SampleDoor().closed(WhenClosed.MESSAGE_FORM, 4, address)))
                .as("a message needs a way to reply")
                .isEmpty();
        var many = IntStream.range(0, 4)
                .mapToObj(i -> question(i, QuestionKind.TEXT, true))
                .toArray(Question[]::new);
        assertThat(words(new SampleDoor().asks(many)))
                .containsExactly("Front wants 4 answers before a chat can start.");
    }

    @Test
    void coloursThatCannotBeReadAreWarnedOfWithOnesThatCan() {
        var findings = findings(new SampleDoor()
                .looks(new Look(
                        new Colour("#1D5560"),
                        new Colour("#4A7780"),
                        new Colour("#FFFFFF"),
                        new Colour("#777777"),
                        Look.Corner.END,
                        24,
                        0,
                        null)));

        assertThat(findings).extracting(Finding::severity).containsOnly(Severity.WARNS);
        assertThat(findings.get(1).words())
                .as("4.478 is not made to pass by rounding")
                .isEqualTo("Front: words on the ground have a contrast of 4.47; 4.5 is needed to be read (WCAG AA).");
        assertThat(findings.get(1).mend()).isEqualTo("The nearest colour that is enough is #767676.");
    }

    @Test
    void patternsThatNameNoSiteAndPagesOnOtherSitesAreWarnedOf() {
        var invitation = new Invitation(
                "help",
                LocalText.of("en", "Need help?"),
                null,
                List.of(new PagePattern("https://*")),
                20,
                null,
                null,
                true,
                true);
        assertThat(words(new SampleDoor().invites(invitation)))
                .containsExactly("The pattern https://* of Front matches every page of the web.");
        assertThat(words(new SampleDoor().on(FERRY + "/*")))
                .containsExactly("Front stands on pages, and no site is allowed to show it.");
        assertThat(words(new SampleDoor()
                        .on(FERRY + "/*", "https://www.ferry.example/fares", "https://other.example/*")
                        .allows(FERRY, "https://*.ferry.example")))
                .containsExactly("Front stands on https://other.example/*, which is on none of its allowed sites.");
    }

    @Test
    void whereTwoDoorsClaimOnePageTheOrderDecides() {
        var first = new SampleDoor().on(FERRY + "/*").allows(FERRY).door();
        var second = new SampleDoor()
                .name("Status")
                .on(FERRY + "/status*")
                .allows(FERRY)
                .door(new DoorId("status"));
        var plan = PLAN.edited(List.of(new PlanEdit.Put(first), new PlanEdit.Put(second)));

        assertThat(DoorCheck.of(plan, first)).isEmpty();
        assertThat(DoorCheck.of(plan, second))
                .extracting(Finding::words)
                .containsExactly(
                        "Front comes before Status and claims pages of it, such as https://ferry.example/status.");
    }

    private static Texts with(TextKind kind, String words) {
        var texts = new EnumMap<TextKind, LocalText>(SampleDoor.texts("en").of());
        texts.putAll(text(kind, "en", words).of());
        return new Texts(Map.copyOf(texts));
    }

    private static Question question(int i, QuestionKind kind, boolean required) {
        return new Question(
                new QuestionId("q" + i),
                kind,
                LocalText.of("en", "Question " + i),
                LocalText.NONE,
                required,
                AskedWhen.BEFORE,
                List.of());
    }

    private static List<String> words(SampleDoor door) {
        return findings(door).stream().map(Finding::words).toList();
    }

    private static List<Finding> findings(SampleDoor sample) {
        FrontDoor door = sample.door();
        return DoorCheck.of(PLAN, door);
    }
}
