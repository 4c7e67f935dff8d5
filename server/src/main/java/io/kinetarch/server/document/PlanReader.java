package io.kinetarch.server.document;

import com.networknt.schema.Error;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.server.problem.Culprit;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.problem.Refusal.Place;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Reads plan documents from outside: checks them by the published schema of their version, then migrates and reads them. */
@Component
public class PlanReader {
    private static final int MOST_ERRORS_TOLD = 50;

    private final JsonMapper json;
    private final Map<Integer, String> texts = new TreeMap<>();
    private final Map<Integer, Schema> schemas;

    public PlanReader(JsonMapper json) {
        this.json = json;
        IntStream.rangeClosed(1, PlanDocument.SCHEMA_VERSION)
                .forEach(version -> texts.put(version, resource("schema/plan-" + version + ".schema.json")));
        var registry = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12);
        schemas = texts.entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey, entry -> registry.getSchema(entry.getValue(), InputFormat.JSON)));
    }

    /** The published schema of a version. */
    public String schema(int version) {
        String text = texts.get(version);
        if (text == null) {
            throw new Refusal(Kind.NOT_FOUND, "There is no schema version " + version + "; known are " + known() + ".");
        }
        return text;
    }

    /** Reads a document of any known version. */
    public PlanDocument read(byte[] bytes) {
        JsonNode document;
        try {
            document = json.readTree(bytes);
        } catch (JacksonException e) {
            throw Culprit.of(e);
        }
        if (!(document instanceof ObjectNode object)) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "", "A plan document is a JSON object; this is none.");
        }
        var errors = schemaOf(object).validate(object);
        if (!errors.isEmpty()) {
            throw invalid(errors);
        }
        PlanMigration.toNewest(object);
        try {
            return json.treeToValue(object, PlanDocument.class);
        } catch (JacksonException e) {
            throw Culprit.of(e);
        }
    }

    /** Reads a document that was stored, by this version of the program or an older one. */
    public PlanDocument stored(String text) {
        var document = (ObjectNode) json.readTree(text);
        PlanMigration.toNewest(document);
        return json.treeToValue(document, PlanDocument.class);
    }

    /** Reads an element that was stored on its own, by this version of the program or an older one. */
    public <E extends Element> E stored(String text, Class<E> type) {
        var element = (ObjectNode) json.readTree(text);
        if (type == Settings.class && element.path("shrinkage").isNumber()) {
            PlanMigration.settingsToVersion3(element);
        }
        if (type == Settings.class && isBefore4(element)) {
            PlanMigration.settingsToVersion4(element);
        }
        if (type == Settings.class && !element.has("whenAway")) {
            PlanMigration.settingsToVersion5(element);
        }
        if (type == Settings.class && !element.has("receivers")) {
            PlanMigration.settingsToVersion11(element);
        }
        if (type == Settings.class && element.has("topics")) {
            PlanMigration.settingsToVersion7(element);
        } else if (type == Topic.class && !element.has("service")) {
            PlanMigration.topicToVersion8(element);
        } else if (type == HoursSet.class && !element.has("closing")) {
            PlanMigration.hoursToVersion5(element);
        } else if (type == Queue.class && !element.has("handover")) {
            PlanMigration.queueToVersion5(element);
        } else if (type == FrontDoor.class) {
            if (!element.has("opens")) {
                PlanMigration.doorToVersion5(element);
            }
            if (!element.has("help")) {
                PlanMigration.doorToVersion8(element);
            }
            if (!element.has("handoff")) {
                PlanMigration.doorToVersion9(element);
            }
            if (!element.path("look").has("inset")) {
                PlanMigration.doorToVersion10(element);
            }
            if (!element.has("consents")) {
                PlanMigration.doorToVersion11(element);
            }
        } else if (type == Bot.class && !element.has("handoff")) {
            PlanMigration.botToVersion9(element);
        } else if (type == Department.class && isBefore5(element)) {
            PlanMigration.departmentToVersion5(element);
        }
        return json.treeToValue(element, type);
    }

    private static boolean isBefore5(ObjectNode department) {
        return department.path("questions").valueStream().anyMatch(question -> !question.has("asked"));
    }

    private static boolean isBefore4(ObjectNode settings) {
        return Stream.of(settings.path("shrinkage").path("parts"), settings.path("accepted"))
                .flatMap(JsonNode::valueStream)
                .anyMatch(one -> !one.has("byRoster") && !one.has("code"));
    }

    private Schema schemaOf(ObjectNode document) {
        JsonNode version = document.path("schemaVersion");
        var schema = version.isInt() ? schemas.get(version.asInt()) : null;
        if (schema == null) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/schemaVersion",
                    "The schema version is " + (version.isMissingNode() ? "missing" : version) + "; expected one of "
                            + known() + ".");
        }
        return schema;
    }

    private static Refusal invalid(List<Error> errors) {
        var places =
                errors.stream().limit(MOST_ERRORS_TOLD).map(PlanReader::place).toList();
        var first = places.getFirst();
        return new Refusal(
                        Kind.INVALID_DOCUMENT,
                        first.pointer(),
                        (errors.size() == 1 ? "" : errors.size() + " places do not follow the schema; the first: ")
                                + first.detail())
                .at(places);
    }

    private static Place place(Error error) {
        String value =
                error.getInstanceNode() == null ? "" : " The value is " + shortened(error.getInstanceNode()) + ".";
        String pointer = error.getInstanceLocation().toString();
        return new Place(
                pointer, (pointer.isEmpty() ? "The document" : pointer) + ": " + error.getMessage() + "." + value);
    }

    private static String shortened(JsonNode value) {
        String text = value.toString();
        return text.length() <= 80 ? text : text.substring(0, 80) + "…";
    }

    private String known() {
        return texts.keySet().stream().map(String::valueOf).collect(Collectors.joining(", "));
    }

    private static String resource(String path) {
        try (InputStream in = new ClassPathResource(path).getInputStream()) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(path + " is not shipped", e);
        }
    }
}
