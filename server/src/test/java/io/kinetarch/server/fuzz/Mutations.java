package io.kinetarch.server.fuzz;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Makes requests from a description of calls: such as it asks for, each with something wrong here and there. */
final class Mutations {
    private static final JsonMapper MAPPER = JsonMapper.builder().build();
    private static final int DEEPEST = 7;
    private static final double WRONG = 0.12;
    private static final List<String> NUMBERS = List.of(
            "0",
            "1",
            "2",
            "3",
            "7",
            "30",
            "60",
            "0.5",
            "0.8",
            "1.5",
            "-1",
            "100",
            "1000",
            "1800",
            "1e-300",
            "1e300",
            "2147483647",
            "2147483648",
            "-9223372036854775808",
            "1e999",
            "0.1e1");
    private static final List<String> TEXTS = List.of(
            "",
            " ",
            "fares",
            "Fares",
            "en",
            "de",
            "x".repeat(300),
            "\u0000",
            "a\ud800b",
            "🛳️",
            "\\",
            "\"",
            "<script>",
            "null",
            "../../etc",
            "%s%n",
            "2026-02-30",
            "Europe/Dublin",
            "Mars/Base",
            "IE",
            "=1+1",
            "-",
            "1",
            "draft",
            "live",
            "https://tarnwick.example/*",
            "PRIORITY",
            "EVENT",
            "\u202E");
    private static final List<String> TIMES = List.of(
            "2026-12-02T10:00:00Z",
            "2026-12-07T08:00",
            "2026-12-07",
            "2026-12-14",
            "2026-03-29T01:30:00Z",
            "1969-12-31",
            "9999-12-31",
            "+999999999-12-31",
            "-0001-01-01",
            "2026-13-01",
            "24:00",
            "07:30",
            "00:00");
    /** Ids of the demo, so that some requests get somewhere. */
    private static final Map<String, List<String>> KNOWN = Map.of(
            "kind",
                    List.of(
                            "queues",
                            "operators",
                            "doors",
                            "rules",
                            "skills",
                            "hours",
                            "departments",
                            "settings",
                            "boats"),
            "element", List.of("fares", "lost", "ana-r", "booking", "settings", "nobody", "%00", "a b"),
            "queue", List.of("fares", "lost", "nowhere"),
            "door", List.of("booking", "sailing-status", "nowhere"),
            "hours", List.of("booking-hours", "day", "nowhere"),
            "operator", List.of("ana-r", "zoe-f", "nobody"),
            "version", List.of("1", "4", "99", "x"),
            "name", List.of("ida", "f".repeat(64), "x"),
            "id", List.of("1", "0", "-1", "9223372036854775807", "x"));

    private final JsonNode description;
    private final String plan;
    private final Random random;

    Mutations(JsonNode description, String plan, Random random) {
        this.description = description;
        this.plan = plan;
        this.random = random;
    }

    /** One request. */
    record Request(String method, String path, @Nullable String body, String type) {}

    /** A call of the description. */
    record Call(String method, String path, JsonNode operation) {}

    List<Call> calls() {
        var calls = new ArrayList<Call>();
        description
                .path("paths")
                .propertyStream()
                .forEach(path -> path.getValue()
                        .propertyStream()
                        .forEach(method -> calls.add(
                                new Call(method.getKey().toUpperCase(Locale.ROOT), path.getKey(), method.getValue()))));
        return calls;
    }

    Request of(Call call) {
        var path = new StringBuilder(call.path.replace("{plan}", random.nextDouble() < 0.95 ? plan : "nowhere"));
        for (int open = path.indexOf("{"); open >= 0; open = path.indexOf("{")) {
            int close = path.indexOf("}", open);
            String variable = path.substring(open + 1, close);
            path.replace(open, close + 1, pathPart(pick(KNOWN.getOrDefault(variable, TEXTS))));
        }
        String separator = "?";
        for (JsonNode parameter : call.operation.path("parameters")) {
            boolean left = !parameter.path("required").asBoolean() || random.nextDouble() < WRONG;
            if (parameter.path("in").asString().equals("query") && (!left || random.nextBoolean())) {
                path.append(separator)
                        .append(parameter.path("name").asString())
                        .append('=')
                        .append(URLEncoder.encode(scalar(resolved(parameter.path("schema"))), StandardCharsets.UTF_8));
                separator = "&";
            }
        }
        JsonNode schema = call.operation
                .path("requestBody")
                .path("content")
                .path("application/json")
                .path("schema");
        if (!schema.isMissingNode()) {
            return new Request(call.method, path.toString(), body(schema), "application/json");
        }
        return call.method.equals("GET") || call.method.equals("DELETE")
                ? new Request(call.method, path.toString(), null, "")
                : new Request(
                        call.method,
                        path.toString(),
                        file(),
                        pick(List.of("text/csv", "text/calendar", "application/json")));
    }

    private String file() {
        return pick(List.of(
                "",
                "name;skills\nAna;fares 5\n",
                "time,queue,chats\n2026-11-23 09:00,fares,1\n9999-12-31 23:59,fares,99999999999\n",
                "BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART:20261128T000000\nRRULE:FREQ=SECONDLY\nEND:VEVENT\nEND:VCALENDAR\n",
                "{\"schemaVersion\":9}",
                "[".repeat(3_000),
                "\"open\nand never closed",
                ",".repeat(5_000)));
    }

    private String body(JsonNode schema) {
        String json = value(schema, 0);
        if (random.nextDouble() < 0.05) {
            return json.substring(0, random.nextInt(json.length() + 1));
        }
        return json;
    }

    private String value(JsonNode schema, int depth) {
        JsonNode resolved = resolved(schema);
        double chance = random.nextDouble();
        if (depth > 0 && chance < WRONG / 2) {
            return pick(List.of("null", "true", "[]", "{}", "\"?\"", "[[[[]]]]", pick(NUMBERS)));
        }
        for (String choice : List.of("oneOf", "anyOf", "allOf")) {
            if (resolved.path(choice).isArray() && !resolved.path(choice).isEmpty()) {
                return value(
                        resolved.path(choice)
                                .get(random.nextInt(resolved.path(choice).size())),
                        depth);
            }
        }
        if (resolved.has("properties")) {
            return object(resolved, depth);
        }
        String type = type(resolved);
        return switch (type) {
            case "array" -> array(resolved, depth);
            case "object" ->
                depth > DEEPEST || !resolved.has("additionalProperties")
                        ? "{}"
                        : "{" + text(pick(TEXTS)) + ":" + value(resolved.path("additionalProperties"), depth + 1) + "}";
            case "integer", "number" -> pick(NUMBERS);
            case "boolean" -> pick(List.of("true", "false"));
            default -> text(scalar(resolved));
        };
    }

    private String object(JsonNode schema, int depth) {
        var members = new ArrayList<String>();
        schema.path("properties").propertyStream().forEach(property -> {
            if (depth < DEEPEST && random.nextDouble() > WRONG / 3) {
                members.add(text(property.getKey()) + ":" + value(property.getValue(), depth + 1));
            }
        });
        if (random.nextDouble() < WRONG / 3) {
            members.add("\"barnacles\":1");
        }
        return "{" + String.join(",", members) + "}";
    }

    private String array(JsonNode schema, int depth) {
        int size = depth > DEEPEST ? 0 : random.nextInt(random.nextInt(20) == 0 ? 60 : 4);
        var items = new ArrayList<String>();
        for (int i = 0; i < size; i++) {
            items.add(value(schema.path("items"), depth + 1));
        }
        return "[" + String.join(",", items) + "]";
    }

    private String scalar(JsonNode schema) {
        if (schema.path("enum").isArray() && random.nextDouble() > WRONG) {
            return schema.path("enum")
                    .get(random.nextInt(schema.path("enum").size()))
                    .asString();
        }
        String type = type(schema);
        if (type.equals("integer") || type.equals("number")) {
            return pick(NUMBERS);
        }
        if (type.equals("boolean")) {
            return pick(List.of("true", "false", "maybe"));
        }
        boolean time = schema.path("format").asString("").startsWith("date")
                || schema.path("format").asString("").contains("time");
        return time || random.nextInt(6) == 0 ? pick(TIMES) : pick(TEXTS);
    }

    private static String type(JsonNode schema) {
        JsonNode type = schema.path("type");
        return type.isArray() ? type.path(0).asString("") : type.asString("");
    }

    private JsonNode resolved(JsonNode schema) {
        JsonNode found = schema;
        while (found.has("$ref")) {
            found = description.at(found.path("$ref").asString().substring(1));
        }
        return found;
    }

    private static String text(String value) {
        return MAPPER.writeValueAsString(MAPPER.getNodeFactory().stringNode(value));
    }

    private static String pathPart(String value) {
        return URLEncoder.encode(value, StandardCharsets.UTF_8).replace("+", "%20");
    }

    private <T> T pick(List<T> all) {
        return all.get(random.nextInt(all.size()));
    }
}
