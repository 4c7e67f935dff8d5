package io.kinetarch.server.outgoing;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Receiver;
import io.kinetarch.server.letter.Letters;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.live.Passing;
import io.kinetarch.server.outgoing.TicketMapper.NewTicket;
import io.kinetarch.server.outgoing.TicketMapper.StoredTicket;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.visit.LivePlans;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Makes tickets of chats for those who work on them elsewhere, and keeps the numbers that those give them. */
@Service
public class Tickets {
    private static final int LONGEST_SUBJECT = 200;
    private static final int LONGEST_NUMBER = 60;
    private static final int MOST_ADDRESSES = 20;
    private static final int PROPOSED_WORDS = 80;
    private static final int MOST_ENTRIES = 500;

    private final TicketMapper mapper;
    private final Transcripts transcripts;
    private final LivePlans plans;
    private final ChatReader chats;
    private final Passing passing;
    private final JsonMapper json;
    private final Clock clock;

    Tickets(
            TicketMapper mapper,
            Transcripts transcripts,
            LivePlans plans,
            ChatReader chats,
            Passing passing,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.transcripts = transcripts;
        this.plans = plans;
        this.chats = chats;
        this.passing = passing;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A ticket.
     *
     * @param recipient a service by its name, or a mail address
     * @param number under which its receiver keeps it; null before that is known
     * @param sentAt null while it is not
     * @param trouble why it is not sent; null where nothing has gone wrong
     */
    public record Ticket(
            long id,
            String recipient,
            String subject,
            String by,
            Instant at,
            @Nullable String number,
            @Nullable Instant sentAt,
            @Nullable String trouble) {}

    /**
     * What a new ticket of a chat would be.
     *
     * @param recipients those to whom it may go: services by name, and mail addresses
     */
    public record TicketProposal(String subject, List<String> recipients) {}

    /**
     * A ticket to be made, under a key made by its maker.
     *
     * @param recipient one of those that the proposal names
     */
    public record TicketWish(UUID key, String subject, String recipient) {}

    /** What a service is told of a ticket. */
    record Made(
            String news, String plan, long chat, Instant at, String subject, String by, String language, String text) {}

    public List<Ticket> of(String planId, long chat) {
        return of(planId, List.of(chat)).getOrDefault(chat, List.of());
    }

    /** The tickets of some chats; none of those that have none. */
    public Map<Long, List<Ticket>> of(String planId, List<Long> chats) {
        return mapper.of(planId, chats.toArray(Long[]::new)).stream()
                .collect(Collectors.groupingBy(
                        StoredTicket::chat,
                        Collectors.mapping(
                                one -> new Ticket(
                                        one.id(),
                                        one.recipient(),
                                        one.subject(),
                                        one.byName(),
                                        one.at(),
                                        one.number(),
                                        one.sentAt(),
                                        one.trouble()),
                                Collectors.toList())));
    }

    /** The mail addresses to which tickets may go. */
    List<String> addresses(String planId) {
        return mapper.addresses(planId);
    }

    @Transactional
    List<String> addresses(String planId, List<@Nullable String> addresses) {
        if (addresses.size() > MOST_ADDRESSES) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "", "At most " + MOST_ADDRESSES + " addresses are kept.");
        }
        var written = addresses.stream().map(String::valueOf).map(String::strip).toList();
        written.forEach(Letters::checkAddress); // nothing at all is no address either
        mapper.dropAddresses(planId);
        written.forEach(address -> mapper.addAddress(planId, address));
        return mapper.addresses(planId);
    }

    /** What a new ticket would be: by its queue, and the visitor's first words. */
    public TicketProposal proposal(String planId, long chat) {
        var plan = plans.live(planId).plan();
        var found = chat(planId, chat);
        String words = chats.entries(planId, chat, 0, MOST_ENTRIES).stream()
                .filter(entry -> "visitor".equals(entry.author()) && entry.isSaid())
                .map(StoredEntry::words)
                .findFirst()
                .map(text -> String.valueOf(text).strip().replaceAll("\\s+", " "))
                .orElse("chat " + chat);
        String about = Element.find(plan.queues(), found.queueId())
                .map(Element::name)
                .orElseGet(() -> Element.find(plan.doors(), found.doorId())
                        .map(Element::name)
                        .orElse(found.doorId()));
        return new TicketProposal(
                about + ": "
                        + (words.length() <= PROPOSED_WORDS
                                ? words
                                : words.substring(0, PROPOSED_WORDS).strip() + " …"),
                recipients(planId));
    }

    private List<String> recipients(String planId) {
        return Stream.concat(
                        plans.live(planId).plan().settings().receivers().stream()
                                .filter(receiver -> receiver.hears().contains(Receiver.News.TICKET))
                                .map(Receiver::service),
                        mapper.addresses(planId).stream())
                .toList();
    }

    /**
     * Makes a ticket with what was said so far, and sends it; under the same key once.
     *
     * @throws Refusal if it has no subject, or nobody of that name takes tickets
     */
    @Transactional
    public void make(String planId, long chat, TicketWish wish, String by) {
        var found = chat(planId, chat);
        String subject = wish.subject();
        String recipient = wish.recipient();
        if (subject.isBlank() || subject.strip().length() > LONGEST_SUBJECT) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, "/subject", "A subject has 1 to " + LONGEST_SUBJECT + " characters.");
        }
        var recipients = recipients(planId);
        if (!recipients.contains(recipient)) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/recipient",
                    "“" + recipient + "” takes no tickets of this plan. "
                            + (recipients.isEmpty()
                                    ? "Nobody does yet: a planner names who under the settings of the plan."
                                    : "Those who do are " + String.join(", ", recipients) + "."));
        }
        var now = clock.instant();
        var ticket = new NewTicket(planId, chat, wish.key().toString(), recipient, subject.strip(), by, now);
        String text = transcripts.text(planId, found);
        mapper.insert(ticket)
                .ifPresent(id -> mapper.send(
                        id,
                        ticket,
                        isAddress(recipient)
                                ? text
                                : json.writeValueAsString(new Made(
                                        "ticket", planId, chat, now, ticket.subject(), by, found.language(), text))));
        passing.knownMore(planId, chat);
    }

    static boolean isAddress(String recipient) {
        return recipient.contains("@");
    }

    /** It was sent: the number that its receiver answered with, if it did. */
    void answered(String planId, long chat, long ticket, @Nullable String number) {
        if (number != null && !number.isBlank()) {
            String stripped = number.strip();
            mapper.number(ticket, stripped.substring(0, Math.min(LONGEST_NUMBER, stripped.length())));
        }
        passing.knownMore(planId, chat);
    }

    /** The number of a ticket, as somebody wrote it who had it by mail. */
    public void number(String planId, long chat, long ticket, String number) {
        if (number.isBlank() || number.strip().length() > LONGEST_NUMBER) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "/number", "A number has 1 to " + LONGEST_NUMBER + " characters.");
        }
        if (mapper.numberOf(planId, chat, ticket, number.strip()) == 0) {
            throw new Refusal(Kind.NOT_FOUND, "Chat " + chat + " has no ticket " + ticket + ".");
        }
        passing.knownMore(planId, chat);
    }

    private StoredChat chat(String planId, long chat) {
        return chats.chat(planId, chat)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "There is no chat " + chat + "."));
    }
}
