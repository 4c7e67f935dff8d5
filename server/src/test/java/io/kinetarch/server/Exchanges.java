package io.kinetarch.server;

import io.kinetarch.server.document.PlanDocument;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.http.MediaType;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.util.ContentCachingRequestWrapper;
import org.springframework.web.util.ContentCachingResponseWrapper;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Keeps, of every call, the shortest exchange of the tests that went well, as the example that the API description gives of it.
 * An example that is there already stays: whoever wants another takes it out of the file.
 */
final class Exchanges extends OncePerRequestFilter implements DisposableBean {
    /** Runs all tests with it to write the examples that are missing. */
    static final boolean WANTED = System.getenv("KINETARCH_WRITE_EXAMPLES") != null;

    private static final Path FILE = Path.of("src/main/resources/api-examples.json");
    private static final int LONGEST_BODY = 6_000;
    private static final int LONGEST_ANSWER = 1_500;
    /** An answer of nothing shows nothing. */
    private static final int OF_NOTHING = 100_000;

    private static final List<String> SECRETS = List.of("token", "secret", "codes");

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Map<String, Exchange> best = new ConcurrentHashMap<>();

    private record Exchange(int cost, ObjectNode example) {}

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        // the rest are no calls; what goes on without end is not held back
        String path = request.getRequestURI();
        return !(path.startsWith("/api/v1/") || path.startsWith("/visit/") || path.startsWith("/door/"))
                || path.endsWith("/feed");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        var asked = new ContentCachingRequestWrapper(request, LONGEST_BODY + 1);
        var answered = new ContentCachingResponseWrapper(response);
        try {
            chain.doFilter(asked, answered);
            keep(asked, answered);
        } finally {
            answered.copyBodyToResponse();
        }
    }

    private void keep(ContentCachingRequestWrapper asked, ContentCachingResponseWrapper answered) {
        byte[] body = asked.getContentAsByteArray();
        if (answered.getStatus() / 100 != 2
                || !(asked.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE) instanceof String pattern)
                || body.length > LONGEST_BODY) {
            return;
        }
        if (isOlder(asked.getContentType(), body)) {
            return;
        }
        var example = JSON.createObjectNode();
        String query = asked.getQueryString();
        example.put("path", asked.getRequestURI() + (query == null ? "" : "?" + query));
        put(example, "body", asked.getContentType(), body);
        byte[] answer = answered.getContentAsByteArray();
        if (answer.length <= LONGEST_ANSWER) {
            put(example, "answer", answered.getContentType(), answer);
        }
        int cost = body.length + Math.min(answer.length, LONGEST_ANSWER) + (answer.length <= 2 ? OF_NOTHING : 0);
        best.merge(
                asked.getMethod() + " " + pattern,
                new Exchange(cost, example),
                (one, other) -> other.cost() < one.cost() ? other : one);
    }

    /** Plans of older versions are taken, and are no example of how one is written. */
    private static boolean isOlder(@Nullable String type, byte[] body) {
        return type != null
                && type.contains("json")
                && body.length > 0
                && Optional.ofNullable(JSON.readTree(body).findValue("schemaVersion"))
                        .filter(version -> version.asInt() != PlanDocument.SCHEMA_VERSION)
                        .isPresent();
    }

    /** A JSON document as such, what else is text as a text, and of what is neither its type alone. */
    private static void put(ObjectNode example, String what, @Nullable String type, byte[] content) {
        if (type == null || content.length == 0) {
            return;
        }
        var media = MediaType.parseMediaType(type);
        example.put(what + "Type", media.getType() + "/" + media.getSubtype());
        String text = new String(content, StandardCharsets.UTF_8);
        if (media.getSubtype().endsWith("json")) {
            example.set(what, withoutSecrets(JSON.readTree(text)));
        } else if (media.getType().equals("text")) {
            example.put(what, text);
        }
    }

    /** What opens something is nothing for a description, though it opens nothing but a test's own. */
    private static JsonNode withoutSecrets(JsonNode document) {
        for (String name : SECRETS) {
            document.findParents(name).forEach(holder -> {
                var secret = holder.path(name);
                if (secret.isString()) {
                    ((ObjectNode) holder).put(name, "…");
                } else if (secret.isArray()) {
                    ((ObjectNode) holder).putArray(name).add("…");
                }
            });
        }
        return document;
    }

    @Override
    public void destroy() {
        try {
            var examples = new TreeMap<String, JsonNode>();
            best.forEach((call, exchange) -> examples.put(call, exchange.example()));
            if (Files.exists(FILE)) {
                JSON.readTree(Files.readString(FILE))
                        .properties()
                        .forEach(had -> examples.put(had.getKey(), had.getValue()));
            }
            Files.writeString(FILE, JSON.writerWithDefaultPrettyPrinter().writeValueAsString(examples) + "\n");
        } catch (IOException e) {
            throw new IllegalStateException("the examples were not written", e);
        }
    }
}
