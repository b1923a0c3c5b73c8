package app.tidewrack.server.results;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Reports.Page;
import app.tidewrack.connector.Reports.PartOfDay;
import app.tidewrack.connector.Reports.ReportState;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.results.Doubt;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.AccountOfClient;
import app.tidewrack.server.job.Jobs;
import app.tidewrack.server.job.Rounds;
import app.tidewrack.server.job.Rounds.Round;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.results.FactLoader.AdKey;
import app.tidewrack.server.results.FactLoader.PartFact;
import app.tidewrack.server.results.FactMapper.Due;
import app.tidewrack.server.results.LinesAside.Line;
import app.tidewrack.server.results.ResultsMapper.AdOnNetwork;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Asks networks for the breakdowns of days whose hours came or were corrected. A day stays due until all its breakdowns are
 * kept, so a pull that was cut off goes on where it was.
 */
@Service
@RequiredArgsConstructor
public class BreakdownPull {
    private static final Duration EVERY = Duration.ofSeconds(10);
    private static final int QUIET_SECONDS = 5;

    /** Pages in a row that tell nothing of ours that was not told before; more ads than ours may be in them. */
    private static final int MOST_WITHOUT_NEWS = 1000;

    private static final int MOST_POLLS = 600;
    private static final int POLL_MILLIS = 100;

    /** Ads times days that are asked for at once; each has up to some dozen parts in memory. */
    private static final int MOST_AD_DAYS = 10_000;

    /** Parts of mix ads that a network tells of when it tells of assets. */
    private static final List<List<String>> ASSETS = List.of(
            List.of("media"),
            List.of("body"),
            List.of("headline"),
            List.of("description"),
            List.of("call-to-action"),
            List.of("media", "headline"));

    private final FactMapper facts;
    private final ResultsMapper mapper;
    private final FactLoader loader;
    private final LinesAside aside;
    private final ClientMapper clients;
    private final Networks networks;
    private final TransactionTemplate transaction;
    private final Rounds rounds;

    @Configuration
    static class Definition {
        @Bean
        Task<Void> pullBreakdowns(ObjectProvider<BreakdownPull> pull) {
            return Jobs.every("pull-breakdowns", EVERY, () -> pull.getObject().begin());
        }
    }

    private void begin() {
        rounds.begin(round(QUIET_SECONDS), clients.accountsWithLiveItems());
    }

    /** @param quietSeconds accounts of which hours came in the last seconds are left for the next time */
    public void pullAll(int quietSeconds) {
        Rounds.through(round(quietSeconds), clients.accountsWithLiveItems());
    }

    private Round<AccountOfClient> round(int quietSeconds) {
        return new Round<>("Breakdowns", AccountOfClient::network, AccountOfClient::id, a -> pull(a, quietSeconds));
    }

    private void pull(AccountOfClient account, int quietSeconds) {
        List<Due> due = facts.due(account.clientId(), account.id(), quietSeconds);
        if (due.isEmpty()) {
            return;
        }
        Map<String, AdOnNetwork> ads = mapper.ads(account.clientId(), account.id()).stream()
                .collect(Collectors.toMap(AdOnNetwork::externalId, Function.identity()));
        for (List<Due> run : runs(due, Math.max(1, MOST_AD_DAYS / Math.max(1, ads.size())))) {
            pull(account, run, ads);
        }
    }

    /**
     * Days that follow one another, asked for at once.
     *
     * @param most days of a run, at least 1
     */
    private static List<List<Due>> runs(List<Due> due, int most) {
        List<List<Due>> runs = new ArrayList<>();
        LocalDate next = null;
        for (Due day : due) {
            if (!day.day().equals(next) || runs.get(runs.size() - 1).size() == most) {
                runs.add(new ArrayList<>());
            }
            runs.get(runs.size() - 1).add(day);
            next = day.day().plusDays(1);
        }
        return runs;
    }

    private void pull(AccountOfClient account, List<Due> run, Map<String, AdOnNetwork> ads) {
        NetworkConnector network = networks.connector(account.network());
        LocalDate from = run.get(0).day();
        LocalDate to = run.get(run.size() - 1).day();
        List<List<String>> asked = breakdowns(account);
        Set<List<String>> told = pull(account, network, from, to, asked, ads);
        // Without a mix ad there is no part of one to tell of.
        List<List<String>> others = ASSETS.subList(1, ASSETS.size());
        if (told.contains(ASSETS.get(0))) {
            pull(account, network, from, to, others, ads);
        } else {
            others.forEach(by ->
                    loader.replaceParts(account.clientId(), account.id(), String.join(",", by), from, to, List.of()));
        }
        transaction.executeWithoutResult(t -> run.forEach(d -> facts.done(account.clientId(), account.id(), d)));
    }

    /**
     * All are begun at once, so that the network makes the next while one is read.
     *
     * @return of which there was anything
     */
    private Set<List<String>> pull(
            AccountOfClient account,
            NetworkConnector network,
            LocalDate from,
            LocalDate to,
            List<List<String>> asked,
            Map<String, AdOnNetwork> ads) {
        Map<List<String>, String> reports = new LinkedHashMap<>();
        asked.forEach(by -> reports.put(by, network.beginReport(account.externalId(), from, to, by)));
        Set<List<String>> told = new HashSet<>();
        reports.forEach((by, id) -> {
            List<Line> doubted = new ArrayList<>();
            List<PartFact> parts = parts(network, account, id, from, to, by, ads, doubted);
            loader.replaceParts(account.clientId(), account.id(), String.join(",", by), from, to, parts);
            aside.days(account, String.join(",", by), from, to, doubted);
            if (!parts.isEmpty()) {
                told.add(by);
            }
        });
        return told;
    }

    /** Ages and genders are asked for together, regions tell the country, and of assets the pictures tell whether there are any. */
    private List<List<String>> breakdowns(AccountOfClient account) {
        List<String> told = networks.rulebook(account.network()).reports().breakdowns();
        List<List<String>> asked = new ArrayList<>();
        for (String each : told) {
            switch (each) {
                case "age" -> asked.add(told.contains("gender") ? List.of("age", "gender") : List.of("age"));
                case "gender" -> {
                    if (!told.contains("age")) {
                        asked.add(List.of("gender"));
                    }
                }
                case "country" -> {
                    if (!told.contains("region")) {
                        asked.add(List.of("country"));
                    }
                }
                case "asset" -> asked.add(ASSETS.get(0));
                default -> asked.add(List.of(each));
            }
        }
        return asked;
    }

    /** @param doubted takes the lines that are not believed */
    private static List<PartFact> parts(
            NetworkConnector network,
            AccountOfClient account,
            String id,
            LocalDate from,
            LocalDate to,
            List<String> by,
            Map<String, AdOnNetwork> ads,
            List<Line> doubted) {
        await(network, account, id);
        // A page that comes twice says the same again.
        Map<Object, PartFact> parts = new LinkedHashMap<>();
        Page<PartOfDay> page = network.reportRows(account.externalId(), id, 0);
        int nothingNew = 0;
        for (int next = 1; !page.isEmpty(); next++) {
            int before = parts.size();
            page.unread().stream()
                    .limit(LinesAside.MOST - Math.min(LinesAside.MOST, doubted.size()))
                    .map(Line::new)
                    .forEach(doubted::add);
            for (PartOfDay p : page.told()) {
                AdOnNetwork ad = ads.get(p.adId());
                Optional<Doubt> doubt = Doubt.of(p.counts(), Doubt.HOURS_OF_A_DAY);
                if (doubt.isPresent()) {
                    if (doubted.size() < LinesAside.MOST) {
                        doubted.add(new Line(p.adId(), p.day(), doubt.get()));
                    }
                    // Of days that were not asked for it may tell less than all.
                } else if (ad != null && !p.day().isBefore(from) && !p.day().isAfter(to)) {
                    String value = by.stream().map(p.by()::get).collect(Collectors.joining(","));
                    parts.put(List.of(p.adId(), p.day(), value), new PartFact(key(ad), p.day(), value, p.counts()));
                }
            }
            nothingNew = parts.size() > before ? 0 : nothingNew + 1;
            if (nothingNew > MOST_WITHOUT_NEWS) {
                throw new NetworkRefused(account.network(), "the report tells the same again and again", null);
            }
            page = network.reportRows(account.externalId(), id, next);
        }
        LinesAside.requireLikely(
                account.network(), parts.values().stream().map(PartFact::counts).toList());
        return List.copyOf(parts.values());
    }

    private static void await(NetworkConnector network, AccountOfClient account, String id) {
        for (int polls = 0; polls < MOST_POLLS; polls++) {
            ReportState state = network.report(account.externalId(), id);
            if (state.state().equals("DONE")) {
                return;
            }
            if (!state.state().equals("RUNNING")) {
                throw new NetworkRefused(account.network(), "the report failed, " + state.problem(), null);
            }
            try {
                Thread.sleep(POLL_MILLIS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException(e);
            }
        }
        throw new NetworkRefused(account.network(), "the report took too long", null);
    }

    static AdKey key(AdOnNetwork ad) {
        String[] key = ad.itemKey().split("/");
        return new AdKey(ad.campaignId(), new CellRef(key[0], key[1]));
    }
}
