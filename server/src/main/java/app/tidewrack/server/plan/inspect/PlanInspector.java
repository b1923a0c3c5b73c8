package app.tidewrack.server.plan.inspect;

import app.tidewrack.core.check.Checks;
import app.tidewrack.core.check.Finding;
import app.tidewrack.core.check.Situation;
import app.tidewrack.core.creative.CopyCodes;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.CreativeSettings;
import app.tidewrack.core.launch.LiveItem;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.NamingScheme;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanNames;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.brief.BriefLibrary;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.creative.CopyDeck;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.form.ScriptLibrary;
import app.tidewrack.server.form.ScriptLibrary.Sender;
import app.tidewrack.server.launch.kept.LiveMapper;
import app.tidewrack.server.launch.kept.LiveMapper.RefusedCreative;
import app.tidewrack.server.launch.kept.LiveMapper.StoredLive;
import app.tidewrack.server.naming.NamingLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.inspect.LiveStates.CampaignState;
import app.tidewrack.server.plan.inspect.Silences.Silenced;
import app.tidewrack.server.post.PostMapper;
import app.tidewrack.server.post.PostMapper.PutUp;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Looks at plans with everything they refer to: names, totals and findings. */
@Component
@RequiredArgsConstructor
public class PlanInspector {
    private static final int MOST_ADS = 60_000;

    private final AudienceLibrary audiences;
    private final CreativeLibrary creatives;
    private final CopyDeck deck;
    private final ScriptLibrary scripts;
    private final ClientMapper clients;
    private final Networks networks;
    private final LiveStates live;
    private final LiveMapper onNetworks;
    private final RowPeople people;
    private final BidPrices prices;
    private final Silences silences;
    private final NamingLibrary naming;
    private final BriefLibrary briefs;
    private final PostMapper posts;

    /**
     * What campaigns were like when they were last looked at here, so that after an edit only what changed is named and checked
     * again. Nothing in it is believed unseen: all that findings follow from is compared. Held by ads, of about 1 kB each.
     */
    private final Cache<String, Checks> seen = Caffeine.newBuilder()
            .maximumWeight(MOST_ADS)
            .<String, Checks>weigher(
                    (key, checks) -> 1 + checks.situation().campaign().ads())
            .build();

    /** All that a plan refers to, read once for the whole of it. */
    public record Surroundings(
            Map<String, Audience> audiences,
            Map<String, Creative> creatives,
            CopyCodes deck,
            Map<String, Account> accounts,
            Map<String, CampaignState> states,
            List<StoredLive> limited,
            List<RefusedCreative> refused,
            String clientName,
            String planName,
            NamingScheme scheme,
            List<Sender> senders,
            Set<String> subjects,
            List<PutUp> posts,
            List<String> postsTold,
            Instant now) {

        public boolean live(Campaign campaign) {
            CampaignState state = states.get(campaign.id());
            return state != null && state.live();
        }

        public boolean tested(Campaign campaign) {
            CampaignState state = states.get(campaign.id());
            return state != null && state.tested();
        }
    }

    /**
     * One campaign looked at.
     *
     * @param people whom each row talks to, by row id
     * @param silenced findings that somebody left for a reason
     */
    public record Inspected(
            Campaign campaign,
            PlanTotals totals,
            PlanNames names,
            Map<String, Situation.Audience> people,
            List<Finding> findings,
            List<Silenced> silenced) {}

    public Surroundings surroundings(String clientId, Plan plan) {
        return new Surroundings(
                audiences.byId(clientId, used(plan, c -> c.rows().stream().map(Row::audienceId))),
                creatives.byId(clientId, used(plan, c -> c.columns().stream().map(Column::creativeId))),
                deck.codes(clientId),
                clients.accounts(clientId).stream().collect(Collectors.toMap(Account::id, Function.identity())),
                live.campaigns(clientId, plan.id()).stream()
                        .collect(Collectors.toMap(CampaignState::campaignId, Function.identity())),
                onNetworks.limited(clientId),
                onNetworks.refusedCreatives(clientId),
                clients.byId(clientId).name(),
                plan.name(),
                naming.current(clientId).scheme(),
                scripts.senders(clientId),
                briefs.subjects(clientId),
                posts.putUp(clientId),
                posts.told(clientId),
                networks.lately());
    }

    private static Set<String> used(Plan plan, Function<Campaign, Stream<String>> ids) {
        return plan.campaigns().stream().flatMap(ids).collect(Collectors.toSet());
    }

    public PlanNames names(String clientId, Campaign campaign, Surroundings s) {
        Checks before = seen.getIfPresent(key(clientId, campaign));
        return names(
                campaign,
                s,
                s.scheme(),
                before == null ? null : before.situation().names());
    }

    private static String key(String clientId, Campaign campaign) {
        return clientId + "/" + campaign.id();
    }

    /** As another scheme would name them. */
    public PlanNames names(Campaign campaign, Surroundings s, NamingScheme scheme) {
        return names(campaign, s, scheme, null);
    }

    private PlanNames names(Campaign campaign, Surroundings s, NamingScheme scheme, @Nullable PlanNames before) {
        Account account = Objects.requireNonNull(s.accounts().get(campaign.accountId()));
        Map<Token, String> fixed = Map.of(
                Token.CLIENT, s.clientName(),
                Token.PLAN, s.planName(),
                Token.NETWORK, account.network(),
                Token.NETWORK_NAME, networks.name(account.network(), account.name()),
                Token.ACCOUNT, account.name());
        return PlanNames.of(
                campaign,
                new PlanNames.Words(
                        scheme,
                        fixed,
                        a -> Objects.requireNonNull(s.audiences().get(a)).definition(),
                        a -> Objects.requireNonNull(s.audiences().get(a)).name(),
                        s.creatives()::get,
                        s.deck()),
                before);
    }

    public Inspected inspect(String clientId, Plan plan, Campaign campaign, Surroundings s) {
        Checks checks = checks(clientId, plan, campaign, s);
        Situation situation = checks.situation();
        Silences.Sorted found = silences.sorted(clientId, campaign.id(), checks.findings());
        return new Inspected(
                campaign, situation.totals(), situation.names(), situation.audiences(), found.told(), found.silenced());
    }

    /** What every rule finds, silenced or not. */
    public Checks checks(String clientId, Plan plan, Campaign campaign) {
        return checks(clientId, plan, campaign, surroundings(clientId, plan));
    }

    private Checks checks(String clientId, Plan plan, Campaign campaign, Surroundings s) {
        String key = key(clientId, campaign);
        Checks before = seen.getIfPresent(key);
        PlanNames named = before == null ? null : before.situation().names();
        Situation situation = situation(clientId, plan, campaign, s, named);
        Checks now = before == null ? Checks.of(situation) : before.after(situation);
        seen.put(key, now);
        return now;
    }

    private Situation situation(
            String clientId, Plan plan, Campaign campaign, Surroundings s, @Nullable PlanNames named) {
        Account account = Objects.requireNonNull(s.accounts().get(campaign.accountId()));
        Rulebook rulebook = networks.rulebook(account.network());
        LocalDate today = s.now().atZone(ZoneId.of(account.zone())).toLocalDate();
        Map<String, Situation.Audience> talkedTo = people.of(clientId, campaign, s.audiences());
        return new Situation(
                campaign,
                PlanTotals.of(campaign),
                names(campaign, s, s.scheme(), named),
                rulebook,
                new Situation.Account(
                        account.name(),
                        s.clientName(),
                        account.spendingLimitMinor(),
                        beside(s, campaign),
                        account.siteTag() != null,
                        agreed(s, account),
                        s.subjects(),
                        putUp(s, account),
                        refused(s, account)),
                talkedTo,
                s.creatives(),
                prices.of(clientId, campaign, talkedTo),
                namesBefore(plan, campaign, s),
                s.live(campaign),
                s.tested(campaign),
                today);
    }

    /** What other campaigns on the account may spend on a day of this one's flight, in minor units. */
    private static long beside(Surroundings s, Campaign campaign) {
        List<LiveItem> others = s.limited().stream()
                .filter(l -> l.accountId().equals(campaign.accountId())
                        && !l.campaignId().equals(campaign.id()))
                .map(StoredLive::item)
                .toList();
        Flight flight = campaign.facts().flight();
        Currency currency = campaign.facts().moneyPerRow().currency();
        return LiveItem.beside(others, flight.start(), flight.lastDay(), currency)
                .minor();
    }

    /** Creatives that the account's network refused and that say and show the same still. */
    private static Map<String, String> refused(Surroundings s, Account account) {
        return s.refused().stream()
                .filter(r -> r.network().equals(account.network()))
                .filter(r -> r.settings() instanceof AdSettings ad
                        && same(ad.creative(), s.creatives().get(r.creativeId())))
                .collect(Collectors.toMap(RefusedCreative::creativeId, RefusedCreative::reason, (one, other) -> one));
    }

    private static boolean same(CreativeSettings sent, @Nullable Creative now) {
        return now != null
                && sent.bodies().equals(now.bodies())
                && sent.headlines().equals(now.headlines())
                && sent.descriptions().equals(now.descriptions())
                && sent.media().equals(now.media().stream().map(Medium::sha256).toList());
    }

    private static @Nullable Map<String, Situation.PutUp> putUp(Surroundings s, Account account) {
        ZoneId zone = ZoneId.of(account.zone());
        return !s.postsTold().contains(account.id())
                ? null
                : s.posts().stream()
                        .filter(p -> p.accountId().equals(account.id()))
                        .collect(Collectors.toMap(
                                PutUp::id,
                                p -> new Situation.PutUp(
                                        p.kind(),
                                        p.removed(),
                                        p.ends() == null
                                                ? null
                                                : p.ends().atZone(zone).toLocalDate())));
    }

    private static Set<String> agreed(Surroundings s, Account account) {
        return s.senders().stream()
                .filter(p -> p.agreed() && p.accountId().equals(account.id()))
                .map(Sender::name)
                .collect(Collectors.toSet());
    }

    /** Names that campaigns of the account had before this one: a campaign that is out is never blocked by one that is not. */
    private Set<String> namesBefore(Plan plan, Campaign campaign, Surroundings s) {
        Comparator<Campaign> order = Comparator.comparing((Campaign c) -> !s.live(c))
                .thenComparing(c -> plan.campaigns().indexOf(c));
        return plan.campaigns().stream()
                .filter(c -> c.accountId().equals(campaign.accountId()) && order.compare(c, campaign) < 0)
                .map(c -> names(c.withRows(List.of()).withColumns(List.of()).withOff(Map.of()), s, s.scheme(), null)
                        .campaign())
                .collect(Collectors.toSet());
    }
}
