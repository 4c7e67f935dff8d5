package io.kinetarch.server.record;

import io.kinetarch.server.record.Records.KeptChat;
import io.kinetarch.server.record.Records.RecordPage;
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
     * @param before where the page begins: what the one before said is next
     */
    @GetMapping
    RecordPage newest(@PathVariable String plan, @RequestParam(required = false) @Nullable String before) {
        return records.newest(plan, before, PAGE);
    }

    /** One finished chat with everything that happened in it. */
    @GetMapping("/{chat}")
    KeptChat record(@PathVariable String plan, @PathVariable long chat) {
        return records.find(plan, chat);
    }
}
