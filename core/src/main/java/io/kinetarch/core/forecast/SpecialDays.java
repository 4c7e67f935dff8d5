package io.kinetarch.core.forecast;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Days unlike others, past and to come: public holidays and events, each by a name under which it returns; equal if the same days have the same names. */
public final class SpecialDays {
    /** No day is special. */
    public static final SpecialDays NONE = new SpecialDays(new TreeMap<>());

    private final NavigableMap<LocalDate, List<String>> names;

    private SpecialDays(NavigableMap<LocalDate, List<String>> names) {
        this.names = names;
    }

    /** The same as a map from day to name. */
    public static SpecialDays of(Map<LocalDate, String> named) {
        return NONE.and(named);
    }

    /** These and further ones; a day may have several names. */
    public SpecialDays and(Map<LocalDate, String> named) {
        var all = new TreeMap<>(names);
        named.forEach((day, name) -> all.merge(
                day,
                List.of(name),
                (known, more) -> known.contains(name)
                        ? known
                        : Stream.concat(known.stream(), more.stream()).toList()));
        return new SpecialDays(all);
    }

    /** The names of a day; none if it is like others. */
    public List<String> on(LocalDate day) {
        return names.getOrDefault(day, List.of());
    }

    /** Whether a day has a name that no day from one to another, both included, has. */
    boolean unheardOf(LocalDate day, LocalDate from, LocalDate to) {
        var today = on(day);
        return !today.isEmpty() && !names(from, to).containsAll(today);
    }

    /** All names of days from one to another, both included, in alphabetical order; none if the other lies before. */
    public Collection<String> names(LocalDate from, LocalDate to) {
        var found = new TreeSet<String>();
        if (to.isBefore(from)) {
            return found;
        }
        names.subMap(from, true, to, true).values().forEach(found::addAll);
        return found;
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof SpecialDays days && names.equals(days.names);
    }

    @Override
    public int hashCode() {
        return names.hashCode();
    }
}
