package io.kinetarch.formats.volume;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.formats.table.UnusableLine;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.text.similarity.JaroWinklerSimilarity;
import org.jspecify.annotations.Nullable;

/** The queues and doors that a file names: by id, by name, or by a name that was said to mean one. */
final class NamedPlaces {
    /** From here on two names are the same one written otherwise rather than two; a judgement, no source. */
    private static final double NEARLY_ALIKE = 0.85;

    private static final JaroWinklerSimilarity SIMILARITY = new JaroWinklerSimilarity();

    private final Map<VolumeColumn, List<? extends Element>> elements;
    private final Map<VolumeColumn, Map<String, String>> known;
    private final StrangerNames names;
    private final Map<String, Seen> strangers = new LinkedHashMap<>();

    private static final class Seen {
        private final VolumeColumn column;
        private final String name;
        private final @Nullable String meaning;
        private long lines;

        Seen(VolumeColumn column, String name, @Nullable String meaning) {
            this.column = column;
            this.name = name;
            this.meaning = meaning;
        }
    }

    NamedPlaces(Plan plan, StrangerNames names) {
        this.names = names;
        elements = Map.of(VolumeColumn.QUEUE, plan.queues(), VolumeColumn.DOOR, plan.doors());
        known = Map.of(
                VolumeColumn.QUEUE, byName(plan.queues()),
                VolumeColumn.DOOR, byName(plan.doors()));
    }

    private static Map<String, String> byName(List<? extends Element> elements) {
        var known = new HashMap<String, String>();
        for (Element element : elements) {
            known.put(element.name().toLowerCase(Locale.ROOT), element.id().value());
        }
        for (Element element : elements) {
            known.put(element.id().value(), element.id().value());
        }
        return known;
    }

    private Map<String, String> of(VolumeColumn column) {
        return known.getOrDefault(column, Map.of());
    }

    /** Whether lines of a name were said to be left aside. */
    boolean aside(VolumeColumn column, Optional<String> name) {
        boolean aside = name.filter(said -> !of(column).containsKey(said.toLowerCase(Locale.ROOT)))
                .flatMap(said -> names.meaning(column, said))
                .filter(String::isEmpty)
                .isPresent();
        if (aside) {
            count(column, name.orElseThrow(), "");
        }
        return aside;
    }

    /** The id of what is called so. */
    String id(VolumeColumn column, String name) throws UnusableLine {
        String id = of(column).get(name.toLowerCase(Locale.ROOT));
        if (id != null) {
            return id;
        }
        // What was said of a name once may be gone from the plan since.
        String meaning = names.meaning(column, name)
                .filter(said -> of(column).containsValue(said))
                .orElse(null);
        count(column, name, meaning);
        if (meaning == null) {
            throw new UnusableLine("the plan has no " + (column == VolumeColumn.QUEUE ? "queue" : "front door") + " \""
                    + name + "\"; say which it is, make it, or leave its lines aside");
        }
        return meaning;
    }

    private void count(VolumeColumn column, String name, @Nullable String meaning) {
        strangers.computeIfAbsent(column + " " + name.toLowerCase(Locale.ROOT), _ -> new Seen(column, name, meaning))
                .lines++;
    }

    /** Names that the plan does not have, those of most lines first. */
    List<Stranger> strangers() {
        return strangers.values().stream()
                .sorted(Comparator.comparingLong((Seen seen) -> seen.lines).reversed())
                .map(seen ->
                        new Stranger(seen.column, seen.name, seen.lines, seen.meaning, likely(seen.column, seen.name)))
                .toList();
    }

    private @Nullable String likely(VolumeColumn column, String name) {
        String said = name.toLowerCase(Locale.ROOT);
        String nearest = null;
        double most = NEARLY_ALIKE;
        for (Element element : elements.getOrDefault(column, List.of())) {
            double alike = SIMILARITY.apply(said, element.name().toLowerCase(Locale.ROOT));
            if (alike >= most) {
                most = alike;
                nearest = element.id().value();
            }
        }
        return nearest;
    }
}
