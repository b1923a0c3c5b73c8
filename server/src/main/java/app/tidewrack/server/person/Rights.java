package app.tidewrack.server.person;

import jakarta.servlet.http.HttpServletRequest;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/** Whether what is under way may change something, for what is done on the way to an answer. */
public final class Rights {
    private static final String READS_ONLY = Rights.class.getName();

    private Rights() {}

    static void readsOnly(HttpServletRequest request) {
        request.setAttribute(READS_ONLY, true);
    }

    /** False while somebody asks who may read and not change; true for all others, and for jobs. */
    public static boolean mayChange() {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        return request == null || request.getAttribute(READS_ONLY, RequestAttributes.SCOPE_REQUEST) == null;
    }
}
