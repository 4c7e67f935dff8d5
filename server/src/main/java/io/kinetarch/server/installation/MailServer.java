package io.kinetarch.server.installation;

import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.stereotype.Component;

/** The mail server of the installation, where its settings name one. */
@Component
public class MailServer {
    private final ObjectProvider<JavaMailSender> set;

    MailServer(ObjectProvider<JavaMailSender> set) {
        this.set = set;
    }

    public boolean isSet() {
        return sender().isPresent();
    }

    /** What mails are handed to; none where no server is set. */
    public Optional<JavaMailSender> sender() {
        return Optional.ofNullable(set.getIfAvailable());
    }
}
