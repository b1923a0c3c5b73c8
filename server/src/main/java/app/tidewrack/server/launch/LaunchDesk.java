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
import app.tidewrack.server.launch.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.LaunchMapper.StoredLaunch;
import app.tidewrack.server.launch.LaunchMapper.StoredLive;
import app.tidewrack.server.launch.LaunchWishes.Wish;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanDesk.Versioned;
import app.tidewrack.server.plan.PlanInspector;
import app.tidewrack.server.plan.PlanInspector.Inspected;
import app.tidewrack.server.plan.PlanInspector.Surroundings;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.time.Instant;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Says what a launch would do, and starts it. */
@Service
public class LaunchDesk {
    private final LaunchMapper mapper;
    private final LaunchWishes wishes;
    private final PlanDesk plans;
    private final PlanInspector inspector;
    private final ChangeJobs jobs;
    private final JsonMapper json;

    LaunchDesk(
            LaunchMapper mapper,
            LaunchWishes wishes,
            PlanDesk plans,
            PlanInspector inspector,
            ChangeJobs jobs,
            JsonMapper json) {
        this.mapper = mapper;
        this.wishes = wishes;
        this.plans = plans;
        this.inspector = inspector;
        this.jobs = jobs;
        this.json = json;
    }

    /**
     * What a launch would do.
     *
     * @param newestLaunchId the last launch of this campaign, if any
     */
    public record ChangesView(
            int planVersion,
            List<Change> changes,
            List<Finding> findings,
            String currency,
            long dailyBeforeMinor,
            long dailyAfterMinor,
            @Nullable String newestLaunchId,
            boolean running) {}

    /** @param reviewState of an ad, as the network last told */
    public record ChangeProgress(
            String id,
            Action action,
            Level level,
            String name,
            String state,
            int tries,
            @Nullable String problem,
            @Nullable String reviewState,
            @Nullable String reason) {}

    public record LaunchView(
            String id,
            String campaignId,
            String state,
            Instant startedAt,
            String person,
            List<ChangeProgress> changes) {}

    private record Comparison(
            Versioned plan, Inspected inspected, List<Wish> wishes, List<LiveItem> live, ChangeList changes) {}

    @Transactional(readOnly = true)
    public ChangesView changes(String clientId, String planId, String campaignId) {
        Comparison c = compare(clientId, plans.plan(clientId, planId), campaignId);
        Currency currency = c.inspected().campaign().facts().dailyPerRow().currency();
        List<Money> before = c.live().stream()
                .filter(l -> l.level() == Level.AD_GROUP && !l.paused())
                .map(l -> Money.parse(l.fields().getOrDefault(LaunchWishes.MONEY, "0"), currency))
                .toList();
        Optional<StoredLaunch> newest = mapper.newest(clientId, campaignId);
        return new ChangesView(
                c.plan().version(),
                c.changes().changes(),
                c.inspected().findings(),
                currency.getCurrencyCode(),
                Money.sum(currency, before).minor(),
                c.inspected().totals().daily().minor(),
                newest.map(StoredLaunch::id).orElse(null),
                newest.map(l -> l.state().equals("RUNNING")).orElse(false));
    }

    /**
     * Accepts the change list as it is for this version of the plan and starts carrying it out.
     *
     * @throws Conflict when the plan changed meanwhile or a launch is running
     * @throws Refusal when blockers are left or nothing would change
     */
    @Transactional
    public LaunchView launch(String clientId, String planId, String campaignId, int version, String personId) {
        Versioned held = plans.hold(clientId, planId);
        if (held.version() != version) {
            throw new Conflict(
                    "The plan was changed since this list was made: it is at version %d, the list was made on %d. Look at the new list."
                            .formatted(held.version(), version));
        }
        Comparison comparison = compare(clientId, held, campaignId);
        requireLaunchable(clientId, campaignId, comparison);
        String launchId = Ids.fresh();
        mapper.insertLaunch(clientId, launchId, planId, campaignId, personId);
        List<StoredChange> stored = stored(comparison);
        stored.forEach(c -> mapper.insertChange(clientId, launchId, c));
        stored.stream()
                .filter(c -> c.waitsFor() == null)
                .forEach(c -> jobs.schedule(clientId, launchId, c.id(), Instant.now()));
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
        if (mapper.newest(clientId, campaignId)
                .filter(l -> l.state().equals("RUNNING"))
                .isPresent()) {
            throw new Conflict("A launch of this campaign is running. Wait for it, or stop it.");
        }
    }

    private List<StoredChange> stored(Comparison comparison) {
        Map<String, Wish> byKey = comparison.wishes().stream()
                .collect(Collectors.toMap(w -> w.item().key(), Function.identity()));
        Map<String, String> creations = new HashMap<>();
        List<Change> changes = comparison.changes().changes();
        return IntStream.range(0, changes.size())
                .mapToObj(i -> {
                    Change change = changes.get(i);
                    Wish wish = byKey.get(change.key());
                    String id = Ids.fresh();
                    if (change.action() == Action.CREATE) {
                        creations.put(change.key(), id);
                    }
                    return new StoredChange(
                            id,
                            i,
                            change.action().name(),
                            change.level().name(),
                            change.key(),
                            change.parentKey() == null ? null : creations.get(change.parentKey()),
                            change.parentKey(),
                            change.name(),
                            change.externalId(),
                            json.writeValueAsString(change.fields()),
                            json.writeValueAsString(
                                    wish == null ? Map.of() : wish.item().fields()),
                            wish == null ? "{}" : json.writeValueAsString(wish.order()),
                            "WAITING",
                            0,
                            null);
                })
                .toList();
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
                ChangeList.between(wanted.stream().map(Wish::item).toList(), live));
    }

    private LiveItem read(StoredLive l) {
        return new LiveItem(
                Level.valueOf(l.level()),
                l.itemKey(),
                l.name(),
                l.externalId(),
                json.readValue(l.fields(), new TypeReference<Map<String, String>>() {}),
                l.paused());
    }

    @Transactional(readOnly = true)
    public LaunchView view(String clientId, String launchId) {
        StoredLaunch launch = mapper.launch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        Map<String, StoredLive> live = mapper.live(clientId, launch.campaignId()).stream()
                .collect(Collectors.toMap(StoredLive::itemKey, Function.identity()));
        return new LaunchView(
                launch.id(),
                launch.campaignId(),
                launch.state(),
                launch.startedAt(),
                launch.person(),
                mapper.changes(clientId, launchId).stream()
                        .map(c -> progress(c, live.get(c.itemKey())))
                        .toList());
    }

    private static ChangeProgress progress(StoredChange c, @Nullable StoredLive live) {
        return new ChangeProgress(
                c.id(),
                Action.valueOf(c.action()),
                Level.valueOf(c.level()),
                c.name(),
                c.state(),
                c.tries(),
                c.problem(),
                live == null ? null : live.reviewState(),
                live == null ? null : live.reason());
    }

    /** Lets no further change begin; one that is under way ends. */
    @Transactional
    public LaunchView stop(String clientId, String launchId) {
        StoredLaunch launch = mapper.holdLaunch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        if (launch.state().equals("RUNNING")) {
            mapper.setLaunchState(clientId, launchId, "STOPPED");
        }
        return view(clientId, launchId);
    }

    /**
     * Sends what failed or was stopped once more, and nothing else.
     *
     * @throws Refusal when a newer launch has taken over
     */
    @Transactional
    public LaunchView sendAgain(String clientId, String launchId) {
        StoredLaunch launch = mapper.holdLaunch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        boolean newest = mapper.newest(clientId, launch.campaignId())
                .filter(l -> l.id().equals(launchId))
                .isPresent();
        if (!newest || launch.state().equals("RUNNING") || launch.state().equals("DONE")) {
            throw new Refusal(
                    "launch", "Nothing of this launch is left to send.", "Look at the change list and launch that.");
        }
        mapper.setLaunchState(clientId, launchId, "RUNNING");
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
