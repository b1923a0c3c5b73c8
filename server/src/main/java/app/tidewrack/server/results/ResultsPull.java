package app.tidewrack.server.results;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.Reports.Hour;
import app.tidewrack.connector.Reports.Page;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Doubt;
import app.tidewrack.core.results.Measure;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.AccountOfClient;
import app.tidewrack.server.job.Jobs;
import app.tidewrack.server.job.Pages;
import app.tidewrack.server.job.Rounds;
import app.tidewrack.server.job.Rounds.Round;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.results.FactLoader.HourFact;
import app.tidewrack.server.results.LinesAside.AdHour;
import app.tidewrack.server.results.LinesAside.Line;
import app.tidewrack.server.results.ResultsMapper.AdOnNetwork;
import app.tidewrack.server.results.ResultsMapper.Told;
import app.tidewrack.server.results.ResultsMapper.UnknownHour;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Brings reviews and reports in. Each account goes on from its stored cursor, in one transaction a page. */
@Service
@RequiredArgsConstructor
public class ResultsPull {
    private static final Duration EVERY = Duration.ofSeconds(5);

    private final ResultsMapper mapper;
    private final FactLoader loader;
    private final LinesAside aside;
    private final FactMapper facts;
    private final ClientMapper clients;
    private final Networks networks;
    private final TransactionTemplate transaction;
    private final ApplicationEventPublisher events;
    private final JsonMapper json;
    private final Rounds rounds;

    /** Up to which hours this server has had people counted, by the network's id of the account. */
    private final Map<String, Long> counted = new ConcurrentHashMap<>();

    /** Something new is known of an account. */
    public record Pulled(String clientId, String accountId) {}

    @Configuration
    static class Definition {
        @Bean
        Task<Void> pullResults(ObjectProvider<ResultsPull> pull) {
            return Jobs.every("pull-results", EVERY, () -> pull.getObject().begin());
        }
    }

    /** While the practice clock moves, people are left for when it stands: to count them over and over would hold it up. */
    private void begin() {
        rounds.begin(round(!mapper.clockMoves()), clients.accountsWithLiveItems());
    }

    /** All accounts that have something on a network; one whose network is away, or refuses, is left for the next time. */
    public void pullAll() {
        pull(true);
    }

    /** The same without different people, which are counted by networks and not by us. */
    public void pullHours() {
        pull(false);
    }

    private void pull(boolean people) {
        Rounds.through(round(people), clients.accountsWithLiveItems());
    }

    private Round<AccountOfClient> round(boolean people) {
        return new Round<>("Results", AccountOfClient::network, AccountOfClient::id, a -> pull(a, people));
    }

    private void pull(AccountOfClient account, boolean people) {
        if (networks.byHand(account.network())) {
            return;
        }
        NetworkConnector network = networks.connector(account.network());
        mapper.review(account.clientId(), account.id(), json.writeValueAsString(network.reviews(account.externalId())));
        // Asked before the hours are, or one of them could be older than it says.
        Instant now = networks.now();
        boolean more = true;
        while (more) {
            more = Boolean.TRUE.equals(transaction.execute(t -> pullPage(account, network, now)));
        }
        Instant whole = now.minus(networks.rulebook(account.network()).reports().delay());
        facts.noteTold(
                account.clientId(),
                account.id(),
                now.truncatedTo(ChronoUnit.HOURS),
                whole.truncatedTo(ChronoUnit.HOURS));
        long cursor = mapper.cursor(account.clientId(), account.id());
        if (people && cursor > 0 && !Objects.equals(counted.get(account.externalId()), cursor)) {
            pullReach(account, network, cursor);
            counted.put(account.externalId(), cursor);
            events.publishEvent(new Pulled(account.clientId(), account.id()));
        }
    }

    private boolean pullPage(AccountOfClient account, NetworkConnector network, Instant now) {
        long cursor = mapper.holdCursor(account.clientId(), account.id());
        Page<Hour> told = network.reports(account.externalId(), cursor);
        List<Hour> page = Pages.onward(account.network(), cursor, told.told(), Hour::seq);
        LinesAside.requireLikely(
                account.network(), page.stream().map(Hour::counts).toList());
        List<Line> doubted = told.unread().stream().map(Line::new).collect(Collectors.toCollection(ArrayList::new));
        List<AdHour> believed = new ArrayList<>();
        // The clock may have moved on since the pull began, and the network tells of what was since then.
        Instant until = page.stream().anyMatch(h -> h.hour().isAfter(now)) ? networks.now() : now;
        Map<String, AdOnNetwork> ads = mapper.ads(account.clientId(), account.id()).stream()
                .collect(Collectors.toMap(AdOnNetwork::externalId, Function.identity()));
        ZoneId zone = ZoneId.of(account.zone());
        // What came before its ad was known comes before what is told of it now.
        List<HourFact> hours = new ArrayList<>();
        mapper.adopt(account.clientId(), account.id())
                .forEach(u -> hours.add(fact(
                        Objects.requireNonNull(ads.get(u.externalAd())),
                        u.hour(),
                        zone,
                        counts(u.counts().counts()))));
        for (Hour hour : page) {
            Optional<Doubt> doubt = Doubt.of(hour.counts(), 1).or(() -> Doubt.of(hour.hour(), until));
            if (doubt.isPresent()) {
                doubted.add(new Line(hour.adId(), hour.hour(), doubt.get()));
                continue;
            }
            believed.add(new AdHour(hour.adId(), hour.hour()));
            AdOnNetwork ad = ads.get(hour.adId());
            if (ad != null) {
                hours.add(fact(ad, hour.hour(), zone, hour.counts()));
            } else {
                mapper.keepUnknown(
                        account.clientId(),
                        account.id(),
                        new UnknownHour(hour.adId(), hour.hour(), new Told(byCode(hour.counts()))));
            }
        }
        long seq = page.isEmpty() ? cursor : page.get(page.size() - 1).seq();
        if (!hours.isEmpty()) {
            // What is told at midnight belongs to the day that ends.
            LocalDate today = now.minusSeconds(1).atZone(zone).toLocalDate();
            loader.keepHours(account.clientId(), account.id(), last(hours), seq, today);
        }
        aside.hours(account, believed, doubted);
        mapper.setCursor(account.clientId(), account.id(), seq);
        return !page.isEmpty();
    }

    private static HourFact fact(AdOnNetwork ad, Instant hour, ZoneId zone, Counts counts) {
        ZonedDateTime there = hour.atZone(zone);
        return new HourFact(BreakdownPull.key(ad), there.toLocalDate(), hour, there.getHour(), counts);
    }

    private static Map<String, Long> byCode(Counts counts) {
        return Measure.REPORTED.stream().collect(Collectors.toMap(Measure::code, counts::get));
    }

    private static Counts counts(Map<String, Long> byCode) {
        return Counts.of(Measure.REPORTED.stream()
                .collect(Collectors.toMap(Function.identity(), m -> byCode.getOrDefault(m.code(), 0L))));
    }

    /** Of an hour that a page tells twice, what it tells last. */
    private static List<HourFact> last(List<HourFact> hours) {
        Map<Object, HourFact> last = new LinkedHashMap<>();
        hours.forEach(h -> last.put(List.of(h.ad(), h.hour()), h));
        return List.copyOf(last.values());
    }

    /**
     * Nothing is held while the network counts, which takes its time for many ads; whoever pulled more meanwhile asks again and
     * keeps that.
     */
    private void pullReach(AccountOfClient account, NetworkConnector network, long cursor) {
        Map<String, List<AdOnNetwork>> campaigns = mapper.ads(account.clientId(), account.id()).stream()
                .collect(Collectors.groupingBy(AdOnNetwork::campaignId));
        campaigns.forEach((campaignId, ads) -> {
            Map<String, List<String>> sets = new LinkedHashMap<>();
            for (AdOnNetwork ad : ads) {
                String[] key = ad.itemKey().split("/");
                for (String scope : List.of("all", "row:" + key[0], "column:" + key[1], "ad:" + ad.itemKey())) {
                    sets.computeIfAbsent(scope, s -> new ArrayList<>()).add(ad.externalId());
                }
            }
            Map<String, Long> people = network.reach(account.externalId(), null, null, sets);
            transaction.executeWithoutResult(t -> {
                if (mapper.holdCursor(account.clientId(), account.id()) != cursor) {
                    return;
                }
                mapper.forgetReach(account.clientId(), campaignId);
                mapper.keepReach(account.clientId(), campaignId, json.writeValueAsString(people));
            });
        });
    }
}
