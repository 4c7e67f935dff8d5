package io.kinetarch.server.standin;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The booking office of the demo's ferry line as a bot asks it: takes signed calls only, and says when a booking sails. Numbers that end in
 * 000 it does not know.
 */
final class BookingOffice extends SignedHandler {
    private static final Pattern NUMBER = Pattern.compile("(?i)TS-(\\d{6})");
    private static final int DAYS = 60;
    private static final List<String> LEAVES = List.of("08:40", "11:20", "16:10");

    private final Clock clock;

    BookingOffice(String key, Clock clock, JsonMapper json) {
        super(key, clock, json);
        this.clock = clock;
    }

    @Override
    Answer answer(JsonNode asked) {
        var number =
                NUMBER.matcher(asked.path("values").path("booking").asString("").strip());
        if (!number.matches() || number.group(1).endsWith("000")) {
            return new Answer(404, Map.of("error", "no such booking"));
        }
        String language = asked.path("language").asString("en");
        return new Answer(200, Map.of("values", Map.of("sails", sails(Integer.parseInt(number.group(1)), language))));
    }

    /** Made of the number, so that a booking always sails the same number of days from now. */
    private String sails(int number, String language) {
        LocalDate day = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC).plusDays(2 + number % DAYS);
        String leaves = LEAVES.get(number / DAYS % LEAVES.size());
        var locale = Locale.forLanguageTag(language);
        String date =
                day.format(DateTimeFormatter.ofLocalizedDate(FormatStyle.FULL).withLocale(locale));
        return switch (locale.getLanguage()) {
            case "de" -> "am " + date + " um " + leaves + " Uhr ab Port Ennick";
            case "fr" -> "le " + date + " à " + leaves + " de Port Ennick";
            default -> "on " + date + " at " + leaves + " from Port Ennick";
        };
    }
}
