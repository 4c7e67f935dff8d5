package io.kinetarch.server.help;

import io.kinetarch.server.help.PageReader.Format;
import io.kinetarch.server.installation.Installation;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.Locale;
import org.springframework.stereotype.Service;

/** Fetches help pages from the sites that the installation allows, and from no other: a planner must not be able to look around behind it. */
@Service
class SiteReader {
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final int MOST_MEGABYTES = 5;

    private final Installation installation;
    private final HttpClient client = HttpClient.newBuilder()
            .connectTimeout(Duration.ofSeconds(5))
            // Another site might stand behind a redirect.
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();

    SiteReader(Installation installation) {
        this.installation = installation;
    }

    /** A page as it came. */
    @SuppressWarnings("ArrayRecordComponent") // read once, never compared
    record Fetched(byte[] bytes, Format format) {}

    Fetched fetch(String address) {
        var uri = allowed(address);
        var request = HttpRequest.newBuilder(uri)
                .timeout(PATIENCE)
                .header("Accept", "text/html, text/markdown, text/plain")
                .GET()
                .build();
        try {
            var response = client.send(request, BodyHandlers.ofInputStream());
            try (InputStream body = response.body()) {
                if (response.statusCode() != 200) {
                    throw refusal(uri + " answers with status " + response.statusCode()
                            + ". Does the page stand at another address?");
                }
                var format = format(response, uri);
                byte[] bytes = body.readNBytes(MOST_MEGABYTES * 1024 * 1024 + 1);
                if (bytes.length > MOST_MEGABYTES * 1024 * 1024) {
                    throw refusal(uri + " is larger than " + MOST_MEGABYTES + " MB. Paste what matters of it.");
                }
                return new Fetched(bytes, format);
            }
        } catch (IOException e) {
            throw refusal(uri + " cannot be reached: " + e.getMessage() + ".");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw refusal("Reading " + uri + " was broken off.");
        }
    }

    private URI allowed(String address) {
        URI uri;
        try {
            uri = URI.create(address.strip());
        } catch (IllegalArgumentException e) {
            throw refusal("\"" + address + "\" is no web address.");
        }
        String origin = uri.getScheme() + "://" + uri.getRawAuthority();
        if (uri.getHost() == null || !installation.helpSites().contains(origin.toLowerCase(Locale.ROOT))) {
            throw refusal("Pages are read from "
                    + (installation.helpSites().isEmpty()
                            ? "no site yet"
                            : String.join(" and ", installation.helpSites()) + " only")
                    + "; an administrator adds " + origin
                    + " to kinetarch.installation.help-sites. You can paste the page meanwhile.");
        }
        return uri;
    }

    private static Format format(HttpResponse<?> response, URI uri) {
        String type = response.headers().firstValue("Content-Type").orElse("").toLowerCase(Locale.ROOT);
        if (type.startsWith("text/html") || type.startsWith("application/xhtml")) {
            return Format.HTML;
        }
        if (type.startsWith("text/markdown") || type.startsWith("text/plain")) {
            return Format.MARKDOWN;
        }
        throw refusal(uri + " is \"" + type + "\", which is no page of text.");
    }

    private static Refusal refusal(String why) {
        return new Refusal(Kind.INVALID_DOCUMENT, "/address", why);
    }
}
