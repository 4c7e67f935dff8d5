package io.kinetarch.core.plan;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A finding that someone decided to live with. It stays quiet while its facts are the same.
 *
 * @param kind of the element it is about, as {@link ElementId#kind} says it; null, as {@code code}, where it was accepted in a
 *     document of before version 4, which knew findings by their words
 * @param about the id of that element
 * @param code what is wrong
 * @param facts ids and figures that it says it of
 * @param words what it said as it was accepted
 * @param reason why that is fine
 */
public record Acceptance(
        @Nullable String kind, String about, @Nullable String code, List<String> facts, String words, String reason) {
    public Acceptance {
        if ((kind == null) != (code == null)) {
            throw new PlanRefusal("/code", "a finding is known by kind and code, or by its words and neither");
        }
        Checks.id(about);
        facts = List.copyOf(facts);
        Checks.text("words", words);
        Checks.text("reason", reason);
    }
}
