package app.tidewrack.practice.account;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.NotKnown;
import app.tidewrack.practice.account.Account.Profile;
import app.tidewrack.practice.account.AccountFacts.SiteTag;
import app.tidewrack.practice.account.AccountFacts.TagEvent;
import app.tidewrack.practice.account.AccountMapper.Row;
import app.tidewrack.practice.clock.PracticeClock;
import app.tidewrack.practice.engagement.Site;
import app.tidewrack.practice.engagement.SiteEvent;
import app.tidewrack.practice.engagement.SiteVisitors;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.world.City;
import app.tidewrack.practice.world.World;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Opens accounts and finds them. */
@Service
@RequiredArgsConstructor
public class AccountDesk {
    private static final int DAYS_LOOKED_BACK = 30;

    private final AccountMapper mapper;
    private final Networks networks;
    private final World world;
    private final SiteVisitors visitors;
    private final PracticeClock clock;
    private final JsonMapper json;

    Account open(String network, String id, AccountOrder order) {
        Currency currency = currency(network, order.currency());
        ZoneId zone = zone(order.zone());
        mapper.find(network, id).ifPresent(old -> requireSame(old, order));
        List<Profile> profiles = order.profiles() == null ? List.of() : order.profiles();
        mapper.keep(new Row(
                network,
                id,
                order.name(),
                currency.getCurrencyCode(),
                zone.getId(),
                country(zone),
                order.site(),
                json.writeValueAsString(profiles),
                order.spendingLimitMinor()));
        return account(network, id);
    }

    private Currency currency(String network, String code) {
        return networks.network(network).rulebook().money().stream()
                .map(m -> m.currency())
                .filter(c -> c.getCurrencyCode().equals(code))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "currency",
                        "“%s” is not taken.".formatted(code),
                        "Choose one of "
                                + networks.network(network).rulebook().money().stream()
                                        .map(m -> m.currency().getCurrencyCode())
                                        .collect(Collectors.joining(", "))
                                + "."));
    }

    private static ZoneId zone(String zone) {
        try {
            return ZoneId.of(zone);
        } catch (DateTimeException e) {
            throw new Refusal("zone", "“%s” is no time zone.".formatted(zone), "Give one such as Europe/London.");
        }
    }

    private static void requireSame(Row old, AccountOrder order) {
        if (!old.currency().equals(order.currency()) || !old.zone().equals(order.zone())) {
            throw new Refusal(
                    "currency",
                    "The account is in %s and %s; it cannot become %s and %s."
                            .formatted(old.currency(), old.zone(), order.currency(), order.zone()),
                    "Open another account.");
        }
    }

    /** The country with the most people in the zone's cities; Great Britain where none is. */
    private String country(ZoneId zone) {
        return world.geography().cities().stream()
                .filter(c -> c.zone().equals(zone.getId()))
                .collect(Collectors.groupingBy(City::country, Collectors.summingLong(City::people)))
                .entrySet()
                .stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey)
                .orElse("GB");
    }

    /** @throws NotKnown when it was never opened */
    public Account account(String network, String id) {
        networks.network(network);
        Row r = mapper.find(network, id).orElseThrow(() -> new NotKnown("account", id));
        return new Account(
                r.network(),
                r.id(),
                r.name(),
                Currency.getInstance(r.currency()),
                ZoneId.of(r.zone()),
                r.country(),
                r.site() == null ? null : new Site(r.site(), r.country()),
                json.readValue(r.profiles(), new TypeReference<List<Profile>>() {}),
                r.spendingLimitMinor());
    }

    AccountFacts facts(String network, String id) {
        Account account = account(network, id);
        Site site = account.site();
        LocalDate today = clock.now().atZone(account.zone()).toLocalDate();
        SiteTag tag = site == null
                ? null
                : new SiteTag(
                        site.domain(),
                        Arrays.stream(SiteEvent.values())
                                .map(e -> seen(site, e, today))
                                .toList());
        return new AccountFacts(account, tag, mapper.agreedSenders(network, id));
    }

    private TagEvent seen(Site site, SiteEvent event, LocalDate today) {
        for (int ago = 0; ago < DAYS_LOOKED_BACK; ago++) {
            long people = visitors.on(site, event, today.minusDays(ago)).getLongCardinality();
            if (people > 0) {
                return new TagEvent(event.code(), today.minusDays(ago), people);
            }
        }
        return new TagEvent(event.code(), null, 0);
    }
}
