package io.kinetarch.server.problem;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;

/** A request that cannot be met, with all its sender needs to mend it. Answered as an RFC 9457 problem. */
public final class Refusal extends RuntimeException {
    private final Kind kind;
    private final @Nullable String pointer;
    private final Map<String, Object> more = new LinkedHashMap<>();
    private List<Place> places = List.of();
    private @Nullable Duration retryAfter;

    /** One place in a document, and what is wrong there. */
    public record Place(String pointer, String detail) {}

    /** One problem type per kind of refusal. */
    public enum Kind {
        INVALID_DOCUMENT(HttpStatus.BAD_REQUEST, "This cannot be taken as it is"),
        INVALID_PARAMETER(HttpStatus.BAD_REQUEST, "A parameter cannot be used"),
        UNREADABLE_FILE(HttpStatus.BAD_REQUEST, "The file cannot be used"),
        FILE_TOO_LARGE(HttpStatus.CONTENT_TOO_LARGE, "The file is too large"),
        SIGN_IN_FAILED(HttpStatus.UNAUTHORIZED, "Sign-in failed"),
        CODE_NEEDED(HttpStatus.UNAUTHORIZED, "A code is needed too"),
        NOT_SIGNED_IN(HttpStatus.UNAUTHORIZED, "Not signed in"),
        NOT_ALLOWED(HttpStatus.FORBIDDEN, "Not allowed"),
        NOT_CONFIRMED(HttpStatus.FORBIDDEN, "Confirm that it is you"),
        NOT_FOUND(HttpStatus.NOT_FOUND, "Not found"),
        STALE_EDIT(HttpStatus.CONFLICT, "Someone else changed this meanwhile"),
        IN_USE(HttpStatus.CONFLICT, "Still in use"),
        BLOCKED(HttpStatus.CONFLICT, "A finding blocks this"),
        NOT_POSSIBLE(HttpStatus.CONFLICT, "Not possible now"),
        GONE(HttpStatus.GONE, "It has ended"),
        ALREADY_DONE(HttpStatus.CONFLICT, "Already done"),
        TOO_LARGE(HttpStatus.CONTENT_TOO_LARGE, "Too much at once"),
        TOO_MANY(HttpStatus.TOO_MANY_REQUESTS, "Too many at once"),
        UNAVAILABLE(HttpStatus.SERVICE_UNAVAILABLE, "Not available for the moment");

        final HttpStatus status;
        final String title;

        Kind(HttpStatus status, String title) {
            this.status = status;
            this.title = title;
        }
    }

    public Refusal(Kind kind, String detail) {
        this(kind, null, detail);
    }

    /**
     * A refusal of one place in a document.
     *
     * @param pointer JSON pointer of the culprit
     */
    public Refusal(Kind kind, @Nullable String pointer, String detail) {
        super(detail);
        this.kind = kind;
        this.pointer = pointer;
    }

    /** Names all the places that are refused, where there is more than one. */
    public Refusal at(List<Place> all) {
        places = List.copyOf(all);
        return this;
    }

    /** Adds a member to the problem document. */
    public Refusal with(String name, Object value) {
        more.put(name, value);
        return this;
    }

    /** Says when it is worth while to ask again. */
    public Refusal retryAfter(Duration wait) {
        retryAfter = wait;
        return this;
    }

    Optional<Duration> retryAfter() {
        return Optional.ofNullable(retryAfter);
    }

    Kind kind() {
        return kind;
    }

    public List<Place> places() {
        return places.isEmpty() && pointer != null ? List.of(new Place(pointer, detail())) : places;
    }

    String detail() {
        return String.valueOf(getMessage());
    }

    Map<String, Object> more() {
        return more;
    }
}
