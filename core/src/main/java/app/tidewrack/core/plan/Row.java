package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.money.Money;

/**
 * A row of the sheet: an ad group with its money a day, and an audience or, after a split, a part of one.
 *
 * @param label 1 to {@link CampaignFacts#LONGEST_NAME} characters
 */
public record Row(String id, String audienceId, String label, Money daily, Narrowing narrowing) {
    public Row {
        label = CampaignFacts.checkedName(label);
    }

    /** A row that talks to the whole of its audience. */
    public Row(String id, String audienceId, String label, Money daily) {
        this(id, audienceId, label, daily, Narrowing.NONE);
    }

    public Row labelled(String changed) {
        return new Row(id, audienceId, changed, daily, narrowing);
    }

    public Row paid(Money changed) {
        return new Row(id, audienceId, label, changed, narrowing);
    }

    /** A copy under an id and label of its own. */
    public Row copy(String newId, String newLabel) {
        return new Row(newId, audienceId, newLabel, daily, narrowing);
    }

    /**
     * Whom it talks to.
     *
     * @param audience the definition of its audience
     */
    public AudienceDefinition people(AudienceDefinition audience) {
        return narrowing.of(audience);
    }
}
