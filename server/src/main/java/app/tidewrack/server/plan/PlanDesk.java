package app.tidewrack.server.plan;

import app.tidewrack.core.check.Finding;
import app.tidewrack.core.check.Severity;
import app.tidewrack.core.need.Need;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanDiff;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.PlanEdit.Applied;
import app.tidewrack.core.plan.Touched;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.server.agency.HouseRules;
import app.tidewrack.server.need.NeedSource;
import app.tidewrack.server.plan.PlanMapper.HistoryLine;
import app.tidewrack.server.plan.PlanMapper.JournalEntry;
import app.tidewrack.server.plan.PlanMapper.PlanHead;
import app.tidewrack.server.plan.PlanMapper.RemovedPlan;
import app.tidewrack.server.plan.PlanMapper.Steps;
import app.tidewrack.server.plan.PlanMapper.Things;
import app.tidewrack.server.plan.PlanMapper.TouchedBy;
import app.tidewrack.server.plan.PlanView.CampaignView;
import app.tidewrack.server.plan.edit.CampaignRemovals;
import app.tidewrack.server.plan.edit.CampaignRemovals.RemovedCampaign;
import app.tidewrack.server.plan.edit.EditBody;
import app.tidewrack.server.plan.edit.EditReader;
import app.tidewrack.server.plan.inspect.LiveStates;
import app.tidewrack.server.plan.inspect.LiveStates.LiveAd;
import app.tidewrack.server.plan.inspect.PlanInspector;
import app.tidewrack.server.plan.inspect.PlanInspector.Surroundings;
import app.tidewrack.server.plan.inspect.Silences;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The one door through which plans change. */
@Service
@RequiredArgsConstructor
public class PlanDesk implements NeedSource {
    /** An edit that was made on one of so many versions before is laid over the newest. */
    private static final int VERSIONS_KNOWN = 200;

    private final PlanMapper mapper;
    private final PlanStore store;
    private final EditReader reader;
    private final PlanInspector inspector;
    private final LiveStates live;
    private final Silences silences;
    private final ToldViews told;
    private final CampaignRemovals removals;

    /** A plan with the version at which it was read. */
    public record Versioned(Plan plan, int version) {}

    public record PlanLine(String id, String name, int version) {}

    public List<PlanLine> plans(String clientId) {
        return mapper.plans(clientId).stream()
                .map(h -> new PlanLine(h.id(), h.name(), h.version()))
                .toList();
    }

    /** Campaigns that cannot be launched as they are, and whose days are not over. */
    @Override
    @Transactional(readOnly = true)
    public List<Need.Blocked> needs(String clientId) {
        List<Need.Blocked> blocked = new ArrayList<>();
        for (PlanLine line : plans(clientId)) {
            Plan plan = plan(clientId, line.id()).plan();
            Surroundings around = inspector.surroundings(clientId, plan);
            for (Campaign campaign : plan.campaigns()) {
                Flight flight = campaign.facts().flight();
                LocalDate today = LocalDate.ofInstant(around.now(), flight.zone());
                // One without rows or columns is only begun.
                if (campaign.ads() == 0 || flight.lastDay().isBefore(today)) {
                    continue;
                }
                List<Finding> blockers = inspector.inspect(clientId, plan, campaign, around).findings().stream()
                        .filter(f -> f.severity() == Severity.BLOCKER)
                        .toList();
                if (!blockers.isEmpty()) {
                    Finding first = blockers.get(0);
                    blocked.add(new Need.Blocked(
                            plan.id(),
                            campaign.id(),
                            campaign.accountId(),
                            campaign.facts().name(),
                            blockers.size(),
                            first.says(),
                            first.place().rowId(),
                            first.place().columnId(),
                            around.live(campaign),
                            (int) ChronoUnit.DAYS.between(today, flight.start())));
                }
            }
        }
        return blocked;
    }

    /** @throws Refusal when the name is not legal or taken */
    @Transactional
    public PlanView add(String clientId, String name) {
        String checked = CampaignFacts.checkedName(name);
        if (mapper.plans(clientId).stream().anyMatch(p -> p.name().equalsIgnoreCase(checked))) {
            throw new Refusal("name", "Another plan is called “%s”.".formatted(checked), "Choose another name.");
        }
        String id = Ids.fresh();
        mapper.insertPlan(clientId, id, checked);
        return view(clientId, id);
    }

    /** The same with its first campaign: both, or nothing where either is refused. */
    @Transactional
    public PlanView add(String clientId, String name, EditBody.NewCampaign first, String personId) {
        PlanView empty = add(clientId, name);
        return edit(clientId, empty.id(), personId, Ids.fresh(), 0, first);
    }

    /** Plans that were taken away within 30 days, the last first. */
    List<RemovedPlan> removed(String clientId) {
        return mapper.removed(clientId, HouseRules.DAYS_TO_BRING_BACK);
    }

    /**
     * Takes a plan out of sight; what it was launched with and what it brought stay.
     *
     * @throws Refusal while something of it runs
     */
    @Transactional
    public void remove(String clientId, String planId, String personId) {
        if (mapper.hold(clientId, planId).isEmpty()) {
            throw new NotFound("plan", planId);
        }
        int running = mapper.running(clientId, planId);
        if (running > 0) {
            throw new Refusal(
                    "planId",
                    running == 1 ? "One of its campaigns runs." : "%,d of its campaigns run.".formatted(running),
                    "Pause them first, so that nothing costs money out of sight.");
        }
        mapper.remove(clientId, planId, personId);
    }

    /** Campaigns that can be brought back by an edit; the newest first. */
    List<RemovedCampaign> removedCampaigns(String clientId, String planId) {
        return removals.removed(clientId, planId, HouseRules.DAYS_TO_BRING_BACK);
    }

    /** Under its name, or one beside it where another plan has that by now. */
    @Transactional
    public PlanView bringBack(String clientId, String planId) {
        RemovedPlan removed = removed(clientId).stream()
                .filter(p -> p.id().equals(planId))
                .findFirst()
                .orElseThrow(() -> new NotFound("plan that was taken away", planId));
        Set<String> taken = mapper.plans(clientId).stream()
                .map(p -> p.name().toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        String name = Stream.iterate(1, n -> n + 1)
                .map(n -> n == 1 ? removed.name() : removed.name() + " " + n)
                .filter(n -> !taken.contains(n.toLowerCase(Locale.ROOT)))
                .findFirst()
                .orElseThrow();
        mapper.bringBack(clientId, planId, name);
        return view(clientId, planId);
    }

    @Transactional(readOnly = true)
    public Versioned plan(String clientId, String planId) {
        PlanHead head = mapper.head(clientId, planId).orElseThrow(() -> new NotFound("plan", planId));
        return new Versioned(store.load(clientId, head), head.version());
    }

    /** Holds the plan until the transaction ends, so that nobody edits it meanwhile. */
    public Versioned hold(String clientId, String planId) {
        PlanHead head = mapper.hold(clientId, planId).orElseThrow(() -> new NotFound("plan", planId));
        return new Versioned(store.load(clientId, head), head.version());
    }

    public List<HistoryLine> history(String clientId, String planId) {
        return mapper.history(clientId, planId);
    }

    @Transactional(readOnly = true)
    public PlanView view(String clientId, String planId) {
        Versioned versioned = plan(clientId, planId);
        return view(clientId, versioned.plan(), versioned.version());
    }

    /**
     * Applies an edit, once: the same {@code editId} again changes nothing and answers the plan as it is. One that was made on an older
     * version is laid over the newer one.
     *
     * @param over whether it is made even where it changes what somebody else changed since {@code version}
     * @throws Conflict when it does, and is not to
     */
    @Transactional
    public PlanView edit(
            String clientId, String planId, String personId, String editId, int version, boolean over, EditBody body) {
        return edit(
                clientId, planId, personId, editId, version, over, plan -> reader.read(clientId, personId, plan, body));
    }

    /** Likewise, an edit that is made of the plan as it is held and changes nothing that was changed since. */
    @Transactional
    public PlanView edit(String clientId, String planId, String personId, String editId, int version, EditBody body) {
        return edit(clientId, planId, personId, editId, version, false, body);
    }

    /** Likewise. */
    @Transactional
    public PlanView edit(
            String clientId,
            String planId,
            String personId,
            String editId,
            int version,
            Function<Plan, PlanEdit> made) {
        return edit(clientId, planId, personId, editId, version, false, made);
    }

    private PlanView edit(
            String clientId,
            String planId,
            String personId,
            String editId,
            int version,
            boolean over,
            Function<Plan, PlanEdit> made) {
        Versioned held = hold(clientId, planId);
        if (mapper.hasEdit(clientId, planId, editId)) {
            return view(clientId, held.plan(), held.version());
        }
        PlanEdit edit = made.apply(held.plan());
        Applied applied = edit.applyTo(held.plan());
        Touched touched = Touched.between(held.plan(), applied.plan());
        if (!over) {
            requireApart(clientId, personId, held, version, touched, applied.words());
        }
        keep(clientId, held, applied, touched, personId, applied.words());
        mapper.journal(clientId, planId, editId, edit, applied.inverse(), applied.words(), personId);
        mapper.dropUndone(clientId, planId, editId);
        return view(clientId, applied.plan(), held.version() + 1);
    }

    /** Nothing that it touches was touched by another since; versions too long ago are not known, and might have. */
    private void requireApart(
            String clientId, String personId, Versioned held, int version, Touched touched, String words) {
        if (version == held.version()) {
            return;
        }
        List<TouchedBy> since = mapper.touchedSince(clientId, held.plan().id(), version);
        if (version > held.version() || since.size() < held.version() - version) {
            throw new Conflict(
                    "The plan was changed meanwhile: it is at version %d, this was made on %d. Look at it and repeat it."
                            .formatted(held.version(), version));
        }
        since.stream()
                .filter(t -> !t.personId().equals(personId))
                .filter(t -> touched.collidesWith(new Touched(t.things().things())))
                .findFirst()
                .ifPresent(t -> {
                    throw new Conflict("%s changed the same meanwhile: “%s”. Yours is “%s”. Make it so, or leave it."
                            .formatted(t.person(), t.words(), words));
                });
    }

    /**
     * Takes the last change of a campaign's sheet back; what was changed on others stays.
     *
     * @param others whether it may be another person's
     * @throws Conflict when it is, and may not
     */
    @Transactional
    public PlanView undo(
            String clientId, String planId, String campaignId, String personId, int version, boolean others) {
        Versioned held = hold(clientId, planId);
        requireVersion(held, version);
        JournalEntry last = mapper.lastDone(clientId, planId, campaignId)
                .orElseThrow(() -> new Refusal("undo", "There is nothing to undo.", "Make a change first."));
        requireOwn(last, personId, others, "The last change is %s’s: “%s”. It is taken back only if you say so.");
        step(clientId, held, last, last.inverse(), "UNDONE", personId);
        return view(clientId, planId);
    }

    /** Makes what was taken back last again; likewise. */
    @Transactional
    public PlanView redo(
            String clientId, String planId, String campaignId, String personId, int version, boolean others) {
        Versioned held = hold(clientId, planId);
        requireVersion(held, version);
        JournalEntry next = mapper.firstUndone(clientId, planId, campaignId)
                .orElseThrow(() -> new Refusal("redo", "There is nothing to redo.", "Undo a change first."));
        requireOwn(next, personId, others, "The change to be made again is %s’s: “%s”. It is made only if you say so.");
        step(clientId, held, next, next.edit(), "DONE", personId);
        return view(clientId, planId);
    }

    private static void requireOwn(JournalEntry entry, String personId, boolean others, String says) {
        if (!others && !entry.personId().equals(personId)) {
            throw new Conflict(says.formatted(entry.person(), entry.words()));
        }
    }

    private void step(
            String clientId, Versioned held, JournalEntry entry, PlanEdit edit, String state, String personId) {
        Applied applied = edit.applyTo(held.plan());
        Touched touched = Touched.between(held.plan(), applied.plan());
        keep(clientId, held, applied, touched, personId, entry.words());
        mapper.setState(clientId, held.plan().id(), entry.number(), state);
    }

    /** Silences a warning or hint for a reason, or lets it be told again. */
    @Transactional
    public PlanView silence(
            String clientId,
            String planId,
            String campaignId,
            String rule,
            @Nullable String rowId,
            @Nullable String columnId,
            @Nullable String why,
            String personId) {
        Versioned held = hold(clientId, planId);
        Campaign campaign = held.plan().campaign(campaignId);
        Surroundings around = inspector.surroundings(clientId, held.plan());
        List<Finding> findings =
                inspector.inspect(clientId, held.plan(), campaign, around).findings();
        silences.set(clientId, campaignId, findings, rule, rowId, columnId, why, personId);
        return view(clientId, held.plan(), held.version());
    }

    private static void requireVersion(Versioned held, int version) {
        if (held.version() != version) {
            throw new Conflict(
                    "The plan was changed meanwhile: it is at version %d, this was made on %d. Look at it and repeat it."
                            .formatted(held.version(), version));
        }
    }

    private void keep(
            String clientId, Versioned held, Applied applied, Touched touched, String personId, String words) {
        String planId = held.plan().id();
        PlanDiff diff = PlanDiff.between(held.plan(), applied.plan());
        diff.removedCampaigns()
                .forEach(id -> requireNotRunning(clientId, held.plan().campaign(id)));
        store.keep(clientId, planId, diff);
        if (mapper.nextVersion(clientId, planId, held.version()) == 0) {
            throw new Conflict("The plan was changed meanwhile. Look at it and repeat the edit.");
        }
        int version = held.version() + 1;
        mapper.touched(clientId, planId, version, new Things(touched.things()), personId, words);
        mapper.forgetTouched(clientId, planId, version - VERSIONS_KNOWN);
        store.remember(clientId, applied.plan(), version);
    }

    private void requireNotRunning(String clientId, Campaign campaign) {
        if (live.launching(clientId, campaign.id())) {
            throw new Refusal(
                    "campaignId",
                    "A launch of %s is under way.".formatted(campaign.facts().name()),
                    "Wait for it, or stop it, then remove the campaign.");
        }
        long running = live.runningAds(clientId, campaign.id());
        if (running > 0) {
            throw new Refusal(
                    "campaignId",
                    "%s has %d ads on the network.".formatted(campaign.facts().name(), running),
                    "Switch them off and launch that, then remove the campaign.");
        }
    }

    private PlanView view(String clientId, Plan plan, int version) {
        Surroundings around = inspector.surroundings(clientId, plan);
        Map<String, List<LiveAd>> ads =
                live.ads(clientId, plan.id()).stream().collect(Collectors.groupingBy(LiveAd::campaignId));
        Map<String, Steps> steps = mapper.steps(clientId, plan.id()).stream()
                .collect(Collectors.toMap(Steps::campaignId, Function.identity()));
        List<CampaignView> campaigns = plan.campaigns().stream()
                .map(c -> PlanView.of(
                        inspector.inspect(clientId, plan, c, around),
                        around.live(c),
                        ads.getOrDefault(c.id(), List.of()),
                        steps.get(c.id())))
                .toList();
        return told.remember(new PlanView(
                plan.id(), plan.name(), version, "%d.%08x".formatted(version, campaigns.hashCode()), campaigns));
    }
}
