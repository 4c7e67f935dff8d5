package io.kinetarch.server.margin;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.margin.Margins.LabelWish;
import io.kinetarch.server.margin.Margins.Margin;
import io.kinetarch.server.margin.Margins.NoteWish;
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

/** Labels and notes of any chat, running or finished, for those who may read records. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/records")
class MarginController {
    private final Margins margins;

    MarginController(Margins margins) {
        this.margins = margins;
    }

    /** The labels that chats have, the most used first. */
    @GetMapping("/labels")
    List<String> labels(@PathVariable String plan) {
        return margins.labels(plan);
    }

    /** What colleagues keep beside a chat: notes, labels, its priority and its tickets. */
    @GetMapping("/{chat}/margin")
    Margin margin(@PathVariable String plan, @PathVariable long chat) {
        return margins.of(plan, chat);
    }

    /** Puts a label on a chat. */
    @PostMapping("/{chat}/labels")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void label(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody LabelWish wish,
            @AuthenticationPrincipal SignedIn account) {
        margins.label(plan, chat, wish.label(), account.displayName());
    }

    /** Takes a label from a chat. */
    @DeleteMapping("/{chat}/labels")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void unlabel(@PathVariable String plan, @PathVariable long chat, @RequestParam String label) {
        margins.unlabel(plan, chat, label);
    }

    /** Keeps a note beside a chat, which visitors never see. */
    @PostMapping("/{chat}/notes")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void note(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody NoteWish wish,
            @AuthenticationPrincipal SignedIn account) {
        margins.note(plan, chat, wish.key(), wish.text(), account.displayName());
    }
}
