package app.tidewrack.server.web;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ErrorReportValve;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What no controller answers: refusals of the firewall and of the container itself, as problem details like all others. */
@RestController
@Order(Ordered.LOWEST_PRECEDENCE)
class Errors implements ErrorController, WebServerFactoryCustomizer<TomcatServletWebServerFactory> {
    @RequestMapping("${server.error.path:/error}")
    ResponseEntity<ProblemDetail> told(HttpServletRequest request) {
        Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        HttpStatus status = code instanceof Integer number ? HttpStatus.valueOf(number) : HttpStatus.NOT_FOUND;
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(Problems.problem(
                        status, words(status), status == HttpStatus.BAD_REQUEST ? Problems.ADDRESS : null));
    }

    private static String words(HttpStatus status) {
        return status.is5xxServerError()
                ? "Something failed here. Try again; if it stays so, tell whoever runs this server."
                : "This request is not taken: %s. Check its address and headers."
                        .formatted(status.getReasonPhrase().toLowerCase(Locale.ROOT));
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        factory.addContextCustomizers(
                context -> context.getParent().getPipeline().addValve(new ProblemValve()));
    }

    /** For what the container refuses before any filter: it has no converter, so the few words are written by hand. */
    private static final class ProblemValve extends ErrorReportValve {
        @Override
        protected void report(Request request, Response response, @Nullable Throwable failure) {
            if (response.getStatus() < 400 || response.getContentWritten() > 0 || !response.setErrorReported()) {
                return;
            }
            HttpStatus status = HttpStatus.valueOf(response.getStatus());
            try {
                response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
                response.setCharacterEncoding(StandardCharsets.UTF_8.name());
                response.getReporter()
                        .write("{\"status\":%d,\"title\":\"%s\",\"detail\":\"%s\",\"field\":\"%s\"}"
                                .formatted(status.value(), status.getReasonPhrase(), words(status), Problems.ADDRESS));
                response.finishResponse();
            } catch (IOException e) {
                // Whoever asked is gone; nobody is left to tell.
                response.setSuspended(true);
            }
        }
    }
}
