package io.kinetarch.server.record;

import io.kinetarch.server.document.Download;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.record.Records.KeptChat;
import io.kinetarch.server.record.Records.RecordPage;
import io.kinetarch.server.record.Records.Search;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
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
    void csv(@PathVariable String plan, @ParameterObject Search search, HttpServletResponse response)
            throws IOException {
        var sheet = records.sheet(plan, search);
        Download.prepared(response, plan + "-records.csv", Sheet.CSV, sheet::csv);
    }

    /** One finished chat with everything that happened in it. */
    @GetMapping("/{chat}")
    KeptChat record(@PathVariable String plan, @PathVariable long chat) {
        return records.find(plan, chat);
    }
}
