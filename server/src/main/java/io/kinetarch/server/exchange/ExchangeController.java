package io.kinetarch.server.exchange;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.document.PlanReader;
import io.kinetarch.server.document.SentFile;
import io.kinetarch.server.exchange.Exchange.MadePlan;
import io.kinetarch.server.plan.ChangeEntry;
import io.kinetarch.server.plan.DraftEdits.Edited;
import io.kinetarch.server.security.Kept;
import io.kinetarch.server.security.SecurityEvent;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Whole plans in and out over HTTP. */
@RestController
@RequestMapping("/api/v1")
class ExchangeController {
    private static final int MOST_MEGABYTES = 20;
    private static final String ADVICE =
            "A plan of 500 operators takes less than one; take pictures out of the document, or send them one by one.";

    private final Exchange exchange;
    private final PlanReader reader;

    ExchangeController(Exchange exchange, PlanReader reader) {
        this.exchange = exchange;
        this.reader = reader;
    }

    /** The JSON Schema (2020-12) of plan documents. */
    @GetMapping(path = "/schemas/plan/{version}", produces = "application/schema+json")
    String schema(@PathVariable int version) {
        return reader.schema(version);
    }

    /** A state of a plan, "draft", "live" or the number of a revision, as one document. */
    @Kept(SecurityEvent.EXPORTED)
    @GetMapping("/plans/{plan}/document")
    ResponseEntity<PlanDocument> document(@PathVariable String plan, @RequestParam(defaultValue = "draft") String of) {
        var name = ContentDisposition.attachment()
                .filename(plan + "-" + of + ".json")
                .build();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, name.toString())
                .body(exchange.export(plan, of));
    }

    /** What a document would change in the draft; nothing is stored. */
    @PostMapping(path = "/plans/{plan}/document/preview", consumes = MediaType.APPLICATION_JSON_VALUE)
    List<ChangeEntry> preview(@PathVariable String plan, HttpServletRequest request) throws IOException {
        return exchange.preview(plan, body(request)).stream()
                .map(ChangeEntry::of)
                .toList();
    }

    /**
     * Makes the draft what a document says.
     *
     * @param change the last change of the draft that its sender has seen
     */
    @Kept(SecurityEvent.IMPORTED)
    @PutMapping(path = "/plans/{plan}/document", consumes = MediaType.APPLICATION_JSON_VALUE)
    Edited take(
            @PathVariable String plan,
            @RequestParam long change,
            @AuthenticationPrincipal SignedIn by,
            HttpServletRequest request)
            throws IOException {
        return exchange.take(plan, body(request), change, by);
    }

    /**
     * Makes a plan of a document.
     *
     * @param id of the plan; one that is free is made of its name where none is said
     */
    @Kept(SecurityEvent.IMPORTED)
    @PostMapping(path = "/plans/document", consumes = MediaType.APPLICATION_JSON_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    MadePlan make(@RequestParam(required = false) @Nullable String id, HttpServletRequest request) throws IOException {
        return exchange.make(id, body(request));
    }

    private static byte[] body(HttpServletRequest request) throws IOException {
        return SentFile.read(request, MOST_MEGABYTES, ADVICE);
    }
}
