package io.kinetarch.server.document;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.TemporalAccessor;
import java.util.Set;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.BeanDescription;
import tools.jackson.databind.DeserializationConfig;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.deser.ValueDeserializerModifier;
import tools.jackson.databind.deser.std.DelegatingDeserializer;

/** Has the years of all times in documents checked. */
final class BoundedYears extends ValueDeserializerModifier {
    private static final Set<Class<?>> TIMES = Set.of(Instant.class, LocalDate.class, LocalDateTime.class);

    @Override
    public ValueDeserializer<?> modifyDeserializer(
            DeserializationConfig config, BeanDescription.Supplier bean, ValueDeserializer<?> deserializer) {
        return TIMES.contains(bean.getBeanClass()) ? new Checked(deserializer) : deserializer;
    }

    private static final class Checked extends DelegatingDeserializer {
        Checked(ValueDeserializer<?> all) {
            super(all);
        }

        @Override
        protected ValueDeserializer<?> newDelegatingInstance(ValueDeserializer<?> all) {
            return new Checked(all);
        }

        @Override
        public Object deserialize(JsonParser parser, DeserializationContext context) {
            Object time = super.deserialize(parser, context);
            try {
                return time instanceof TemporalAccessor accessor ? Years.checked(accessor) : time;
            } catch (IllegalArgumentException e) {
                throw context.instantiationException(handledType(), e);
            }
        }
    }
}
