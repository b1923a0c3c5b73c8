package app.tidewrack.server.launch;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceWords;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.schedule.Hours;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.NetworkConnector.DeliveryOrder;
import app.tidewrack.server.network.NetworkConnector.GroupTold;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.source.SourceTerms;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** An ad group in words, alike for what is wanted and for what a network tells, so that they can be compared. */
@Component
class GroupWords {
    private static final String AUDIENCE = "audience";
    private static final String PLACEMENTS = "placements";
    private static final String GOAL = "goal";
    private static final String CHARGE = "charged by";
    private static final String BID = "bid";
    private static final String PACE = "pace";
    private static final String HOURS = "hours";

    private final Networks networks;
    private final SourceTerms sources;

    GroupWords(Networks networks, SourceTerms sources) {
        this.networks = networks;
        this.sources = sources;
    }

    /** Fields that may be in the words of a group on some network; one that is not is as usual. */
    List<String> fields(Account account) {
        List<String> fields = new ArrayList<>(List.of(AUDIENCE, PLACEMENTS, GOAL, CHARGE, BID, PACE, HOURS));
        networks.rulebook(account.network()).switches().stream()
                .map(Choice::code)
                .forEach(fields::add);
        return fields;
    }

    /** As a network tells it. */
    Map<String, String> told(String clientId, Account account, GroupTold group) {
        AudienceDefinition people = sources.ours(clientId, account, group.audience());
        return of(clientId, account, new GroupTold(people, group.placements(), group.delivery()));
    }

    /** Whom it talks to, where, and what of its delivery is not as usual; sources by our own ids. */
    Map<String, String> of(String clientId, Account account, GroupTold group) {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put(
                AUDIENCE,
                AudienceWords.of(
                        group.audience(),
                        networks.placeWords(account.network()),
                        sources.words(clientId, account.network())));
        fields.put(PLACEMENTS, where(networks.rulebook(account.network()), group.placements()));
        delivery(fields, group.delivery(), account.currency());
        return fields;
    }

    private static String where(Rulebook rulebook, List<String> placements) {
        return placements.isEmpty()
                ? "left to the network"
                : placements.stream()
                        .map(p ->
                                rulebook.placement(p).map(PlacementRule::words).orElse(p))
                        .collect(Collectors.joining(", "));
    }

    private static void delivery(Map<String, String> fields, DeliveryOrder d, String currency) {
        if (d.goal() != null) {
            fields.put(GOAL, d.goal());
        }
        if (d.charge() != null) {
            fields.put(CHARGE, d.charge().name().toLowerCase(Locale.ROOT));
        }
        Bid bid = new Bid(d.strategy(), d.bidMinor() == null ? null : Money.ofMinor(d.bidMinor(), currency));
        if (!bid.equals(Bid.AUTOMATIC)) {
            fields.put(BID, bid.words());
        }
        if (d.pace() == Pace.FRONT) {
            fields.put(PACE, "front-loaded");
        }
        if (d.hours() != null) {
            fields.put(HOURS, new Hours(d.hours()).words());
        }
        new TreeMap<>(d.switches()).forEach((code, on) -> fields.put(code, on ? "on" : "off"));
    }
}
