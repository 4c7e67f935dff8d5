package io.kinetarch.server.document;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.databind.JavaType;
import io.kinetarch.core.plan.CheckStep;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Sentences;
import io.kinetarch.core.plan.Texts;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.Discriminator;
import io.swagger.v3.oas.models.media.MapSchema;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import java.lang.reflect.RecordComponent;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;

/**
 * Tells the API description what {@link DocumentModule} and {@link RequiredUnlessNullable} tell the reader of documents:
 * ids are texts, the kind of an alternative picks its form, and what is not nullable is required.
 */
@Component
class DocumentSchemas implements ModelConverter {
    private static final String REFERENCE = "#/components/schemas/";

    @Override
    public @Nullable Schema<?> resolve(
            AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
        JavaType java = Json.mapper().constructType(type.getType());
        Class<?> raw = java == null ? Object.class : java.getRawClass();
        if (ElementId.class.isAssignableFrom(raw) || DocumentModule.TEXTUAL.contains(raw) || raw == ZoneId.class) {
            return new StringSchema();
        }
        if (raw == LocalTime.class) {
            return new StringSchema().example("07:30");
        }
        if (raw == JsonNode.class) {
            return new Schema<>();
        }
        if (raw == LocalText.class) {
            return new MapSchema().additionalProperties(new StringSchema());
        }
        if (raw == Sentences.class) {
            return new MapSchema().additionalProperties(new ArraySchema().items(new StringSchema()));
        }
        if (raw == Texts.class) {
            return new MapSchema().additionalProperties(new MapSchema().additionalProperties(new StringSchema()));
        }
        var kinds = DocumentModule.ALTERNATIVES.get(raw);
        if (kinds != null) {
            return oneOf(kinds, context);
        }
        Schema<?> schema = chain.hasNext() ? chain.next().resolve(type, context, chain) : null;
        if (raw.isRecord()) {
            complete(raw, defined(raw, schema, context));
        }
        return schema;
    }

    private static void complete(Class<?> record, @Nullable Schema<?> schema) {
        if (schema == null || schema.getProperties() == null) {
            return;
        }
        for (RecordComponent component : record.getRecordComponents()) {
            Schema<?> property = schema.getProperties().get(component.getName());
            if (property == null) {
                continue;
            }
            String name = component.getName();
            if (record == CheckStep.class && name.equals(DocumentModule.STEP_ACT)) {
                schema.getProperties().remove(name);
                schema.addProperty(DocumentModule.WRITTEN_ACT, property);
                schema.addRequiredItem(DocumentModule.WRITTEN_ACT);
                continue;
            }
            if (!RequiredUnlessNullable.isNullable(component)) {
                schema.addRequiredItem(component.getName());
            } else if (property.get$ref() != null) {
                var nothing = new Schema<>();
                nothing.setTypes(Set.of("null"));
                var either = new Schema<>();
                either.setOneOf(List.of(property, nothing));
                schema.getProperties().put(component.getName(), either);
            } else if (property.getTypes() != null) {
                var types = new LinkedHashSet<>(property.getTypes());
                types.add("null");
                property.setTypes(types);
            }
        }
    }

    private static Schema<?> oneOf(Class<?> kinds, ModelConverterContext context) {
        var discriminator = new Discriminator().propertyName("kind");
        var either = new Schema<>();
        either.setDiscriminator(discriminator);
        for (var kind : kinds.getAnnotation(JsonSubTypes.class).value()) {
            String name = kind.value().getSimpleName();
            Schema<?> form = new Schema<>().$ref(REFERENCE + name);
            Schema<?> resolved = context.resolve(new AnnotatedType(kind.value()).resolveAsRef(true));
            Schema<?> defined = context.getDefinedModels().get(name);
            if (defined == null) {
                // a record without components resolves to nothing that is defined by name
                defined = new ObjectSchema();
                context.defineModel(name, defined);
            }
            var word = new StringSchema();
            word.setConst(kind.name());
            defined.addProperty("kind", word);
            defined.addRequiredItem("kind");
            complete(kind.value(), defined);
            either.addOneOfItem(resolved == null || resolved.get$ref() == null ? form : resolved);
            discriminator.mapping(kind.name(), REFERENCE + name);
        }
        return either;
    }

    private static @Nullable Schema<?> defined(
            Class<?> record, @Nullable Schema<?> schema, ModelConverterContext context) {
        if (schema != null && schema.get$ref() != null) {
            return context.getDefinedModels().get(schema.get$ref().substring(REFERENCE.length()));
        }
        return schema == null ? context.getDefinedModels().get(record.getSimpleName()) : schema;
    }
}
