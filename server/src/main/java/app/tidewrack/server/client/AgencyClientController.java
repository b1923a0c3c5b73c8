package app.tidewrack.server.client;

import app.tidewrack.server.client.AgencyClients.Said;
import app.tidewrack.server.client.ClientMapper.Client;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** All clients of the agency, for who keeps them. */
@RestController
@RequestMapping("/api/agency/clients")
@May(Who.ADMINISTRATORS)
@RequiredArgsConstructor
class AgencyClientController {
    private final ClientMapper mapper;
    private final AgencyClients clients;

    record AgencyClientView(
            String id,
            String name,
            String about,
            List<String> domains,
            List<String> currencies,
            boolean training,
            @Nullable Instant removedAt,
            boolean signOffDemanded,
            @Nullable Integer leadsKeptDays) {
        static AgencyClientView of(Client c) {
            return new AgencyClientView(
                    c.id(),
                    c.name(),
                    c.about(),
                    c.domains().all(),
                    c.currencies().all(),
                    c.training(),
                    c.removedAt(),
                    c.signOffDemanded(),
                    c.leadsKeptDays());
        }
    }

    record ClientBody(
            @NotBlank @Size(max = 100) String name,
            @Size(max = 1000) String about,
            @Size(max = 100) List<@Size(max = 300) String> domains,
            @Size(max = 100) List<@Size(max = 10) String> currencies,
            boolean signOffDemanded,
            @Nullable Integer leadsKeptDays) {
        Said said() {
            return new Said(name, about, domains, currencies, signOffDemanded, leadsKeptDays);
        }
    }

    @GetMapping
    List<AgencyClientView> all() {
        return mapper.all().stream().map(AgencyClientView::of).toList();
    }

    @PostMapping
    AgencyClientView add(@Valid @RequestBody ClientBody body, Principal person) {
        Client added = clients.add(body.said(), person.getName());
        Deeds.of("client", added.id());
        return AgencyClientView.of(added);
    }

    @PutMapping("/{client}")
    AgencyClientView change(@PathVariable String client, @Valid @RequestBody ClientBody body) {
        return AgencyClientView.of(clients.change(client, body.said()));
    }
}
