package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.money.MoneyChange;
import app.tidewrack.core.plan.Spread.How;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.schedule.Flight;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How a campaign's money is given: a day or for its lifetime, to each row or to the campaign, whose network then shares it out
 * among the rows as it finds best.
 *
 * @param shared the campaign's sum; null when each row has its own
 */
public record Budgeting(Basis basis, @Nullable Money shared) {

    /** What a sum is for. */
    public enum Basis {
        DAILY,
        /** The whole flight; the network spreads it over the days. */
        LIFETIME
    }

    /** Each row has money a day. */
    public static final Budgeting USUAL = new Budgeting(Basis.DAILY, null);

    public boolean forCampaign() {
        return shared != null;
    }

    public boolean forFlight() {
        return basis == Basis.LIFETIME;
    }

    /** What a sum comes to a day: of lifetime money the average, rounded half up. */
    public Money daily(Money money, Flight flight) {
        return forFlight() ? money.per(flight.days()) : money;
    }

    /** What a sum comes to over the flight. */
    public Money lifetime(Money money, Flight flight) {
        return forFlight() ? money : money.times(flight.days());
    }

    /** A sum on each day of the flight; lifetime money evenly by largest remainder, so that the days add up to it. */
    public List<Money> byDay(Money money, Flight flight) {
        return forFlight() ? money.split(flight.days()) : Collections.nCopies(flight.days(), money);
    }

    /**
     * The edit that gives a campaign other facts. Where they change how money is given, the rows' money follows, so that the
     * same is spent but for rounding: money a day times the days or lifetime money over the days, half up; what was shared goes
     * to the rows with ads in the proportion of what they had, or equally where they had none.
     */
    public static PlanEdit change(Campaign campaign, CampaignFacts facts) {
        Budgeting was = campaign.facts().budgeting();
        Budgeting is = facts.budgeting();
        ChangeCampaign change = new ChangeCampaign(campaign.id(), facts);
        Map<String, Money> rows = new LinkedHashMap<>();
        Money released = was.shared();
        if (was.basis() != is.basis()) {
            campaign.rows().forEach(r -> rows.put(r.id(), is.converted(r.money(), facts.flight())));
            released = released == null ? null : is.converted(released, facts.flight());
        }
        if (released != null && !is.forCampaign()) {
            rows.putAll(given(released, campaign));
        }
        if (rows.isEmpty()) {
            return change;
        }
        return new Together(
                "money of %s %s".formatted(facts.name(), is.words()),
                List.of(change, new SetRowMoney(campaign.id(), rows)));
    }

    /**
     * The edit that changes the sum a campaign shares.
     *
     * @throws Refusal (field {@code money}) when each row has its own
     */
    public static PlanEdit change(Campaign campaign, MoneyChange change) {
        CampaignFacts facts = campaign.facts();
        Money shared = facts.budgeting().shared();
        if (shared == null) {
            throw new Refusal(
                    "money", "Each row of %s has its own money.".formatted(facts.name()), "Set the money of rows.");
        }
        Budgeting changed = new Budgeting(facts.budgeting().basis(), change.of(shared));
        return change(campaign, facts.budgeted(changed, facts.moneyPerRow()));
    }

    /** What a sum a day is of this basis. */
    public Money ofDaily(Money daily, Flight flight) {
        return forFlight() ? daily.times(flight.days()) : daily;
    }

    /** A sum of the other basis in this one. */
    private Money converted(Money money, Flight flight) {
        return forFlight() ? ofDaily(money, flight) : money.per(flight.days());
    }

    private static Map<String, Money> given(Money released, Campaign campaign) {
        List<Row> spending = campaign.rows().stream()
                .filter(r -> campaign.hasAds(r.id()))
                .map(r -> r.locked(false))
                .toList();
        if (spending.isEmpty()) {
            return Map.of();
        }
        boolean had = spending.stream().anyMatch(r -> r.money().minor() > 0);
        return new Spread(released, had ? How.AS_NOW : How.EQUAL).of(spending, Spread.Known.NOTHING);
    }

    /** As a person reads it: {@code a day, per row}. */
    public String words() {
        return "%s, %s".formatted(forFlight() ? "for the flight" : "a day", forCampaign() ? "shared" : "per row");
    }
}
