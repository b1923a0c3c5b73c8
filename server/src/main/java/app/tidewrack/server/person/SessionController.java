package app.tidewrack.server.person;

import app.tidewrack.server.person.PersonMapper.Person;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.Locale;
import lombok.RequiredArgsConstructor;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out. Failures are counted by e-mail and by address in the database, so every server node knows them. */
@RestController
@RequestMapping("/api/session")
@RequiredArgsConstructor
class SessionController {
    private static final int WINDOW_MINUTES = 15;
    private static final int MOST_BY_EMAIL = 5;
    private static final int MOST_BY_ADDRESS = 40;

    private final AuthenticationManager authentication;
    private final SecurityContextRepository contexts;
    private final PersonMapper mapper;

    record SignIn(
            @NotBlank @Size(max = 200) String email,
            @NotBlank @Size(max = 200) String password) {}

    record SignedIn(String name, String email) {}

    @PostMapping
    ResponseEntity<?> signIn(
            @Valid @RequestBody SignIn signIn, HttpServletRequest request, HttpServletResponse response) {
        String email = signIn.email().strip().toLowerCase(Locale.ROOT);
        if (mapper.failuresOf(email, WINDOW_MINUTES) >= MOST_BY_EMAIL
                || mapper.failuresFrom(request.getRemoteAddr(), WINDOW_MINUTES) >= MOST_BY_ADDRESS) {
            return ResponseEntity.status(HttpStatus.TOO_MANY_REQUESTS)
                    .header(HttpHeaders.RETRY_AFTER, String.valueOf(WINDOW_MINUTES * 60))
                    .body(ProblemDetail.forStatusAndDetail(
                            HttpStatus.TOO_MANY_REQUESTS,
                            "%d sign-ins failed within %d minutes, the most allowed. Wait %d minutes and try again."
                                    .formatted(MOST_BY_EMAIL, WINDOW_MINUTES, WINDOW_MINUTES)));
        }
        try {
            Authentication signedIn = authentication.authenticate(
                    UsernamePasswordAuthenticationToken.unauthenticated(email, signIn.password()));
            keep(signedIn, request, response);
            mapper.forgetFailures(email);
            return ResponseEntity.ok(view(signedIn));
        } catch (AuthenticationException e) {
            mapper.failed(email, request.getRemoteAddr());
            return ResponseEntity.status(HttpStatus.UNAUTHORIZED)
                    .body(ProblemDetail.forStatusAndDetail(
                            HttpStatus.UNAUTHORIZED,
                            "That e-mail and password do not go together. Check both and try again."));
        }
    }

    private void keep(Authentication signedIn, HttpServletRequest request, HttpServletResponse response) {
        request.getSession(true);
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(signedIn);
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
    }

    @GetMapping
    SignedIn whoAmI(Authentication signedIn) {
        return view(signedIn);
    }

    @DeleteMapping
    void signOut(HttpServletRequest request) {
        request.getSession().invalidate();
        SecurityContextHolder.clearContext();
    }

    private SignedIn view(Authentication signedIn) {
        Person person = mapper.byId(signedIn.getName()).orElseThrow();
        return new SignedIn(person.name(), person.email());
    }
}
