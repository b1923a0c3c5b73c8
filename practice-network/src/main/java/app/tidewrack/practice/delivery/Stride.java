package app.tidewrack.practice.delivery;

import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.campaign.Orders.CampaignOrder;
import app.tidewrack.practice.delivery.DeliveryMapper.Approved;
import app.tidewrack.practice.delivery.DeliveryMapper.HourRow;
import app.tidewrack.practice.delivery.DeliveryMapper.LateEvent;
import app.tidewrack.practice.engagement.SiteEvent;
import app.tidewrack.practice.engagement.Tie;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.report.Measure;
import app.tidewrack.practice.report.Tally;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Some hours of delivery in a row, gathered in memory and written at the end in one transaction with the clock. Ad groups are
 * delivered side by side; what they leave is put in order before it is written, so that the same calls give the same.
 */
final class Stride implements GroupHour.Notes {
    private static final Duration HOUR = Duration.ofHours(1);
    private static final double USUAL_RESULT_EUR = 5;

    private final Tools tools;
    private final Cast cast;
    private final List<HourRow> rows = new ArrayList<>();
    private final List<LateEvent> later = new ArrayList<>();
    private final Map<AdHour, Tally> late = new LinkedHashMap<>();
    private final Map<String, Map<LocalDate, Long>> spentByAccount = new HashMap<>();

    private record AdHour(String adId, Instant hour) {}

    Stride(Tools tools, Instant from, Map<String, AdRun> known) {
        this.tools = tools;
        cast = new Cast(tools, from.atZone(ZoneOffset.UTC).toLocalDate().minusDays(1), known);
    }

    /** @param hour the start of a whole hour */
    void deliver(Instant hour) {
        Map<String, List<Approved>> byGroup = new LinkedHashMap<>();
        for (Approved approved : tools.mapper().approved()) {
            byGroup.computeIfAbsent(approved.adGroupId(), k -> new ArrayList<>())
                    .add(approved);
        }
        Map<String, Double> shares = new HashMap<>();
        List<List<Approved>> running =
                byGroup.values().stream().filter(ads -> runs(ads.get(0), hour)).toList();
        running.forEach(ads -> {
            GroupRun group = cast.group(ads.get(0));
            ads.forEach(a -> group.has(cast.ad(a, group)));
            Purse purse = cast.purse(ads.get(0), group);
            shares.merge(purse.owner(), efficiency(group), Double::sum);
        });
        List<Part> parts =
                running.parallelStream().map(ads -> part(ads, hour, shares)).toList();
        Map<String, List<Contender>> bids = bids(parts);
        parts.stream()
                .collect(Collectors.groupingBy(this::turn, LinkedHashMap::new, Collectors.toList()))
                .values()
                .parallelStream()
                .forEach(inTurn -> inTurn.forEach(p -> deliver(p, hour, bids)));
    }

    /** An ad group's part in an hour. */
    private record Part(GroupRun group, Purse purse, List<AdRun> ads, GroupHour hour) {
        String network() {
            return group.network().slug();
        }

        String client() {
            return group.account().client();
        }
    }

    /** What is bid on each network where more than one client's ad groups run; one's own never bid against each other. */
    private static Map<String, List<Contender>> bids(List<Part> parts) {
        Map<String, Set<String>> clients = parts.stream()
                .collect(Collectors.groupingBy(Part::network, Collectors.mapping(Part::client, Collectors.toSet())));
        return parts.stream()
                .filter(p -> clients.getOrDefault(p.network(), Set.of()).size() > 1)
                .collect(Collectors.groupingBy(
                        Part::network, Collectors.flatMapping(p -> p.hour().bids().stream(), Collectors.toList())));
    }

    /**
     * Groups that spend from one purse take turns, and so do those of a network that share an account's limit or its people's
     * inboxes; all others are delivered side by side.
     */
    private String turn(Part part) {
        GroupRun group = part.group();
        return group.account().spendingLimitMinor() == null && !group.sends()
                ? part.purse().owner()
                : part.network();
    }

    private boolean runs(Approved ad, Instant hour) {
        CampaignOrder campaign = cast.campaign(ad.campaignId());
        GroupRun group = cast.group(ad);
        LocalDate day = hour.atZone(group.account().zone()).toLocalDate();
        return !day.isBefore(campaign.startsOn())
                && day.isBefore(campaign.endsOn())
                && Pacing.runs(group.order().hours(), hour, group.account().zone());
    }

    private static double efficiency(GroupRun group) {
        return Math.sqrt(group.efficiency(USUAL_RESULT_EUR * group.minorPerEuro() * Purse.TINY));
    }

    private Part part(List<Approved> approved, Instant hour, Map<String, Double> shares) {
        GroupRun group = cast.group(approved.get(0));
        Account account = group.account();
        Purse purse = cast.purse(approved.get(0), group);
        LocalDate day = hour.atZone(account.zone()).toLocalDate();
        Pace pace = group.order().pace();
        boolean first = !day.isAfter(cast.campaign(approved.get(0).campaignId()).startsOn());
        double most = purse.mostOn(day) * Pacing.aim(purse.owner(), day, first);
        Pacing.Due due = Pacing.due(group.network().market(), group.order().hours(), pace, hour, account.zone());
        double open = most * due.byEnd() - purse.spentOn(day);
        double share = efficiency(group) / Objects.requireNonNull(shares.get(purse.owner()));
        double wanted = open * Pacing.grip(purse.owner(), hour) * share;
        List<AdRun> ads = approved.stream().map(a -> cast.ad(a, group)).toList();
        return new Part(
                group,
                purse,
                ads,
                new GroupHour(
                        group,
                        ads,
                        hour,
                        wanted / Purse.TINY / group.minorPerEuro(),
                        due.inHour() <= 0 ? 1 : open / (most * due.inHour()) - 1,
                        tools.world(),
                        tools.devices(),
                        cast.cells(group.network()),
                        this));
    }

    private void deliver(Part part, Instant hour, Map<String, List<Contender>> bids) {
        Account account = part.group().account();
        LocalDate day = hour.atZone(account.zone()).toLocalDate();
        List<Contender> others = bids.getOrDefault(part.network(), List.of()).stream()
                .filter(b -> !b.client().equals(part.client()))
                .toList();
        Purse purse = part.purse();
        long left = Math.min(purse.mostOn(day) - purse.spentOn(day), accountLeft(account, day));
        long spent = part.hour().run(others, left);
        purse.spend(day, spent);
        spend(account, day, spent);
        part.ads().forEach(ad -> end(part.group(), ad, hour, day));
    }

    private static String key(Account account) {
        return account.network() + "/" + account.id();
    }

    /** What the account's own limit leaves for the day. */
    private synchronized long accountLeft(Account account, LocalDate day) {
        Long limit = account.spendingLimitMinor();
        if (limit == null) {
            return Long.MAX_VALUE;
        }
        long spent = spentByAccount
                .computeIfAbsent(key(account), k -> new HashMap<>())
                .computeIfAbsent(day, d -> tools.mapper().spentByAccount(account.network(), account.id(), d));
        return Math.max(0, limit * Purse.TINY - spent);
    }

    /** Counts what an account with a limit has spent; groups of other accounts do not wait for each other. */
    private synchronized void spend(Account account, LocalDate day, long tiny) {
        if (account.spendingLimitMinor() != null) {
            Objects.requireNonNull(spentByAccount.get(key(account))).merge(day, tiny, Long::sum);
        }
    }

    private synchronized void end(GroupRun group, AdRun ad, Instant hour, LocalDate day) {
        Tally tally = ad.endHour();
        if (tally.isEmpty()) {
            return;
        }
        // Reports tell whole minor units that add up over time.
        long spentBefore = (ad.spentTiny() - tally.total(Measure.SPEND_TINY)) / Purse.TINY;
        long spentMinor = ad.spentTiny() / Purse.TINY - spentBefore;
        Account account = group.account();
        rows.add(new HourRow(
                ad.id(),
                account.network(),
                account.id(),
                hour,
                day,
                visible(group.network(), hour.plus(HOUR)),
                spentMinor,
                tally.total(Measure.IMPRESSIONS),
                tally.bytes()));
    }

    private static Instant visible(Network network, Instant since) {
        return since.plus(network.rulebook().reports().delay());
    }

    @Override
    public synchronized void tie(GroupRun group, Response.TieTo tie, LocalDate day, int person) {
        Account account = group.account();
        boolean site = tie.kind().startsWith("site-");
        String scope = site && account.site() != null ? account.site().domain() : key(account);
        tools.ties().add(tie.in(scope), day, person);
    }

    @Override
    public synchronized void messaged(GroupRun group, LocalDate day, int person) {
        tools.ties().add(Tie.messaged(group.network().slug()), day, person);
    }

    @Override
    public synchronized void later(LateEvent event) {
        later.add(event);
    }

    @Override
    public synchronized void lead(GroupRun group, AdRun ad, Instant hour, int person) {
        tools.leads().lead(group.account(), ad.id(), ad.creative().order(), hour, person);
    }

    @Override
    public synchronized void chat(GroupRun group, AdRun ad, Instant hour, int person) {
        tools.leads().chat(group.account(), ad.id(), ad.creative().order(), hour, person);
    }

    /** Ads as these hours left them. */
    Map<String, AdRun> ads() {
        return cast.ads();
    }

    /** Writes what was delivered, then books what became due until a time. */
    void keep(Instant until) {
        rows.sort(Comparator.comparing(HourRow::hour).thenComparing(HourRow::adId));
        later.sort(Comparator.comparing(LateEvent::due)
                .thenComparing(LateEvent::adId)
                .thenComparing(LateEvent::person)
                .thenComparing(LateEvent::measure));
        tools.bulk().hours(rows);
        tools.bulk().late(later);
        cast.keep();
        tools.leads().flush();
        tools.mapper().late(until).forEach(this::book);
        late.forEach((at, tally) -> correct(at, tally, until));
        tools.mapper().forgetLate(until);
        tools.ties().flush();
    }

    /** A purchase counts for the ad when it comes within the days after the click; the visitor bought all the same. */
    private void book(LateEvent event) {
        Approved ad = tools.mapper().owner(event.adId());
        Account account = tools.accounts().account(ad.network(), ad.account());
        Network network = tools.networks().network(ad.network());
        Measure measure = Measure.valueOf(event.measure());
        LocalDate day = event.due().atZone(account.zone()).toLocalDate();
        if (account.site() != null) {
            tools.ties().add(Tie.site(account.site().domain(), SiteEvent.PURCHASE), day, event.person());
        }
        List<Integer> days = measure == Measure.PURCHASES
                ? network.rulebook().reports().clickDays()
                : network.rulebook().reports().viewDays();
        boolean within = Duration.between(event.hour(), event.due()).compareTo(Duration.ofDays(days.get(0))) <= 0;
        if (within) {
            boolean mix =
                    tools.creatives().creative(ad.network(), ad.creativeId()).mixes();
            Tally.Booking booking = late.computeIfAbsent(new AdHour(event.adId(), event.hour()), k -> new Tally())
                    .at(event.cell(), cast.cells(network).dimensions(mix));
            booking.add(measure, 1);
            booking.add(Measure.VALUE_MINOR, event.valueMinor());
        }
    }

    private void correct(AdHour at, Tally tally, Instant now) {
        DeliveryMapper.Kept kept = tools.mapper().hour(at.adId(), at.hour()).orElseThrow();
        Tally whole = Tally.of(kept.content());
        whole.add(tally);
        Network network =
                tools.networks().network(tools.mapper().owner(at.adId()).network());
        tools.mapper().correct(at.adId(), at.hour(), now, visible(network, now), whole.bytes());
    }
}
