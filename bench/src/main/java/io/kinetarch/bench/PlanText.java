package io.kinetarch.bench;

import io.kinetarch.core.plan.Colour;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Texts;
import java.lang.reflect.RecordComponent;
import java.time.LocalTime;
import java.util.Collection;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Writes a {@link LargePlan} as a document, as far as such a plan goes: the load needs no more of JSON than this. */
final class PlanText {
    private static final Map<Class<?>, String> KINDS = Map.of(
            Membership.BySkill.class, "skill",
            OperatorChoice.LongestFree.class, "longest-free",
            Condition.DoorIs.class, "door",
            Condition.AnswerIs.class, "answer");

    private PlanText() {}

    /** The document; the version is that of the schema of the documents that are written now. */
    static String of(Plan plan, String version) {
        return "{\"schemaVersion\":" + version + "," + record(plan).substring(1);
    }

    private static String text(@Nullable Object value) {
        return switch (value) {
            case null -> "null";
            case ElementId id -> quoted(id.value());
            case Texts texts -> text(texts.of());
            case LocalText words -> text(words.in());
            case Colour colour -> quoted(colour.value());
            case Number number -> number.toString();
            case Boolean flag -> flag.toString();
            case LocalTime time -> quoted(time.toString());
            case Collection<?> list -> list.stream().map(PlanText::text).collect(Collectors.joining(",", "[", "]"));
            case Map<?, ?> map ->
                map.entrySet().stream()
                        .map(entry -> quoted(String.valueOf(entry.getKey())) + ":" + text(entry.getValue()))
                        .collect(Collectors.joining(",", "{", "}"));
            case Record record -> record(record);
            default -> quoted(value.toString().replace("\"", "\\\""));
        };
    }

    private static String record(Record record) {
        String kind = KINDS.get(record.getClass());
        var fields = Stream.of(record.getClass().getRecordComponents())
                .map(component -> quoted(component.getName()) + ":" + text(value(record, component)));
        return Stream.concat(kind == null ? Stream.empty() : Stream.of("\"kind\":" + quoted(kind)), fields)
                .collect(Collectors.joining(",", "{", "}"));
    }

    private static @Nullable Object value(Record record, RecordComponent component) {
        try {
            return component.getAccessor().invoke(record);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("a component cannot be read: " + component, e);
        }
    }

    private static String quoted(String text) {
        return "\"" + text + "\"";
    }
}
