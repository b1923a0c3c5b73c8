package app.tidewrack.server.person;

import app.tidewrack.server.web.ProblemWriter;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Set;
import java.util.regex.Pattern;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Who may ask for what: the interface is open, the API is for the signed in, with CSRF tokens for a single page, and for programs that
 * show a token. What each may do there is said by {@link Rights} and {@link May}.
 */
@Configuration
class Security {
    /** Ant Design writes style tags at run time, so inline style is allowed; inline script is not. */
    private static final String CONTENT_POLICY =
            "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; "
                    + "img-src 'self' data: blob:; font-src 'self' data:; connect-src 'self'; object-src 'none'; "
                    + "base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    private static final Set<String> LOOPBACK = Set.of("127.0.0.1", "0:0:0:0:0:0:0:1");
    private static final String PROGRAM = Security.class.getName() + ".program";

    @Bean
    SecurityFilterChain filters(HttpSecurity http, ProblemWriter problems, Tokens tokens, Sessions sessions)
            throws Exception {
        return http.authorizeHttpRequests(a -> a.requestMatchers("/api/door/**")
                        .permitAll()
                        .requestMatchers(HttpMethod.POST, "/api/session", "/api/session/second")
                        .permitAll()
                        .requestMatchers("/api/**")
                        .authenticated()
                        // Figures of the machine are for this machine; behind a proxy the address is that of who asks.
                        .requestMatchers("/actuator/prometheus")
                        .access((who, asked) -> new AuthorizationDecision(
                                LOOPBACK.contains(asked.getRequest().getRemoteAddr())))
                        .anyRequest()
                        .permitAll())
                .csrf(c -> c.spa()
                        .csrfTokenRepository(Cookies.pageTokens())
                        .ignoringRequestMatchers(r -> r.getAttribute(PROGRAM) != null))
                .addFilterBefore(new ProgramFilter(tokens, sessions, problems), CsrfFilter.class)
                .exceptionHandling(e -> e.authenticationEntryPoint((request, response, cause) -> problems.write(
                                response, HttpStatus.UNAUTHORIZED, "Nobody is signed in. Sign in and try again."))
                        .accessDeniedHandler((request, response, cause) -> problems.write(
                                response, HttpStatus.FORBIDDEN, "The page is out of date. Load it again.")))
                .headers(h -> h.contentSecurityPolicy(p -> p.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(r -> r.policy(ReferrerPolicy.SAME_ORIGIN)))
                .securityContext(s -> s.securityContextRepository(contexts()))
                .requestCache(c -> c.disable())
                .logout(l -> l.disable())
                .build();
    }

    @Bean
    SecurityContextRepository contexts() {
        return new HttpSessionSecurityContextRepository();
    }

    /**
     * Lets programs in by their token, and ends sessions that are too old. A browser keeps no token and sends none by itself, so what
     * is asked with one needs no CSRF token; as a password of HTTP's own kind, which a browser does keep, it only reads.
     */
    @RequiredArgsConstructor
    private static final class ProgramFilter extends OncePerRequestFilter {
        private static final String BEARER = "Bearer ";
        private static final String BASIC = "Basic ";

        /** What calendars and spreadsheets read, most of which can send no header: there a token may stand in the address. */
        private static final Pattern FEEDS =
                Pattern.compile("/api/clients/[^/]+/(calendar\\.ics|results/lines\\.(csv|json))");

        private final Tokens tokens;
        private final Sessions sessions;
        private final ProblemWriter problems;

        @Override
        protected boolean shouldNotFilter(HttpServletRequest request) {
            return !request.getRequestURI().startsWith("/api/");
        }

        @Override
        protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                throws ServletException, IOException {
            String token = token(request);
            if (token == null) {
                sessions.endIfOld(request);
                chain.doFilter(request, response);
                return;
            }
            ProgramToken program = tokens.read(token).orElse(null);
            if (program == null) {
                problems.write(
                        response,
                        HttpStatus.UNAUTHORIZED,
                        "This token is none, or has ended. Make a new one under your name, Tokens.");
                return;
            }
            request.setAttribute(PROGRAM, true);
            SecurityContext context = SecurityContextHolder.createEmptyContext();
            context.setAuthentication(program);
            SecurityContextHolder.setContext(context);
            chain.doFilter(request, response);
        }

        private static @Nullable String token(HttpServletRequest request) {
            String header = request.getHeader(HttpHeaders.AUTHORIZATION);
            if (header == null) {
                boolean read = request.getMethod().equals("GET")
                        && FEEDS.matcher(request.getRequestURI()).matches();
                return read ? request.getParameter("token") : null;
            }
            if (header.startsWith(BEARER)) {
                return header.substring(BEARER.length()).strip();
            }
            if (header.startsWith(BASIC) && request.getMethod().equals("GET")) {
                return password(header.substring(BASIC.length()).strip());
            }
            return "";
        }

        private static String password(String encoded) {
            try {
                String pair = new String(Base64.getDecoder().decode(encoded), StandardCharsets.UTF_8);
                return pair.substring(pair.indexOf(':') + 1);
            } catch (IllegalArgumentException e) {
                return "";
            }
        }
    }
}
