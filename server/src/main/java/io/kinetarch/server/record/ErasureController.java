package io.kinetarch.server.record;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.record.Erasure.ErasurePreview;
import io.kinetarch.server.record.Erasure.Retention;
import io.kinetarch.server.record.Records.Search;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Erasing what was said over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/records/erase")
class ErasureController {
    private final Erasure erasure;

    ErasureController(Erasure erasure) {
        this.erasure = erasure;
    }

    /** How many chats it was shown that would go. */
    record ErasureWish(long chats) {}

    /** What would go with the chats that are looked for. */
    @GetMapping
    ErasurePreview preview(@PathVariable String plan, @ParameterObject Search search) {
        return erasure.preview(plan, search);
    }

    /** Erases what was written in them; counts and the log stay. */
    @PostMapping
    ErasurePreview erase(
            @PathVariable String plan,
            @ParameterObject Search search,
            @RequestBody ErasureWish wish,
            @AuthenticationPrincipal SignedIn account,
            HttpServletRequest request) {
        return erasure.erase(plan, search, wish.chats(), account, request.getQueryString());
    }

    /** How long what was said is kept; for ever where no rule fits. */
    @GetMapping("/retention")
    List<Retention> retention(@PathVariable String plan) {
        return erasure.retention(plan);
    }

    /** Sets after how many days what visitors wrote is erased. */
    @PutMapping("/retention")
    List<Retention> keepFor(@PathVariable String plan, @RequestBody List<Retention> rules) {
        return erasure.keepFor(plan, rules);
    }
}
