package io.kinetarch.server.letter;

import io.kinetarch.server.installation.MailServer;
import io.kinetarch.server.visit.LivePlans;
import jakarta.mail.MessagingException;
import java.io.UnsupportedEncodingException;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.stereotype.Component;

/** Hands mails to the mail server of the installation, in the name of the plan that they are about. */
@Component
public class Mails {
    /** Why none is sent where there is no mail server. */
    static final String NO_SERVER =
            "This installation sends no mail. Its administrator sets a server by spring.mail.host.";

    private final MailServer server;
    private final LivePlans plans;
    private final String from;

    Mails(MailServer server, LivePlans plans, @Value("${kinetarch.mail.from:chat@localhost}") String from) {
        this.server = server;
        this.plans = plans;
        this.from = from;
    }

    /** Whether there is a mail server. */
    boolean isSet() {
        return server.isSet();
    }

    /**
     * Sends a mail.
     *
     * @param language that it is written in
     * @return why the server did not take it; none where it did
     */
    public Optional<String> send(String planId, String recipient, String subject, String language, String text) {
        var set = server.sender();
        if (set.isEmpty()) {
            return Optional.of(NO_SERVER);
        }
        var sender = set.get();
        try {
            var message = sender.createMimeMessage();
            var helper = new MimeMessageHelper(message, "UTF-8");
            helper.setFrom(from, plans.live(planId).plan().settings().name());
            helper.setTo(recipient);
            helper.setSubject(subject);
            helper.setText(text);
            message.setHeader("Content-Language", language);
            sender.send(message);
            return Optional.empty();
        } catch (MessagingException | UnsupportedEncodingException | RuntimeException e) {
            // Whatever is wrong with one mail, the others go out.
            return Optional.of(String.valueOf(e.getMessage()));
        }
    }
}
