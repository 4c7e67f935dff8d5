package io.kinetarch.server.problem;

import java.net.URI;
import java.time.Duration;
import java.util.Locale;
import java.util.Map;
import org.slf4j.MDC;
import org.springframework.http.ProblemDetail;

/** Turns refusals into RFC 9457 problem details. */
public final class Problems {
    private static final String TYPES = "tag:kinetarch,2026:problem/";

    private Problems() {}

    /**
     * The problem document: its type names the kind, {@code errors} points at the culprit as a URI fragment, as in the
     * RFC's own example.
     */
    public static ProblemDetail of(Refusal refusal) {
        var problem = ProblemDetail.forStatusAndDetail(refusal.kind().status, refusal.detail());
        problem.setType(type(refusal.kind()));
        problem.setTitle(refusal.kind().title);
        if (!refusal.places().isEmpty()) {
            problem.setProperty(
                    "errors",
                    refusal.places().stream()
                            .map(place -> Map.of("pointer", "#" + place.pointer(), "detail", place.detail()))
                            .toList());
        }
        refusal.more().forEach(problem::setProperty);
        return named(problem);
    }

    /** Says by which name the log has the request. */
    static ProblemDetail named(ProblemDetail problem) {
        String request = MDC.get(RequestIds.KEY);
        if (request != null) {
            problem.setProperty(RequestIds.KEY, request);
        }
        return problem;
    }

    /** A wait as the header Retry-After says it. */
    static String wholeSeconds(Duration wait) {
        return Long.toString(Math.max(1, wait.plusMillis(999).toSeconds()));
    }

    static URI type(Refusal.Kind kind) {
        return URI.create(TYPES + kind.name().toLowerCase(Locale.ROOT).replace('_', '-'));
    }
}
