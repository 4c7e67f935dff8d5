package io.kinetarch.core.inspection;

import static io.kinetarch.core.inspection.Finding.facts;
import static java.util.function.Predicate.not;

import io.kinetarch.core.door.ColourPair;
import io.kinetarch.core.door.DoorTexts;
import io.kinetarch.core.inspection.Finding.Severity;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Invitation;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Placeholder;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.WhenClosed;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What is amiss with a front door. */
public final class DoorCheck {
    /** Common practice, no source: what is asked beyond this before a chat drives visitors away. */
    private static final int MANY_REQUIRED = 3;

    private static final int TOLD_AT_MOST = 4;

    private final Plan plan;
    private final FrontDoor door;
    private final DoorTexts texts;
    private final List<Finding> findings = new ArrayList<>();

    private DoorCheck(Plan plan, FrontDoor door) {
        this.plan = plan;
        this.door = door;
        this.texts = new DoorTexts(plan, door);
    }

    /** The findings of a door; it need not be the one that the plan has of its id. */
    public static List<Finding> of(Plan plan, FrontDoor door) {
        var check = new DoorCheck(plan, door);
        check.languages();
        check.closing();
        check.questions();
        check.contrast();
        check.patterns();
        check.claims();
        check.sites();
        return List.copyOf(check.findings);
    }

    private void languages() {
        var byLanguage = new LinkedHashMap<String, List<String>>();
        texts.missing()
                .forEach(missing -> byLanguage
                        .computeIfAbsent(missing.language(), _ -> new ArrayList<>())
                        .add(missing.what()));
        byLanguage.forEach((language, what) -> found(
                Severity.WARNS,
                FindingCode.DOOR_TEXT_MISSING,
                facts(language, what),
                door.name() + " has no words in " + KnownLanguages.name(language) + " for: " + listed(what) + ".",
                "Write them, or take the language off the door."));
    }

    private void closing() {
        if (door.whenClosed() == WhenClosed.NOT_SHOWN) {
            return;
        }
        for (String language : door.languages()) {
            var closed = texts.find(TextKind.CLOSED, language);
            if (closed.isPresent() && !Placeholder.OPENS.isIn(closed.get().text())) {
                found(
                        Severity.NOTES,
                        FindingCode.CLOSED_TEXT_WITHOUT_OPENING,
                        facts(language),
                        "The closed text of " + door.name() + " in " + KnownLanguages.name(language)
                                + " does not say when it opens.",
                        "Write " + Placeholder.OPENS.written() + " where the next opening time is to stand.");
            }
            if (door.replyHours() == null
                    && Stream.of(TextKind.CLOSED, TextKind.MESSAGE, TextKind.THANKS)
                            .map(kind -> texts.find(kind, language))
                            .flatMap(Optional::stream)
                            .anyMatch(text -> Placeholder.REPLY.isIn(text.text()))) {
                found(
                        Severity.WARNS,
                        FindingCode.REPLY_TIME_PROMISED,
                        facts(language),
                        "A text of " + door.name() + " in " + KnownLanguages.name(language)
                                + " promises a reply time, and the door has none.",
                        "Say within how many hours a message is answered.");
            }
        }
        if (door.whenClosed() == WhenClosed.MESSAGE_FORM && door.message().isEmpty()) {
            found(
                    Severity.WARNS,
                    FindingCode.MESSAGE_FORM_EMPTY,
                    facts(),
                    "Closed, " + door.name() + " offers a form to leave a message, and the form asks nothing.",
                    "Add at least the message itself and a way to reply.");
        }
    }

    private void questions() {
        door.questions().stream()
                .filter(Question::required)
                .filter(question -> question.kind() == QuestionKind.EMAIL || question.kind() == QuestionKind.PHONE)
                .forEach(question -> found(
                        Severity.WARNS,
                        FindingCode.ADDRESS_IS_A_WALL,
                        facts(question.id()),
                        door.name() + " lets nobody in without an answer to “" + shown(question)
                                + "”; asking for an address must not be a wall.",
                        "Let it be answered or not, or ask it in the form to leave a message."));
        long required = door.questions().stream().filter(Question::required).count();
        if (required > MANY_REQUIRED) {
            found(
                    Severity.NOTES,
                    FindingCode.MANY_QUESTIONS,
                    facts(required),
                    door.name() + " wants " + required + " answers before a chat can start.",
                    "Ask only what decides where the chat goes; the rest can be asked in the chat.");
        }
    }

    private void contrast() {
        ColourPair.of(door.look()).stream()
                .filter(not(ColourPair::isEnough))
                .forEach(pair -> found(
                        Severity.WARNS,
                        FindingCode.CONTRAST_TOO_LOW,
                        facts(pair.what(), pair.contrast()),
                        String.format(
                                Locale.ENGLISH,
                                "%s: %s have a contrast of %.2f; %.1f is needed to be read (WCAG AA).",
                                door.name(),
                                pair.what(),
                                Math.floor(pair.contrast() * 100) / 100,
                                pair.least()),
                        pair.nearest()
                                .map(colour -> "The nearest colour that is enough is " + colour.value() + ".")
                                .orElse("")));
    }

    private void patterns() {
        Stream.concat(
                        door.pages().stream(),
                        door.invitations().stream().map(Invitation::pages).flatMap(List::stream))
                .filter(PagePattern::matchesAnySite)
                .distinct()
                .forEach(pattern -> found(
                        Severity.WARNS,
                        FindingCode.PATTERN_MATCHES_ALL,
                        facts(pattern.value()),
                        "The pattern " + pattern.value() + " of " + door.name() + " matches every page of the web.",
                        "Name the site that is meant, such as https://ferry.example/*."));
    }

    /** Where two doors claim one page, the first in the order of the plan stands there. */
    private void claims() {
        for (FrontDoor earlier : plan.doors()) {
            if (earlier.id().equals(door.id())) {
                return;
            }
            sharedPage(earlier)
                    .ifPresent(page -> found(
                            Severity.NOTES,
                            FindingCode.PAGES_CLAIMED_TWICE,
                            facts(earlier.id()),
                            earlier.name() + " comes before " + door.name() + " and claims pages of it, such as " + page
                                    + ".",
                            "Fine if it is meant; else move this door up, or narrow the pages of the other."));
        }
    }

    private Optional<String> sharedPage(FrontDoor earlier) {
        return door.pages().stream()
                .flatMap(mine -> earlier.pages().stream().map(mine::common))
                .flatMap(Optional::stream)
                .findFirst();
    }

    private void sites() {
        if (door.sites().isEmpty()) {
            if (!door.pages().isEmpty()) {
                found(
                        Severity.WARNS,
                        FindingCode.NO_SITE_ALLOWED,
                        facts(),
                        door.name() + " stands on pages, and no site is allowed to show it.",
                        "Add the sites of its pages to the allowed sites.");
            }
            return;
        }
        door.pages().stream()
                .filter(page -> page.site().filter(not(this::isAllowed)).isPresent())
                .forEach(page -> found(
                        Severity.WARNS,
                        FindingCode.PAGE_ON_NO_ALLOWED_SITE,
                        facts(page.value()),
                        door.name() + " stands on " + page.value() + ", which is on none of its allowed sites.",
                        "Allow that site, or take the pages off the door."));
    }

    private boolean isAllowed(PagePattern site) {
        return door.sites().stream()
                .anyMatch(
                        allowed -> site.common(new PagePattern(allowed.value())).isPresent());
    }

    private String shown(Question question) {
        return question.text().inFirstOf(door.languages());
    }

    private static String listed(List<String> what) {
        return what.size() <= TOLD_AT_MOST
                ? String.join(", ", what)
                : what.stream().limit(TOLD_AT_MOST).collect(Collectors.joining(", ")) + " and "
                        + (what.size() - TOLD_AT_MOST) + " more";
    }

    private void found(Severity severity, FindingCode code, List<String> facts, String words, String mend) {
        findings.add(Finding.of(severity, code, facts, door.id(), words, mend));
    }
}
