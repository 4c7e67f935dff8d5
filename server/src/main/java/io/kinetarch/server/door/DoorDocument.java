package io.kinetarch.server.door;

import io.kinetarch.core.plan.Ending;
import io.kinetarch.core.plan.FilesTaken;
import io.kinetarch.core.plan.Look;
import io.kinetarch.core.plan.PageFact;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.WhenClosed;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A door in one language, as it is published to those who show it: everything a visitor reads, nothing about how chats are
 * routed.
 *
 * @param schemaVersion {@value #SCHEMA_VERSION}
 * @param language BCP 47 tag of the visitor's language, one of those that the door speaks
 * @param locale BCP 47 tag by whose customs times and numbers are written: the language, in the plan's country where it names none
 * @param direction how the language is written
 * @param timeZone that times are told in
 * @param texts what stands where, with its placeholders
 * @param words on what can be pressed and beside it, by key
 * @param picture address of the picture, relative to the application; null without one
 * @param help the first help pages; none where the door shows none
 * @param files that may be sent; null for none
 * @param typingShown whether what is being typed is sent before its sender sends it
 */
public record DoorDocument(
        int schemaVersion,
        String door,
        String name,
        String language,
        List<String> languages,
        String locale,
        Direction direction,
        ZoneId timeZone,
        Map<TextKind, Said> texts,
        Map<String, String> words,
        List<AskedQuestion> questions,
        List<AskedConsent> consents,
        WhenClosed whenClosed,
        @Nullable Integer replyHours,
        List<AskedQuestion> message,
        Ending ending,
        boolean callBack,
        List<Card> cards,
        List<Invite> invitations,
        Look look,
        @Nullable String picture,
        List<PageFact> facts,
        List<HelpLink> help,
        @Nullable FilesTaken files,
        boolean typingShown) {
    static final int SCHEMA_VERSION = 1;

    /**
     * A help page that may be read before a chat.
     *
     * @param page its id
     */
    public record HelpLink(String page, String title) {}

    /** How a language is written. */
    public enum Direction {
        ltr,
        rtl
    }

    /**
     * Words, and the language that they are in.
     *
     * @param language that of the document wherever somebody wrote the words in it
     */
    public record Said(String text, String language) {}

    /**
     * Something to agree to.
     *
     * @param required whether nobody gets further without it
     */
    public record AskedConsent(String id, Said text, boolean required) {}

    /** A question as a visitor reads it. */
    public record AskedQuestion(
            QuestionId id,
            QuestionKind kind,
            Said text,
            @Nullable Said help,
            boolean required,
            List<Offered> choices) {}

    /**
     * A possible answer.
     *
     * @param value what is sent
     */
    public record Offered(String value, Said label) {}

    public record Card(Said question, Said answer) {}

    /**
     * A message that the door shows by itself.
     *
     * @param sender who is said to send it; null for nobody
     * @param pages patterns as addresses are written out
     */
    public record Invite(
            String id,
            Said text,
            @Nullable String sender,
            List<String> pages,
            int afterSeconds,
            boolean onlyWhileOpen,
            boolean oncePerVisitor) {}
}
