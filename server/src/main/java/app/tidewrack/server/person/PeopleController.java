package app.tidewrack.server.person;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.person.PersonMapper.Colleague;
import app.tidewrack.server.web.NotFound;
import jakarta.validation.Valid;
import java.security.Principal;
import java.util.List;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Who works for a client, and as what. */
@RestController
@RequestMapping("/api/clients/{clientId}/people")
@RequiredArgsConstructor
class PeopleController {
    private final PersonMapper mapper;

    /** What a person may do at a client. */
    enum Role {
        BUYER,
        APPROVER,
        VIEWER
    }

    /** @param role null for no part in the client */
    record RoleBody(@Nullable Role role) {}

    @GetMapping
    List<Colleague> people(@PathVariable String clientId, Principal person) {
        return mapper.colleagues(clientId, person.getName());
    }

    /** @throws Refusal when no buyer would be left */
    @PutMapping("/{personId}")
    @Transactional
    public List<Colleague> setRole(
            @PathVariable String clientId,
            @PathVariable String personId,
            @Valid @RequestBody RoleBody body,
            Principal person) {
        List<Colleague> known = mapper.colleagues(clientId, person.getName());
        Colleague colleague = known.stream()
                .filter(c -> c.id().equals(personId))
                .findFirst()
                .orElseThrow(() -> new NotFound("person", personId));
        boolean lastBuyer = Objects.equals(colleague.role(), Role.BUYER.name())
                && body.role() != Role.BUYER
                && known.stream()
                        .noneMatch(c -> !c.id().equals(personId) && Objects.equals(c.role(), Role.BUYER.name()));
        if (lastBuyer) {
            throw new Refusal(
                    "role",
                    "%s is the only buyer here; nobody could change anything any more.".formatted(colleague.name()),
                    "Make somebody else a buyer first.");
        }
        if (body.role() == null) {
            mapper.leave(personId, clientId);
        } else {
            mapper.setRole(personId, clientId, body.role().name());
        }
        return mapper.colleagues(clientId, person.getName());
    }
}
