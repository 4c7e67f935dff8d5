package io.kinetarch.server.live;

import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Stores what came of calls, in the transaction that is under way. */
@Component
class RowStore {
    private final LiveMapper mapper;
    private final JsonMapper json;

    RowStore(LiveMapper mapper, JsonMapper json) {
        this.mapper = mapper;
        this.json = json;
    }

    private record RefusedRow(long number, String refusal) {}

    void insert(String planId, LiveRows rows) {
        if (!rows.words().isEmpty()) {
            mapper.insertWords(planId, text(rows.words()));
        }
        if (!rows.entries().isEmpty()) {
            mapper.insertEntries(planId, text(rows.entries()));
        }
        if (!rows.chats().isEmpty()) {
            mapper.updateChats(planId, text(rows.chats()));
        }
        if (!rows.operators().isEmpty()) {
            mapper.storeOperators(planId, text(rows.operators()));
        }
        var doors = rows.doors();
        if (doors != null) {
            mapper.openDoors(planId);
            mapper.closeDoors(planId, text(doors));
        }
        if (!rows.refused().isEmpty()) {
            mapper.refuse(
                    planId,
                    text(rows.refused().entrySet().stream()
                            .map(refused -> new RefusedRow(refused.getKey(), refused.getValue()))
                            .toList()));
        }
    }

    private String text(Object rows) {
        return json.writeValueAsString(rows);
    }
}
