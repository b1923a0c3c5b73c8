package app.tidewrack.server.client;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.Orders.AccountOrder;
import app.tidewrack.connector.Orders.AccountTold;
import app.tidewrack.connector.Orders.Profile;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.AudienceOffer;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.client.ClientMapper.Profiles;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.NotFound;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** A client's accounts on the networks: opened there, changed, and asked what their site tags report. */
@Service
@RequiredArgsConstructor
public class Accounts {
    private static final int MOST_PROFILES = 20;

    private final ClientMapper mapper;
    private final Networks networks;

    /**
     * What can be changed of an account.
     *
     * @param site domain with the client's site tag; null without one
     * @param profiles names of whom ads are from
     */
    public record Wanted(
            String name,
            @Nullable String site,
            List<String> profiles,
            @Nullable Long spendingLimitMinor) {}

    /**
     * Opens an account on its network and keeps it; nothing is kept when the network refuses.
     *
     * @param id new within the client
     * @throws Refusal when the network does not take the currency, or the zone is none
     */
    public Account open(String clientId, String id, String network, String currency, String zone, Wanted wanted) {
        requireNetwork(network);
        requireCurrency(networks.rulebook(network), currency);
        requireZone(zone);
        Account account = account(id, network, clientId + "-" + id, currency, zone, wanted, List.of());
        networks.connector(network).openAccount(order(account));
        mapper.insertAccount(clientId, account);
        return account(clientId, id);
    }

    public Account change(String clientId, String id, Wanted wanted) {
        Account old = account(clientId, id);
        Account changed = account(
                id,
                old.network(),
                old.externalId(),
                old.currency(),
                old.zone(),
                wanted,
                old.profiles().all());
        networks.connector(old.network()).openAccount(order(changed));
        mapper.updateAccount(clientId, changed);
        return account(clientId, id);
    }

    /** What the network tells of the account; it is opened there first where that has not happened. */
    AccountTold told(String clientId, String id) {
        Account account = account(clientId, id);
        NetworkConnector connector = networks.connector(account.network());
        connector.openAccount(order(account));
        return connector.account(account.externalId());
    }

    /** Rulebooks of the networks that a client has accounts on, each once, in the order of the accounts. */
    public List<Rulebook> rulebooks(String clientId) {
        return mapper.accounts(clientId).stream()
                .map(Account::network)
                .distinct()
                .map(networks::rulebook)
                .toList();
    }

    /** What the network of each account offers to ask people for, by the account's id. */
    public Map<String, AudienceOffer> offers(String clientId) {
        return mapper.accounts(clientId).stream()
                .collect(Collectors.toMap(
                        Account::id, a -> networks.rulebook(a.network()).audience()));
    }

    /** @throws NotFound when the client has no such account */
    public Account account(String clientId, String id) {
        return mapper.account(clientId, id).orElseThrow(() -> new NotFound("account", id));
    }

    /** An account as its network takes it. */
    public AccountOrder order(Account account) {
        return new AccountOrder(
                account.externalId(),
                account.name(),
                account.currency(),
                account.zone(),
                account.siteTag(),
                account.profiles().all(),
                account.spendingLimitMinor());
    }

    private Account account(
            String id,
            String network,
            String externalId,
            String currency,
            String zone,
            Wanted wanted,
            List<Profile> before) {
        Long limit = wanted.spendingLimitMinor();
        if (limit != null && (limit < 1 || limit > Money.LARGEST_MINOR)) {
            throw new Refusal(
                    "spendingLimitMinor",
                    "A limit of %,d minor units is out of 1 to %,d.".formatted(limit, Money.LARGEST_MINOR),
                    "Type one within it, or none.");
        }
        return new Account(
                id,
                network,
                externalId,
                CampaignFacts.checkedName(wanted.name()),
                currency,
                zone,
                limit,
                site(wanted.site()),
                new Profiles(profiles(wanted.profiles(), before)));
    }

    private static @Nullable String site(@Nullable String typed) {
        return typed == null || typed.isBlank() ? null : Sites.checked("site", typed);
    }

    /**
     * Profiles keep their ids, which audiences refer to: those by whose name one is asked for, and one that goes where one comes,
     * which is taken as renamed.
     */
    private static List<Profile> profiles(List<String> names, List<Profile> before) {
        List<String> given = names.stream()
                .map(String::strip)
                .filter(n -> !n.isEmpty())
                .map(CampaignFacts::checkedName)
                .distinct()
                .toList();
        if (given.size() > MOST_PROFILES) {
            throw new Refusal(
                    "profiles",
                    "There are %d profiles; the most is %d.".formatted(given.size(), MOST_PROFILES),
                    "Take some out.");
        }
        Map<String, String> known = before.stream().collect(Collectors.toMap(Profile::name, Profile::id, (a, b) -> a));
        List<String> come = given.stream().filter(n -> !known.containsKey(n)).toList();
        List<Profile> gone =
                before.stream().filter(p -> !given.contains(p.name())).toList();
        if (come.size() == 1 && gone.size() == 1) {
            known.put(come.get(0), gone.get(0).id());
        }
        return given.stream()
                .map(n -> new Profile(known.getOrDefault(n, freshId(n, known.values())), n))
                .toList();
    }

    /** The name in small letters and digits; numbered where a renamed profile has it already. */
    private static String freshId(String name, Collection<String> taken) {
        String id = name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "-");
        return Stream.iterate(1, n -> n + 1)
                .map(n -> n == 1 ? id : id + "-" + n)
                .filter(i -> !taken.contains(i))
                .findFirst()
                .orElseThrow();
    }

    private void requireNetwork(String network) {
        if (!networks.codes().contains(network)) {
            throw new Refusal(
                    "network",
                    "“%s” is no network.".formatted(network),
                    "Choose one of %s.".formatted(String.join(", ", networks.codes())));
        }
    }

    private static void requireCurrency(Rulebook rulebook, String currency) {
        List<String> taken = rulebook.money().stream()
                .map(MoneyRule::currency)
                .map(Currency::getCurrencyCode)
                .toList();
        if (!taken.contains(currency)) {
            throw new Refusal(
                    "currency",
                    "%s does not take “%s”.".formatted(rulebook.name(), currency),
                    "Choose one of %s.".formatted(String.join(", ", taken)));
        }
    }

    private static void requireZone(String zone) {
        try {
            ZoneId.of(zone);
        } catch (DateTimeException e) {
            throw new Refusal("zone", "“%s” is no time zone.".formatted(zone), "Give one such as Europe/London.");
        }
    }
}
