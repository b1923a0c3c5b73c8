package app.tidewrack.server.client;

import app.tidewrack.connector.Offers.City;
import app.tidewrack.connector.Offers.Topic;
import app.tidewrack.connector.Orders.AccountTold;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.server.client.Accounts.Wanted;
import app.tidewrack.server.client.ClientController.AccountView;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.Ids;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A client's accounts, and what their networks offer. */
@RestController
@RequestMapping("/api/clients/{clientId}/accounts")
@RequiredArgsConstructor
class AccountController {
    private final Accounts accounts;
    private final Networks networks;

    record AccountBody(
            String name,
            @Nullable String site,
            List<String> profiles,
            @Nullable Long spendingLimitMinor) {
        Wanted wanted() {
            return new Wanted(name, site, profiles, spendingLimitMinor);
        }
    }

    /** Currency and zone stay as they are opened with. */
    record NewAccountBody(
            String network,
            String currency,
            String zone,
            @Valid AccountBody account) {}

    record OfferView(Rulebook rulebook, List<Topic> topics) {}

    @PostMapping
    AccountView open(@PathVariable String clientId, @Valid @RequestBody NewAccountBody body) {
        return AccountView.of(
                accounts.open(
                        clientId,
                        Ids.fresh(),
                        body.network(),
                        body.currency(),
                        body.zone(),
                        body.account().wanted()),
                networks,
                accounts);
    }

    @PutMapping("/{accountId}")
    AccountView change(
            @PathVariable String clientId, @PathVariable String accountId, @Valid @RequestBody AccountBody body) {
        return AccountView.of(accounts.change(clientId, accountId, body.wanted()), networks, accounts);
    }

    /** Site tag events and who agreed to send, as the network tells them now. */
    @GetMapping("/{accountId}/told")
    AccountTold told(@PathVariable String clientId, @PathVariable String accountId) {
        return accounts.told(clientId, accountId);
    }

    /** What the account's network offers. */
    @GetMapping("/{accountId}/offer")
    OfferView offer(@PathVariable String clientId, @PathVariable String accountId) {
        String network = accounts.account(clientId, accountId).network();
        return new OfferView(networks.rulebook(network), networks.topics(network));
    }

    /** Names of the network's regions by code, such as {@code GB.ENG}. */
    @GetMapping("/{accountId}/regions")
    Map<String, String> regions(@PathVariable String clientId, @PathVariable String accountId) {
        return networks.regions(accounts.account(clientId, accountId).network());
    }

    /**
     * The place nearest to a point.
     *
     * @param km from its centre
     */
    record NearView(City place, double km) {}

    @GetMapping("/{accountId}/places/near")
    NearView near(
            @PathVariable String clientId,
            @PathVariable String accountId,
            @RequestParam double latitude,
            @RequestParam double longitude) {
        City place = networks.connector(accounts.account(clientId, accountId).network())
                .near(latitude, longitude);
        return new NearView(place, Circle.distanceKm(latitude, longitude, place.latitude(), place.longitude()));
    }

    /** The largest places of a part of the map. */
    @GetMapping("/{accountId}/places/within")
    List<City> within(
            @PathVariable String clientId,
            @PathVariable String accountId,
            @RequestParam double south,
            @RequestParam double west,
            @RequestParam double north,
            @RequestParam double east) {
        return networks.connector(accounts.account(clientId, accountId).network())
                .within(south, west, north, east);
    }

    /** Places by the start of their name. */
    @GetMapping("/{accountId}/places")
    List<City> places(
            @PathVariable String clientId,
            @PathVariable String accountId,
            @RequestParam(defaultValue = "") String country,
            @RequestParam String text) {
        return networks.connector(accounts.account(clientId, accountId).network())
                .places(country, text);
    }
}
