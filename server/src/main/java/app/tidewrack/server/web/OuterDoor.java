package app.tidewrack.server.web;

import app.tidewrack.core.text.WellFormed;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.UriUtils;

/** What every request passes first: its address is text that can be kept, and what fails before a controller is told as a problem too. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
@RequiredArgsConstructor
class OuterDoor extends OncePerRequestFilter {
    /** Characters of an address with its question; the longest that a screen asks has some 1,500. */
    private static final int LONGEST_ADDRESS = 6_000;

    private final ProblemWriter problems;

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Optional<String> fault = addressFault(request.getRequestURI(), request.getQueryString());
        if (fault.isPresent()) {
            problems.write(response, Problems.problem(HttpStatus.BAD_REQUEST, fault.get(), Problems.ADDRESS));
            return;
        }
        if (request.getContentType() != null && request.getContentType().contains("*")) {
            problems.write(
                    response,
                    HttpStatus.UNSUPPORTED_MEDIA_TYPE,
                    "“%s” is no type of a body. Say which it is, such as application/json."
                            .formatted(request.getContentType()));
            return;
        }
        try {
            chain.doFilter(request, response);
        } catch (DataAccessException | TransactionException e) {
            if (response.isCommitted()) {
                throw e;
            }
            response.reset();
            problems.write(response, Problems.ofDatabase(e));
        }
    }

    static Optional<String> addressFault(String path, @Nullable String question) {
        if (path.length() + (question == null ? 0 : question.length()) > LONGEST_ADDRESS) {
            return Optional.of("The address is longer than %,d characters. Ask for less.".formatted(LONGEST_ADDRESS));
        }
        return fault(path)
                .or(() -> question == null ? Optional.empty() : fault(question.replace('+', ' ')))
                .map("The address %s. Write it without."::formatted);
    }

    private static Optional<String> fault(String encoded) {
        try {
            byte[] bytes = UriUtils.decode(encoded, StandardCharsets.ISO_8859_1).getBytes(StandardCharsets.ISO_8859_1);
            return WellFormed.fault(StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString());
        } catch (IllegalArgumentException e) {
            return Optional.of("holds a percent sign that no two digits follow");
        } catch (CharacterCodingException e) {
            return Optional.of("holds bytes that are no UTF-8");
        }
    }
}
