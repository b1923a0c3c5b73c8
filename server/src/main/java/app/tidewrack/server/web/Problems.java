package app.tidewrack.server.web;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.core.refusal.Refusal;
import java.util.Comparator;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.validation.FieldError;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;

/** Every refusal as a problem detail (RFC 9457) that names value, limit and remedy. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {
    private static final int LONGEST_VALUE = 60;

    @ExceptionHandler
    ProblemDetail refused(Refusal refusal) {
        return problem(HttpStatus.UNPROCESSABLE_CONTENT, refusal.getMessage(), refusal.field());
    }

    @ExceptionHandler
    ProblemDetail notFound(NotFound notFound) {
        return problem(HttpStatus.NOT_FOUND, notFound.getMessage(), null);
    }

    @ExceptionHandler
    ProblemDetail conflict(Conflict conflict) {
        return problem(HttpStatus.CONFLICT, conflict.getMessage(), null);
    }

    @ExceptionHandler
    ProblemDetail away(NetworkAway away) {
        return problem(HttpStatus.SERVICE_UNAVAILABLE, away.getMessage(), null);
    }

    @ExceptionHandler
    ProblemDetail networkRefused(NetworkRefused refused) {
        return problem(HttpStatus.UNPROCESSABLE_CONTENT, refused.getMessage(), null);
    }

    /** A key that is still used elsewhere, or one that was never there. */
    @ExceptionHandler
    ProblemDetail integrity(DataIntegrityViolationException violation) {
        return problem(
                HttpStatus.CONFLICT,
                "Something this refers to is missing, or something else still refers to it. Look again and repeat.",
                null);
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof Refusal refusal) {
                return answer(refused(refusal));
            }
        }
        String where = e.getCause() instanceof DatabindException databind ? path(databind) : "";
        return answer(problem(
                HttpStatus.BAD_REQUEST,
                "What was sent could not be read%s. Check its form against /api/description."
                        .formatted(where.isEmpty() ? "" : " at “" + where + "”"),
                where.isEmpty() ? null : where));
    }

    /** A field of the body that is missing, too long, or out of its limits. */
    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        FieldError first = e.getBindingResult().getFieldErrors().stream()
                .min(Comparator.comparing(FieldError::getField))
                .orElse(null);
        if (first == null) {
            return answer(problem(HttpStatus.BAD_REQUEST, "What was sent is not of the form wanted.", null));
        }
        String value = String.valueOf(first.getRejectedValue());
        return answer(problem(
                HttpStatus.BAD_REQUEST,
                "“%s” is %s; it %s. Change it and send again."
                        .formatted(
                                first.getField(),
                                value.length() > LONGEST_VALUE ? value.substring(0, LONGEST_VALUE) + "…" : value,
                                first.getDefaultMessage()),
                first.getField()));
    }

    private static String path(DatabindException e) {
        StringBuilder path = new StringBuilder();
        for (JacksonException.Reference reference : e.getPath()) {
            if (reference.getPropertyName() != null) {
                path.append(path.isEmpty() ? "" : ".").append(reference.getPropertyName());
            }
        }
        return path.toString();
    }

    private static ResponseEntity<Object> answer(ProblemDetail problem) {
        return ResponseEntity.status(problem.getStatus()).body(problem);
    }

    private static ProblemDetail problem(HttpStatus status, String detail, @Nullable String field) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
        if (field != null) {
            problem.setProperty("field", field);
        }
        return problem;
    }
}
