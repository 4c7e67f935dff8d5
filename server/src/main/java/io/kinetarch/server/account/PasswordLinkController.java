package io.kinetarch.server.account;

import io.kinetarch.server.security.Kept;
import io.kinetarch.server.security.SecurityEvent;
import io.kinetarch.server.security.SecurityLog;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the holder of a link for a password may do, without being signed in. Its secret is never part of an address. */
@RestController
@RequestMapping("/api/v1/password-links")
class PasswordLinkController {
    private final PasswordLinks links;

    PasswordLinkController(PasswordLinks links) {
        this.links = links;
    }

    /** The secret part of a link. */
    record PasswordLinkToken(String token) {}

    /** A link, and the password that it sets. */
    record TakenPasswordLink(String token, String password) {}

    /** Whom a link invites. */
    record Invited(String name, String displayName) {
        static Invited of(SignedIn account) {
            return new Invited(account.name(), account.displayName());
        }
    }

    /** Whom a link invites. */
    @PostMapping("/look")
    Invited look(@RequestBody PasswordLinkToken link) {
        return Invited.of(links.invited(link.token()));
    }

    /** Sets the password that a link invites to set; the link is used up. */
    @Kept(SecurityEvent.PASSWORD_LINK_TAKEN)
    @PostMapping
    Invited take(@RequestBody TakenPasswordLink wanted, HttpServletRequest request) {
        var account = links.take(wanted.token(), wanted.password());
        SecurityLog.about(request, account.name());
        return Invited.of(account);
    }
}
