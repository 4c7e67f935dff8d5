package io.kinetarch.server.live;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What stands below words that a bot said.
 *
 * @param offers what the visitor may say next by a press of a button
 * @param picture name of a stored picture; null for none
 */
public record Beside(List<String> offers, @Nullable String picture) {
    public Beside {
        offers = List.copyOf(offers);
    }
}
