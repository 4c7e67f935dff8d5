package io.kinetarch.formats.volume;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** What names in a file mean that the plan does not have. */
public final class StrangerNames {
    /** No name was said to mean anything. */
    public static final StrangerNames NONE = new StrangerNames(List.of());

    private final Map<Name, String> meanings;

    private record Name(VolumeColumn column, String name) {
        static Name of(VolumeColumn column, String name) {
            return new Name(column, name.toLowerCase(Locale.ROOT));
        }
    }

    /**
     * What one name means.
     *
     * @param column {@link VolumeColumn#QUEUE} or {@link VolumeColumn#DOOR}
     * @param meaning the id of a queue or door, or empty where lines of that name are to be left aside
     */
    public record Meaning(VolumeColumn column, String name, String meaning) {}

    /** Of what was said; of a name that is said twice the last counts. */
    public StrangerNames(List<Meaning> said) {
        meanings = said.stream()
                .collect(Collectors.toMap(
                        one -> Name.of(one.column(), one.name()), Meaning::meaning, (_, later) -> later));
    }

    /** What a name means; none where nobody said. */
    Optional<String> meaning(VolumeColumn column, String name) {
        return Optional.ofNullable(meanings.get(Name.of(column, name)));
    }
}
