package app.tidewrack.server.plan.template;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Template;
import app.tidewrack.core.plan.Template.Laid;
import app.tidewrack.core.plan.Template.Onto;
import app.tidewrack.core.plan.Template.Target;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.person.ProgramToken;
import app.tidewrack.server.plan.template.TemplateMapper.KeptTemplate;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.security.Principal;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The templates of an agency: each is kept for one client, and used for any other by those who work for both. */
@Service
@RequiredArgsConstructor
public class TemplateLibrary {
    private static final int MOST = 200;

    private final TemplateMapper mapper;
    private final AudienceLibrary audiences;
    private final CreativeLibrary creatives;
    private final Accounts accounts;
    private final Networks networks;

    /** Those of all clients that whoever asks works for; a program sees no more than its token covers. */
    public List<KeptTemplate> seen(Principal asks) {
        return mapper.seen(asks.getName()).stream().filter(t -> covers(asks, t)).toList();
    }

    /** @throws NotFound also when it is not among those {@link #seen} */
    public KeptTemplate one(Principal asks, String id) {
        return mapper.one(asks.getName(), id)
                .filter(t -> covers(asks, t))
                .orElseThrow(() -> new NotFound("template", id));
    }

    private static boolean covers(Principal asks, KeptTemplate template) {
        return !(asks instanceof ProgramToken token) || token.covers(template.clientId());
    }

    /** As it was when its edit was let in. */
    public Template content(String personId, String id) {
        return mapper.one(personId, id)
                .orElseThrow(() -> new NotFound("template", id))
                .content();
    }

    /** @throws Refusal when the name is not legal or taken, when there are no rows, or too many templates already */
    @Transactional
    public KeptTemplate keep(String clientId, String name, Campaign campaign, String personId) {
        String checked = CampaignFacts.checkedName(name);
        List<String> names = mapper.names(clientId);
        if (names.stream().anyMatch(checked::equalsIgnoreCase)) {
            throw new Refusal("name", "Another template is called “%s”.".formatted(checked), "Choose another name.");
        }
        if (names.size() >= MOST) {
            throw new Refusal(
                    "name",
                    "There are %d templates of this client, the most that are kept.".formatted(names.size()),
                    "Remove one that is not used.");
        }
        Map<String, Audience> known = audiences.byId(clientId);
        Template template = Template.of(
                campaign,
                accounts.account(clientId, campaign.accountId()).network(),
                id -> Objects.requireNonNull(known.get(id)).name());
        String id = Ids.fresh();
        mapper.insert(clientId, id, checked, template, personId);
        return mapper.one(personId, id).orElseThrow();
    }

    /** @throws NotFound when it is none of this client's */
    public void remove(String clientId, String id) {
        if (mapper.delete(clientId, id) == 0) {
            throw new NotFound("template of this client", id);
        }
    }

    /**
     * A campaign like a template, over audiences and creatives of a client.
     *
     * @throws Refusal when the account is on another network
     */
    public Laid laid(
            String clientId,
            Template template,
            Account account,
            CampaignFacts facts,
            List<String> audienceIds,
            List<String> creativeIds) {
        if (!account.network().equals(template.network())) {
            throw new Refusal(
                    "templateId",
                    "The template is of a campaign on %s; %s is on %s."
                            .formatted(
                                    networks.rulebook(template.network()).name(),
                                    account.name(),
                                    networks.rulebook(account.network()).name()),
                    "Choose an account there; its campaign can be copied to another network afterwards.");
        }
        List<Onto> onto = audiences.named(clientId, audienceIds).stream()
                .map(a -> new Onto(a.id(), a.name(), a.definition()))
                .toList();
        List<String> shown = creatives.named(clientId, creativeIds).stream()
                .map(Creative::id)
                .toList();
        return template.laid(new Target(
                account.id(), facts, onto, shown, lowest(account, facts.budgeting(), facts.flight()), Ids::fresh));
    }

    /** What a campaign on an account begins with where nothing is typed: as the template's, or the network's lowest in another currency. */
    public CampaignFacts facts(Template template, Account account) {
        CampaignFacts facts = template.facts();
        Budgeting given = facts.budgeting();
        if (facts.moneyPerRow().currency().getCurrencyCode().equals(account.currency())) {
            return facts;
        }
        Money lowest = lowest(account, given, facts.flight());
        return facts.budgeted(new Budgeting(given.basis(), given.forCampaign() ? lowest : null), lowest);
    }

    private Money lowest(Account account, Budgeting given, Flight flight) {
        Currency currency = Currency.getInstance(account.currency());
        long daily = networks.rulebook(account.network())
                .money(currency)
                .map(m -> m.lowestDailyMinor())
                .orElse(0L);
        return given.ofDaily(new Money(daily, currency), flight);
    }
}
