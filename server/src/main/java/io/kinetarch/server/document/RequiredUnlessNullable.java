package io.kinetarch.server.document;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.lang.reflect.RecordComponent;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.introspect.Annotated;
import tools.jackson.databind.introspect.AnnotatedMember;
import tools.jackson.databind.introspect.AnnotatedParameter;
import tools.jackson.databind.introspect.NopAnnotationIntrospector;

/** Makes a record's component required, and null no value for it, unless it is annotated {@link Nullable}. */
final class RequiredUnlessNullable extends NopAnnotationIntrospector {
    @Override
    public @Nullable Boolean hasRequiredMarker(MapperConfig<?> config, AnnotatedMember member) {
        var component = component(member);
        return component == null ? null : !isNullable(component);
    }

    @Override
    public JsonSetter.Value findSetterInfo(MapperConfig<?> config, Annotated annotated) {
        var component = component(annotated);
        return component == null || isNullable(component)
                ? JsonSetter.Value.empty()
                : JsonSetter.Value.construct(Nulls.FAIL, Nulls.FAIL);
    }

    static boolean isNullable(RecordComponent component) {
        return component.getAnnotatedType().isAnnotationPresent(Nullable.class);
    }

    private static @Nullable RecordComponent component(Annotated annotated) {
        if (annotated instanceof AnnotatedParameter parameter) {
            Class<?> owner = parameter.getDeclaringClass();
            if (owner.isRecord() && parameter.getOwner().getParameterCount() == owner.getRecordComponents().length) {
                return owner.getRecordComponents()[parameter.getIndex()];
            }
        }
        return null;
    }
}
