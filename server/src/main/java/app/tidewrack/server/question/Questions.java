package app.tidewrack.server.question;

import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.NotWanted;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.sql.SQLException;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Questions under way by what their askers call them, in a header. Only what changes nothing is a question; one without a name cannot be
 * taken back.
 */
@Configuration
class Questions implements WebMvcConfigurer, HandlerInterceptor {
    static final String HEADER = "X-Question";

    /** What a question may be called. */
    static final String NAME = "[A-Za-z0-9-]{1,64}";

    private static final Logger LOG = LoggerFactory.getLogger(Questions.class);
    private static final Pattern NAMED = Pattern.compile(NAME);
    private static final String ASKED = Questions.class.getName();

    /** A question may be taken back before it is heard: they come on two connections. */
    private static final Duration OVERTAKES = Duration.ofSeconds(10);

    private static final int MOST_REMEMBERED = 10_000;

    private final Map<Named, Question> underWay = new ConcurrentHashMap<>();
    private final Cache<Named, Boolean> takenBack = Caffeine.newBuilder()
            .expireAfterWrite(OVERTAKES)
            .maximumSize(MOST_REMEMBERED)
            .build();

    /** @param person by id: whoever asked may take it back, and nobody else */
    private record Named(String person, String name) {}

    private record Asked(Named named, Question question) {}

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/**");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        String name = request.getHeader(HEADER);
        Principal asks = request.getUserPrincipal();
        if (name != null
                && asks != null
                && NAMED.matcher(name).matches()
                && handler instanceof HandlerMethod operation
                && Deeds.onlyAsks(request, operation)) {
            Named named = new Named(asks.getName(), name);
            Question question = new Question();
            underWay.put(named, question);
            request.setAttribute(ASKED, new Asked(named, question));
            if (takenBack.getIfPresent(named) != null) {
                throw new NotWanted();
            }
        }
        return true;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception problem) {
        if (request.getAttribute(ASKED) instanceof Asked asked) {
            underWay.remove(asked.named(), asked.question());
        }
    }

    /** The one that is answered on this thread; null for none that could be taken back. */
    static @Nullable Question current() {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        return request != null && request.getAttribute(ASKED, RequestAttributes.SCOPE_REQUEST) instanceof Asked asked
                ? asked.question()
                : null;
    }

    void takeBack(String person, String name) {
        Named named = new Named(person, name);
        takenBack.put(named, true);
        Question question = underWay.get(named);
        if (question != null) {
            try {
                question.takeBack();
            } catch (SQLException e) {
                LOG.warn("A question goes on that was taken back: {}", e.getMessage());
            }
        }
    }
}
