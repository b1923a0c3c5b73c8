package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Showing.How;
import java.util.List;

/**
 * A row of the sheet: an ad group with its money a day, an audience or, after a split, a part of one, and how it is delivered.
 *
 * @param label 1 to {@link CampaignFacts#LONGEST_NAME} characters
 */
public record Row(String id, String audienceId, String label, Money daily, Narrowing narrowing, Delivery delivery) {
    public Row {
        label = CampaignFacts.checkedName(label);
    }

    /** A row that talks to the whole of its audience and is delivered as usual. */
    public Row(String id, String audienceId, String label, Money daily) {
        this(id, audienceId, label, daily, Narrowing.NONE, Delivery.USUAL);
    }

    public Row labelled(String changed) {
        return new Row(id, audienceId, changed, daily, narrowing, delivery);
    }

    public Row paid(Money changed) {
        return new Row(id, audienceId, label, changed, narrowing, delivery);
    }

    public Row delivered(Delivery changed) {
        return new Row(id, audienceId, label, daily, narrowing, changed);
    }

    /** A copy under an id and label of its own. */
    public Row copy(String newId, String newLabel) {
        return new Row(newId, audienceId, newLabel, daily, narrowing, delivery);
    }

    /** A copy that talks to a part of the people. */
    public Row cut(String newId, String newLabel, Money share, Narrowing part) {
        return new Row(newId, audienceId, newLabel, share, part, delivery);
    }

    /**
     * Whom it talks to.
     *
     * @param audience the definition of its audience
     */
    public AudienceDefinition people(AudienceDefinition audience) {
        return narrowing.of(audience);
    }

    /** Where its ads show: where a split keeps it to, or as its delivery says. */
    public Showing showing() {
        List<String> kept = narrowing.placements();
        return kept.isEmpty() ? delivery.showing() : new Showing(How.CHOSEN, kept);
    }
}
