package io.kinetarch.core.plan;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Where visitors start a chat: a set of web pages, or a plain link.
 *
 * @param hours when the door is open; null where it follows the departments that its chats go to
 * @param department whose texts it falls back on; null where it falls back on the plan's at once
 * @param languages BCP 47 tags it speaks, at least one; the first where a visitor's is none of them
 * @param texts what its visitors read; a place or language left out falls back on the department's
 * @param opens what it asks for besides its hours
 * @param first who answers first
 * @param handoff when the bot hands over at this door; null as the bot itself says
 * @param questions asked of whoever starts a chat
 * @param consents what visitors are asked to agree to before a chat or a message
 * @param replyHours within how many hours a message is answered, 1 to 720; null where nothing is promised
 * @param goOnDays for how many days the link in a mail opens the conversation again, 1 to 365
 * @param message asked in the form to leave a message with
 * @param callBack whether the visitor may ask to be called back
 * @param cards in the order in which they are offered
 * @param help whether it shows the help pages of its language for reading before a chat
 * @param pages where it stands; none where it is reached by a plain link only
 * @param sites that may show it
 * @param facts that the page may hand over about its visitor
 * @param factsSigned whether facts are taken only as the site's own server has signed them
 * @param files that may be sent in its chats; null for none
 * @param typingShown whether operators see what a visitor is typing before it is sent, or only that they are
 */
public record FrontDoor(
        DoorId id,
        String name,
        @Nullable HoursId hours,
        @Nullable DepartmentId department,
        List<String> languages,
        Texts texts,
        DoorOpens opens,
        FirstToAnswer first,
        @Nullable Handoff handoff,
        List<Question> questions,
        List<Consent> consents,
        WhenClosed whenClosed,
        @Nullable Integer replyHours,
        int goOnDays,
        List<Question> message,
        Ending ending,
        boolean callBack,
        List<AnswerCard> cards,
        boolean help,
        List<Invitation> invitations,
        Look look,
        List<PagePattern> pages,
        List<AllowedSite> sites,
        List<PageFact> facts,
        boolean factsSigned,
        @Nullable FilesTaken files,
        boolean typingShown)
        implements Element {
    private static final int LONGEST_REPLY_HOURS = 720;
    private static final int A_YEAR = 365;
    /** Usual days for which a conversation can be gone on with. */
    public static final int USUAL_GO_ON_DAYS = 14;

    public FrontDoor {
        Checks.text("name", name);
        languages = List.copyOf(languages);
        Checks.notEmpty("languages", languages);
        Checks.languages("languages", languages);
        Checks.noneTwice("languages", languages, tag -> tag, "");
        questions = List.copyOf(questions);
        Checks.noneTwice("questions", questions, Question::id, "/id");
        consents = List.copyOf(consents);
        Checks.noneTwice("consents", consents, Consent::id, "/id");
        if (replyHours != null) {
            Checks.between("replyHours", replyHours, 1, LONGEST_REPLY_HOURS);
        }
        Checks.between("goOnDays", goOnDays, 1, A_YEAR);
        message = List.copyOf(message);
        Checks.noneTwice("message", message, Question::id, "/id");
        cards = List.copyOf(cards);
        invitations = List.copyOf(invitations);
        Checks.noneTwice("invitations", invitations, Invitation::id, "/id");
        pages = List.copyOf(pages);
        Checks.noneTwice("pages", pages, PagePattern::value, "");
        sites = List.copyOf(sites);
        Checks.noneTwice("sites", sites, AllowedSite::value, "");
        facts = List.copyOf(facts);
        Checks.noneTwice("facts", facts, PageFact::key, "/key");
        fillsItsOwnQuestions(questions, message, facts);
    }

    /** A door with nothing special about it, which shows the closed text outside its hours. */
    public static FrontDoor plain(DoorId id, String name, List<String> languages, List<Question> questions) {
        return new FrontDoor(
                id,
                name,
                null,
                null,
                languages,
                Texts.NONE,
                DoorOpens.BY_HOURS,
                FirstToAnswer.PEOPLE,
                null,
                questions,
                List.of(),
                WhenClosed.TEXT,
                null,
                USUAL_GO_ON_DAYS,
                List.of(),
                Ending.PLAIN,
                false,
                List.of(),
                false,
                List.of(),
                Look.USUAL,
                List.of(),
                List.of(),
                List.of(),
                false,
                null,
                true);
    }

    /** This door with other hours and another department. */
    public FrontDoor with(@Nullable HoursId otherHours, @Nullable DepartmentId otherDepartment) {
        return with(otherHours, otherDepartment, opens, first, handoff, cards, pages, sites, invitations);
    }

    /** This door with other answer cards. */
    FrontDoor withCards(List<AnswerCard> others) {
        return with(hours, department, opens, first, handoff, others, pages, sites, invitations);
    }

    /** This door opened and answered otherwise. */
    public FrontDoor with(DoorOpens otherOpens, FirstToAnswer otherFirst) {
        return with(hours, department, otherOpens, otherFirst, handoff, cards, pages, sites, invitations);
    }

    /** This door with a bot that hands over otherwise; null as the bot itself says. */
    public FrontDoor with(@Nullable Handoff other) {
        return with(hours, department, opens, first, other, cards, pages, sites, invitations);
    }

    /** This door on other allowed sites. */
    public FrontDoor withSites(List<AllowedSite> others) {
        return with(hours, department, opens, first, handoff, cards, pages, others, invitations);
    }

    /** This door on other pages. */
    public FrontDoor withPages(List<PagePattern> others) {
        return with(hours, department, opens, first, handoff, cards, others, sites, invitations);
    }

    /** This door with other invitations. */
    public FrontDoor withInvitations(List<Invitation> others) {
        return with(hours, department, opens, first, handoff, cards, pages, sites, others);
    }

    private FrontDoor with(
            @Nullable HoursId otherHours,
            @Nullable DepartmentId otherDepartment,
            DoorOpens otherOpens,
            FirstToAnswer otherFirst,
            @Nullable Handoff otherHandoff,
            List<AnswerCard> otherCards,
            List<PagePattern> otherPages,
            List<AllowedSite> otherSites,
            List<Invitation> otherInvitations) {
        return new FrontDoor(
                id,
                name,
                otherHours,
                otherDepartment,
                languages,
                texts,
                otherOpens,
                otherFirst,
                otherHandoff,
                questions,
                consents,
                whenClosed,
                replyHours,
                goOnDays,
                message,
                ending,
                callBack,
                otherCards,
                help,
                otherInvitations,
                look,
                otherPages,
                otherSites,
                facts,
                factsSigned,
                files,
                typingShown);
    }

    public Optional<Question> question(QuestionId question) {
        return questions.stream().filter(asked -> asked.id().equals(question)).findFirst();
    }

    private static void fillsItsOwnQuestions(List<Question> questions, List<Question> message, List<PageFact> facts) {
        for (int i = 0; i < facts.size(); i++) {
            var fills = facts.get(i).fills();
            if (fills != null
                    && Stream.concat(questions.stream(), message.stream())
                            .noneMatch(question -> question.id().equals(fills))) {
                throw new PlanRefusal(
                        "/facts/" + i + "/fills", "the door asks no question \"" + fills.value() + "\" to be filled");
            }
        }
    }
}
