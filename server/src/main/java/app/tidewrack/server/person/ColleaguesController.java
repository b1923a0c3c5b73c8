package app.tidewrack.server.person;

import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.person.Links.LinkTold;
import app.tidewrack.server.person.Links.OpenLink;
import app.tidewrack.server.person.PersonMapper.Part;
import app.tidewrack.server.person.PersonMapper.Person;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import app.tidewrack.server.web.NotFound;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The agency's people: invited, given parts in clients, and closed when they leave. */
@RestController
@RequestMapping("/api/agency/people")
@May(Who.ADMINISTRATORS)
@RequiredArgsConstructor
class ColleaguesController {
    private static final int MOST = 2_000;

    private final PersonMapper people;
    private final Links links;
    private final SecondFactor secondFactor;
    private final Sessions sessions;
    private final LinkPost post;

    /**
     * @param came false for one who was invited and has not chosen a password yet
     * @param closedAt when they left; null for one who is here
     * @param linkUntil while a link by which they come, or choose a new password, is good; null without one
     */
    record ColleagueView(
            String id,
            String name,
            String email,
            boolean administrator,
            boolean training,
            boolean came,
            boolean secondFactor,
            @Nullable Instant closedAt,
            @Nullable Instant linkUntil,
            List<ClientPart> parts) {}

    /** @param seesLeads whether they may see what people sent to the client */
    record ClientPart(String clientId, Role role, boolean seesLeads) {}

    record PartBody(@NotBlank @Size(max = 60) String clientId, Role role) {}

    /** @param mail whether links can be sent by e-mail from here */
    record ColleaguesView(List<ColleagueView> people, boolean mail) {}

    record InviteBody(
            @NotBlank @Size(max = 100) String name,
            @NotBlank @Size(max = 254) String email,
            boolean administrator,
            @Size(max = 500) List<@Valid PartBody> parts) {}

    record ColleagueBody(boolean administrator, boolean closed) {}

    /**
     * @param role null for no part in the client
     * @param seesLeads whether they may see what people sent; null to leave it as it is, which at first is yes for buyers alone
     */
    record RoleBody(@Nullable Role role, @Nullable Boolean seesLeads) {}

    /** @param mailed whether it was sent to the person */
    record LinkMade(String personId, String secret, Instant expiresAt, boolean mailed) {}

    @GetMapping
    ColleaguesView all() {
        Map<String, List<ClientPart>> parts = people.parts().stream()
                .collect(Collectors.groupingBy(
                        Part::personId,
                        Collectors.mapping(
                                p -> new ClientPart(p.clientId(), p.role(), p.seesLeads()), Collectors.toList())));
        Map<String, Instant> open =
                links.open().stream().collect(Collectors.toMap(OpenLink::personId, OpenLink::expiresAt));
        return new ColleaguesView(
                people.all().stream()
                        .map(p -> new ColleagueView(
                                p.id(),
                                p.name(),
                                p.email(),
                                p.administrator(),
                                p.training(),
                                p.passwordHash() != null,
                                p.secondFactor(),
                                p.closedAt(),
                                open.get(p.id()),
                                parts.getOrDefault(p.id(), List.of())))
                        .toList(),
                post.isSet());
    }

    /** Makes a link by which somebody comes. It is shown, and sent where a mail server is set. */
    @PostMapping
    @Transactional
    public LinkMade invite(@Valid @RequestBody InviteBody body, Principal by) {
        String email = Emails.checked(body.email());
        if (people.count() >= MOST) {
            throw new Refusal("email", "There are %,d people, the most.".formatted(MOST), "Ask who runs the server.");
        }
        String id = Ids.fresh();
        Person person = new Person(
                id, email, CampaignFacts.checkedName(body.name()), null, body.administrator(), false, null, false);
        if (people.insert(person) == 0) {
            throw new Refusal(
                    "email",
                    "Somebody has the address “%s” already.".formatted(email),
                    "Find them in the list; whoever left can be let in again.");
        }
        body.parts().forEach(p -> setRole(id, p.clientId(), p.role(), null));
        Deeds.of("personId", id);
        return linkFor(person, by);
    }

    /** A new link, by which an old one ends: for one who has not come yet, or for a new password. */
    @PostMapping("/{personId}/link")
    @Transactional
    public LinkMade link(@PathVariable String personId, Principal by) {
        Person person = person(personId);
        if (person.closedAt() != null || person.training()) {
            throw new Refusal(
                    "personId",
                    "%s cannot sign in.".formatted(person.name()),
                    person.training() ? "Made-up people never do." : "Let them in again first.");
        }
        return linkFor(person, by);
    }

    private LinkMade linkFor(Person person, Principal by) {
        LinkTold link = links.make(person.id(), by.getName());
        return new LinkMade(person.id(), link.secret(), link.expiresAt(), post.send(person, link));
    }

    /** @throws Refusal when no administrator would be left */
    @PutMapping("/{personId}")
    @Transactional
    public ColleaguesView change(@PathVariable String personId, @Valid @RequestBody ColleagueBody body) {
        List<String> administrators = people.holdAdministrators();
        Person person = person(personId);
        boolean leaves = body.closed() || !body.administrator();
        if (leaves && administrators.equals(List.of(personId))) {
            throw new Refusal(
                    body.closed() ? "closed" : "administrator",
                    "%s is the only administrator; nobody could keep people and clients any more."
                            .formatted(person.name()),
                    "Make somebody else one first.");
        }
        people.setAdministrator(personId, body.administrator());
        people.setClosed(personId, body.closed());
        if (body.closed()) {
            links.forget(personId);
            sessions.endOthers(personId, null);
        }
        return all();
    }

    @PutMapping("/{personId}/clients/{client}")
    ColleaguesView setRole(
            @PathVariable String personId, @PathVariable String client, @Valid @RequestBody RoleBody body) {
        person(personId);
        setRole(personId, client, body.role(), body.seesLeads());
        return all();
    }

    private void setRole(String personId, String client, @Nullable Role role, @Nullable Boolean seesLeads) {
        if (!people.isClient(client)) {
            throw new NotFound("client", client);
        }
        if (role == null) {
            people.leave(personId, client);
        } else {
            people.setRole(personId, client, role, seesLeads);
        }
    }

    /** For one who lost the device and the codes on paper. */
    @DeleteMapping("/{personId}/second-factor")
    ColleaguesView takeSecondFactorOff(@PathVariable String personId) {
        secondFactor.turnOff(person(personId).id());
        sessions.endOthers(personId, null);
        return all();
    }

    private Person person(String id) {
        return people.byId(id).orElseThrow(() -> new NotFound("person", id));
    }
}
