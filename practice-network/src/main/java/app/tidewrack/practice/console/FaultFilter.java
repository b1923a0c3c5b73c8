package app.tidewrack.practice.console;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletOutputStream;
import jakarta.servlet.WriteListener;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpServletResponseWrapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import tools.jackson.databind.json.JsonMapper;

/** Makes calls meet the faults switched on, and keeps callers to the rulebook's rate. */
@Component
@Order(Ordered.LOWEST_PRECEDENCE)
@RequiredArgsConstructor
class FaultFilter extends OncePerRequestFilter {
    private static final int FAULTY_RETRY_SECONDS = 2;

    private final Faults faults;
    private final CallRates rates;
    private final JsonMapper json;

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Optional<CallKind> kind = CallKind.of(request.getMethod(), request.getRequestURI());
        if (kind.isEmpty()) {
            chain.doFilter(request, response);
            return;
        }
        int wait = rates.wait(request.getRequestURI());
        if (wait > 0) {
            tooMany(response, wait);
            return;
        }
        Optional<Fault> fault = faults.meet(kind.get());
        if (fault.isEmpty()) {
            chain.doFilter(request, response);
            return;
        }
        fail(fault.get(), request, response, chain);
    }

    private void fail(Fault fault, HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        switch (fault.mode()) {
            case SLOW -> {
                pause(fault.slowMillis());
                chain.doFilter(request, response);
            }
            case REFUSE ->
                problem(
                        response,
                        HttpStatus.UNPROCESSABLE_CONTENT,
                        "Refused, because the console says so. Switch that off.");
            case RATE_LIMIT -> tooMany(response, FAULTY_RETRY_SECONDS);
            case DOWN -> problem(response, HttpStatus.SERVICE_UNAVAILABLE, "The network is down. Try again later.");
            case GARBAGE -> {
                response.setContentType(MediaType.TEXT_HTML_VALUE);
                response.getOutputStream().write("<html><p>Back soon".getBytes(StandardCharsets.UTF_8));
            }
            case TOO_LARGE ->
                problem(
                        response,
                        HttpStatus.CONTENT_TOO_LARGE,
                        "Too large, because the console says so. Switch that off.");
            case LOSE_ANSWER -> {
                chain.doFilter(request, new Swallowed(response));
                lose(response);
            }
        }
    }

    private void tooMany(HttpServletResponse response, int seconds) throws IOException {
        response.setHeader(HttpHeaders.RETRY_AFTER, String.valueOf(seconds));
        problem(response, HttpStatus.TOO_MANY_REQUESTS, "Too many calls. Wait %d s.".formatted(seconds));
    }

    private void problem(HttpServletResponse response, HttpStatus status, String detail) throws IOException {
        response.setStatus(status.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getOutputStream().write(json.writeValueAsBytes(ProblemDetail.forStatusAndDetail(status, detail)));
    }

    private static void pause(int millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Promises more than it sends, so that the connection breaks before the caller has the answer. */
    private static void lose(HttpServletResponse response) throws IOException {
        response.setStatus(HttpServletResponse.SC_OK);
        response.setContentLength(1000);
        response.setHeader(HttpHeaders.CONNECTION, "close");
        response.getOutputStream().write(' ');
        response.flushBuffer();
    }

    /** Takes an answer in and keeps nothing of it. */
    private static final class Swallowed extends HttpServletResponseWrapper {
        private final ServletOutputStream nowhere = new ServletOutputStream() {
            @Override
            public void write(int b) {}

            @Override
            public boolean isReady() {
                return true;
            }

            @Override
            public void setWriteListener(WriteListener listener) {}
        };

        Swallowed(HttpServletResponse response) {
            super(response);
        }

        @Override
        public ServletOutputStream getOutputStream() {
            return nowhere;
        }

        @Override
        public PrintWriter getWriter() {
            return new PrintWriter(Writer.nullWriter(), false);
        }

        @Override
        public void setStatus(int status) {}

        @Override
        public void setContentLength(int length) {}

        @Override
        public void setContentLengthLong(long length) {}

        @Override
        public void setContentType(String type) {}

        @Override
        public void flushBuffer() {}
    }
}
