package io.kinetarch.server.door;

import io.kinetarch.core.door.DoorTexts;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.server.door.DoorDocument.AskedConsent;
import io.kinetarch.server.door.DoorDocument.AskedQuestion;
import io.kinetarch.server.door.DoorDocument.Card;
import io.kinetarch.server.door.DoorDocument.Direction;
import io.kinetarch.server.door.DoorDocument.HelpLink;
import io.kinetarch.server.door.DoorDocument.Invite;
import io.kinetarch.server.door.DoorDocument.Offered;
import io.kinetarch.server.door.DoorDocument.Said;
import java.awt.ComponentOrientation;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes door documents: each text in the wanted language, or in the first of the door's that has it. */
@Component
public class DoorDocuments {
    private final ControlWords words;

    DoorDocuments(ControlWords words) {
        this.words = words;
    }

    /** More stand on the help pages' own list. */
    private static final int MOST_HELP_PAGES = 5;

    /** Where pictures are, relative to the application; visitors may see them. */
    public static final String PICTURES = "visit/pictures/";

    /**
     * A door as a visitor of this language reads it.
     *
     * @param door need not be the one that the plan has of its id
     */
    public DoorDocument of(Plan plan, FrontDoor door, String language) {
        return of(plan, door, language, (LocalDate) null);
    }

    /** The same at an instant: invitations of other days are left out, whatever day a visitor's clock says that it is. */
    public DoorDocument of(Plan plan, FrontDoor door, String language, Instant now) {
        return of(plan, door, language, now.atZone(timeZone(plan, door)).toLocalDate());
    }

    private DoorDocument of(Plan plan, FrontDoor door, String language, @Nullable LocalDate day) {
        var reader = new Reader(plan, door, language);
        return new DoorDocument(
                DoorDocument.SCHEMA_VERSION,
                door.id().value(),
                door.name(),
                language,
                door.languages(),
                locale(plan, language),
                direction(language),
                timeZone(plan, door),
                reader.texts(),
                words.in(language),
                door.questions().stream().map(reader::question).toList(),
                reader.consents(),
                door.whenClosed(),
                door.replyHours(),
                door.message().stream().map(reader::question).toList(),
                door.ending(),
                door.callBack(),
                plan.cardsOf(door).stream()
                        .map(card -> new Card(reader.said(card.question()), reader.said(card.answer())))
                        .toList(),
                door.invitations().stream()
                        .filter(invitation -> day == null || invitation.isOn(day))
                        .map(invitation -> new Invite(
                                invitation.id(),
                                reader.said(invitation.text()),
                                invitation.sender(),
                                invitation.pages().stream()
                                        .map(PagePattern::written)
                                        .toList(),
                                invitation.afterSeconds(),
                                invitation.onlyWhileOpen(),
                                invitation.oncePerVisitor()))
                        .toList(),
                door.look(),
                door.look().picture() == null ? null : PICTURES + door.look().picture(),
                door.facts(),
                plan.helpPagesOf(door, language).stream()
                        .limit(MOST_HELP_PAGES)
                        .map(page -> new HelpLink(page.id().value(), page.name()))
                        .toList(),
                door.files(),
                door.typingShown());
    }

    /**
     * Questions as a visitor of this language reads them, of whoever asks: the door or a department.
     *
     * @param asked by their ids; those that are no longer asked are left out
     */
    public List<AskedQuestion> asked(
            Plan plan, FrontDoor door, String language, List<Question> questions, Set<QuestionId> asked) {
        var reader = new Reader(plan, door, language);
        return questions.stream()
                .filter(question -> asked.contains(question.id()))
                .map(reader::question)
                .toList();
    }

    /** What a visitor of this language is asked to agree to. */
    public List<AskedConsent> consents(Plan plan, FrontDoor door, String language) {
        return new Reader(plan, door, language).consents();
    }

    private static ZoneId timeZone(Plan plan, FrontDoor door) {
        var hours = door.hours();
        return hours == null ? plan.timeZone() : plan.hours(hours).hours().timeZone();
    }

    private static String locale(Plan plan, String language) {
        var locale = Locale.forLanguageTag(language);
        String country = plan.country();
        return country == null || !locale.getCountry().isEmpty()
                ? language
                : new Locale.Builder()
                        .setLocale(locale)
                        .setRegion(country)
                        .build()
                        .toLanguageTag();
    }

    private static Direction direction(String language) {
        return ComponentOrientation.getOrientation(Locale.forLanguageTag(language))
                        .isLeftToRight()
                ? Direction.ltr
                : Direction.rtl;
    }

    /** One language's way through a door's texts. */
    private static final class Reader {
        private final FrontDoor door;
        private final DoorTexts texts;
        private final List<String> languages;

        Reader(Plan plan, FrontDoor door, String language) {
            this.door = door;
            this.texts = new DoorTexts(plan, door);
            this.languages = Stream.concat(Stream.of(language), door.languages().stream())
                    .distinct()
                    .toList();
        }

        Map<TextKind, Said> texts() {
            var said = new EnumMap<TextKind, Said>(TextKind.class);
            for (TextKind kind : TextKind.values()) {
                text(kind).ifPresent(text -> said.put(kind, text));
            }
            return said;
        }

        private Optional<Said> text(TextKind kind) {
            return languages.stream()
                    .flatMap(tag -> texts.find(kind, tag).map(found -> new Said(found.text(), tag)).stream())
                    .findFirst();
        }

        /** Without a text of its own a consent is to the consent text; where nobody wrote one there is nothing to agree to. */
        List<AskedConsent> consents() {
            return door.consents().stream()
                    .flatMap(consent -> (consent.text().isEmpty()
                                    ? text(TextKind.CONSENT)
                                    : Optional.of(said(consent.text())))
                            .map(words -> new AskedConsent(consent.id(), words, consent.required())).stream())
                    .toList();
        }

        AskedQuestion question(Question question) {
            return new AskedQuestion(
                    question.id(),
                    question.kind(),
                    said(question.text()),
                    question.help().isEmpty() ? null : said(question.help()),
                    question.required(),
                    question.choices().stream()
                            .map(choice -> new Offered(
                                    choice.value(),
                                    choice.label().isEmpty()
                                            ? new Said(choice.value(), languages.getFirst())
                                            : said(choice.label())))
                            .toList());
        }

        /** A text that somebody wrote, though perhaps in none of the languages of the door. */
        Said said(LocalText text) {
            return Stream.concat(languages.stream(), text.in().keySet().stream())
                    .flatMap(tag -> text.in(tag).map(words -> new Said(words, tag)).stream())
                    .findFirst()
                    .orElseThrow();
        }
    }
}
