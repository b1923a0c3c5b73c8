package app.tidewrack.server.signoff;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.launch.ChangeList;
import app.tidewrack.core.launch.LiveItem;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.MoneyCalendar;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.signoff.SignOffState;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.launch.LaunchDesk;
import app.tidewrack.server.launch.LaunchDesk.Comparison;
import app.tidewrack.server.person.PersonMapper;
import app.tidewrack.server.person.Role;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanDesk.Versioned;
import app.tidewrack.server.plan.preview.CampaignExpectations;
import app.tidewrack.server.signoff.Comments.Speaker;
import app.tidewrack.server.signoff.kept.SentContent;
import app.tidewrack.server.signoff.kept.SentContent.SentCampaign;
import app.tidewrack.server.signoff.kept.SentContent.SentDay;
import app.tidewrack.server.signoff.kept.SentContent.SentFinding;
import app.tidewrack.server.signoff.kept.SentContent.SentItem;
import app.tidewrack.server.signoff.kept.SentContent.SentLine;
import app.tidewrack.server.signoff.kept.SignOffMapper;
import app.tidewrack.server.signoff.kept.SignOffMapper.SignOffLine;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sends what a plan would do to those who sign it off, and takes what they say. */
@Service
@RequiredArgsConstructor
class SignOffDesk {
    private static final int MOST_CAMPAIGNS = 50;

    /** More than this nobody reads; it is sent in parts. */
    private static final int MOST_ITEMS = 3_000;

    private static final int MOST_OF_A_PLAN = 300;

    private final SignOffMapper mapper;
    private final PlanDesk plans;
    private final LaunchDesk launches;
    private final Accounts accounts;
    private final CreativeLibrary creatives;
    private final CampaignExpectations expectations;
    private final PersonMapper people;
    private final SignOffPaper paper;

    /** @param keys of the change list; null for all of it */
    record PartOfPlan(String campaignId, @Nullable Set<String> keys) {}

    List<SignOffLine> lines(String clientId) {
        return mapper.lines(clientId);
    }

    SignOffLine line(String clientId, String id) {
        return mapper.line(clientId, id).orElseThrow(() -> new NotFound("sign-off", id));
    }

    /**
     * Sends campaigns of a plan, or parts of them, as they are at a version; of one that the network has all of there is nothing to
     * send. What of the same campaigns waits already is taken back: nobody decides on what is
     * not meant any more.
     *
     * @param asked an approver's id; null for whoever may approve
     * @throws Conflict when the plan was changed since that version
     * @throws Refusal when nothing would change, it is too much, or who is asked may not approve
     */
    @Transactional
    public SignOffLine send(
            String clientId,
            String planId,
            int version,
            List<PartOfPlan> parts,
            String note,
            @Nullable String asked,
            String personId) {
        Versioned held = plans.hold(clientId, planId);
        if (held.version() != version) {
            throw new Conflict(
                    "The plan was changed since this list was made: it is at version %d, the list was made on %d. Look at the new list."
                            .formatted(held.version(), version));
        }
        requireParts(parts);
        if (asked != null
                && people.role(asked, clientId).filter(r -> r == Role.APPROVER).isEmpty()) {
            throw new Refusal(
                    "asked", "Who is asked is no approver of this client.", "Choose an approver, or send a link.");
        }
        List<SentCampaign> campaigns = parts.stream()
                .flatMap(p -> campaign(clientId, held, p).stream())
                .toList();
        if (campaigns.isEmpty()) {
            throw new Refusal("campaigns", "The network already has all of this.", "Change something first.");
        }
        int items = campaigns.stream().mapToInt(c -> c.items().size()).sum();
        if (items > MOST_ITEMS) {
            throw new Refusal(
                    "campaigns",
                    "%,d changes are more than %,d, the most that are sent at once.".formatted(items, MOST_ITEMS),
                    "Send fewer campaigns, or part of a change list.");
        }
        Set<String> sent = new HashSet<>();
        campaigns.forEach(c -> sent.add(c.campaignId()));
        int number = mapper.nextNumber(clientId, planId);
        if (number > MOST_OF_A_PLAN) {
            throw new Refusal(
                    "planId",
                    "This plan was sent %d times, the most.".formatted(MOST_OF_A_PLAN),
                    "Go on with a copy of its campaigns in a new plan.");
        }
        takeBack(clientId, planId, sent);
        String id = Ids.fresh();
        String said = Comments.checked("note", note);
        mapper.insert(clientId, id, planId, number, version, said, new SentContent(campaigns), personId, asked);
        return line(clientId, id);
    }

    private static void requireParts(List<PartOfPlan> parts) {
        if (parts.isEmpty() || parts.size() > MOST_CAMPAIGNS) {
            throw new Refusal(
                    "campaigns",
                    "%d campaigns are out of 1 to %d.".formatted(parts.size(), MOST_CAMPAIGNS),
                    "Send one, or fewer at once.");
        }
        if (parts.stream().map(PartOfPlan::campaignId).distinct().count() < parts.size()) {
            throw new Refusal("campaigns", "A campaign is named twice.", "Name each once.");
        }
    }

    private void takeBack(String clientId, String planId, Set<String> campaignIds) {
        for (SignOffLine line : mapper.lines(clientId)) {
            if (line.planId().equals(planId)
                    && line.state() == SignOffState.WAITING
                    && content(clientId, line.id()).campaigns().stream()
                            .anyMatch(c -> campaignIds.contains(c.campaignId()))) {
                mapper.decide(clientId, line.id(), SignOffState.WITHDRAWN, null, null, "");
            }
        }
    }

    SentContent content(String clientId, String id) {
        return mapper.content(clientId, id)
                .orElseThrow(() -> new NotFound("sign-off", id))
                .content();
    }

    /** Nothing where the network has all of it. */
    private Optional<SentCampaign> campaign(String clientId, Versioned held, PartOfPlan part) {
        Comparison compared = launches.compare(clientId, held, part.campaignId());
        ChangeList list =
                part.keys() == null ? compared.changes() : compared.changes().chosen(part.keys());
        Campaign campaign = compared.inspected().campaign();
        if (list.changes().isEmpty()) {
            return Optional.empty();
        }
        Account account = accounts.account(clientId, campaign.accountId());
        Currency currency = campaign.facts().moneyPerRow().currency();
        Map<String, Creative> shown = creatives.byId(
                clientId, campaign.columns().stream().map(Column::creativeId).collect(Collectors.toSet()));
        Plan alone = new Plan(held.plan().id(), held.plan().name(), List.of(campaign));
        List<SentDay> days = new ArrayList<>();
        MoneyCalendar.of(alone)
                .forEach(c -> c.days()
                        .forEach(d -> days.add(new SentDay(d.date(), d.money().minor()))));
        return Optional.of(new SentCampaign(
                campaign.id(),
                campaign.facts().name(),
                account.id(),
                account.name(),
                account.network(),
                currency.getCurrencyCode(),
                list.changes().stream()
                        .map(c -> new SentItem(c.action(), c.key().text(), c.before(), c.settings(), c.belonging()))
                        .toList(),
                campaign.rows().stream()
                        .map(r -> new SentLine(r.id(), r.label()))
                        .toList(),
                campaign.columns().stream()
                        .map(c -> new SentLine(
                                c.id(),
                                Objects.requireNonNull(shown.get(c.creativeId()))
                                        .name()))
                        .toList(),
                LiveItem.daily(compared.live(), currency).minor(),
                compared.inspected().totals().daily().minor(),
                days,
                compared.inspected().findings().stream()
                        .map(f -> new SentFinding(f.severity(), f.says(), f.mend()))
                        .toList(),
                expectations.of(clientId, held.plan(), campaign)));
    }

    /** Takes back what nobody decided on. */
    @Transactional
    public SignOffLine withdraw(String clientId, String id) {
        requireWaiting(clientId, id);
        mapper.decide(clientId, id, SignOffState.WITHDRAWN, null, null, "");
        return line(clientId, id);
    }

    /**
     * Approves it, which puts it on paper, or returns it.
     *
     * @param says the reason, which a return must have
     * @throws Conflict when somebody else decided, or it was taken back
     */
    @Transactional
    public SignOffLine decide(String clientId, String id, boolean yes, String says, Speaker speaker) {
        requireWaiting(clientId, id);
        String reason = Comments.checked("reason", says);
        if (!yes && reason.isEmpty()) {
            throw new Refusal("reason", "A return says why.", "Write what is to be changed.");
        }
        SignOffState state = yes ? SignOffState.APPROVED : SignOffState.RETURNED;
        mapper.decide(clientId, id, state, speaker.personId(), speaker.name(), reason);
        SignOffLine decided = line(clientId, id);
        if (yes) {
            mapper.keepPaper(clientId, id, paper.of(clientId, decided, content(clientId, id)));
            return line(clientId, id);
        }
        return decided;
    }

    private void requireWaiting(String clientId, String id) {
        SignOffState state = mapper.hold(clientId, id).orElseThrow(() -> new NotFound("sign-off", id));
        SignOffLine line = line(clientId, id);
        if (state != SignOffState.WAITING) {
            throw new Conflict(
                    state == SignOffState.WITHDRAWN
                            ? "%s took it back meanwhile. Wait for what is sent next.".formatted(line.sentBy())
                            : "%s %s it already."
                                    .formatted(
                                            line.decidedAs(),
                                            state == SignOffState.APPROVED ? "approved" : "returned"));
        }
    }

    byte[] paper(String clientId, String id) {
        return mapper.paper(clientId, id)
                .orElseThrow(() -> new NotFound("paper of a sign-off", id))
                .content();
    }
}
