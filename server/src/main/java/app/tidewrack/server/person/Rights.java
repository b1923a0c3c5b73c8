package app.tidewrack.server.person;

import app.tidewrack.server.web.BeforeSecondFactor;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.ForApprovers;
import app.tidewrack.server.web.ForGuests;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import app.tidewrack.server.web.NotFound;
import app.tidewrack.server.web.SeesLeads;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.http.HttpStatus;
import org.springframework.web.ErrorResponseException;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Who may do what, asked before every operation. Of a client: a stranger learns nothing, not even that the client exists; a viewer or
 * approver reads and does not change, but for what is marked for approvers; a guest sees the one sign-off they have a link to. Of no client: as the operation says by {@link May}, and nobody where it says nothing. A program
 * may do what its maker may, and no more than its token allows.
 */
@Configuration
@RequiredArgsConstructor
public class Rights implements WebMvcConfigurer, HandlerInterceptor {
    private static final Logger LOG = LoggerFactory.getLogger(Rights.class);
    private static final String READS_ONLY = Rights.class.getName();
    private static final String OF_A_CLIENT = "/api/clients/{clientId}";

    private final PersonMapper mapper;
    private final Guests guests;

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/**");
    }

    /** False while somebody asks who may read and not change; true for all others, and for jobs. */
    public static boolean mayChange() {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        return request == null || request.getAttribute(READS_ONLY, RequestAttributes.SCOPE_REQUEST) == null;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (handler instanceof HandlerMethod method) {
            String pattern = String.valueOf(request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE));
            try {
                require(request, pattern, method);
            } catch (ErrorResponseException | NotFound refused) {
                LOG.info(
                        "Refused {} {} to {}: {}",
                        request.getMethod(),
                        pattern,
                        who(request.getUserPrincipal()),
                        refused instanceof NotFound ? "not theirs" : "not for them");
                throw refused;
            }
        }
        return true;
    }

    /** By id, since a log names nobody. */
    private static String who(@Nullable Principal asks) {
        return asks instanceof GuestPass guest
                ? "the guest of link " + guest.linkId()
                : asks == null ? "nobody" : asks.getName();
    }

    private void require(HttpServletRequest request, String pattern, HandlerMethod method) {
        if (pattern.startsWith(OF_A_CLIENT)) {
            ofClient(request, method);
        } else if (!pattern.startsWith("/api/description")) {
            ofNoClient(request.getUserPrincipal(), method);
        }
    }

    private void ofClient(HttpServletRequest request, HandlerMethod method) {
        Map<?, ?> variables = (Map<?, ?>) request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
        String clientId = String.valueOf(variables.get("clientId"));
        Principal asks = request.getUserPrincipal();
        if (asks instanceof GuestPass guest) {
            request.setAttribute(READS_ONLY, true);
            ofGuest(guest, clientId, variables, method);
            return;
        }
        requireSecondFactor(asks, method);
        Role role = role(asks, clientId);
        ForApprovers approvers = method.getMethodAnnotation(ForApprovers.class);
        boolean alone = approvers != null && approvers.alone();
        if (alone && (role != Role.APPROVER || asks instanceof ProgramToken)) {
            throw forbidden("An approver of this client decides on what buyers send. Ask one of them.");
        }
        if (showsLeads(method) && !mapper.seesLeads(asks == null ? "" : asks.getName(), clientId)) {
            throw forbidden("What people sent is for those of this client who may see leads. Ask an administrator.");
        }
        if (role == Role.BUYER) {
            return;
        }
        request.setAttribute(READS_ONLY, true);
        if (role == Role.APPROVER && approvers != null) {
            return;
        }
        if (!Deeds.onlyAsks(request, method)) {
            throw forbidden("You can read this client but not change it. Ask a buyer of this client.");
        }
    }

    /** Of an operation, or of all of its controller's. */
    private static boolean showsLeads(HandlerMethod method) {
        SeesLeads own = method.getMethodAnnotation(SeesLeads.class);
        SeesLeads all =
                own == null ? AnnotatedElementUtils.findMergedAnnotation(method.getBeanType(), SeesLeads.class) : own;
        return all != null && all.value();
    }

    /** Of one sign-off and what it shows; all else is not there. */
    private void ofGuest(GuestPass guest, String clientId, Map<?, ?> variables, HandlerMethod method) {
        if (!clientId.equals(guest.clientId()) || !method.hasMethodAnnotation(ForGuests.class)) {
            throw new NotFound("client", clientId);
        }
        if (!guests.isGood(guest)) {
            throw forbidden("This link has ended. Ask whoever sent it for a new one.");
        }
        Object signOffId = variables.get("signOffId");
        Object sha = variables.get("sha");
        if (signOffId == null
                ? sha == null || !guests.shows(guest, sha.toString())
                : !signOffId.equals(guest.signOffId())) {
            throw new NotFound("sign-off", String.valueOf(signOffId));
        }
    }

    private Role role(@Nullable Principal asks, String clientId) {
        Role role = mapper.role(asks == null ? "" : asks.getName(), clientId)
                .filter(r -> !(asks instanceof ProgramToken token) || token.covers(clientId))
                .orElseThrow(() -> new NotFound("client", clientId));
        return asks instanceof ProgramToken token ? role.butNoMoreThan(token.most()) : role;
    }

    private void ofNoClient(@Nullable Principal asks, HandlerMethod method) {
        May may = AnnotatedElementUtils.findMergedAnnotation(method.getMethod(), May.class);
        if (may == null) {
            may = AnnotatedElementUtils.findMergedAnnotation(method.getBeanType(), May.class);
        }
        if (may == null) {
            throw forbidden("Nobody may do this: it was never said who.");
        }
        if (may.value() == Who.ANYBODY) {
            return;
        }
        if (asks instanceof GuestPass) {
            throw refused(HttpStatus.UNAUTHORIZED, "You came by the link of a sign-off. Sign in for all else.");
        }
        if (asks instanceof ProgramToken && may.value() != Who.MEMBERS_AND_PROGRAMS) {
            throw forbidden("A program may not do this. Sign in as the person who made the token.");
        }
        requireSecondFactor(asks, method);
        boolean administrators = may.value() == Who.ADMINISTRATORS;
        boolean allowed = mapper.byId(asks == null ? "" : asks.getName())
                .filter(p -> p.closedAt() == null && (p.administrator() || !administrators))
                .isPresent();
        if (!allowed) {
            throw forbidden("Only an administrator of the agency may do this. Ask one of them.");
        }
    }

    /** The one that the agency asks for; programs and guests have no password that it would stand beside. */
    private void requireSecondFactor(@Nullable Principal asks, HandlerMethod method) {
        if (asks != null
                && !(asks instanceof ProgramToken)
                && !method.hasMethodAnnotation(BeforeSecondFactor.class)
                && mapper.owesSecondFactor(asks.getName())) {
            throw forbidden(
                    "The agency asks for a second factor beside your password. Turn one on under your name, Second factor.");
        }
    }

    private static ErrorResponseException forbidden(String why) {
        return refused(HttpStatus.FORBIDDEN, why);
    }

    private static ErrorResponseException refused(HttpStatus status, String why) {
        ErrorResponseException refused = new ErrorResponseException(status);
        refused.setDetail(why);
        return refused;
    }
}
