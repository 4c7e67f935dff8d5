package io.kinetarch.server.document;

import tools.jackson.core.JsonParser;
import tools.jackson.databind.BeanDescription;
import tools.jackson.databind.DeserializationConfig;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.deser.ValueDeserializerModifier;
import tools.jackson.databind.deser.std.DelegatingDeserializer;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.databind.node.TreeTraversingParser;

/** Has plan documents of the version before the newest read wherever one is sent, as scripts and tools keep them for long. */
final class OlderPlans extends ValueDeserializerModifier {
    @Override
    public ValueDeserializer<?> modifyDeserializer(
            DeserializationConfig config, BeanDescription.Supplier bean, ValueDeserializer<?> deserializer) {
        return bean.getBeanClass() == PlanDocument.class ? new Migrating(deserializer) : deserializer;
    }

    private static final class Migrating extends DelegatingDeserializer {
        Migrating(ValueDeserializer<?> all) {
            super(all);
        }

        @Override
        protected ValueDeserializer<?> newDelegatingInstance(ValueDeserializer<?> all) {
            return new Migrating(all);
        }

        @Override
        public Object deserialize(JsonParser parser, DeserializationContext context) {
            if (parser instanceof TreeTraversingParser) {
                return super.deserialize(parser, context);
            }
            JsonNode document = context.readTree(parser);
            if (document instanceof ObjectNode object) {
                PlanMigration.fromVersion4(object);
            }
            try (JsonParser migrated = context.treeAsTokens(document)) {
                migrated.nextToken();
                return super.deserialize(migrated, context);
            }
        }
    }
}
