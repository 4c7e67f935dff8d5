package io.kinetarch.server.outgoing;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.outgoing.Tickets.Ticket;
import io.kinetarch.server.outgoing.Tickets.TicketProposal;
import io.kinetarch.server.outgoing.Tickets.TicketWish;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Tickets of any chat for those who may read records, and where tickets may be mailed to. */
@RestController
@RequestMapping("/api/v1/plans/{plan}")
class TicketController {
    private final Tickets tickets;

    TicketController(Tickets tickets) {
        this.tickets = tickets;
    }

    record TicketNumber(String number) {}

    /** The mail addresses to which tickets may go. */
    @GetMapping("/ticket-addresses")
    List<String> addresses(@PathVariable String plan) {
        return tickets.addresses(plan);
    }

    /** Sets the mail addresses that tickets may be sent to. */
    @PutMapping("/ticket-addresses")
    List<String> addresses(@PathVariable String plan, @RequestBody List<@Nullable String> addresses) {
        return tickets.addresses(plan, addresses);
    }

    /** What a new ticket of a chat would be. */
    @GetMapping("/records/{chat}/ticket")
    TicketProposal proposal(@PathVariable String plan, @PathVariable long chat) {
        return tickets.proposal(plan, chat);
    }

    /** The tickets made of a chat, running or finished. */
    @GetMapping("/records/{chat}/tickets")
    List<Ticket> tickets(@PathVariable String plan, @PathVariable long chat) {
        return tickets.of(plan, chat);
    }

    /** Makes a ticket of a finished chat. */
    @PostMapping("/records/{chat}/tickets")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void make(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody TicketWish wish,
            @AuthenticationPrincipal SignedIn account) {
        tickets.make(plan, chat, wish, account.displayName());
    }

    /** The number of a ticket that was answered by mail. */
    @PutMapping("/records/{chat}/tickets/{ticket}/number")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void number(
            @PathVariable String plan,
            @PathVariable long chat,
            @PathVariable long ticket,
            @RequestBody TicketNumber number) {
        tickets.number(plan, chat, ticket, number.number());
    }
}
