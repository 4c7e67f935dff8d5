package io.kinetarch.core.door;

import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.WhenClosed;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** The texts of a door: its own, else those of its department, else those of the plan. */
public final class DoorTexts {
    private final Plan plan;
    private final FrontDoor door;

    /**
     * The texts of a door.
     *
     * @param door need not be the one that the plan has of its id, so that an edit can be looked at before it is stored
     */
    public DoorTexts(Plan plan, FrontDoor door) {
        this.plan = plan;
        this.door = door;
    }

    /** Whose text it is. */
    public enum Source {
        DOOR,
        DEPARTMENT,
        PLAN
    }

    /** A text, and whose it is. */
    public record Found(String text, Source source) {}

    /**
     * Something that a visitor of this language would miss, or read in another.
     *
     * @param what in plain words
     */
    public record Missing(String what, String language) {}

    /** The text of a kind in a language; none where nobody wrote it. */
    public Optional<Found> find(TextKind kind, String language) {
        return in(door.texts(), kind, language, Source.DOOR).or(() -> inherited(kind, language));
    }

    /** The text that the door would show if it had none of its own. */
    public Optional<Found> inherited(TextKind kind, String language) {
        var department = door.department();
        Optional<Found> departments = department == null
                ? Optional.empty()
                : in(plan.department(department).texts(), kind, language, Source.DEPARTMENT);
        return departments.or(() -> in(plan.settings().texts(), kind, language, Source.PLAN));
    }

    /** The kinds that a visitor of this door can come to read and would miss. */
    public Set<TextKind> needed() {
        var needed = EnumSet.of(
                TextKind.LABEL, TextKind.GREETING, TextKind.WAITING, TextKind.BUSY, TextKind.NO_REPLY, TextKind.ENDED);
        if (door.consents().stream().anyMatch(consent -> consent.text().isEmpty())) {
            needed.add(TextKind.CONSENT);
        }
        if (door.whenClosed() != WhenClosed.NOT_SHOWN) {
            needed.add(TextKind.CLOSED);
        }
        if (offersTheForm()) {
            needed.add(TextKind.MESSAGE);
            needed.add(TextKind.THANKS);
        }
        if (door.ending().rating()) {
            needed.add(TextKind.RATING);
        }
        return needed;
    }

    /** Everything that lacks words in a language of the door, language by language. */
    public List<Missing> missing() {
        var missing = new ArrayList<Missing>();
        for (String language : door.languages()) {
            for (TextKind kind : needed()) {
                if (find(kind, language).isEmpty()) {
                    missing.add(new Missing(words(kind), language));
                }
            }
            questions(door.questions(), "question", language, missing);
            questions(door.message(), "message question", language, missing);
            var cards = plan.cardsOf(door);
            for (int i = 0; i < cards.size(); i++) {
                lacks(cards.get(i).question(), "answer card " + (i + 1), language, missing);
                lacks(cards.get(i).answer(), "answer of card " + (i + 1), language, missing);
            }
            for (var consent : door.consents()) {
                if (!consent.text().isEmpty()) {
                    lacks(consent.text(), "consent \"" + consent.id() + "\"", language, missing);
                }
            }
            for (int i = 0; i < door.invitations().size(); i++) {
                lacks(door.invitations().get(i).text(), "invitation " + (i + 1), language, missing);
            }
        }
        return missing;
    }

    /** A kind of text in plain words: "no reply". */
    public static String words(TextKind kind) {
        return kind.name().toLowerCase(Locale.ROOT).replace('_', ' ') + " text";
    }

    private boolean offersTheForm() {
        return door.whenClosed() == WhenClosed.MESSAGE_FORM
                || plan.queues().stream().anyMatch(queue -> {
                    var limit = queue.waiting().limit();
                    return limit != null && limit.beyond() instanceof WaitingRoom.Beyond.MessageForm;
                });
    }

    private static void questions(List<Question> questions, String what, String language, List<Missing> missing) {
        for (int i = 0; i < questions.size(); i++) {
            var question = questions.get(i);
            String which = what + " " + (i + 1);
            lacks(question.text(), which, language, missing);
            if (!question.help().isEmpty()) {
                lacks(question.help(), "help of " + which, language, missing);
            }
            if (question.choices().stream()
                    .anyMatch(choice -> !choice.label().isEmpty()
                            && choice.label().in(language).isEmpty())) {
                missing.add(new Missing("a choice of " + which, language));
            }
        }
    }

    private static void lacks(LocalText text, String what, String language, List<Missing> missing) {
        if (text.in(language).isEmpty()) {
            missing.add(new Missing(what, language));
        }
    }

    private static Optional<Found> in(Texts texts, TextKind kind, String language, Source source) {
        return texts.of(kind).in(language).map(text -> new Found(text, source));
    }
}
