package io.kinetarch.server.live;

import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * What stands below words that were said.
 *
 * @param offers what the visitor may say next by a press of a button
 * @param picture name of a stored picture; null for none
 * @param file that was sent, the words being its name; null for none
 */
public record Beside(
        List<String> offers,
        @Nullable String picture,
        @Nullable FileSent file) {
    public Beside {
        offers = List.copyOf(offers);
    }

    /**
     * A file.
     *
     * @param picture whether it can be shown
     */
    public record FileSent(UUID id, long bytes, boolean picture) {}

    /** What a bot puts below its words. */
    public static Beside ofBot(List<String> offers, @Nullable String picture) {
        return new Beside(offers, picture, null);
    }

    /** A file that somebody sends. */
    public static Beside file(FileSent file) {
        return new Beside(List.of(), null, file);
    }
}
