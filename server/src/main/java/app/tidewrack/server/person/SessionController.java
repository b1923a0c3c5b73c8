package app.tidewrack.server.person;

import static app.tidewrack.server.person.SignInLimits.MOST_OF_PAIR;
import static app.tidewrack.server.person.SignInLimits.WINDOW_MINUTES;

import app.tidewrack.server.person.PersonMapper.Person;
import app.tidewrack.server.person.SignInLimits.Guess;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.HexFormat;
import java.util.Locale;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseCookie;
import org.springframework.http.ResponseEntity;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.CookieValue;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out. Tries are counted in the database, so every server node knows them. */
@RestController
@RequestMapping("/api/session")
@RequiredArgsConstructor
class SessionController {
    private static final String DEVICE = "tidewrack-device";
    private static final int DEVICE_BYTES = 32;
    private static final int DEVICE_DAYS = 180;
    private static final int MOST_AT_ONCE = 4;

    private final AuthenticationManager authentication;
    private final SecurityContextRepository contexts;
    private final PersonMapper mapper;
    private final SignInLimits limits;
    private final SecureRandom random = new SecureRandom();
    private final Semaphore looking = new Semaphore(MOST_AT_ONCE);

    record SignIn(
            @NotBlank @Size(max = 200) String email,
            @NotBlank @Size(max = 200) String password) {}

    record SignedIn(String name, String email) {}

    @PostMapping
    ResponseEntity<?> signIn(
            @Valid @RequestBody SignIn signIn,
            @CookieValue(name = DEVICE, required = false) @Nullable String device,
            HttpServletRequest request,
            HttpServletResponse response) {
        String email = signIn.email().strip().toLowerCase(Locale.ROOT);
        Guess guess = new Guess(email, request.getRemoteAddr(), device);
        if (!limits.begin(guess)) {
            return refused(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "%d sign-ins failed within %d minutes, the most allowed. Wait %d minutes and try again."
                            .formatted(MOST_OF_PAIR, WINDOW_MINUTES, WINDOW_MINUTES),
                    WINDOW_MINUTES * 60);
        }
        if (!entered()) {
            return refused(HttpStatus.TOO_MANY_REQUESTS, "Too many sign in at this moment. Try again in a moment.", 2);
        }
        try {
            Authentication signedIn = authentication.authenticate(
                    UsernamePasswordAuthenticationToken.unauthenticated(email, signIn.password()));
            keep(signedIn, request, response);
            limits.right(guess, signedIn.getName(), keepDevice(device, request, response));
            return ResponseEntity.ok(view(signedIn));
        } catch (AuthenticationException e) {
            return refused(
                    HttpStatus.UNAUTHORIZED,
                    "That e-mail and password do not go together. Check both and try again.",
                    null);
        } finally {
            looking.release();
        }
    }

    /** A password takes a tenth of a second of a processor to look at, on purpose. */
    private boolean entered() {
        try {
            return looking.tryAcquire(1, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    private static ResponseEntity<ProblemDetail> refused(HttpStatus status, String why, @Nullable Integer seconds) {
        ResponseEntity.BodyBuilder answer = ResponseEntity.status(status);
        if (seconds != null) {
            answer.header(HttpHeaders.RETRY_AFTER, String.valueOf(seconds));
        }
        return answer.body(ProblemDetail.forStatusAndDetail(status, why));
    }

    /** What tells this browser apart from now on. */
    private String keepDevice(@Nullable String device, HttpServletRequest request, HttpServletResponse response) {
        byte[] fresh = new byte[DEVICE_BYTES];
        random.nextBytes(fresh);
        String kept = device == null || device.length() != 2 * DEVICE_BYTES
                ? HexFormat.of().formatHex(fresh)
                : device;
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(DEVICE, kept)
                        .path("/api/session")
                        .httpOnly(true)
                        .secure(request.isSecure())
                        .sameSite("Strict")
                        .maxAge(Duration.ofDays(DEVICE_DAYS))
                        .build()
                        .toString());
        return kept;
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
