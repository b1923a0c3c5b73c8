package app.tidewrack.server.person;

import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.NotFound;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.Map;
import java.util.Set;
import lombok.RequiredArgsConstructor;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.web.ErrorResponseException;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Every request that names a client is checked for the person's membership in it. A stranger learns nothing, not even
 * that the client exists; a viewer or approver may read but not change.
 */
@Configuration
@RequiredArgsConstructor
class Membership implements WebMvcConfigurer, HandlerInterceptor {
    private static final Set<String> READING = Set.of("GET", "HEAD", "OPTIONS");

    private final PersonMapper mapper;

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/clients/*/**");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        Map<?, ?> variables = (Map<?, ?>) request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
        String clientId = variables == null ? "" : String.valueOf(variables.get("clientId"));
        Principal person = request.getUserPrincipal();
        String role = mapper.role(person == null ? "" : person.getName(), clientId)
                .orElseThrow(() -> new NotFound("client", clientId));
        boolean reads = READING.contains(request.getMethod())
                || handler instanceof HandlerMethod method && method.hasMethodAnnotation(AsksOnly.class);
        if (role.equals("BUYER")) {
            return true;
        }
        Rights.readsOnly(request);
        if (!reads) {
            ErrorResponseException forbidden = new ErrorResponseException(HttpStatus.FORBIDDEN);
            forbidden.setDetail("You can read this client but not change it. Ask a buyer of this client.");
            throw forbidden;
        }
        return true;
    }
}
