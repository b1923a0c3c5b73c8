package app.tidewrack.practice;

import app.tidewrack.core.refusal.Refusal;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;

/** Refusals as problem details (RFC 9457). */
@RestControllerAdvice
class Problems {
    @ExceptionHandler
    ProblemDetail refused(Refusal refusal) {
        ProblemDetail problem =
                ProblemDetail.forStatusAndDetail(HttpStatus.UNPROCESSABLE_CONTENT, refusal.getMessage());
        problem.setProperty("field", refusal.field());
        return problem;
    }
}
