package io.kinetarch.server.door;

import io.kinetarch.core.door.ColourPair;
import io.kinetarch.core.door.DoorState;
import io.kinetarch.core.door.DoorTexts;
import io.kinetarch.core.door.DoorTexts.Source;
import io.kinetarch.core.inspection.DoorCheck;
import io.kinetarch.core.inspection.Finding;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Placeholder;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** What there is to see of doors before visitors see them. */
@Service
class DoorViews {
    private static final String VISITOR = "Robin";
    private static final int POSITION = 3;
    private static final int WAIT_SECONDS = 240;

    private final DoorDocuments documents;
    private final ControlWords words;

    DoorViews(DoorDocuments documents, ControlWords words) {
        this.documents = documents;
        this.words = words;
    }

    /**
     * A door in the list of doors.
     *
     * @param state open, partly or closed
     * @param visitorMeets what a visitor meets there at that moment, in words
     * @param missing how much lacks words, by the languages of the door
     * @param decides numbers of the rules, from 1, that look at an answer to one of its questions
     */
    record DoorLine(
            String id,
            String state,
            String because,
            @Nullable Instant opens,
            String visitorMeets,
            List<Missing> missing,
            List<Integer> decides,
            List<Note> notes) {}

    record Missing(String language, int count) {}

    /** A finding about a door. */
    record Note(Finding.Severity severity, String words, String mend) {}

    /**
     * A door under edit as it would be.
     *
     * @param ownWords whether the words on its controls are in its language; else they are English
     */
    record DoorPreview(
            DoorDocument document,
            Sample sample,
            String state,
            String because,
            List<TextLine> texts,
            List<Pair> contrast,
            List<Note> notes,
            boolean ownWords) {}

    /**
     * A text of the door in the language looked at.
     *
     * @param inherited what it shows where it has none of its own; null for nothing
     * @param from whose that is
     * @param needed whether a visitor can come to miss it
     * @param placeholders what it may leave open, as written
     */
    record TextLine(
            TextKind kind,
            @Nullable String inherited,
            @Nullable Source from,
            boolean needed,
            List<String> placeholders) {}

    /** Two colours that meet. */
    record Pair(
            String part,
            String what,
            double contrast,
            double least,
            boolean enough,
            @Nullable String nearest) {}

    /**
     * What is made up for the states that need somebody.
     *
     * @param opens the next opening after the moment; null where there is none
     */
    record Sample(
            String visitor,
            String operator,
            @Nullable String operatorPicture,
            @Nullable String operatorGreeting,
            int position,
            int waitSeconds,
            @Nullable Instant opens) {}

    List<DoorLine> list(Plan plan, Instant at) {
        return plan.doors().stream().map(door -> line(plan, door, at)).toList();
    }

    DoorPreview preview(Plan plan, FrontDoor door, String language, Instant at) {
        if (!door.languages().contains(language)) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/language",
                    "The door does not speak \"" + language + "\"; it speaks " + String.join(", ", door.languages())
                            + ".");
        }
        checkTies(plan, door);
        var texts = new DoorTexts(plan, door);
        var needed = texts.needed();
        var state = DoorState.at(plan, door, at);
        return new DoorPreview(
                documents.of(plan, door, language),
                sample(plan, door, language, at),
                word(state.standing()),
                state.because(),
                Stream.of(TextKind.values())
                        .map(kind -> {
                            var inherited = texts.inherited(kind, language);
                            return new TextLine(
                                    kind,
                                    inherited.map(DoorTexts.Found::text).orElse(null),
                                    inherited.map(DoorTexts.Found::source).orElse(null),
                                    needed.contains(kind),
                                    kind.placeholders().stream()
                                            .sorted()
                                            .map(Placeholder::written)
                                            .toList());
                        })
                        .toList(),
                ColourPair.of(door.look()).stream().map(DoorViews::pair).toList(),
                notes(plan, door),
                words.has(language));
    }

    /** A door that is not stored yet may refer to what the plan does not have. */
    private static void checkTies(Plan plan, FrontDoor door) {
        Stream.of(Optional.ofNullable(door.hours()), Optional.ofNullable(door.department()))
                .flatMap(Optional::stream)
                .filter(id -> !plan.has(id))
                .findFirst()
                .ifPresent(id -> {
                    throw new Refusal(
                            Kind.INVALID_DOCUMENT, "/door", "The draft has no \"" + id.value() + "\" any more.");
                });
    }

    private static DoorLine line(Plan plan, FrontDoor door, Instant at) {
        var state = DoorState.at(plan, door, at);
        var missing = new DoorTexts(plan, door).missing();
        return new DoorLine(
                door.id().value(),
                word(state.standing()),
                state.because(),
                state.opens().orElse(null),
                meets(door, state),
                door.languages().stream()
                        .map(language -> new Missing(language, (int) missing.stream()
                                .filter(one -> one.language().equals(language))
                                .count()))
                        .toList(),
                decides(plan, door),
                notes(plan, door));
    }

    private static String meets(FrontDoor door, DoorState state) {
        if (state.standing() != DoorState.Standing.CLOSED) {
            return door.questions().isEmpty() ? "a chat at once" : "its questions, then a chat";
        }
        return switch (door.whenClosed()) {
            case NOT_SHOWN -> "nothing";
            case MESSAGE_FORM -> "the form to leave a message";
            case TEXT -> "the closed text";
        };
    }

    private static List<Integer> decides(Plan plan, FrontDoor door) {
        var rows = new ArrayList<Integer>();
        for (int i = 0; i < plan.rules().size(); i++) {
            Rule rule = plan.rules().get(i);
            if (rule.conditions().stream()
                    .flatMap(condition -> condition.asksAbout().stream())
                    .anyMatch(question -> door.question(question).isPresent())) {
                rows.add(i + 1);
            }
        }
        return rows;
    }

    private static List<Note> notes(Plan plan, FrontDoor door) {
        return DoorCheck.of(plan, door).stream()
                .map(finding -> new Note(finding.severity(), finding.words(), finding.mend()))
                .toList();
    }

    private static Sample sample(Plan plan, FrontDoor door, String language, Instant at) {
        var operator = plan.operators().stream()
                .filter(candidate -> candidate.languageLevel(language) > 0)
                .findFirst()
                .or(() -> plan.operators().stream().findFirst());
        return new Sample(
                VISITOR,
                operator.map(Operator::name).orElse("Kim"),
                operator.map(Operator::picture).orElse(null),
                operator.flatMap(found -> found.greeting().in(language)).orElse(null),
                POSITION,
                WAIT_SECONDS,
                DoorState.nextOpening(plan, door, at).orElse(null));
    }

    private static Pair pair(ColourPair pair) {
        return new Pair(
                pair.part(),
                pair.what(),
                pair.contrast(),
                pair.least(),
                pair.isEnough(),
                pair.nearest().map(colour -> colour.value()).orElse(null));
    }

    private static String word(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }
}
