package io.kinetarch.server.installation;

import io.kinetarch.core.plan.ServiceQuestion;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.stereotype.Service;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** Asks the services of the installation what bots need to know. */
@Service
@EnableConfigurationProperties(Installation.class)
public class Services {
    private static final int MOST_READ = 16 * 1024;
    private static final Logger LOG = LoggerFactory.getLogger(Services.class);
    private static final int MOST_BYTES = 16 * 1024;
    private static final int MOST_VALUES = 20;
    private static final int LONGEST_VALUE = 500;

    private final Installation installation;
    private final JsonMapper json;
    private final Clock clock;
    private final HttpClient client = HttpClient.newBuilder()
            .connectTimeout(Duration.ofSeconds(5))
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();

    public Services(Installation installation, JsonMapper json, Clock clock) {
        this.installation = installation;
        this.json = json;
        this.clock = clock;
    }

    /** What a service is asked. */
    record Asked(String topic, @Nullable String language, Map<String, String> values) {}

    /** What it answers: values that stand in the bot's words. */
    record Told(Map<String, String> values) {}

    /** The names of all that the installation knows. */
    public List<String> names() {
        return installation.services().keySet().stream().sorted().toList();
    }

    /**
     * Asks, and waits as long as the question says.
     *
     * @return what it answered; none where it did not in time, or not well, or the installation does not know it
     */
    public Optional<Map<String, String>> ask(
            ServiceQuestion question, String topic, @Nullable String language, Map<String, String> values) {
        return ask(question.service(), question.seconds(), new Asked(topic, language, values), Told.class)
                .map(Services::bounded);
    }

    /**
     * Asks anything, and waits so long.
     *
     * @return what it answered; none where it did not in time, or not well, or the installation does not know it
     */
    public <T> Optional<T> ask(String name, int seconds, Object asked, Class<T> answers) {
        var service = installation.services().get(name);
        if (service == null) {
            LOG.warn("The plan asks the service {}, which this installation does not know", name);
            return Optional.empty();
        }
        var answer = client.sendAsync(
                signed(service, seconds, json.writeValueAsString(asked)), BodyHandlers.ofInputStream());
        try {
            // The request's own limit ends with the headers; a body that drips is waited for no longer either.
            return answer.thenApply(response ->
                            response.statusCode() == 200 ? read(response.body(), answers) : Optional.<T>empty())
                    .get(seconds, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (ExecutionException | TimeoutException e) {
            LOG.warn("The service {} did not answer well: {}", name, e.toString());
        }
        answer.cancel(true);
        return Optional.empty();
    }

    /**
     * What came of telling.
     *
     * @param trouble why it was not taken; null where it was
     * @param answer the beginning of what was answered; null where nothing came
     */
    public record Taken(@Nullable String trouble, @Nullable String answer) {
        static Taken not(String trouble) {
            return new Taken(trouble, null);
        }
    }

    /**
     * Tells a service something, and waits so long until it has taken it.
     *
     * @param body JSON
     */
    public Taken tell(String name, int seconds, String body) {
        var service = installation.services().get(name);
        if (service == null) {
            return Taken.not("This installation knows no service \"" + name
                    + "\". Its administrator adds one as kinetarch.installation.services." + name + ".");
        }
        var answer = client.sendAsync(signed(service, seconds, body), BodyHandlers.ofInputStream())
                .thenApply(response -> {
                    int status = response.statusCode();
                    String said = beginning(response.body());
                    return status / 100 == 2
                            ? new Taken(null, said)
                            : Taken.not("It answered with status " + status + ".");
                });
        try {
            return answer.get(seconds, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Taken.not("It was not waited for.");
        } catch (TimeoutException e) {
            answer.cancel(true);
            return Taken.not(late(seconds));
        } catch (ExecutionException e) {
            if (e.getCause() instanceof HttpTimeoutException) {
                return Taken.not(late(seconds));
            }
            return Taken.not("It cannot be reached at " + service.address() + ": " + e.getCause());
        }
    }

    private static String beginning(InputStream body) {
        try (body) {
            return new String(body.readNBytes(MOST_READ), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String late(int seconds) {
        return "It did not answer within " + seconds + " s.";
    }

    private HttpRequest signed(Installation.Service service, int seconds, String body) {
        long instant = clock.instant().getEpochSecond();
        return HttpRequest.newBuilder(service.address())
                .timeout(Duration.ofSeconds(seconds))
                .header("Content-Type", "application/json")
                .header(Signature.INSTANT_HEADER, Long.toString(instant))
                .header(Signature.HEADER, Signature.of(service.key(), instant, body))
                .POST(HttpRequest.BodyPublishers.ofString(body))
                .build();
    }

    private <T> Optional<T> read(InputStream body, Class<T> answers) {
        try (body) {
            byte[] bytes = body.readNBytes(MOST_BYTES + 1);
            return bytes.length > MOST_BYTES
                    ? Optional.empty()
                    : Optional.of(json.readValue(new String(bytes, StandardCharsets.UTF_8), answers));
        } catch (IOException | JacksonException e) {
            LOG.warn("A service answered what cannot be read: {}", e.toString());
            return Optional.empty();
        }
    }

    private static Map<String, String> bounded(Told told) {
        var kept = new LinkedHashMap<String, String>();
        told.values().entrySet().stream()
                .filter(value -> value.getKey().matches("[a-z][a-z0-9_]{0,39}"))
                .limit(MOST_VALUES)
                .forEach(value -> kept.put(
                        value.getKey(),
                        value.getValue()
                                .substring(
                                        0,
                                        Math.min(LONGEST_VALUE, value.getValue().length()))));
        return kept;
    }
}
