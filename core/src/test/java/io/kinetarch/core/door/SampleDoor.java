package io.kinetarch.core.door;

import io.kinetarch.core.plan.AllowedSite;
import io.kinetarch.core.plan.AnswerCard;
import io.kinetarch.core.plan.Consent;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.DoorOpens;
import io.kinetarch.core.plan.Ending;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Invitation;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Look;
import io.kinetarch.core.plan.PageFact;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.WhenClosed;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A door with everything in order, and ways to spoil it. */
public final class SampleDoor {
    private String name = "Front";
    private List<String> languages = List.of("en");
    private Texts texts = texts("en");
    private List<Question> questions = List.of();
    private List<Consent> consents = List.of();
    private WhenClosed whenClosed = WhenClosed.TEXT;
    private @Nullable Integer replyHours = 4;
    private List<Question> message = List.of();
    private Ending ending = Ending.PLAIN;
    private List<AnswerCard> cards = List.of();
    private List<Invitation> invitations = List.of();
    private Look look = Look.USUAL;
    private List<PagePattern> pages = List.of();
    private List<AllowedSite> sites = List.of();
    private List<PageFact> facts = List.of();

    /** A text of every kind in some languages, each saying whose it is where nothing else is wanted of it. */
    public static Texts texts(String... languages) {
        var texts = new EnumMap<TextKind, LocalText>(TextKind.class);
        for (TextKind kind : TextKind.values()) {
            var byLanguage = Stream.of(languages)
                    .collect(Collectors.toMap(
                            tag -> tag, tag -> kind == TextKind.CLOSED ? "Back {opens}." : kind + " " + tag));
            texts.put(kind, LocalText.of(byLanguage));
        }
        return new Texts(texts);
    }

    /** Texts of one kind in one language. */
    public static Texts text(TextKind kind, String language, String text) {
        return new Texts(Map.of(kind, LocalText.of(language, text)));
    }

    public SampleDoor name(String other) {
        name = other;
        return this;
    }

    public SampleDoor languages(String... tags) {
        languages = List.of(tags);
        return this;
    }

    public SampleDoor texts(Texts other) {
        texts = other;
        return this;
    }

    public SampleDoor asks(Question... asked) {
        questions = List.of(asked);
        return this;
    }

    public SampleDoor wantsConsent() {
        consents = List.of(Consent.ofTheText());
        return this;
    }

    public SampleDoor closed(WhenClosed other, @Nullable Integer hours, Question... form) {
        whenClosed = other;
        replyHours = hours;
        message = List.of(form);
        return this;
    }

    public SampleDoor ends(Ending other) {
        ending = other;
        return this;
    }

    public SampleDoor cards(AnswerCard... offered) {
        cards = List.of(offered);
        return this;
    }

    public SampleDoor invites(Invitation... shown) {
        invitations = List.of(shown);
        return this;
    }

    public SampleDoor looks(Look other) {
        look = other;
        return this;
    }

    public SampleDoor on(String... patterns) {
        pages = Stream.of(patterns).map(PagePattern::new).toList();
        return this;
    }

    public SampleDoor allows(String... origins) {
        sites = Stream.of(origins).map(AllowedSite::new).toList();
        return this;
    }

    public SampleDoor knows(PageFact... known) {
        facts = List.of(known);
        return this;
    }

    public FrontDoor door(DoorId id) {
        return new FrontDoor(
                id,
                name,
                null,
                null,
                languages,
                texts,
                DoorOpens.BY_HOURS,
                FirstToAnswer.PEOPLE,
                null,
                questions,
                consents,
                whenClosed,
                replyHours,
                FrontDoor.USUAL_GO_ON_DAYS,
                message,
                ending,
                false,
                cards,
                false,
                invitations,
                look,
                pages,
                sites,
                facts,
                false,
                null,
                true);
    }

    /** Under the id of the sample plan's door. */
    public FrontDoor door() {
        return door(SamplePlan.SITE);
    }
}
