package io.kinetarch.server.volume;

import io.kinetarch.formats.volume.StrangerNames.Meaning;
import io.kinetarch.formats.volume.VolumeColumn;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * How a file of volumes is read, so far as somebody said.
 *
 * @param columns which column holds what, places from 0; null where nobody said
 * @param names what names mean that the plan does not have
 * @param timeZone of its date-times; null where nobody said
 */
record HowRead(
        @Nullable Map<VolumeColumn, Integer> columns,
        List<Meaning> names,
        @Nullable ZoneId timeZone) {
    static final HowRead UNSAID = new HowRead(null, List.of(), null);

    /** This, and where it says nothing, another. */
    HowRead orAs(HowRead before) {
        return new HowRead(
                columns == null ? before.columns : columns,
                Stream.concat(before.names.stream(), names.stream()).toList(),
                timeZone == null ? before.timeZone : timeZone);
    }
}
