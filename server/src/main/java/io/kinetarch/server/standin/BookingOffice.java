package io.kinetarch.server.standin;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import io.kinetarch.server.installation.Signature;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The booking office of the demo's ferry line as a bot asks it: takes signed calls only, and says when a booking sails. Numbers that end in
 * 000 it does not know.
 */
final class BookingOffice implements HttpHandler {
    private static final Pattern NUMBER = Pattern.compile("(?i)TS-(\\d{6})");
    private static final long MOST_SECONDS_OLD = 300;
    private static final int MOST_BYTES = 16 * 1024;
    private static final int DAYS = 60;
    private static final List<String> LEAVES = List.of("08:40", "11:20", "16:10");

    private final String key;
    private final Clock clock;
    private final JsonMapper json;

    BookingOffice(String key, Clock clock, JsonMapper json) {
        this.key = key;
        this.clock = clock;
        this.json = json;
    }

    @Override
    public void handle(HttpExchange exchange) throws IOException {
        try (exchange) {
            String body = new String(exchange.getRequestBody().readNBytes(MOST_BYTES), StandardCharsets.UTF_8);
            String instant = exchange.getRequestHeaders().getFirst(Signature.INSTANT_HEADER);
            String signature = exchange.getRequestHeaders().getFirst(Signature.HEADER);
            if (instant == null || signature == null || !isFresh(instant) || !isSigned(instant, body, signature)) {
                send(exchange, 401, Map.of("error", "not signed with the key of this service, or too long ago"));
                return;
            }
            JsonNode asked;
            try {
                asked = json.readTree(body);
            } catch (JacksonException e) {
                send(exchange, 400, Map.of("error", "no JSON"));
                return;
            }
            var number = NUMBER.matcher(
                    asked.path("values").path("booking").asString("").strip());
            if (!number.matches() || number.group(1).endsWith("000")) {
                send(exchange, 404, Map.of("error", "no such booking"));
                return;
            }
            String language = asked.path("language").asString("en");
            send(exchange, 200, Map.of("values", Map.of("sails", sails(Integer.parseInt(number.group(1)), language))));
        }
    }

    private boolean isFresh(String instant) {
        return instant.matches("\\d{1,12}")
                && Math.abs(clock.instant().getEpochSecond() - Long.parseLong(instant)) <= MOST_SECONDS_OLD;
    }

    private boolean isSigned(String instant, String body, String signature) {
        return Signature.isOf(key, Long.parseLong(instant), body, signature);
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

    private void send(HttpExchange exchange, int status, Object answer) throws IOException {
        byte[] bytes = json.writeValueAsBytes(answer);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }
}
