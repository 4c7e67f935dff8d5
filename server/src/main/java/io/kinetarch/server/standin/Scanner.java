package io.kinetarch.server.standin;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Base64;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Looks through files as a scanner for harmful ones would, but knows only the EICAR test file, which is harmless and which every such
 * program is meant to find.
 */
final class Scanner extends SignedHandler {
    /** In two parts, so that no scanner takes this program for harmful. */
    private static final String TEST_FILE =
            "X5O!P%@AP[4\\PZX54(P^)7CC)7}$EICAR" + "-STANDARD-ANTIVIRUS-TEST-FILE!$H+H*";

    private static final int MOST_BYTES = 16 * 1024 * 1024;

    Scanner(String key, Clock clock, JsonMapper json) {
        super(key, clock, json, MOST_BYTES);
    }

    @Override
    Answer answer(JsonNode asked) {
        String content =
                new String(Base64.getDecoder().decode(asked.path("content").asString("")), StandardCharsets.ISO_8859_1);
        return new Answer(200, Map.of("clean", !content.contains(TEST_FILE)));
    }
}
