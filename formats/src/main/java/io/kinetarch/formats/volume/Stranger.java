package io.kinetarch.formats.volume;

import org.jspecify.annotations.Nullable;

/**
 * A name in a file that no queue or door of the plan has.
 *
 * @param column {@link VolumeColumn#QUEUE} or {@link VolumeColumn#DOOR}
 * @param lines that say it
 * @param meaning the id of what it was said to mean, empty where its lines are to be left aside, null where nobody said
 * @param likely the id of what is called nearly so; null where nothing is
 */
public record Stranger(
        VolumeColumn column,
        String name,
        long lines,
        @Nullable String meaning,
        @Nullable String likely) {}
