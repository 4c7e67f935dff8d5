package io.kinetarch.server.standin;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.net.InetAddress;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.util.HtmlUtils;

/** A mail server for the demo, which delivers nothing: whatever is sent is read on a page of the stand-in site. */
@Configuration
@ConditionalOnProperty("kinetarch.stand-in.mail-port")
class StandInMail {
    private static final int STARTED_WITHIN_MILLIS = 5_000;
    private static final Pattern ADDRESS = Pattern.compile("https?://[^\\s<]+");

    @Bean(initMethod = "start", destroyMethod = "stop")
    GreenMail standInMailServer(@Value("${kinetarch.stand-in.mail-port}") int port) {
        var setup = new ServerSetup(port, InetAddress.getLoopbackAddress().getHostAddress(), ServerSetup.PROTOCOL_SMTP);
        setup.setServerStartupTimeout(STARTED_WITHIN_MILLIS);
        return new GreenMail(setup);
    }

    /** What a server took, the newest first, as parts of a page. */
    static String page(GreenMail server) {
        var took = List.of(server.getReceivedMessages());
        return took.isEmpty()
                ? "<p>None yet.</p>"
                : took.reversed().stream().map(StandInMail::article).collect(Collectors.joining());
    }

    private static String article(MimeMessage mail) {
        try {
            String from = ((InternetAddress) mail.getFrom()[0]).toUnicodeString();
            return "<article><h2>" + HtmlUtils.htmlEscape(mail.getSubject()) + "</h2><p>"
                    + HtmlUtils.htmlEscape("from " + from + " to " + mail.getAllRecipients()[0]) + "</p><pre>"
                    + ADDRESS.matcher(HtmlUtils.htmlEscape(String.valueOf(mail.getContent())))
                            .replaceAll("<a href=\"$0\">$0</a>")
                    + "</pre></article>";
        } catch (MessagingException | IOException e) {
            throw new IllegalStateException("the stand-in took a mail that it cannot read", e);
        }
    }
}
