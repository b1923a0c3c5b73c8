package app.tidewrack.server.trail;

import app.tidewrack.server.person.GuestPass;
import app.tidewrack.server.person.ProgramToken;
import app.tidewrack.server.trail.TrailMapper.Things;
import app.tidewrack.server.web.Deeds;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.HashMap;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.web.context.request.ServletWebRequest;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Takes down every request that changed something, every one that took data away, and those that somebody had no right to. No
 * operation has to think of it: what changes is known by its method.
 */
@Configuration
@RequiredArgsConstructor
class TrailKeeper implements WebMvcConfigurer, HandlerInterceptor {
    private static final String WHO = TrailKeeper.class.getName();
    private static final String CLIENT = "clientId";

    /** A client that something is done to by who keeps the agency's. */
    private static final String DONE_TO = "client";

    /** The link that somebody without an account came by. */
    static final String GUEST = "guest";

    private final TrailMapper mapper;

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/**").order(HIGHEST);
    }

    /** Before rights are looked at, so that what they refuse is seen. */
    private static final int HIGHEST = -1;

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        Principal who = request.getUserPrincipal();
        if (who != null) {
            // Whoever signs out is nobody at the end.
            request.setAttribute(WHO, who);
        }
        return true;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception thrown) {
        if (!(handler instanceof HandlerMethod method)) {
            return;
        }
        boolean told = !Deeds.onlyAsks(request, method) || method.hasMethodAnnotation(Deeds.TakesAway.class);
        boolean failed = thrown != null || response.getStatus() >= HttpStatus.BAD_REQUEST.value();
        boolean forbidden = response.getStatus() == HttpStatus.FORBIDDEN.value();
        // What the server itself could not do is no refusal, and where the database is away nothing is taken down.
        boolean ours = response.getStatus() >= HttpStatus.INTERNAL_SERVER_ERROR.value();
        boolean refused = forbidden || failed && !ours && method.hasMethodAnnotation(Deeds.AlsoRefused.class);
        if (told && (!failed || refused)) {
            add(request, refused);
        }
    }

    private void add(HttpServletRequest request, boolean refused) {
        Map<String, String> things = new HashMap<>();
        Map<?, ?> variables = (Map<?, ?>) request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
        if (variables != null) {
            variables.forEach((name, value) -> things.put(String.valueOf(name), String.valueOf(value)));
        }
        ServletWebRequest web = new ServletWebRequest(request);
        things.putAll(Deeds.things(web));
        String asClient = things.remove(CLIENT);
        String toClient = things.remove(DONE_TO);
        String clientId = asClient == null ? toClient : asClient;
        Principal who = (Principal) request.getAttribute(WHO);
        if (who instanceof GuestPass guest) {
            things.put(GUEST, guest.linkId());
        }
        mapper.add(
                who == null ? Deeds.person(web) : who instanceof GuestPass ? null : who.getName(),
                who instanceof ProgramToken program ? program.tokenId() : null,
                clientId,
                request.getMethod() + " " + request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE),
                new Things(things),
                refused);
    }
}
