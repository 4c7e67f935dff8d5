package io.kinetarch.server.letter;

import io.kinetarch.server.letter.Letters.Conversation;
import io.kinetarch.server.visit.VisitGate;
import io.kinetarch.server.visit.Visits;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Conversations that visitors come back to by the link in a mail. */
@RestController
@RequestMapping("/visit/{plan}/letters/{letter}")
class LetterVisitController {
    private final Letters letters;
    private final Visits visits;

    LetterVisitController(Letters letters, Visits visits) {
        this.letters = letters;
        this.visits = visits;
    }

    /** The token of the chat that goes on. */
    record GoesOn(String token) {}

    /** What was written in a conversation by mail, as its visitor sees it. */
    @GetMapping
    Conversation conversation(
            @PathVariable String plan,
            @PathVariable long letter,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        return letters.opened(plan, letter, token);
    }

    /** A chat that its visitor started goes on with the conversation. */
    @PostMapping("/chats/{chat}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void goOn(
            @PathVariable String plan,
            @PathVariable long letter,
            @PathVariable long chat,
            @RequestBody GoesOn wish,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        visits.opened(plan, chat, wish.token());
        letters.goOn(plan, letter, token, chat);
    }
}
