package app.tidewrack.server.person;

import static app.tidewrack.server.person.SignInLimits.MOST_OF_PAIR;
import static app.tidewrack.server.person.SignInLimits.WINDOW_MINUTES;

import app.tidewrack.server.person.PersonMapper.Person;
import app.tidewrack.server.person.SignInLimits.Guess;
import app.tidewrack.server.web.BeforeSecondFactor;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Locale;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.web.ErrorResponseException;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.WebUtils;

/** Signing in and out. Tries are counted in the database, so every server node knows them. */
@RestController
@RequestMapping("/api/session")
@RequiredArgsConstructor
class SessionController {
    private static final String DEVICE = "tidewrack-device";
    private static final int DEVICE_BYTES = 32;
    private static final int DEVICE_DAYS = 180;

    private final PersonMapper mapper;
    private final Passwords passwords;
    private final SecondFactor secondFactor;
    private final SignInLimits limits;
    private final Sessions sessions;

    record SignIn(
            @NotBlank @Size(max = Passwords.MOST) String email,
            @NotBlank @Size(max = Passwords.MOST) String password) {}

    /** A code of a device, or one on paper. */
    record SecondBody(@NotBlank @Size(max = 40) String code) {}

    /**
     * Who is signed in.
     *
     * @param secondFactorWanted the password was right, and a code is to come; nobody is signed in yet
     * @param secondFactorDue the agency asks for one that the person has not; nothing else may be done before
     * @param recoveryCodes left on paper; those who come in by one are told
     * @param preferences how things look and are written for them
     */
    record SignedIn(
            String id,
            String name,
            String email,
            boolean administrator,
            boolean secondFactor,
            boolean secondFactorWanted,
            boolean secondFactorDue,
            int recoveryCodes,
            Preferences preferences) {}

    @PostMapping
    @May(Who.ANYBODY)
    @Deeds.AlsoRefused
    SignedIn signIn(@Valid @RequestBody SignIn signIn, HttpServletRequest request, HttpServletResponse response) {
        String device = device(request);
        String email = signIn.email().strip().toLowerCase(Locale.ROOT);
        Person person = mapper.byEmail(email).orElse(null);
        Deeds.by(person == null ? null : person.id());
        Guess guess = begun(email, device, request);
        boolean right = passwords.matches(signIn.password(), person == null ? null : person.passwordHash());
        if (person == null || !right || person.closedAt() != null) {
            throw refused(
                    HttpStatus.UNAUTHORIZED, "That e-mail and password do not go together. Check both and try again.");
        }
        if (passwords.isOld(String.valueOf(person.passwordHash()))) {
            mapper.setPassword(person.id(), passwords.hash(signIn.password()));
        }
        if (person.secondFactor()) {
            sessions.halfWay(person.id(), request);
            return view(person, true);
        }
        return signedIn(person, guess, device, request, response);
    }

    @PostMapping("/second")
    @May(Who.ANYBODY)
    @Deeds.AlsoRefused
    SignedIn second(@Valid @RequestBody SecondBody body, HttpServletRequest request, HttpServletResponse response) {
        String device = device(request);
        String id = sessions.whoIsHalfWay(request);
        Person person = id == null ? null : mapper.byId(id).orElse(null);
        if (person == null || person.closedAt() != null) {
            throw refused(
                    HttpStatus.UNAUTHORIZED, "Give your e-mail and password first; a code is waited for 5 minutes.");
        }
        Deeds.by(person.id());
        Guess guess = begun(person.email(), device, request);
        if (!secondFactor.take(person.id(), body.code(), Instant.now())) {
            throw refused(
                    HttpStatus.UNAUTHORIZED,
                    "That is not the code of this half minute, nor one on paper that is still good. Try the next.");
        }
        return signedIn(person, guess, device, request, response);
    }

    private Guess begun(String email, @Nullable String device, HttpServletRequest request) {
        Guess guess = new Guess(email, request.getRemoteAddr(), device);
        if (!limits.begin(guess)) {
            ErrorResponseException full = refused(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "%d sign-ins failed within %d minutes, the most allowed. Wait %d minutes and try again."
                            .formatted(MOST_OF_PAIR, WINDOW_MINUTES, WINDOW_MINUTES));
            full.getHeaders().set(HttpHeaders.RETRY_AFTER, String.valueOf(WINDOW_MINUTES * 60));
            throw full;
        }
        return guess;
    }

    private SignedIn signedIn(
            Person person,
            Guess guess,
            @Nullable String device,
            HttpServletRequest request,
            HttpServletResponse response) {
        sessions.signIn(person.id(), request, response);
        limits.right(guess, person.id(), keepDevice(device, request, response));
        return view(person, false);
    }

    private static ErrorResponseException refused(HttpStatus status, String why) {
        ErrorResponseException refused = new ErrorResponseException(status);
        refused.setDetail(why);
        return refused;
    }

    private static @Nullable String device(HttpServletRequest request) {
        Cookie kept = WebUtils.getCookie(request, Cookies.name(request, DEVICE));
        return kept == null ? null : kept.getValue();
    }

    /** What tells this browser apart from now on. */
    private static String keepDevice(
            @Nullable String device, HttpServletRequest request, HttpServletResponse response) {
        String kept = device == null || device.length() != 2 * DEVICE_BYTES
                ? HexFormat.of().formatHex(Secret.bytes(DEVICE_BYTES))
                : device;
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(Cookies.name(request, DEVICE), kept)
                        .path("/api/session")
                        .httpOnly(true)
                        .secure(request.isSecure())
                        .sameSite("Strict")
                        .maxAge(Duration.ofDays(DEVICE_DAYS))
                        .build()
                        .toString());
        return kept;
    }

    @GetMapping
    @BeforeSecondFactor
    @May(Who.MEMBERS)
    SignedIn whoAmI(Principal person) {
        return view(mapper.byId(person.getName()).orElseThrow(), false);
    }

    @DeleteMapping
    @BeforeSecondFactor
    @May(Who.MEMBERS)
    void signOut(HttpServletRequest request, HttpServletResponse response) {
        sessions.signOut(request);
        // What waits to be sent stays, since it is nowhere else.
        response.setHeader("Clear-Site-Data", "\"cache\"");
    }

    private SignedIn view(Person person, boolean wanted) {
        return new SignedIn(
                person.id(),
                wanted ? "" : person.name(),
                person.email(),
                person.administrator() && !wanted,
                person.secondFactor(),
                wanted,
                mapper.owesSecondFactor(person.id()),
                wanted ? 0 : secondFactor.recoveryCodes(person.id()),
                wanted ? Preferences.USUAL : mapper.preferences(person.id()));
    }
}
