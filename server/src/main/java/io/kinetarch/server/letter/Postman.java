package io.kinetarch.server.letter;

import io.kinetarch.core.plan.Element;
import io.kinetarch.server.account.Sha256;
import io.kinetarch.server.door.ControlWords;
import io.kinetarch.server.letter.LetterMapper.StoredLetter;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.shell.PublicAddress;
import io.kinetarch.server.visit.LivePlans;
import jakarta.mail.MessagingException;
import java.io.UnsupportedEncodingException;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.Base64;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.MimeMessageHelper;
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
    private final ObjectProvider<JavaMailSender> mail;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final String from;
    private final SecureRandom random = new SecureRandom();

    Postman(
            LetterMapper mapper,
            Letters letters,
            ChatReader chats,
            LivePlans plans,
            ControlWords words,
            PublicAddress address,
            ObjectProvider<JavaMailSender> mail,
            TransactionTemplate transaction,
            Clock clock,
            @Value("${kinetarch.mail.from:chat@localhost}") String from) {
        this.mapper = mapper;
        this.letters = letters;
        this.chats = chats;
        this.plans = plans;
        this.words = words;
        this.address = address;
        this.mail = mail;
        this.transaction = transaction;
        this.clock = clock;
        this.from = from;
    }

    @Scheduled(fixedDelayString = "${kinetarch.mail.look:2s}")
    void send() {
        var sender = mail.getIfAvailable();
        for (int i = 0; sender != null && i < MOST_AT_ONCE; i++) {
            // The letter is locked while it is sent: another instance takes the next.
            Boolean sent = transaction.execute(_ -> mapper.due(clock.instant())
                    .map(letter -> send(sender, letter))
                    .isPresent());
            if (!Boolean.TRUE.equals(sent)) {
                return;
            }
        }
    }

    private StoredLetter send(JavaMailSender sender, StoredLetter letter) {
        byte[] bytes = new byte[TOKEN_BYTES];
        random.nextBytes(bytes);
        String token = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        try {
            var message = sender.createMimeMessage();
            var helper = new MimeMessageHelper(message, "UTF-8");
            helper.setFrom(from, plans.live(letter.planId()).plan().settings().name());
            helper.setTo(letter.recipient());
            helper.setSubject(letter.subject());
            helper.setText(text(letter, token));
            message.setHeader("Content-Language", letter.language());
            sender.send(message);
            mapper.sent(letter.id(), clock.instant(), Sha256.of(token));
        } catch (MessagingException | UnsupportedEncodingException | RuntimeException e) {
            // Whatever is wrong with one letter, the others go out.
            var next = Tries.next(letter.tries(), clock.instant());
            LOG.warn(
                    "The letter to the visitor of chat {} of {} was not sent at try {}: {}",
                    letter.chat(),
                    letter.planId(),
                    letter.tries() + 1,
                    e.toString());
            mapper.failed(letter.id(), next, String.valueOf(e.getMessage()));
        }
        return letter;
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
