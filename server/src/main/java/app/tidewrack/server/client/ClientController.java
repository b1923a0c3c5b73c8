package app.tidewrack.server.client;

import app.tidewrack.core.network.Rulebook;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.client.ClientMapper.CampaignLine;
import app.tidewrack.server.client.ClientMapper.Client;
import app.tidewrack.server.client.ClientMapper.RefusedAd;
import app.tidewrack.server.network.NetworkConnector.City;
import app.tidewrack.server.network.NetworkConnector.Topic;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.NotFound;
import java.security.Principal;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The clients a person works for, and one client's desk. */
@RestController
@RequestMapping("/api/clients")
class ClientController {
    private final ClientMapper mapper;
    private final Networks networks;

    ClientController(ClientMapper mapper, Networks networks) {
        this.mapper = mapper;
        this.networks = networks;
    }

    record ClientView(String id, String name, String about, List<AccountView> accounts, List<CampaignLine> campaigns) {}

    record AccountView(
            String id,
            String network,
            String networkName,
            String name,
            String currency,
            String zone,
            boolean siteTag) {}

    record DeskView(ClientView client, List<RefusedAd> refused) {}

    record OfferView(Rulebook rulebook, List<Topic> topics) {}

    @GetMapping
    List<ClientView> clients(Principal person) {
        return mapper.ofPerson(person.getName()).stream().map(this::view).toList();
    }

    @GetMapping("/{clientId}")
    DeskView desk(@PathVariable String clientId) {
        return new DeskView(view(mapper.byId(clientId)), mapper.refused(clientId));
    }

    /** What the account's network offers. */
    @GetMapping("/{clientId}/accounts/{accountId}/offer")
    OfferView offer(@PathVariable String clientId, @PathVariable String accountId) {
        Account account = account(clientId, accountId);
        return new OfferView(networks.rulebook(account.network()), networks.topics(account.network()));
    }

    /** Cities of a country by the start of their name. */
    @GetMapping("/{clientId}/accounts/{accountId}/places")
    List<City> places(
            @PathVariable String clientId,
            @PathVariable String accountId,
            @RequestParam String country,
            @RequestParam String text) {
        return networks.connector(account(clientId, accountId).network()).places(country, text);
    }

    private Account account(String clientId, String accountId) {
        return mapper.account(clientId, accountId).orElseThrow(() -> new NotFound("account", accountId));
    }

    private ClientView view(Client client) {
        List<AccountView> accounts = mapper.accounts(client.id()).stream()
                .map(a -> new AccountView(
                        a.id(),
                        a.network(),
                        networks.rulebook(a.network()).name(),
                        a.name(),
                        a.currency(),
                        a.zone(),
                        a.siteTag() != null))
                .toList();
        return new ClientView(client.id(), client.name(), client.about(), accounts, mapper.campaignLines(client.id()));
    }
}
