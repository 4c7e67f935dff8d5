package io.kinetarch.server.record;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.document.Download;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.outgoing.Transcripts;
import io.kinetarch.server.record.Readings.Reading;
import io.kinetarch.server.record.Readings.What;
import io.kinetarch.server.record.Records.KeptChat;
import io.kinetarch.server.record.Records.RecordPage;
import io.kinetarch.server.record.Records.Search;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Finished chats over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/records")
class RecordController {
    private static final int PAGE = 50;

    private final Records records;
    private final Readings readings;
    private final Transcripts transcripts;

    RecordController(Records records, Readings readings, Transcripts transcripts) {
        this.records = records;
        this.readings = readings;
        this.transcripts = transcripts;
    }

    /**
     * Finished chats, those that ended last first.
     *
     * @param before where the page begins: what the one before said is next
     */
    @GetMapping
    RecordPage newest(
            @PathVariable String plan,
            @ParameterObject Search search,
            @RequestParam(required = false) @Nullable String before) {
        return records.newest(plan, search, before, PAGE);
    }

    /** The same as a CSV, a line a chat. */
    @GetMapping(path = "/records.csv", produces = "text/csv")
    void csv(
            @PathVariable String plan,
            @ParameterObject Search search,
            @AuthenticationPrincipal SignedIn account,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        var sheet = records.sheet(plan, search);
        readings.keep(plan, account, What.EXPORTED, null, request.getQueryString());
        Download.prepared(response, plan + "-records.csv", Sheet.CSV, sheet::csv);
    }

    /** One finished chat with everything that happened in it. */
    @GetMapping("/{chat}")
    KeptChat record(@PathVariable String plan, @PathVariable long chat, @AuthenticationPrincipal SignedIn account) {
        var found = records.find(plan, chat);
        readings.keepOnce(plan, account, What.READ, chat);
        return found;
    }

    /** To whom what was said is sent. */
    record RecordMail(String email) {}

    /** Sends what was said in a chat by mail. */
    @PostMapping("/{chat}/mail")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void mail(
            @PathVariable String plan,
            @PathVariable long chat,
            @RequestBody RecordMail wish,
            @AuthenticationPrincipal SignedIn account) {
        records.find(plan, chat); // refuses one that runs, or is none
        transcripts.mailRecord(plan, chat, wish.email());
        readings.keep(plan, account, What.EXPORTED, chat, "by mail");
    }

    /** Everything that is kept of the chats that are looked for, at most a thousand of them. */
    @GetMapping(path = "/records.json", produces = MediaType.APPLICATION_JSON_VALUE)
    List<KeptChat> json(
            @PathVariable String plan,
            @ParameterObject Search search,
            @AuthenticationPrincipal SignedIn account,
            HttpServletRequest request,
            HttpServletResponse response) {
        var chats = records.whole(plan, search);
        readings.keep(plan, account, What.EXPORTED, search.chat(), request.getQueryString());
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment()
                        .filename(plan + "-records.json")
                        .build()
                        .toString());
        return chats;
    }

    /** Who read, took out or erased records, the newest first. */
    @GetMapping("/readings")
    List<Reading> readings(@PathVariable String plan, @RequestParam(required = false) @Nullable Long chat) {
        return readings.newest(plan, chat);
    }
}
