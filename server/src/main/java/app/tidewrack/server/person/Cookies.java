package app.tidewrack.server.person;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.session.web.http.CookieSerializer;
import org.springframework.session.web.http.DefaultCookieSerializer;

/**
 * Names of cookies. Over TLS they carry the prefixes by which a browser takes them from this host alone and never without TLS (RFC
 * 6265bis, 4.1.3); without TLS, as on the machine itself, no browser would keep them under these.
 */
@Configuration
class Cookies {
    static final String HOST = "__Host-";
    private static final String SECURE = "__Secure-";
    private static final String SESSION = "tidewrack";
    private static final String TOKEN = "XSRF-TOKEN";

    /** Name of a cookie that is for some paths only. */
    static String name(HttpServletRequest request, String name) {
        return request.isSecure() ? SECURE + name : name;
    }

    @Bean
    CookieSerializer sessionCookies() {
        return new SessionCookies(session(SESSION), session(HOST + SESSION));
    }

    private static DefaultCookieSerializer session(String name) {
        DefaultCookieSerializer cookies = new DefaultCookieSerializer();
        cookies.setCookieName(name);
        cookies.setCookiePath("/");
        cookies.setSameSite("Lax");
        return cookies;
    }

    @RequiredArgsConstructor
    private static final class SessionCookies implements CookieSerializer {
        private final CookieSerializer plain;
        private final CookieSerializer bound;

        private CookieSerializer of(HttpServletRequest request) {
            return request.isSecure() ? bound : plain;
        }

        @Override
        public void writeCookieValue(CookieValue value) {
            of(value.getRequest()).writeCookieValue(value);
        }

        @Override
        public List<String> readCookieValues(HttpServletRequest request) {
            return of(request).readCookieValues(request);
        }
    }

    /** What a page reads and sends back, so that no other site can ask in its name. */
    static CsrfTokenRepository pageTokens() {
        return new PageTokens(page(TOKEN), page(HOST + TOKEN));
    }

    private static CsrfTokenRepository page(String name) {
        CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        tokens.setCookieName(name);
        tokens.setCookiePath("/");
        return tokens;
    }

    @RequiredArgsConstructor
    private static final class PageTokens implements CsrfTokenRepository {
        private final CsrfTokenRepository plain;
        private final CsrfTokenRepository bound;

        private CsrfTokenRepository of(HttpServletRequest request) {
            return request.isSecure() ? bound : plain;
        }

        @Override
        public CsrfToken generateToken(HttpServletRequest request) {
            return of(request).generateToken(request);
        }

        @Override
        public void saveToken(@Nullable CsrfToken token, HttpServletRequest request, HttpServletResponse response) {
            of(request).saveToken(token, request, response);
        }

        @Override
        public @Nullable CsrfToken loadToken(HttpServletRequest request) {
            return of(request).loadToken(request);
        }
    }
}
