package io.kinetarch.server.outgoing;

import io.kinetarch.server.outgoing.Outbox.Out;
import io.kinetarch.server.outgoing.Outbox.Sort;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What goes out, for those who see to it that it does. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/outbox")
class OutboxController {
    private final Outbox outbox;

    OutboxController(Outbox outbox) {
        this.outbox = outbox;
    }

    /** What goes out by hooks and mail: what waits, and what was taken lately. */
    @GetMapping
    List<Out> newest(@PathVariable String plan) {
        return outbox.newest(plan);
    }

    /** Tries something again that was not taken. */
    @PostMapping("/{sort}/{id}/again")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void again(@PathVariable String plan, @PathVariable Sort sort, @PathVariable long id) {
        outbox.again(plan, sort, id);
    }
}
