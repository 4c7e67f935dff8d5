package io.kinetarch.server.record;

import io.kinetarch.server.document.Download;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.record.Records.KeptChat;
import io.kinetarch.server.record.Records.RecordPage;
import io.kinetarch.server.record.Records.Search;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Finished chats over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/records")
class RecordController {
    private static final int PAGE = 50;

    private final Records records;

    RecordController(Records records) {
        this.records = records;
    }

    /**
     * Finished chats, those that ended last first.
     *
     * @param words all of which a chat has, in any of its texts; "in quotes" beside each other, with a minus none of them
     * @param outcome one or more
     * @param from first day on which they ended, where the plan is
     * @param until last day
     * @param rated mark, 1 to 5, that a chat was given at most
     * @param waited seconds that its visitor waited at least
     * @param before where the page begins: what the one before said is next
     */
    @GetMapping
    RecordPage newest(
            @PathVariable String plan,
            @RequestParam(required = false) @Nullable String words,
            @RequestParam(required = false) @Nullable String door,
            @RequestParam(required = false) @Nullable String queue,
            @RequestParam(required = false) @Nullable String operator,
            @RequestParam(required = false) @Nullable String language,
            @RequestParam(required = false) @Nullable List<String> outcome,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate until,
            @RequestParam(required = false) @Nullable Integer rated,
            @RequestParam(required = false) @Nullable Integer waited,
            @RequestParam(required = false) @Nullable String before) {
        return records.newest(
                plan,
                new Search(words, door, queue, operator, language, outcome, from, until, rated, waited),
                before,
                PAGE);
    }

    /** The same as a CSV, a line a chat. */
    @GetMapping(path = "/records.csv", produces = "text/csv")
    void csv(
            @PathVariable String plan,
            @RequestParam(required = false) @Nullable String words,
            @RequestParam(required = false) @Nullable String door,
            @RequestParam(required = false) @Nullable String queue,
            @RequestParam(required = false) @Nullable String operator,
            @RequestParam(required = false) @Nullable String language,
            @RequestParam(required = false) @Nullable List<String> outcome,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate until,
            @RequestParam(required = false) @Nullable Integer rated,
            @RequestParam(required = false) @Nullable Integer waited,
            HttpServletResponse response)
            throws IOException {
        var sheet = records.sheet(
                plan, new Search(words, door, queue, operator, language, outcome, from, until, rated, waited));
        Download.prepared(response, plan + "-records.csv", Sheet.CSV, sheet::csv);
    }

    /** One finished chat with everything that happened in it. */
    @GetMapping("/{chat}")
    KeptChat record(@PathVariable String plan, @PathVariable long chat) {
        return records.find(plan, chat);
    }
}
