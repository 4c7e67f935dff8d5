package io.kinetarch.core.bot;

import com.google.re2j.Pattern;
import io.kinetarch.core.plan.FollowUp;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.ResolverStyle;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/** Reads what a visitor answers to a bot's question. */
final class FollowUpReading {
    private static final int LONGEST = 500;
    private static final Pattern EMAIL = Pattern.compile("[^@\\s]{1,64}@[^@\\s]+\\.[^@\\s.]{2,}");
    private static final Pattern NUMBER = Pattern.compile("[+-]?\\d{1,15}([.,]\\d{1,6})?");
    private static final List<DateTimeFormatter> DATES = List.of(
            DateTimeFormatter.ISO_LOCAL_DATE,
            DateTimeFormatter.ofPattern("d.M.uuuu"),
            DateTimeFormatter.ofPattern("d/M/uuuu"),
            DateTimeFormatter.ofPattern("d-M-uuuu"));

    private FollowUpReading() {}

    /** What was answered, as it is kept; none where it is not what was asked for. */
    static Optional<String> of(FollowUp asked, String text) {
        String given = text.strip();
        if (given.isEmpty() || given.length() > LONGEST) {
            return Optional.empty();
        }
        return switch (asked.kind()) {
            case TEXT -> Optional.of(given);
            case NUMBER ->
                NUMBER.matches(given)
                        ? Optional.of(new BigDecimal(given.replace(',', '.')).toPlainString())
                        : Optional.empty();
            case DATE -> date(given);
            case EMAIL -> EMAIL.matches(given) ? Optional.of(given) : Optional.empty();
            case PATTERN ->
                // Linear in what is written, whatever the pattern: RE2 does not go back.
                Pattern.compile(Objects.requireNonNull(asked.pattern())).matches(given)
                        ? Optional.of(given)
                        : Optional.empty();
        };
    }

    private static Optional<String> date(String given) {
        for (var format : DATES) {
            try {
                return Optional.of(LocalDate.parse(given, format.withResolverStyle(ResolverStyle.STRICT))
                        .toString());
            } catch (DateTimeException e) {
                // written in another way
            }
        }
        return Optional.empty();
    }
}
