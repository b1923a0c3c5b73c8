package app.tidewrack.server.person;

import app.tidewrack.core.source.Contact;
import app.tidewrack.server.web.NotFound;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Component;

/** Who is signed in where. A session ends after twelve hours without a request, and after thirty days in any case. */
@Component
@RequiredArgsConstructor
class Sessions {
    static final Duration LONGEST = Duration.ofDays(30);
    private static final Duration LONGEST_HALF_WAY = Duration.ofMinutes(5);
    private static final String HALF_WAY = "tidewrack.half-way";
    private static final String HALF_WAY_AT = "tidewrack.half-way-at";
    private static final String ADDRESS = "tidewrack.address";
    private static final String AGENT = "tidewrack.agent";
    private static final int LONGEST_AGENT = 200;

    private final SecurityContextRepository contexts;
    private final FindByIndexNameSessionRepository<? extends Session> repository;

    /**
     * @param id by which it can be ended, and not the session's own
     * @param agent what the browser says it is
     * @param here whether it is the one that asks
     */
    record SessionView(String id, Instant since, Instant lastSeen, String address, String agent, boolean here) {}

    /** The password was right, and the second factor is still to come. */
    void halfWay(String personId, HttpServletRequest request) {
        HttpSession session = begin(request);
        session.setAttribute(HALF_WAY, personId);
        session.setAttribute(HALF_WAY_AT, Instant.now());
    }

    /** Who gave their password in this session within five minutes; null for nobody. */
    @Nullable
    String whoIsHalfWay(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session == null || !(session.getAttribute(HALF_WAY_AT) instanceof Instant at)) {
            return null;
        }
        boolean late = at.plus(LONGEST_HALF_WAY).isBefore(Instant.now());
        return late ? null : (String) session.getAttribute(HALF_WAY);
    }

    void signIn(String personId, HttpServletRequest request, HttpServletResponse response) {
        HttpSession session = begin(request);
        session.removeAttribute(HALF_WAY);
        session.removeAttribute(HALF_WAY_AT);
        session.setAttribute(ADDRESS, request.getRemoteAddr());
        String agent = Objects.requireNonNullElse(request.getHeader(HttpHeaders.USER_AGENT), "");
        session.setAttribute(AGENT, agent.substring(0, Math.min(LONGEST_AGENT, agent.length())));
        keep(
                UsernamePasswordAuthenticationToken.authenticated(
                        personId, null, AuthorityUtils.createAuthorityList("PERSON")),
                request,
                response);
    }

    /** Lets a guest in, in place of whoever was signed in in this browser. */
    void signIn(GuestPass guest, HttpServletRequest request, HttpServletResponse response) {
        signOut(request);
        begin(request);
        keep(guest, request, response);
    }

    private void keep(Authentication who, HttpServletRequest request, HttpServletResponse response) {
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(who);
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
    }

    private static HttpSession begin(HttpServletRequest request) {
        request.getSession(true);
        request.changeSessionId();
        return request.getSession();
    }

    void signOut(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }

    /** Ends a session that is too old, as if nobody were signed in. */
    void endIfOld(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null
                && Instant.ofEpochMilli(session.getCreationTime()).plus(LONGEST).isBefore(Instant.now())) {
            signOut(request);
        }
    }

    /** The last used first. */
    List<SessionView> of(String personId, HttpServletRequest request) {
        return all(personId)
                .map(s -> new SessionView(
                        handle(s.getId()),
                        s.getCreationTime(),
                        s.getLastAccessedTime(),
                        s.getAttributeOrDefault(ADDRESS, ""),
                        s.getAttributeOrDefault(AGENT, ""),
                        s.getId().equals(own(request))))
                .sorted(Comparator.comparing(SessionView::lastSeen).reversed())
                .toList();
    }

    private static @Nullable String own(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        return session == null ? null : session.getId();
    }

    private Stream<? extends Session> all(String personId) {
        return repository.findByPrincipalName(personId).values().stream().filter(s -> !s.isExpired());
    }

    /** What is shown of a session cannot be used as one. */
    private static String handle(String sessionId) {
        return Contact.hash(sessionId);
    }

    /** @throws NotFound when the person has no such session */
    void end(String personId, String id) {
        String session = all(personId)
                .map(Session::getId)
                .filter(s -> handle(s).equals(id))
                .findFirst()
                .orElseThrow(() -> new NotFound("session", id));
        repository.deleteById(session);
    }

    /** Ends all of a person's, but the one that asks where it is theirs. */
    void endOthers(String personId, @Nullable HttpServletRequest request) {
        String kept = request == null ? null : own(request);
        all(personId).map(Session::getId).filter(s -> !s.equals(kept)).forEach(repository::deleteById);
    }
}
