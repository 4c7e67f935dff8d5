package io.kinetarch.server.outgoing;

import io.kinetarch.server.visit.VisitGate;
import io.kinetarch.server.visit.Visits;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Sends visitors by mail what was said in their chat. */
@RestController
@RequestMapping("/visit/{plan}/chats/{chat}/transcript")
class TranscriptController {
    private final Transcripts transcripts;
    private final Visits visits;

    TranscriptController(Transcripts transcripts, Visits visits) {
        this.transcripts = transcripts;
        this.visits = visits;
    }

    record TranscriptWish(String email) {}

    /** Once a chat, and only where its door hands transcripts out. */
    @PostMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void mail(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody TranscriptWish wish,
            @RequestHeader(name = VisitGate.TOKEN, required = false) @Nullable String token) {
        transcripts.mail(plan, visits.opened(plan, chat, token), wish.email());
    }
}
