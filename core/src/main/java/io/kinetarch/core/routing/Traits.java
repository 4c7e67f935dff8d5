package io.kinetarch.core.routing;

import io.kinetarch.core.plan.VisitorKind;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What is known of some visitors besides where they come, in which language and about what: volumes do not tell it, records do.
 *
 * @param page address of the page it was started on; null where none is known
 * @param facts what the page handed over, by its key
 * @param share of all who come there, above 0 to 1
 */
public record Traits(@Nullable String page, VisitorKind visitor, Map<String, String> facts, double share) {
    /** New visitors of whom nothing else is known. */
    public static final Traits NONE = new Traits(null, VisitorKind.NEW, Map.of(), 1);

    public Traits {
        facts = Map.copyOf(facts);
        if (!(share > 0 && share <= 1)) {
            throw new IllegalArgumentException("a share is above 0 and at most 1, was " + share);
        }
    }

    /** The same of visitors who are another share of all. */
    public Traits with(double another) {
        return new Traits(page, visitor, facts, another);
    }

    /** Whoever comes has some: where nothing is known, it is known of all of them that nothing is. */
    static List<Traits> of(List<Traits> known) {
        return known.isEmpty() ? List.of(NONE) : known;
    }

    /** A chat as its visitor has these. */
    Arrival of(Arrival plain) {
        return new Arrival(
                plain.door(),
                page,
                plain.language(),
                plain.answers(),
                plain.at(),
                visitor,
                facts,
                plain.topic(),
                plain.queues());
    }
}
