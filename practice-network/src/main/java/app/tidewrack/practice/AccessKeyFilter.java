package app.tidewrack.practice;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Set;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets in only callers that know the access key; anyone may ask whether it is up, see the empty console page, and
 * send a lead, which is signed instead.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class AccessKeyFilter extends OncePerRequestFilter {
    private static final Set<String> OPEN = Set.of("/", "/index.html", "/console.js", "/console.css", "/favicon.ico");

    private final byte[] key;

    AccessKeyFilter(PracticeSettings settings) {
        this.key = settings.accessKey().getBytes(StandardCharsets.UTF_8);
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String path = request.getRequestURI();
        boolean lead = path.startsWith("/receiver/") && request.getMethod().equals("POST");
        return lead || path.startsWith("/actuator/health") || OPEN.contains(path) || path.startsWith("/fonts/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String given = request.getHeader("X-Access-Key");
        if (given == null || !MessageDigest.isEqual(key, given.getBytes(StandardCharsets.UTF_8))) {
            response.sendError(HttpServletResponse.SC_UNAUTHORIZED);
            return;
        }
        chain.doFilter(request, response);
    }
}
