package app.tidewrack.server.person;

import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.agency.Agencies;
import app.tidewrack.server.agency.Agency;
import app.tidewrack.server.person.PersonMapper.Person;
import app.tidewrack.server.person.Sessions.SessionView;
import app.tidewrack.server.person.Tokens.ProgramTokenView;
import app.tidewrack.server.person.Tokens.TokenTold;
import app.tidewrack.server.web.BeforeSecondFactor;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What a person keeps of their own: name, password, second factor, sessions, and tokens for programs. */
@RestController
@RequestMapping("/api/me")
@May(Who.MEMBERS)
@RequiredArgsConstructor
class MeController {
    private final PersonMapper people;
    private final Agencies agencies;
    private final Passwords passwords;
    private final SecondFactor secondFactor;
    private final Sessions sessions;
    private final Tokens tokens;
    private final SignInLimits limits;

    record OwnNameBody(@NotBlank @Size(max = 100) String name) {}

    record PasswordBody(
            @NotBlank @Size(max = 1000) String old,
            @NotBlank @Size(max = 1000) String password) {}

    /** What is asked again before something that a passer-by at an open page must not do. */
    record ProofBody(@NotBlank @Size(max = 1000) String password) {}

    record TurnOnBody(
            @NotBlank @Size(max = 1000) String password,
            @NotBlank @Size(max = 100) String secret,
            @NotBlank @Size(max = 40) String code) {}

    /** @param codes on paper, each good once; told only now */
    record RecoveryCodes(List<String> codes) {}

    /** @param clientId null for all of the person's clients */
    record TokenBody(
            @NotBlank @Size(max = 100) String name,
            @Nullable String clientId,
            Role role,
            int days) {}

    @PutMapping("/name")
    void rename(@Valid @RequestBody OwnNameBody body, Principal person) {
        people.rename(person.getName(), CampaignFacts.checkedName(body.name()));
    }

    @PutMapping("/preferences")
    void prefer(@Valid @RequestBody Preferences wanted, Principal person) {
        wanted.require();
        people.prefer(person.getName(), wanted);
    }

    /** Ends every other session. */
    @PutMapping("/password")
    void changePassword(@Valid @RequestBody PasswordBody body, Principal person, HttpServletRequest request) {
        Person me = proven(person, body.old(), request);
        passwords.require(body.password(), List.of(me.name(), me.email(), agencyName()));
        people.setPassword(me.id(), passwords.hash(body.password()));
        sessions.endOthers(me.id(), request);
    }

    @BeforeSecondFactor
    @GetMapping("/second-factor/offer")
    SecondFactor.Offer offer(Principal person) {
        Person me = people.byId(person.getName()).orElseThrow();
        return secondFactor.offer(agencyName(), me.email());
    }

    @BeforeSecondFactor
    @PutMapping("/second-factor")
    RecoveryCodes turnOn(@Valid @RequestBody TurnOnBody body, Principal person, HttpServletRequest request) {
        Person me = proven(person, body.password(), request);
        if (!secondFactor.fits(body.secret(), body.code().strip(), Instant.now())) {
            throw new Refusal(
                    "code",
                    "That is not the code that this secret gives now.",
                    "Type the six digits that the device shows, and see that its clock is right.");
        }
        sessions.endOthers(me.id(), request);
        return new RecoveryCodes(secondFactor.turnOn(me.id(), body.secret()));
    }

    @PostMapping("/second-factor/codes")
    RecoveryCodes newCodes(@Valid @RequestBody ProofBody body, Principal person, HttpServletRequest request) {
        return new RecoveryCodes(secondFactor.newRecoveryCodes(
                proven(person, body.password(), request).id()));
    }

    @PostMapping("/second-factor/off")
    void turnOff(@Valid @RequestBody ProofBody body, Principal person, HttpServletRequest request) {
        secondFactor.turnOff(proven(person, body.password(), request).id());
    }

    /** Guesses of an old password are counted as those at the door are. */
    private Person proven(Principal person, String password, HttpServletRequest request) {
        Person me = people.byId(person.getName()).orElseThrow();
        SignInLimits.Guess guess = new SignInLimits.Guess(me.email(), request.getRemoteAddr(), null);
        if (!limits.begin(guess)) {
            throw new Refusal(
                    "password",
                    "It was wrong %d times within %d minutes."
                            .formatted(SignInLimits.MOST_OF_PAIR, SignInLimits.WINDOW_MINUTES),
                    "Wait as long and try again.");
        }
        if (!passwords.matches(password, me.passwordHash())) {
            throw new Refusal("password", "That is not your password.", "Type the one you sign in with.");
        }
        limits.forget(guess);
        return me;
    }

    private String agencyName() {
        return agencies.agency().map(Agency::name).orElse("");
    }

    @GetMapping("/sessions")
    List<SessionView> sessions(Principal person, HttpServletRequest request) {
        return sessions.of(person.getName(), request);
    }

    @DeleteMapping("/sessions/{sessionId}")
    void endSession(@PathVariable String sessionId, Principal person) {
        sessions.end(person.getName(), sessionId);
    }

    @GetMapping("/tokens")
    List<ProgramTokenView> tokens(Principal person) {
        return tokens.of(person.getName());
    }

    @PostMapping("/tokens")
    TokenTold makeToken(@Valid @RequestBody TokenBody body, Principal person) {
        TokenTold made = tokens.make(person.getName(), body.name(), body.clientId(), body.role(), body.days());
        Deeds.of("token", made.view().id());
        return made;
    }

    @DeleteMapping("/tokens/{token}")
    void endToken(@PathVariable String token, Principal person) {
        tokens.end(person.getName(), token);
    }
}
