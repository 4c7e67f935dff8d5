package io.kinetarch.server.problem;

import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.problem.RequestGate.BodyTooLarge;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.web.bind.MethodArgumentNotValidException;
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
    /** Ends the name of what binds a table to its plan. */
    private static final String OF_PLAN = "_plan_id_fkey";

    @ExceptionHandler
    ResponseEntity<ProblemDetail> refused(Refusal refusal) {
        var answer = ResponseEntity.status(refusal.kind().status).contentType(MediaType.APPLICATION_PROBLEM_JSON);
        refusal.retryAfter().ifPresent(wait -> answer.header(HttpHeaders.RETRY_AFTER, Problems.wholeSeconds(wait)));
        return answer.body(Problems.of(refusal));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> refused(PlanRefusal refusal) {
        return refused(Culprit.of(refusal, ""));
    }

    /** A plan that there never was, or that was removed while something was being stored for it. */
    @ExceptionHandler
    ResponseEntity<ProblemDetail> integrity(DataIntegrityViolationException failure) {
        String words = String.valueOf(failure.getMostSpecificCause().getMessage());
        return words.contains(OF_PLAN)
                ? refused(new Refusal(Kind.NOT_FOUND, "There is no such plan, or not any more."))
                : unexpected(failure);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unexpected(RuntimeException failure) throws RuntimeException {
        if (failure instanceof AccessDeniedException) {
            throw failure; // for the security filter
        }
        if (failure instanceof CancellationException) {
            return refused(new Refusal(Kind.UNAVAILABLE, "This was ended before it was done."));
        }
        var outage = Outage.of(failure);
        if (outage.isPresent()) {
            LOG.warn("The database does not answer: {}", failure.getMessage());
            return refused(outage.get());
        }
        LOG.error("A request failed", failure);
        var problem = Problems.named(ProblemDetail.forStatusAndDetail(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "Kinetarch failed to answer. Nothing was stored. The server's log has the cause."));
        return ResponseEntity.status(problem.getStatus())
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(problem);
    }

    @Override
    protected @Nullable ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        var refusal = tooLarge(e) instanceof BodyTooLarge large
                ? large.refusal()
                : e.getCause() instanceof JacksonException cause
                        ? Culprit.of(cause)
                        : new Refusal(Kind.INVALID_DOCUMENT, "", "The request has no JSON document in its body.");
        return handleExceptionInternal(e, Problems.of(refusal), headers, refusal.kind().status, request);
    }

    private static @Nullable Throwable tooLarge(Throwable failure) {
        Throwable cause = failure;
        while (cause != null && !(cause instanceof BodyTooLarge)) {
            cause = cause.getCause();
        }
        return cause;
    }

    @Override
    protected @Nullable ResponseEntity<Object> handleTypeMismatch(
            TypeMismatchException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        String name = e instanceof MethodArgumentTypeMismatchException argument ? argument.getName() : "parameter";
        var refusal = mistyped(name, e.getValue(), e.getRequiredType());
        return handleExceptionInternal(e, Problems.of(refusal), headers, status, request);
    }

    /** Of parameters that are read as the components of one record. */
    @Override
    protected @Nullable ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        var error = Objects.requireNonNull(e.getBindingResult().getFieldError());
        var refusal = mistyped(
                error.getField(), error.getRejectedValue(), e.getBindingResult().getFieldType(error.getField()));
        return handleExceptionInternal(e, Problems.of(refusal), headers, status, request);
    }

    private static Refusal mistyped(String name, @Nullable Object value, @Nullable Class<?> type) {
        return new Refusal(
                Kind.INVALID_PARAMETER,
                name + " cannot be \"" + value + "\"; it must be " + Culprit.readable(type) + Culprit.among(type)
                        + ".");
    }
}
