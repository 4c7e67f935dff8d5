package io.kinetarch.server.letter;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.server.account.Sha256;
import io.kinetarch.server.door.ControlWords;
import io.kinetarch.server.letter.LetterMapper.NewLetter;
import io.kinetarch.server.letter.LetterMapper.StoredLetter;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.visit.LivePlans;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Answers to visitors who left, and the conversations that go on by them. */
@Service
public class Letters {
    private static final int MOST_ENTRIES = 500;
    private static final int MOST_UNSENT = 100;

    private final LetterMapper mapper;
    private final LeftBehind left;
    private final ChatReader chats;
    private final LivePlans plans;
    private final ControlWords words;
    private final Mails mails;
    private final Clock clock;

    Letters(
            LetterMapper mapper,
            LeftBehind left,
            ChatReader chats,
            LivePlans plans,
            ControlWords words,
            Mails mails,
            Clock clock) {
        this.mapper = mapper;
        this.left = left;
        this.chats = chats;
        this.plans = plans;
        this.words = words;
        this.mails = mails;
        this.clock = clock;
    }

    /**
     * A letter that could not be sent so far.
     *
     * @param nextTry null where it was given up
     */
    public record UnsentLetter(
            long chat,
            String recipient,
            Instant writtenAt,
            int tries,
            @Nullable Instant nextTry,
            String trouble) {}

    /** Something said in a conversation, in the chat or by mail. */
    public record EarlierLine(
            Instant at, String from, @Nullable String name, String text) {}

    /**
     * Answers by mail; what is sent again under the same key is sent once.
     *
     * @throws Refusal if it cannot be: there is no address, no mail server, or somebody else has answered
     */
    public void answer(String planId, long chat, String operator, UUID key, String text) {
        var plan = plans.live(planId).plan();
        var message = left.find(planId, chat);
        String address = message.email();
        if (address == null) {
            throw new Refusal(Kind.NOT_POSSIBLE, "The visitor left no address to answer to.");
        }
        if (!isMailbox(address)) {
            throw new Refusal(
                    Kind.NOT_POSSIBLE, "What the visitor left, \"" + address + "\", is no address of a mailbox.");
        }
        if (!mails.isSet()) {
            throw new Refusal(Kind.NOT_POSSIBLE, Mails.NO_SERVER);
        }
        var now = clock.instant();
        int days = chats.chat(planId, chat)
                .flatMap(found -> Element.find(plan.doors(), found.doorId()))
                .map(FrontDoor::goOnDays)
                .orElse(FrontDoor.USUAL_GO_ON_DAYS);
        int stored = mapper.insert(new NewLetter(
                planId,
                chat,
                key.toString(),
                operator,
                now,
                message.language(),
                address,
                words.in(message.language())
                        .getOrDefault("mailSubject", "")
                        .replace("{company}", plan.settings().name()),
                text,
                now.plus(Duration.ofDays(days))));
        var known = mapper.ofChat(planId, chat);
        if (stored == 0 && known.stream().noneMatch(letter -> letter.key().equals(key.toString()))) {
            checkUnanswered(planId, chat, known);
        }
    }

    /** What was left needs no answer. */
    public void close(String planId, long chat, String operator) {
        left.find(planId, chat);
        if (mapper.close(planId, chat, operator, clock.instant()) == 0) {
            checkUnanswered(planId, chat, mapper.ofChat(planId, chat));
        }
    }

    /** Whatever was left before an instant needs no answer any more. */
    public void closeLeftBefore(String planId, Instant before, String operator) {
        mapper.closeBefore(planId, before, operator);
    }

    private void checkUnanswered(String planId, long chat, List<StoredLetter> known) {
        var operators = plans.live(planId).plan().operators();
        known.stream()
                .findFirst()
                .map(StoredLetter::operatorId)
                .or(() -> mapper.closedBy(planId, chat))
                .ifPresent(who -> {
                    throw new Refusal(
                            Kind.ALREADY_DONE,
                            Element.find(operators, who).map(Element::name).orElse(who)
                                    + " has answered this, or found that it needs no answer.");
                });
    }

    /**
     * Refuses what is no address of a mailbox.
     *
     * @throws Refusal saying so
     */
    public static void checkAddress(String address) {
        if (!isMailbox(address)) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "\"" + address + "\" is no address of a mailbox; one looks like desk@example.org.");
        }
    }

    private static boolean isMailbox(String address) {
        try {
            new InternetAddress(address, true).validate();
            return true;
        } catch (AddressException e) {
            return false;
        }
    }

    /** Tries the letter about a chat again at once; 0 where it is sent, or there is none. */
    public int again(String planId, long chat) {
        return mapper.again(planId, chat, clock.instant());
    }

    /** What could not be sent so far. */
    public List<UnsentLetter> unsent(String planId) {
        return mapper.unsent(planId, MOST_UNSENT).stream()
                .map(letter -> new UnsentLetter(
                        letter.chat(),
                        letter.recipient(),
                        letter.writtenAt(),
                        letter.tries(),
                        letter.nextTry(),
                        String.valueOf(letter.trouble())))
                .toList();
    }

    /**
     * A conversation.
     *
     * @param validUntil when its link stops opening it
     */
    record Conversation(Instant validUntil, List<EarlierLine> lines) {}

    /**
     * What the link in a letter opens.
     *
     * @throws Refusal if it opens nothing, or no longer
     */
    Conversation opened(String planId, long letter, @Nullable String token) {
        var found = byLink(planId, letter, token);
        return new Conversation(found.validUntil(), conversation(planId, found.chat()));
    }

    /** A chat goes on with the conversation that a link opens. */
    void goOn(String planId, long letter, @Nullable String token, long chat) {
        mapper.goesOn(planId, chat, byLink(planId, letter, token).chat());
    }

    private StoredLetter byLink(String planId, long letter, @Nullable String token) {
        var found = mapper.find(planId, letter)
                .filter(stored -> token != null && MessageDigest.isEqual(stored.tokenHash(), Sha256.of(token)))
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "This link opens no conversation."));
        if (found.validUntil().isBefore(clock.instant())) {
            throw new Refusal(Kind.GONE, "This link is too old to open the conversation. Start a new one.");
        }
        return found;
    }

    /** The conversation that a chat goes on with; nothing where it goes on with none. */
    public List<EarlierLine> earlier(String planId, long chat) {
        return mapper.earlier(planId, chat)
                .map(before -> conversation(planId, before))
                .orElse(List.of());
    }

    /** Everything said in a chat, in those that it went on with, and by mail about them. */
    public List<EarlierLine> conversation(String planId, long chat) {
        var operators = plans.live(planId).plan().operators();
        var before = mapper.earlier(planId, chat)
                .map(earlier -> conversation(planId, earlier))
                .orElse(List.of());
        var left = this.left.find(planId, chat);
        var said = chats.entries(planId, chat, 0, MOST_ENTRIES).stream()
                .filter(StoredEntry::isSaid)
                .filter(entry -> !"plan".equals(entry.author()))
                .map(entry -> new EarlierLine(
                        entry.at(),
                        String.valueOf(entry.author()),
                        Element.find(operators, entry.operatorId())
                                .map(Element::name)
                                .orElse(null),
                        String.valueOf(entry.words())));
        String message = left.message();
        var form = message == null
                ? Stream.<EarlierLine>empty()
                : Stream.of(new EarlierLine(left.leftAt(), "visitor", null, message));
        var letters = mapper.ofChat(planId, chat).stream()
                .map(letter -> new EarlierLine(
                        letter.writtenAt(),
                        "operator",
                        Element.find(operators, letter.operatorId())
                                .map(Element::name)
                                .orElse(null),
                        letter.words()));
        return Stream.of(before.stream(), said, form, letters)
                .flatMap(lines -> lines)
                .sorted(Comparator.comparing(EarlierLine::at))
                .toList();
    }
}
