package io.kinetarch.server.desk;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.file.ChatFiles;
import io.kinetarch.server.live.LiveCalls;
import io.kinetarch.server.live.Wish;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.visit.LivePlans;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Files that operators send. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/desk/chats/{chat}/files")
class DeskFilesController {
    private final DeskPeople people;
    private final Desks desks;
    private final LivePlans plans;
    private final ChatFiles files;
    private final LiveCalls calls;

    DeskFilesController(DeskPeople people, Desks desks, LivePlans plans, ChatFiles files, LiveCalls calls) {
        this.people = people;
        this.desks = desks;
        this.plans = plans;
        this.files = files;
        this.calls = calls;
    }

    /** Sends a file, which is the body of the request, under a key made by the sender. */
    @PostMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void send(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestParam UUID key,
            @RequestParam String name,
            @AuthenticationPrincipal SignedIn account,
            HttpServletRequest request)
            throws IOException {
        var operator = people.operator(plan, account);
        String door = desks.doorOf(plan, chat, operator)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "You take no part in this chat, or no longer."));
        files.send(
                plan,
                plans.live(plan).plan(),
                chat,
                door,
                name,
                request,
                kept -> calls.make(plan, Wish.sends(chat, operator.id().value(), key, kept.name(), kept.sent())));
    }
}
