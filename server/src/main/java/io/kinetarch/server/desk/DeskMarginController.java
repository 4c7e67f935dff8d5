package io.kinetarch.server.desk;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.margin.Margins;
import io.kinetarch.server.margin.Margins.LabelWish;
import io.kinetarch.server.margin.Margins.NoteWish;
import io.kinetarch.server.outgoing.Tickets;
import io.kinetarch.server.outgoing.Tickets.TicketProposal;
import io.kinetarch.server.outgoing.Tickets.TicketWish;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What operators put beside the chats at their desks, labels and notes for colleagues, and the tickets that they make of them. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/desk")
class DeskMarginController {
    private final DeskPeople people;
    private final Desks desks;
    private final Margins margins;
    private final Tickets tickets;

    DeskMarginController(DeskPeople people, Desks desks, Margins margins, Tickets tickets) {
        this.people = people;
        this.desks = desks;
        this.margins = margins;
        this.tickets = tickets;
    }

    /** The labels that chats of the plan have, the most used first. */
    @GetMapping("/labels")
    List<String> labels(@PathVariable String plan, @AuthenticationPrincipal SignedIn account) {
        people.operator(plan, account);
        return margins.labels(plan);
    }

    /** Puts a label on a chat that one holds. */
    @PostMapping("/chats/{chat}/labels")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void label(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody LabelWish wish,
            @AuthenticationPrincipal SignedIn account) {
        margins.label(plan, chat, wish.label(), in(plan, chat, account).name());
    }

    /** Takes a label from a chat that one holds. */
    @DeleteMapping("/chats/{chat}/labels")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void unlabel(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestParam String label,
            @AuthenticationPrincipal SignedIn account) {
        in(plan, chat, account);
        margins.unlabel(plan, chat, label);
    }

    /** Keeps a note beside a chat that one holds. */
    @PostMapping("/chats/{chat}/notes")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void note(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody NoteWish wish,
            @AuthenticationPrincipal SignedIn account) {
        margins.note(
                plan, chat, wish.key(), wish.text(), in(plan, chat, account).name());
    }

    /** What a new ticket of a chat would be. */
    @GetMapping("/chats/{chat}/ticket")
    TicketProposal proposal(
            @PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        in(plan, chat, account);
        return tickets.proposal(plan, chat);
    }

    /** Makes a ticket of a chat that one holds. */
    @PostMapping("/chats/{chat}/tickets")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void ticket(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody TicketWish wish,
            @AuthenticationPrincipal SignedIn account) {
        String by = in(plan, chat, account).name();
        tickets.make(plan, chat, wish, by);
    }

    /** A note for the operator has been seen by them. */
    @PostMapping("/mentions/{note}/seen")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void seen(@PathVariable String plan, @PathVariable long note, @AuthenticationPrincipal SignedIn account) {
        margins.seen(plan, people.operator(plan, account), note);
    }

    /** The operator, who has a part in the chat, offered to them or being wrapped up included. */
    private Operator in(String plan, long chat, SignedIn account) {
        var operator = people.operator(plan, account);
        if (!desks.takesPart(plan, chat, operator)) {
            throw new Refusal(Kind.NOT_FOUND, "You take no part in this chat, or no longer.");
        }
        return operator;
    }
}
