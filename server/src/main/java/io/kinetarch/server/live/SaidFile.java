package io.kinetarch.server.live;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A file that was sent in a chat.
 *
 * @param address where it is, relative to the application; whoever knows it may have the file
 * @param bytes how many it has
 * @param preview address of a small picture of it; null where it is none
 */
public record SaidFile(
        String address, String name, long bytes, @Nullable String preview) {
    private static final String FILES = "visit/files/";

    static SaidFile of(UUID id, String name, long bytes, boolean picture) {
        // A form's "+" for a space is none in a path.
        String written = URLEncoder.encode(name, StandardCharsets.UTF_8).replace("+", "%20");
        return new SaidFile(FILES + id + "/" + written, name, bytes, picture ? FILES + id + "/preview" : null);
    }
}
