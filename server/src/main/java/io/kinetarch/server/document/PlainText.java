package io.kinetarch.server.document;

import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.deser.std.StdScalarDeserializer;

/** Text without NUL, which no database takes, and without halves of characters, which no file can hold. */
final class PlainText extends StdScalarDeserializer<String> {
    PlainText() {
        super(String.class);
    }

    @Override
    public String deserialize(JsonParser parser, DeserializationContext context) {
        // a number or a truth value is no text: the context refuses it
        String text = parser.currentToken() == JsonToken.VALUE_STRING
                ? parser.getString()
                : context.handleUnexpectedToken(String.class, parser) instanceof String read ? read : "";
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            boolean half = Character.isSurrogate(c)
                    && !(Character.isHighSurrogate(c)
                            ? i + 1 < text.length() && Character.isLowSurrogate(text.charAt(i + 1))
                            : i > 0 && Character.isHighSurrogate(text.charAt(i - 1)));
            if (c == 0 || half) {
                throw context.instantiationException(
                        String.class,
                        new IllegalArgumentException((c == 0 ? "the character NUL" : "half of a character")
                                + " at place " + (i + 1) + " cannot be part of a text"));
            }
        }
        return text;
    }
}
