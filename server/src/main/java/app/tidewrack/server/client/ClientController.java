package app.tidewrack.server.client;

import app.tidewrack.connector.Orders.Profile;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.network.SubjectRule;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.client.ClientMapper.CampaignLine;
import app.tidewrack.server.client.ClientMapper.CampaignName;
import app.tidewrack.server.client.ClientMapper.OwnClient;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.person.ProgramToken;
import app.tidewrack.server.person.Role;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The clients a person works for, and one client's desk. */
@RestController
@RequestMapping("/api/clients")
@RequiredArgsConstructor
class ClientController {
    private final ClientMapper mapper;
    private final Networks networks;
    private final Accounts accounts;

    /**
     * A client in a list.
     *
     * @param role what the one who asks may do here
     */
    record ClientLine(
            String id, String name, String about, Role role, boolean training, List<CampaignName> campaigns) {}

    /**
     * @param seesLeads whether the one who asks may see what people sent
     * @param logo the picture of its mark, on its shelf; null without one
     */
    record ClientView(
            String id,
            String name,
            String about,
            Role role,
            boolean seesLeads,
            @Nullable String logo,
            List<String> domains,
            List<String> currencies,
            boolean training,
            List<AccountView> accounts) {}

    /** @param byHand whether its network has no connector, so that people enter there what is planned */
    record AccountView(
            String id,
            String network,
            String networkName,
            boolean byHand,
            String name,
            String currency,
            String zone,
            boolean siteTag,
            @Nullable String site,
            List<Profile> profiles,
            @Nullable Long spendingLimitMinor) {
        static AccountView of(Account a, Networks networks, Accounts accounts) {
            return new AccountView(
                    a.id(),
                    a.network(),
                    networks.rulebook(a.network()).name(),
                    networks.byHand(a.network()),
                    a.name(),
                    a.currency(),
                    a.zone(),
                    a.siteTag() != null,
                    a.siteTag(),
                    a.profiles().all(),
                    a.spendingLimitMinor());
        }
    }

    record DeskView(ClientView client, List<CampaignLine> campaigns) {}

    /** A network that accounts can be opened on. */
    record NetworkView(
            String code,
            String name,
            String kind,
            boolean byHand,
            List<String> currencies,
            List<Choice> objectives,
            List<SubjectRule> subjects,
            List<Choice> countries,
            List<Choice> linkMacros) {}

    @GetMapping("/{clientId}/networks")
    List<NetworkView> networks(@PathVariable String clientId) {
        return networks.codes().stream()
                .map(networks::rulebook)
                .map(r -> new NetworkView(
                        r.code(),
                        r.name(),
                        r.kind(),
                        r.byHand(),
                        r.money().stream()
                                .map(m -> m.currency().getCurrencyCode())
                                .toList(),
                        r.objectives().stream()
                                .map(o -> new Choice(o.code(), o.words()))
                                .toList(),
                        r.subjects(),
                        r.audience().countries(),
                        r.linkMacros()))
                .toList();
    }

    @GetMapping
    @May(Who.MEMBERS_AND_PROGRAMS)
    List<ClientLine> clients(Principal person) {
        Map<String, List<CampaignName>> campaigns =
                mapper.campaignNames(person.getName()).stream().collect(Collectors.groupingBy(CampaignName::clientId));
        return mapper.ofPerson(person.getName()).stream()
                .filter(c -> !(person instanceof ProgramToken program) || program.covers(c.id()))
                .map(c -> new ClientLine(
                        c.id(), c.name(), c.about(), c.role(), c.training(), campaigns.getOrDefault(c.id(), List.of())))
                .toList();
    }

    @GetMapping("/{clientId}")
    DeskView desk(@PathVariable String clientId, Principal person) {
        return new DeskView(view(mapper.own(person.getName(), clientId)), mapper.campaignLines(clientId));
    }

    private ClientView view(OwnClient client) {
        List<AccountView> open = mapper.accounts(client.id()).stream()
                .map(a -> AccountView.of(a, networks, accounts))
                .toList();
        return new ClientView(
                client.id(),
                client.name(),
                client.about(),
                client.role(),
                client.seesLeads(),
                client.logo(),
                client.domains().all(),
                client.currencies().all(),
                client.training(),
                open);
    }
}
