package app.tidewrack.server.launch;

import app.tidewrack.core.check.Finding;
import app.tidewrack.core.check.Severity;
import app.tidewrack.core.launch.Change;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.ChangeList;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.LiveItem;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.launch.Drift.Drifted;
import app.tidewrack.server.launch.LaunchMapper.NewLaunch;
import app.tidewrack.server.launch.LaunchMapper.Standing;
import app.tidewrack.server.launch.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.LaunchMapper.StoredLaunch;
import app.tidewrack.server.launch.LaunchMapper.StoredLive;
import app.tidewrack.server.launch.LaunchWishes.Wish;
import app.tidewrack.server.network.NetworkConnector.ItemTold;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanDesk.Versioned;
import app.tidewrack.server.plan.PlanInspector;
import app.tidewrack.server.plan.PlanInspector.Inspected;
import app.tidewrack.server.plan.PlanInspector.Surroundings;
import app.tidewrack.server.splittest.TestsAtStake;
import app.tidewrack.server.splittest.TestsAtStake.TestAtStake;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Says what a launch would do, and starts it. */
@Service
public class LaunchDesk {
    /** Changes that are kept in one statement. */
    private static final int AT_ONCE = 200;

    private final LaunchMapper mapper;
    private final LaunchWishes wishes;
    private final PlanDesk plans;
    private final PlanInspector inspector;
    private final ChangeJobs jobs;
    private final Drift drift;
    private final TestsAtStake tests;
    private final JsonMapper json;

    LaunchDesk(
            LaunchMapper mapper,
            LaunchWishes wishes,
            PlanDesk plans,
            PlanInspector inspector,
            ChangeJobs jobs,
            Drift drift,
            TestsAtStake tests,
            JsonMapper json) {
        this.mapper = mapper;
        this.wishes = wishes;
        this.plans = plans;
        this.inspector = inspector;
        this.jobs = jobs;
        this.drift = drift;
        this.tests = tests;
        this.json = json;
    }

    /**
     * What a launch would do.
     *
     * @param newestLaunchId the last launch of this campaign, if any
     * @param byHand the last launch was handed over, to be entered by hand
     * @param drift what was changed on the network behind our back
     * @param test a running test that launching all of it would break
     */
    public record ChangesView(
            int planVersion,
            List<Change> changes,
            List<Finding> findings,
            String currency,
            long dailyBeforeMinor,
            long dailyAfterMinor,
            @Nullable String newestLaunchId,
            boolean running,
            boolean byHand,
            List<Drifted> drift,
            @Nullable TestAtStake test) {}

    /**
     * @param reviewState of an ad, as the network last told
     * @param reviewDue when review is expected to have decided
     */
    public record ChangeProgress(
            String id,
            Action action,
            Level level,
            String itemKey,
            String name,
            String state,
            int tries,
            @Nullable String problem,
            @Nullable String reviewState,
            @Nullable String reason,
            @Nullable Instant reviewDue) {}

    public record LaunchView(
            String id,
            String campaignId,
            String state,
            Instant startedAt,
            String person,
            List<ChangeProgress> changes) {}

    /**
     * How a change list is launched.
     *
     * @param keys items whose changes are taken, with the creations that they need; null for all
     * @param paused what is created stands still at first
     * @param byHand nothing is sent; a person enters it and gives back the ids
     */
    public record Choice(@Nullable Set<String> keys, boolean paused, boolean byHand) {
        public static final Choice ALL = new Choice(null, false, false);
    }

    private record Comparison(
            Versioned plan, Inspected inspected, List<Wish> wishes, List<LiveItem> live, ChangeList changes) {}

    @Transactional(readOnly = true)
    public ChangesView changes(String clientId, String planId, String campaignId) {
        Comparison c = compare(clientId, plans.plan(clientId, planId), campaignId);
        Currency currency = c.inspected().campaign().facts().moneyPerRow().currency();
        Optional<StoredLaunch> newest = mapper.newest(clientId, campaignId);
        return new ChangesView(
                c.plan().version(),
                c.changes().changes(),
                c.inspected().findings(),
                currency.getCurrencyCode(),
                dailyOnNetwork(c.live(), currency).minor(),
                c.inspected().totals().daily().minor(),
                newest.map(StoredLaunch::id).orElse(null),
                newest.map(StoredLaunch::underWay).orElse(false),
                newest.map(StoredLaunch::byHand).orElse(false),
                drift.of(clientId, c.inspected().campaign()),
                tests.of(clientId, campaignId, c.changes().changes()).orElse(null));
    }

    /** What runs may spend a day; of lifetime money the average over the campaign's days. */
    private static Money dailyOnNetwork(List<LiveItem> live, Currency currency) {
        long days = live.stream()
                .filter(l -> l.level() == Level.CAMPAIGN)
                .map(LiveItem::fields)
                .mapToLong(f -> ChronoUnit.DAYS.between(
                                LocalDate.parse(f.get(ItemTold.FIRST_DAY)), LocalDate.parse(f.get(ItemTold.LAST_DAY)))
                        + 1)
                .findFirst()
                .orElse(1);
        List<Money> daily = live.stream()
                .filter(l -> l.level() != Level.AD && !l.paused())
                .map(l -> Money.parse(l.fields().getOrDefault(ItemTold.MONEY, "0"), currency)
                        .plus(Money.parse(l.fields().getOrDefault(ItemTold.LIFETIME, "0"), currency)
                                .per(days)))
                .toList();
        return Money.sum(currency, daily);
    }

    /**
     * Accepts the change list as it is for this version of the plan and starts carrying it out.
     *
     * @throws Conflict when the plan changed meanwhile or a launch is running
     * @throws Refusal when blockers are left or nothing would change
     */
    @Transactional
    public LaunchView launch(
            String clientId, String planId, String campaignId, int version, Choice choice, String personId) {
        Versioned held = plans.hold(clientId, planId);
        if (held.version() != version) {
            throw new Conflict(
                    "The plan was changed since this list was made: it is at version %d, the list was made on %d. Look at the new list."
                            .formatted(held.version(), version));
        }
        Comparison comparison = compare(clientId, held, campaignId);
        requireLaunchable(clientId, campaignId, comparison);
        String launchId = Ids.fresh();
        mapper.insertLaunch(
                clientId,
                new NewLaunch(
                        launchId,
                        planId,
                        campaignId,
                        comparison.inspected().campaign().accountId(),
                        personId,
                        choice.byHand() ? "BY_HAND" : "RUNNING"));
        Map<String, Wish> byKey = comparison.wishes().stream()
                .collect(Collectors.toMap(w -> w.item().key(), Function.identity()));
        List<StoredChange> stored = Dispatch.of(comparison.changes().changes(), byKey, choice, json);
        for (int from = 0; from < stored.size(); from += AT_ONCE) {
            mapper.insertChanges(clientId, launchId, stored.subList(from, Math.min(stored.size(), from + AT_ONCE)));
        }
        if (!choice.byHand()) {
            stored.stream()
                    .filter(c -> c.waitsFor() == null)
                    .forEach(c -> jobs.schedule(clientId, launchId, c.id(), Instant.now()));
        }
        return view(clientId, launchId);
    }

    private void requireLaunchable(String clientId, String campaignId, Comparison comparison) {
        List<Finding> blockers = comparison.inspected().findings().stream()
                .filter(f -> f.severity() == Severity.BLOCKER)
                .toList();
        if (!blockers.isEmpty()) {
            throw new Refusal(
                    "findings",
                    "%d blockers are left, the first: %s"
                            .formatted(blockers.size(), blockers.get(0).says()),
                    blockers.get(0).mend());
        }
        if (comparison.changes().changes().isEmpty()) {
            throw new Refusal("changes", "The network already has all of this.", "Change something first.");
        }
        mapper.newest(clientId, campaignId).filter(StoredLaunch::underWay).ifPresent(l -> {
            throw new Conflict(
                    l.state().equals("RUNNING")
                            ? "%s has launched this campaign, and it is under way. Wait for it, or stop it."
                                    .formatted(l.person())
                            : "%s has handed this campaign over to be entered by hand. Read the ids back, or stop it."
                                    .formatted(l.person()));
        });
    }

    private Comparison compare(String clientId, Versioned versioned, String campaignId) {
        Plan plan = versioned.plan();
        Campaign campaign = plan.campaign(campaignId);
        Surroundings around = inspector.surroundings(clientId, plan);
        Inspected inspected = inspector.inspect(clientId, plan, campaign, around);
        List<Wish> wanted = wishes.of(clientId, campaign, inspected.names(), around);
        List<LiveItem> live =
                mapper.live(clientId, campaignId).stream().map(this::read).toList();
        return new Comparison(
                versioned,
                inspected,
                wanted,
                live,
                ChangeList.between(wanted.stream().map(Wish::item).toList(), live, k -> inSheet(campaign, k)));
    }

    /** A cell that is off belongs to the sheet as long as its row and column do. */
    private static boolean inSheet(Campaign campaign, String key) {
        String[] ids = key.split("/");
        return key.equals(campaign.id())
                || campaign.rows().stream().anyMatch(r -> r.id().equals(ids[0]))
                        && (ids.length == 1 || campaign.columns().stream().anyMatch(c -> c.id().equals(ids[1])));
    }

    private LiveItem read(StoredLive l) {
        return new LiveItem(
                Level.valueOf(l.level()),
                l.itemKey(),
                parentKey(l),
                l.name(),
                l.externalId(),
                json.readValue(l.fields(), new TypeReference<Map<String, String>>() {}),
                l.paused());
    }

    private static @Nullable String parentKey(StoredLive l) {
        return switch (Level.valueOf(l.level())) {
            case CAMPAIGN -> null;
            case AD_GROUP -> "";
            case AD -> l.itemKey().substring(0, l.itemKey().indexOf('/'));
        };
    }

    @Transactional(readOnly = true)
    public LaunchView view(String clientId, String launchId) {
        StoredLaunch launch = mapper.launch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        return new LaunchView(
                launch.id(),
                launch.campaignId(),
                launch.state(),
                launch.startedAt(),
                launch.person(),
                mapper.progress(clientId, launchId));
    }

    /** How far a launch is, in numbers. */
    public record LaunchStanding(String state, int all, int done, int failed) {}

    @Transactional(readOnly = true)
    public LaunchStanding standing(String clientId, String launchId) {
        StoredLaunch launch = mapper.launch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        Standing standing = mapper.standing(clientId, launchId);
        return new LaunchStanding(launch.state(), standing.all(), standing.done(), standing.failed());
    }

    /** Lets no further change begin; one that is under way ends. */
    @Transactional
    public LaunchView stop(String clientId, String launchId) {
        StoredLaunch launch = mapper.holdLaunch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        if (launch.underWay()) {
            mapper.setLaunchState(clientId, launchId, "STOPPED");
        }
        return view(clientId, launchId);
    }

    /**
     * Sends what failed or was stopped once more, and nothing else; what was handed over waits for its ids again.
     *
     * @throws Refusal when a newer launch has taken over
     */
    @Transactional
    public LaunchView sendAgain(String clientId, String launchId) {
        StoredLaunch launch = mapper.holdLaunch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        boolean newest = mapper.newest(clientId, launch.campaignId())
                .filter(l -> l.id().equals(launchId))
                .isPresent();
        if (!newest || launch.underWay() || launch.state().equals("DONE")) {
            throw new Refusal(
                    "launch", "Nothing of this launch is left to send.", "Look at the change list and launch that.");
        }
        mapper.setLaunchState(clientId, launchId, launch.byHand() ? "BY_HAND" : "RUNNING");
        if (launch.byHand()) {
            return view(clientId, launchId);
        }
        List<StoredChange> changes = mapper.changes(clientId, launchId);
        Map<String, String> states = changes.stream().collect(Collectors.toMap(StoredChange::id, StoredChange::state));
        for (StoredChange c : changes) {
            if (c.state().equals("DONE")) {
                continue;
            }
            mapper.setState(clientId, launchId, c.id(), "WAITING", c.tries(), null);
            if (c.waitsFor() == null || "DONE".equals(states.get(c.waitsFor()))) {
                jobs.schedule(clientId, launchId, c.id(), Instant.now());
            }
        }
        return view(clientId, launchId);
    }
}
