package io.kinetarch.server.desk;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.letter.LeftBehind;
import io.kinetarch.server.letter.LeftBehind.LeftMessage;
import io.kinetarch.server.letter.Letters;
import io.kinetarch.server.letter.Letters.UnsentLetter;
import io.kinetarch.server.visit.VisitWords;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What visitors left behind, answered at the desk. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/desk/left-behind")
class DeskLettersController {
    private final DeskPeople people;
    private final LeftBehind left;
    private final Letters letters;

    DeskLettersController(DeskPeople people, LeftBehind left, Letters letters) {
        this.people = people;
        this.left = left;
        this.letters = letters;
    }

    /** What waits for an answer, and what was answered and is not sent. */
    record LeftAtDesk(List<LeftMessage> waiting, List<UnsentLetter> unsent) {}

    /** An answer, under a name that its sender gave it. */
    record LetterWish(UUID key, String text) {}

    /** Messages and unfinished chats that wait to be answered by mail, in one's queues. */
    @GetMapping
    LeftAtDesk all(@PathVariable String plan, @AuthenticationPrincipal SignedIn account) {
        people.operator(plan, account);
        return new LeftAtDesk(left.waiting(plan), letters.unsent(plan));
    }

    /** Answers by mail. */
    @PostMapping("/{chat}/answer")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody LetterWish letter,
            @AuthenticationPrincipal SignedIn account) {
        letters.answer(
                plan,
                chat,
                people.operator(plan, account).id().value(),
                letter.key(),
                VisitWords.message(letter.text(), "/text"));
    }

    /** It needs no answer. */
    @PostMapping("/{chat}/close")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void close(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        letters.close(plan, chat, people.operator(plan, account).id().value());
    }
}
