package io.kinetarch.core.plan;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What a text leaves open until it is shown, written in braces: {@code {position}}. */
public enum Placeholder {
    /** The visitor's name. */
    VISITOR,
    /** The operator's public name. */
    OPERATOR,
    /** How many wait before the visitor. */
    POSITION,
    /** How long the visitor will probably wait. */
    WAIT,
    /** When the door opens next. */
    OPENS,
    /** How soon a message is answered. */
    REPLY;

    private static final Pattern WRITTEN = Pattern.compile("\\{([^{}\\s]*)}");

    /** As it is written in a text. */
    public String written() {
        return "{" + name().toLowerCase(Locale.ROOT) + "}";
    }

    /** Whether a text leaves this open. */
    public boolean isIn(String text) {
        return text.contains(written());
    }

    /** The refusal of the first thing in braces that may not stand in a text; none if all may. */
    static Optional<String> refusal(String text, Set<Placeholder> allowed) {
        return WRITTEN.matcher(text)
                .results()
                .map(found -> found.group())
                .filter(written ->
                        allowed.stream().noneMatch(known -> known.written().equals(written)))
                .findFirst()
                .map(written ->
                        Stream.of(values()).anyMatch(known -> known.written().equals(written))
                                ? written + " is not known where this text is shown; " + choice(allowed)
                                : written + " is no placeholder; " + choice(allowed));
    }

    private static String choice(Set<Placeholder> allowed) {
        return allowed.isEmpty()
                ? "this text takes none"
                : "this text takes "
                        + allowed.stream().sorted().map(Placeholder::written).collect(Collectors.joining(", "));
    }
}
