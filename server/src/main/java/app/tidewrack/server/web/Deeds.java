package app.tidewrack.server.web;

import jakarta.servlet.http.HttpServletRequest;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.method.HandlerMethod;

/**
 * What the trail is to say of a request beside what its address says. Whatever changes something is in the trail by itself; what only
 * reads is where it is marked.
 */
public final class Deeds {
    private static final Set<String> READING = Set.of("GET", "HEAD", "OPTIONS");
    private static final String THINGS = Deeds.class.getName() + ".things";
    private static final String PERSON = Deeds.class.getName() + ".person";

    private Deeds() {}

    /** Reads what is taken away, such as a file of results, so that the trail tells of it. */
    @Retention(RetentionPolicy.RUNTIME)
    @Target(ElementType.METHOD)
    public @interface TakesAway {}

    /** The trail tells of tries that were refused too. */
    @Retention(RetentionPolicy.RUNTIME)
    @Target(ElementType.METHOD)
    public @interface AlsoRefused {}

    /** Whether a request only asks: by its method, or by what its operation is marked with. */
    public static boolean onlyAsks(HttpServletRequest request, HandlerMethod operation) {
        return READING.contains(request.getMethod()) || operation.hasMethodAnnotation(AsksOnly.class);
    }

    /** Of what it is, beside what the address names, such as a person's id. Never a secret, and no more of a person than their id. */
    public static void of(String kind, String id) {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request != null) {
            Map<String, String> things = new LinkedHashMap<>(things(request));
            things.put(kind, id);
            request.setAttribute(THINGS, things, RequestAttributes.SCOPE_REQUEST);
        }
    }

    /** Whose deed it is, where nobody was signed in when it began. */
    public static void by(@Nullable String personId) {
        RequestContextHolder.currentRequestAttributes()
                .setAttribute(PERSON, Objects.requireNonNullElse(personId, ""), RequestAttributes.SCOPE_REQUEST);
    }

    @SuppressWarnings("unchecked") // only this class sets it
    public static Map<String, String> things(RequestAttributes request) {
        return Objects.requireNonNullElse(
                (Map<String, String>) request.getAttribute(THINGS, RequestAttributes.SCOPE_REQUEST), Map.of());
    }

    /** Who was said by {@link #by}; null for nobody. */
    public static @Nullable String person(RequestAttributes request) {
        Object said = request.getAttribute(PERSON, RequestAttributes.SCOPE_REQUEST);
        return said == null || said.equals("") ? null : said.toString();
    }
}
