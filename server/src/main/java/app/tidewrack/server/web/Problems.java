package app.tidewrack.server.web;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.text.WellFormed;
import java.sql.SQLException;
import java.sql.SQLTransientException;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.transaction.TransactionException;
import org.springframework.validation.FieldError;
import org.springframework.validation.method.ParameterErrors;
import org.springframework.validation.method.ParameterValidationResult;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.HandlerMethodValidationException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.core.exc.InputCoercionException;
import tools.jackson.core.exc.StreamConstraintsException;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.InvalidNullException;
import tools.jackson.databind.exc.InvalidTypeIdException;
import tools.jackson.databind.exc.MismatchedInputException;

/** Every refusal as a problem detail (RFC 9457) that names value, limit and remedy. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);
    private static final int LONGEST_VALUE = 60;
    /** The field of what is wrong with a body as a whole. */
    private static final String BODY = "body";

    /** The field of what is wrong with an address, or with the headers that were sent with it. */
    static final String ADDRESS = "address";

    private static final String NOT_WANTED = "is not of the form wanted";
    static final int SECONDS_TO_WAIT = 5;

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
    ProblemDetail notWanted(NotWanted takenBack) {
        return problem(HttpStatus.CONFLICT, takenBack.getMessage(), null);
    }

    @ExceptionHandler
    ProblemDetail away(NetworkAway away) {
        return problem(HttpStatus.SERVICE_UNAVAILABLE, away.getMessage(), null);
    }

    @ExceptionHandler
    ProblemDetail networkRefused(NetworkRefused refused) {
        return problem(HttpStatus.UNPROCESSABLE_CONTENT, refused.getMessage(), null);
    }

    /** The database is away, too slow or out of room; what was asked was not done. */
    @ExceptionHandler({DataAccessException.class, TransactionException.class})
    ResponseEntity<Object> database(RuntimeException e) {
        Optional<NotWanted> takenBack = causes(e)
                .filter(NotWanted.class::isInstance)
                .map(NotWanted.class::cast)
                .findFirst();
        ProblemDetail problem = takenBack.map(this::notWanted).orElseGet(() -> ofDatabase(e));
        ResponseEntity.BodyBuilder answer = ResponseEntity.status(problem.getStatus());
        if (problem.getStatus() == HttpStatus.SERVICE_UNAVAILABLE.value()) {
            answer.header(HttpHeaders.RETRY_AFTER, String.valueOf(SECONDS_TO_WAIT));
        }
        return answer.body(problem);
    }

    private static Stream<Throwable> causes(Throwable e) {
        return Stream.iterate(e, Objects::nonNull, Throwable::getCause);
    }

    static ProblemDetail ofDatabase(RuntimeException e) {
        boolean away = causes(e).anyMatch(Problems::passes);
        LOG.error("The database failed: {}", String.valueOf(e.getMessage()), away ? null : e);
        return away
                ? problem(
                        HttpStatus.SERVICE_UNAVAILABLE,
                        "The database does not answer; nothing was changed. Try again in %d seconds."
                                .formatted(SECONDS_TO_WAIT),
                        null)
                : unexpected();
    }

    /** Whether a failure is one of the moment: no connection, no room, a wait that was too long (SQLSTATE classes 08, 53, 57). */
    private static boolean passes(Throwable e) {
        return e instanceof TransientDataAccessException
                || e instanceof DataAccessResourceFailureException
                || e instanceof SQLTransientException
                // The pool says no state of a connection that it has closed.
                || e instanceof SQLException closed && "Connection is closed".equals(closed.getMessage())
                || e instanceof SQLException sql
                        && sql.getSQLState() != null
                        && sql.getSQLState().matches("(08|53|57).*");
    }

    /** What nobody foresaw. It is noted with its trace; people are not told what it was made of. */
    @ExceptionHandler(Exception.class)
    ProblemDetail unforeseen(Exception e) {
        LOG.error("Not foreseen", e);
        return unexpected();
    }

    private static ProblemDetail unexpected() {
        return problem(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "Something failed here, and it is noted. Try again; if it stays so, tell whoever runs this server.",
                null);
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
            if (cause instanceof TooLong tooLong) {
                return answer(tooLong(tooLong));
            }
        }
        return answer(
                e.getCause() instanceof JacksonException json ? unread(json) : unread("The body", "is missing", BODY));
    }

    /** A body longer than its operation reads. */
    @ExceptionHandler
    ProblemDetail tooLong(TooLong tooLong) {
        return problem(HttpStatus.CONTENT_TOO_LARGE, String.valueOf(tooLong.getMessage()), null);
    }

    static ProblemDetail unread(JacksonException e) {
        String path = path(e);
        return path.isEmpty() ? unread("The body", fault(e), BODY) : unread("“%s”".formatted(path), fault(e), path);
    }

    private static String fault(JacksonException e) {
        if (e instanceof InvalidNullException) {
            return "is missing";
        }
        if (e instanceof RequestJson.NotTaken taken) {
            return "is “%s”: it %s".formatted(shortened(taken.getValue()), taken.getOriginalMessage());
        }
        if (e instanceof InvalidFormatException format && format.getTargetType().isEnum()) {
            return "is “%s”; it must be one of %s"
                    .formatted(
                            shortened(format.getValue()),
                            List.of(format.getTargetType().getEnumConstants()));
        }
        if (e instanceof InvalidTypeIdException kind) {
            return "is “%s”, a kind that is not known".formatted(shortened(kind.getTypeId()));
        }
        if (e instanceof InputCoercionException) {
            return "is out of the numbers that are taken";
        }
        if (e instanceof StreamConstraintsException) {
            return "is too long or too deep: " + e.getOriginalMessage();
        }
        if (e instanceof StreamReadException) {
            return "is no JSON from line %d, sign %d on"
                    .formatted(e.getLocation().getLineNr(), e.getLocation().getColumnNr());
        }
        if (e instanceof MismatchedInputException mismatched && mismatched.getTargetType() != null) {
            Class<?> wanted = mismatched.getTargetType();
            return Collection.class.isAssignableFrom(wanted) || wanted.isArray()
                    ? "must be a list"
                    : wanted.isRecord() || Map.class.isAssignableFrom(wanted) ? "must be an object" : NOT_WANTED;
        }
        return NOT_WANTED;
    }

    private static ProblemDetail unread(String subject, String fault, @Nullable String field) {
        return problem(
                HttpStatus.BAD_REQUEST,
                "%s %s. Change it and send again; /api/description tells the form.".formatted(subject, fault),
                field);
    }

    /** A field of the body that is missing, too long, or out of its limits. */
    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return answer(outOfLimits(e.getFieldErrors()));
    }

    /** The same where a part of the address has limits as well. */
    @Override
    protected ResponseEntity<Object> handleHandlerMethodValidationException(
            HandlerMethodValidationException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (ParameterValidationResult parameter : e.getParameterValidationResults()) {
            if (parameter instanceof ParameterErrors body) {
                return answer(outOfLimits(body.getFieldErrors()));
            }
            String name = String.valueOf(parameter.getMethodParameter().getParameterName());
            return answer(outOfLimits(
                    name,
                    parameter.getArgument(),
                    parameter.getResolvableErrors().get(0).getDefaultMessage()));
        }
        return answer(unread("The body", NOT_WANTED, BODY));
    }

    private static ProblemDetail outOfLimits(List<FieldError> errors) {
        return errors.stream()
                .min(Comparator.comparing(FieldError::getField))
                .map(first -> outOfLimits(first.getField(), first.getRejectedValue(), first.getDefaultMessage()))
                .orElseGet(() -> unread("The body", NOT_WANTED, BODY));
    }

    private static ProblemDetail outOfLimits(String field, @Nullable Object value, @Nullable String limit) {
        return problem(
                HttpStatus.BAD_REQUEST,
                "“%s” is %s; it %s. Change it and send again.".formatted(field, shortened(value), limit),
                field);
    }

    /** A parameter of the address that is missing. */
    @Override
    protected ResponseEntity<Object> handleMissingServletRequestParameter(
            MissingServletRequestParameterException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return answer(unread("“%s”".formatted(e.getParameterName()), "is missing", e.getParameterName()));
    }

    /** A parameter of the address that is no number, or none of the words that are taken. */
    @Override
    protected ResponseEntity<Object> handleTypeMismatch(
            TypeMismatchException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        String name = String.valueOf(e.getPropertyName());
        Class<?> type = e.getRequiredType();
        String wanted = type != null && type.isEnum()
                ? "one of %s".formatted(List.of(type.getEnumConstants()))
                : type == null
                        ? "another"
                        : "of type %s".formatted(type.getSimpleName().toLowerCase(Locale.ROOT));
        return answer(unread(
                "“%s”".formatted(name), "is “%s”; it must be %s".formatted(shortened(e.getValue()), wanted), name));
    }

    private static String path(JacksonException e) {
        StringBuilder path = new StringBuilder();
        for (JacksonException.Reference reference : e.getPath()) {
            if (reference.getPropertyName() == null) {
                path.append('[').append(reference.getIndex()).append(']');
            } else {
                path.append(path.isEmpty() ? "" : ".").append(shortened(reference.getPropertyName()));
            }
        }
        return path.toString();
    }

    private static String shortened(@Nullable Object value) {
        String text = String.valueOf(value);
        return text.length() > LONGEST_VALUE ? text.substring(0, LONGEST_VALUE) + "…" : text;
    }

    private static ResponseEntity<Object> answer(ProblemDetail problem) {
        return ResponseEntity.status(problem.getStatus()).body(problem);
    }

    static ProblemDetail problem(HttpStatus status, String detail, @Nullable String field) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, WellFormed.cleaned(detail));
        if (field != null) {
            problem.setProperty("field", WellFormed.cleaned(field));
        }
        return problem;
    }
}
