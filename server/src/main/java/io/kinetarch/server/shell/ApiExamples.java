package io.kinetarch.server.shell;

import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.media.BinarySchema;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.Parameter;
import io.swagger.v3.oas.models.parameters.RequestBody;
import java.io.IOException;
import java.io.InputStream;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.springframework.util.AntPathMatcher;
import org.springframework.web.util.UriComponentsBuilder;
import tools.jackson.databind.json.JsonMapper;

/** Examples of calls, as the tests sent them and were answered; the tests write them down. */
@Component
class ApiExamples {
    private final Map<String, Example> examples;
    private final AntPathMatcher paths = new AntPathMatcher();

    ApiExamples(JsonMapper json) throws IOException {
        try (InputStream in = new ClassPathResource("api-examples.json").getInputStream()) {
            examples = Map.copyOf(
                    json.readValue(in, json.getTypeFactory().constructMapType(Map.class, String.class, Example.class)));
        }
    }

    /**
     * A call and its answer.
     *
     * @param path with its query
     * @param bodyType media type of what was sent; null for nothing
     * @param body null where it was nothing, or is no text
     * @param answerType media type of what came back; null where it is not told
     */
    record Example(
            String path,
            @Nullable String bodyType,
            @Nullable Object body,
            @Nullable String answerType,
            @Nullable Object answer) {}

    /** Puts the example of a call into its description, and what it takes where nothing else says so: a file. */
    void show(String method, String path, Operation call) {
        var example = examples.get(method + " " + path);
        if (example == null) {
            return;
        }
        parameters(path, example, call);
        if (example.bodyType() != null) {
            if (call.getRequestBody() == null) {
                call.setRequestBody(new RequestBody()
                        .required(true)
                        .content(new Content()
                                .addMediaType(example.bodyType(), new MediaType().schema(file(example.bodyType())))));
            }
            show(example.body(), call.getRequestBody().getContent().get(example.bodyType()));
        }
        call.getResponses().forEach((status, answer) -> {
            if (status.startsWith("2") && answer.getContent() != null && example.answerType() != null) {
                show(example.answer(), answer.getContent().get(example.answerType()));
            }
        });
    }

    private static void show(@Nullable Object example, @Nullable MediaType content) {
        if (example != null && content != null) {
            content.setExample(example);
        }
    }

    private void parameters(String path, Example example, Operation call) {
        if (call.getParameters() == null) {
            return;
        }
        var sent = UriComponentsBuilder.fromUriString(example.path()).build();
        var inPath = paths.extractUriTemplateVariables(path, String.valueOf(sent.getPath()));
        for (Parameter parameter : call.getParameters()) {
            List<String> values = "path".equals(parameter.getIn())
                    ? List.of(inPath.getOrDefault(parameter.getName(), ""))
                    : sent.getQueryParams().getOrDefault(parameter.getName(), List.of());
            var schema = parameter.getSchema();
            if (schema != null && !values.isEmpty() && !values.getFirst().isEmpty()) {
                parameter.setExample(
                        schema.getItems() == null
                                ? typed(decoded(values.getFirst()), schema)
                                : values.stream()
                                        .map(value -> typed(decoded(value), schema.getItems()))
                                        .toList());
            }
        }
    }

    private static Object typed(String value, Schema<?> schema) {
        String type = schema.getType() == null && schema.getTypes() != null
                ? schema.getTypes().iterator().next()
                : String.valueOf(schema.getType());
        return switch (type) {
            case "integer" -> Long.valueOf(value);
            case "number" -> Double.valueOf(value);
            case "boolean" -> Boolean.valueOf(value);
            default -> value;
        };
    }

    private static String decoded(String value) {
        return URLDecoder.decode(value, StandardCharsets.UTF_8);
    }

    private static Schema<?> file(String type) {
        if (type.endsWith("json")) {
            return new Schema<>();
        }
        return type.startsWith("text/") ? new StringSchema() : new BinarySchema();
    }
}
