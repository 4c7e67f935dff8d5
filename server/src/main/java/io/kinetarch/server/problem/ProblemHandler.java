package io.kinetarch.server.problem;

import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.server.problem.Refusal.Kind;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;

/** Answers every failed request with a problem document. */
@RestControllerAdvice
class ProblemHandler extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemHandler.class);

    @ExceptionHandler
    ResponseEntity<ProblemDetail> refused(Refusal refusal) {
        return answer(Problems.of(refusal));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> refused(PlanRefusal refusal) {
        return answer(Problems.of(Culprit.of(refusal, "")));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unexpected(RuntimeException failure) throws RuntimeException {
        if (failure instanceof AccessDeniedException) {
            throw failure; // for the security filter
        }
        LOG.error("A request failed", failure);
        var problem = ProblemDetail.forStatusAndDetail(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "Kinetarch failed to answer. Nothing was stored. The server's log has the cause.");
        return answer(problem);
    }

    @Override
    protected @Nullable ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        var refusal = e.getCause() instanceof JacksonException cause
                ? Culprit.of(cause)
                : new Refusal(Kind.INVALID_DOCUMENT, "", "The request has no JSON document in its body.");
        return handleExceptionInternal(e, Problems.of(refusal), headers, status, request);
    }

    @Override
    protected @Nullable ResponseEntity<Object> handleTypeMismatch(
            TypeMismatchException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        String name = e instanceof MethodArgumentTypeMismatchException argument ? argument.getName() : "parameter";
        Throwable root = e.getMostSpecificCause();
        var refusal =
                new Refusal(Kind.INVALID_PARAMETER, name + " cannot be \"" + e.getValue() + "\": " + root.getMessage());
        return handleExceptionInternal(e, Problems.of(refusal), headers, status, request);
    }

    private static ResponseEntity<ProblemDetail> answer(ProblemDetail problem) {
        return ResponseEntity.status(problem.getStatus())
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(problem);
    }
}
