package app.tidewrack.practice;

import app.tidewrack.core.refusal.Refusal;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.databind.DatabindException;

/** Refusals as problem details (RFC 9457). */
@RestControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class Problems {
    @ExceptionHandler
    ProblemDetail refused(Refusal refusal) {
        ProblemDetail problem =
                ProblemDetail.forStatusAndDetail(HttpStatus.UNPROCESSABLE_CONTENT, refusal.getMessage());
        problem.setProperty("field", refusal.field());
        return problem;
    }

    @ExceptionHandler
    ProblemDetail notKnown(NotKnown e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.NOT_FOUND, e.getMessage());
    }

    /** The caller learns what the key created, and can change that. */
    @ExceptionHandler
    ProblemDetail taken(KeyTaken e) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.CONFLICT, e.getMessage());
        problem.setProperty("createdId", e.createdId());
        return problem;
    }

    /** A body that is not what the call takes: refused values inside it keep their own words. */
    @ExceptionHandler
    ProblemDetail unreadable(HttpMessageNotReadableException e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof Refusal refusal) {
                return refused(refusal);
            }
        }
        String detail = "The body cannot be read as what this call takes.";
        if (e.getCause() instanceof DatabindException wrong) {
            detail =
                    "The body does not fit at “%s”: %s".formatted(wrong.getPathReference(), wrong.getOriginalMessage());
        } else if (e.getCause() instanceof StreamReadException broken) {
            detail = "The body is no JSON: " + broken.getOriginalMessage();
        }
        return ProblemDetail.forStatusAndDetail(HttpStatus.BAD_REQUEST, detail);
    }
}
