package app.tidewrack.server.person;

import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.agency.Agencies;
import app.tidewrack.server.agency.Agency;
import app.tidewrack.server.agency.HouseRules;
import app.tidewrack.server.person.PersonMapper.Person;
import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.ErrorResponseException;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Where nobody is signed in yet: the first hour of an installation, and links by which people come. */
@RestController
@RequestMapping("/api/door")
class DoorController {
    private final Agencies agencies;
    private final PersonMapper people;
    private final Passwords passwords;
    private final Links links;
    private final Sessions sessions;
    private final String firstKey;
    private final Duration idle;

    DoorController(
            Agencies agencies,
            PersonMapper people,
            Passwords passwords,
            Links links,
            Sessions sessions,
            @Value("${tidewrack.first-key}") String firstKey,
            @Value("${spring.session.timeout}") Duration idle) {
        this.agencies = agencies;
        this.people = people;
        this.passwords = passwords;
        this.links = links;
        this.sessions = sessions;
        this.firstKey = firstKey;
        this.idle = idle;
    }

    /** @param agency its name; empty before it was founded */
    record DoorView(boolean founded, String agency, HouseRules rules) {}

    /** @param key what {@code ./tidewrack start} printed */
    record FirstBody(
            @NotBlank @Size(max = 100) String key,
            @Valid Agency agency,
            @Valid FirstPerson person) {}

    record FirstPerson(
            @NotBlank @Size(max = 100) String name,
            @NotBlank @Size(max = 254) String email,
            @NotBlank @Size(max = 1000) String password) {}

    record LinkBody(@NotBlank @Size(max = 100) String secret) {}

    /** @param comesFirst an invitation; otherwise it is for a new password */
    record LinkView(String agency, String name, String email, boolean comesFirst) {}

    record JoinBody(
            @NotBlank @Size(max = 100) String secret,
            @NotBlank @Size(max = 100) String name,
            @NotBlank @Size(max = 1000) String password) {}

    @GetMapping
    @May(Who.ANYBODY)
    DoorView door() {
        Optional<Agency> agency = agencies.agency();
        return new DoorView(
                agency.isPresent(),
                agency.map(Agency::name).orElse(""),
                new HouseRules(
                        Passwords.LEAST,
                        idle.toHours(),
                        Sessions.LONGEST.toDays(),
                        HouseRules.DAYS_TO_BRING_BACK,
                        Agency.LANGUAGES));
    }

    /** Names the agency and its first administrator, and signs them in. */
    @PostMapping("/first")
    @May(Who.ANYBODY)
    @Deeds.AlsoRefused
    @Transactional
    public void first(@Valid @RequestBody FirstBody body, HttpServletRequest request, HttpServletResponse response) {
        if (agencies.agency().isEmpty() && !same(body.key(), firstKey)) {
            ErrorResponseException wrong = new ErrorResponseException(HttpStatus.FORBIDDEN);
            wrong.setDetail("This is not the address that ./tidewrack start printed. Open that one.");
            throw wrong;
        }
        agencies.found(body.agency());
        FirstPerson first = body.person();
        String email = Emails.checked(first.email());
        passwords.require(
                first.password(), List.of(first.name(), email, body.agency().name()));
        String id = Ids.fresh();
        String name = CampaignFacts.checkedName(first.name());
        people.insert(new Person(id, email, name, passwords.hash(first.password()), true, false, null, false));
        Deeds.by(id);
        sessions.signIn(id, request, response);
    }

    private static boolean same(String given, String wanted) {
        return !wanted.isEmpty()
                && MessageDigest.isEqual(
                        given.getBytes(StandardCharsets.UTF_8), wanted.getBytes(StandardCharsets.UTF_8));
    }

    /** Whom a link is for. */
    @PostMapping("/link")
    @May(Who.ANYBODY)
    @AsksOnly
    LinkView link(@Valid @RequestBody LinkBody body) {
        Person person = whose(body.secret());
        return new LinkView(agencyName(), person.name(), person.email(), person.passwordHash() == null);
    }

    /** Takes a password by a link, ends all sessions of before, and signs in where no second factor is asked for. */
    @PostMapping("/joined")
    @May(Who.ANYBODY)
    @Deeds.AlsoRefused
    @Transactional
    public void join(@Valid @RequestBody JoinBody body, HttpServletRequest request, HttpServletResponse response) {
        Person person = whose(body.secret());
        Deeds.by(person.id());
        String name = CampaignFacts.checkedName(body.name());
        passwords.require(body.password(), List.of(name, person.email(), agencyName()));
        if (!links.use(body.secret())) {
            throw ended();
        }
        people.setPassword(person.id(), passwords.hash(body.password()));
        people.rename(person.id(), name);
        sessions.endOthers(person.id(), null);
        if (!person.secondFactor()) {
            sessions.signIn(person.id(), request, response);
        }
    }

    private Person whose(String secret) {
        return links.whose(secret).flatMap(people::byId).orElseThrow(DoorController::ended);
    }

    private String agencyName() {
        return agencies.agency().map(Agency::name).orElse("");
    }

    private static Refusal ended() {
        return new Refusal(
                "secret",
                "This link was used, has ended, or is none.",
                "Ask an administrator of the agency for a new one.");
    }
}
