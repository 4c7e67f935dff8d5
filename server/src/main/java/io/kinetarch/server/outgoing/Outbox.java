package io.kinetarch.server.outgoing;

import io.kinetarch.server.installation.Services;
import io.kinetarch.server.letter.Letters;
import io.kinetarch.server.letter.Mails;
import io.kinetarch.server.letter.Tries;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.outgoing.OutgoingMapper.Stored;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** Sends what goes out, tries again what was not taken, and tells administrators of it. */
@Service
public class Outbox {
    private static final Logger LOG = LoggerFactory.getLogger(Outbox.class);
    private static final int SECONDS = 5;
    private static final int MOST_AT_ONCE = 100;
    private static final int MOST_SHOWN = 200;
    private static final Duration SPARED = Duration.ofSeconds(30);
    private static final Duration KEPT = Duration.ofDays(30);

    private final OutgoingMapper mapper;
    private final Letters letters;
    private final Services services;
    private final ChatReader chats;
    private final Mails mails;
    private final Tickets tickets;
    private final JsonMapper json;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Outbox(
            OutgoingMapper mapper,
            Letters letters,
            Services services,
            ChatReader chats,
            Mails mails,
            Tickets tickets,
            JsonMapper json,
            TransactionTemplate transaction,
            Clock clock) {
        this.mapper = mapper;
        this.letters = letters;
        this.services = services;
        this.chats = chats;
        this.mails = mails;
        this.tickets = tickets;
        this.json = json;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** What goes out. */
    enum Sort {
        news,
        transcript,
        record,
        ticket,
        letter
    }

    /**
     * Something that goes out, or has gone.
     *
     * @param recipient a service by its name, or a mail address
     * @param about the news, or the subject of a mail
     * @param sentAt null while it is not
     * @param nextTry null once it is sent, or given up
     * @param trouble why it is not sent; null where nothing has gone wrong
     */
    record Out(
            Sort sort,
            long id,
            long chat,
            String recipient,
            String about,
            Instant madeAt,
            @Nullable Instant sentAt,
            int tries,
            @Nullable Instant nextTry,
            @Nullable String trouble) {}

    /** What is not sent yet, and the newest of what is; letters only while they are not. */
    List<Out> newest(String planId) {
        var letters = this.letters.unsent(planId).stream()
                .map(letter -> new Out(
                        Sort.letter,
                        letter.chat(),
                        letter.chat(),
                        letter.recipient(),
                        "answer to what was left behind",
                        letter.writtenAt(),
                        null,
                        letter.tries(),
                        letter.nextTry(),
                        letter.trouble()));
        var others = mapper.newest(planId, MOST_SHOWN).stream()
                .map(one -> new Out(
                        Sort.valueOf(one.kind()),
                        one.id(),
                        one.chat(),
                        one.recipient(),
                        one.about(),
                        one.madeAt(),
                        one.sentAt(),
                        one.tries(),
                        one.nextTry(),
                        one.trouble()));
        return Stream.concat(letters, others)
                .sorted(Comparator.<Out, Boolean>comparing(out -> out.sentAt() != null)
                        .thenComparing(Out::madeAt, Comparator.reverseOrder()))
                .toList();
    }

    /** What whoever it is sent to has not taken, in words, one recipient after the other. */
    public List<String> stuck(String planId) {
        return newest(planId).stream()
                .filter(out -> out.sentAt() == null && out.trouble() != null)
                .collect(Collectors.groupingBy(Out::recipient, TreeMap::new, Collectors.counting()))
                .entrySet()
                .stream()
                .map(of -> of.getValue() + " of what is sent to " + of.getKey() + (of.getValue() == 1 ? " is" : " are")
                        + " not taken")
                .toList();
    }

    /** Tries something again at once. */
    void again(String planId, Sort sort, long id) {
        int found = sort == Sort.letter ? letters.again(planId, id) : mapper.again(planId, id, clock.instant());
        if (found == 0) {
            throw new Refusal(Kind.NOT_FOUND, "There is nothing of this kind that is not sent.");
        }
    }

    @Scheduled(fixedDelayString = "${kinetarch.outgoing.look:1s}")
    void send() {
        for (int i = 0; i < MOST_AT_ONCE; i++) {
            // It is locked while it is sent: another instance takes the next.
            Boolean tried = transaction.execute(
                    _ -> mapper.due(clock.instant()).map(this::send).isPresent());
            if (!Boolean.TRUE.equals(tried)) {
                return;
            }
        }
    }

    /** What was sent long ago is of no use any more. */
    @Scheduled(fixedDelayString = "PT1H")
    void forget() {
        mapper.forget(clock.instant().minus(KEPT));
    }

    private Stored send(Stored out) {
        boolean toService = Sort.valueOf(out.kind()) == Sort.news
                || (Sort.valueOf(out.kind()) == Sort.ticket && !Tickets.isAddress(out.recipient()));
        var told = toService
                ? services.tell(out.recipient(), SECONDS, out.body())
                : new Services.Taken(
                        mails.send(out.planId(), out.recipient(), out.about(), language(out), out.body())
                                .orElse(null),
                        null);
        String trouble = told.trouble();
        if (trouble == null) {
            mapper.sent(out.id(), clock.instant());
            Long ticket = out.ticket();
            if (ticket != null) {
                tickets.answered(out.planId(), out.chat(), ticket, number(told.answer()));
            }
        } else {
            LOG.warn(
                    "{} {} of {} was not sent at try {}: {}",
                    out.kind(),
                    out.id(),
                    out.planId(),
                    out.tries() + 1,
                    trouble);
            var now = clock.instant();
            mapper.failed(out.id(), Tries.next(out.tries(), now), trouble);
            if (toService) {
                // One service that is down costs one wait, however much there is to tell it, and holds nobody else up.
                mapper.putOff(out.recipient(), now.plus(SPARED));
            }
        }
        return out;
    }

    /** The number that a receiver of tickets answered with; one that says nothing, or nothing that can be read, gives none. */
    private @Nullable String number(@Nullable String answer) {
        if (answer == null || answer.isBlank()) {
            return null;
        }
        try {
            return json.readTree(answer).path("number").asString(null);
        } catch (JacksonException e) {
            LOG.warn("A receiver of tickets answered what is no JSON: {}", e.getMessage());
            return null;
        }
    }

    private String language(Stored out) {
        return chats.chat(out.planId(), out.chat()).map(StoredChat::language).orElse("und");
    }
}
