package io.kinetarch.server.letter;

import io.kinetarch.core.plan.Element;
import io.kinetarch.server.account.Sha256;
import io.kinetarch.server.door.ControlWords;
import io.kinetarch.server.letter.LetterMapper.StoredLetter;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.shell.PublicAddress;
import io.kinetarch.server.visit.LivePlans;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.Base64;
import java.util.Optional;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Sends letters, and tries again for two days where the mail server does not take them. */
@Component
class Postman {
    private static final Logger LOG = LoggerFactory.getLogger(Postman.class);
    private static final int TOKEN_BYTES = 32;
    private static final int MOST_AT_ONCE = 50;

    private final LetterMapper mapper;
    private final Letters letters;
    private final ChatReader chats;
    private final LivePlans plans;
    private final ControlWords words;
    private final PublicAddress address;
    private final Mails mails;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    Postman(
            LetterMapper mapper,
            Letters letters,
            ChatReader chats,
            LivePlans plans,
            ControlWords words,
            PublicAddress address,
            Mails mails,
            TransactionTemplate transaction,
            Clock clock) {
        this.mapper = mapper;
        this.letters = letters;
        this.chats = chats;
        this.plans = plans;
        this.words = words;
        this.address = address;
        this.mails = mails;
        this.transaction = transaction;
        this.clock = clock;
    }

    @Scheduled(fixedDelayString = "${kinetarch.mail.look:2s}")
    void send() {
        for (int i = 0; mails.isSet() && i < MOST_AT_ONCE; i++) {
            // The letter is locked while it is sent: another instance takes the next.
            Boolean sent = transaction.execute(
                    _ -> mapper.due(clock.instant()).map(this::send).isPresent());
            if (!Boolean.TRUE.equals(sent)) {
                return;
            }
        }
    }

    private StoredLetter send(StoredLetter letter) {
        byte[] bytes = new byte[TOKEN_BYTES];
        random.nextBytes(bytes);
        String token = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        var trouble = trouble(letter, token);
        if (trouble.isEmpty()) {
            mapper.sent(letter.id(), clock.instant(), Sha256.of(token));
        } else {
            LOG.warn(
                    "The letter to the visitor of chat {} of {} was not sent at try {}: {}",
                    letter.chat(),
                    letter.planId(),
                    letter.tries() + 1,
                    trouble.get());
            mapper.failed(letter.id(), Tries.next(letter.tries(), clock.instant()), trouble.get());
        }
        return letter;
    }

    /** Why it was not sent; none where it was. A letter that cannot be written holds up no other. */
    private Optional<String> trouble(StoredLetter letter, String token) {
        try {
            return mails.send(
                    letter.planId(), letter.recipient(), letter.subject(), letter.language(), text(letter, token));
        } catch (RuntimeException e) {
            return Optional.of(String.valueOf(e.getMessage()));
        }
    }

    private String text(StoredLetter letter, String token) {
        var plan = plans.live(letter.planId()).plan();
        var said = words.in(letter.language());
        String operator = Element.find(plan.operators(), letter.operatorId())
                .map(Element::name)
                .orElse("");
        String door = chats.chat(letter.planId(), letter.chat())
                .map(ChatReader.StoredChat::doorId)
                .orElse("");
        String wrote = letters.conversation(letter.planId(), letter.chat()).stream()
                .filter(line -> line.from().equals("visitor"))
                .flatMap(line -> line.text().lines())
                .map(line -> "> " + line)
                .collect(Collectors.joining("\n"));
        return letter.words() + "\n\n" + operator + "\n" + plan.settings().name() + "\n\n"
                + said.get("mailGoOn") + "\n" + address.base() + "/door/" + letter.planId() + "/" + door + "/"
                + letter.language() + "#letter=" + letter.id() + "." + token
                + (wrote.isEmpty() ? "" : "\n\n" + said.get("mailWrote") + "\n" + wrote) + "\n";
    }
}
