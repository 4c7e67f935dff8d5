package io.kinetarch.server.problem;

import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.Arrays;
import java.util.Collection;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.InvalidNullException;
import tools.jackson.databind.exc.InvalidTypeIdException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.exc.ValueInstantiationException;

/** Finds the place in a JSON document that kept it from being read, and says in plain words what is wrong there. */
public final class Culprit {
    private Culprit() {}

    /** The refusal that a reading error amounts to. */
    public static Refusal of(JacksonException error) {
        return of(error, "");
    }

    /**
     * The refusal that a reading error amounts to.
     *
     * @param at where the document that was read stands in the one that was sent
     */
    public static Refusal of(JacksonException error, String at) {
        if (!(error instanceof DatabindException)) {
            var location = error.getLocation();
            return new Refusal(
                    Kind.INVALID_DOCUMENT,
                    at,
                    "This is no well-formed JSON: " + firstSentence(error.getOriginalMessage())
                            + (location == null
                                    ? ""
                                    : " (line " + location.getLineNr() + ", column " + location.getColumnNr() + ")")
                            + ".");
        }
        String pointer = at + pointer(error);
        PlanRefusal refusal = causedBy(error);
        if (refusal != null) {
            return of(refusal, pointer);
        }
        return new Refusal(Kind.INVALID_DOCUMENT, pointer, sentence(detail(error, lastOf(pointer))));
    }

    /** The refusal that a plan's own refusal amounts to. */
    public static Refusal of(PlanRefusal refusal, String at) {
        return new Refusal(Kind.INVALID_DOCUMENT, at + refusal.pointer(), sentence(refusal.getMessage()));
    }

    private static @Nullable String detail(JacksonException error, String field) {
        return switch (error) {
            case UnrecognizedPropertyException unknown ->
                "There is no field \"" + unknown.getPropertyName() + "\" here" + known(unknown.getKnownPropertyIds());
            case InvalidNullException _ -> "\"" + field + "\" must not be null";
            case InvalidTypeIdException type ->
                type.getTypeId() == null ? "\"kind\" is missing" : "\"" + type.getTypeId() + "\" is no known kind";
            case InvalidFormatException format ->
                "\"" + format.getValue() + "\" cannot be read as " + readable(format.getTargetType())
                        + among(format.getTargetType());
            case ValueInstantiationException value
            when value.getCause() != null -> value.getCause().getMessage();
            case MismatchedInputException mismatch
            when mismatch.getOriginalMessage().startsWith("Missing required") -> "\"" + field + "\" is missing";
            case MismatchedInputException mismatch
            when mismatch.getTargetType() != null -> "\"" + field + "\" must be " + readable(mismatch.getTargetType());
            default -> "\"" + field + "\" cannot be read";
        };
    }

    /** The values there are, where they can be counted up. */
    static String among(@Nullable Class<?> type) {
        return type != null && type.isEnum()
                ? ": one of "
                        + Arrays.stream(type.getEnumConstants())
                                .map(Object::toString)
                                .collect(Collectors.joining(", "))
                : "";
    }

    private static String known(@Nullable Collection<Object> known) {
        return known == null || known.isEmpty()
                ? ""
                : "; known are " + known.stream().map(Object::toString).sorted().collect(Collectors.joining(", "));
    }

    static String readable(@Nullable Class<?> type) {
        if (type == null) {
            return "what is wanted here";
        }
        if (type == int.class || type == long.class || type == Integer.class || type == Long.class) {
            return "a whole number";
        }
        if (type == double.class || type == Double.class) {
            return "a number";
        }
        if (type == boolean.class || type == Boolean.class) {
            return "true or false";
        }
        if (type == String.class) {
            return "a text";
        }
        if (Collection.class.isAssignableFrom(type)) {
            return "a list";
        }
        return switch (type.getSimpleName()) {
            case "Instant" -> "an instant such as 2026-12-01T14:30:00Z";
            case "LocalTime" -> "a time of day such as 07:30";
            case "LocalDate" -> "a date such as 2026-12-01";
            case "LocalDateTime" -> "a local time such as 2026-12-01T14:30";
            case "ZoneId" -> "a time zone such as Europe/Dublin";
            case "DayOfWeek" -> "a day of the week";
            default -> type.isEnum() ? "one of its values" : "an object";
        };
    }

    private static String pointer(JacksonException error) {
        var pointer = new StringBuilder();
        for (var step : error.getPath()) {
            String name = step.getPropertyName();
            pointer.append('/')
                    .append(
                            name == null
                                    ? Integer.toString(step.getIndex())
                                    : name.replace("~", "~0").replace("/", "~1"));
        }
        return pointer.toString();
    }

    private static String lastOf(String pointer) {
        return pointer.isEmpty() ? "the document" : pointer.substring(pointer.lastIndexOf('/') + 1);
    }

    private static @Nullable PlanRefusal causedBy(Throwable error) {
        for (Throwable cause = error.getCause(); cause != null; cause = cause.getCause()) {
            if (cause instanceof PlanRefusal refusal) {
                return refusal;
            }
        }
        return null;
    }

    private static String firstSentence(@Nullable String message) {
        return message == null ? "unreadable" : message.lines().findFirst().orElse(message);
    }

    private static String sentence(@Nullable String message) {
        String text = message == null ? "It cannot be read" : message;
        return Character.toUpperCase(text.charAt(0)) + text.substring(1) + (text.endsWith(".") ? "" : ".");
    }
}
