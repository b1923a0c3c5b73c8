package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Showing.How;
import app.tidewrack.core.refusal.Refusal;
import java.util.List;

/**
 * A row of the sheet: an ad group with its money, an audience or, after a split, a part of one, and how it is delivered.
 *
 * @param money a day or for the flight, as its campaign's {@link Budgeting} has it; without effect while the campaign shares
 *     its money
 * @param locked its money stays when money is spread or changed for many
 * @param label 1 to {@link CampaignFacts#LONGEST_NAME} characters
 */
public record Row(
        String id,
        String audienceId,
        String label,
        Money money,
        boolean locked,
        Narrowing narrowing,
        Delivery delivery) {
    public Row {
        label = CampaignFacts.checkedName(label);
    }

    /** A row that talks to the whole of its audience and is delivered as usual. */
    public Row(String id, String audienceId, String label, Money money) {
        this(id, audienceId, label, money, false, Narrowing.NONE, Delivery.USUAL);
    }

    public Row labelled(String changed) {
        return new Row(id, audienceId, changed, money, locked, narrowing, delivery);
    }

    public Row paid(Money changed) {
        return new Row(id, audienceId, label, changed, locked, narrowing, delivery);
    }

    /** With its money kept as it is, or not. */
    public Row locked(boolean changed) {
        return new Row(id, audienceId, label, money, changed, narrowing, delivery);
    }

    public Row delivered(Delivery changed) {
        return new Row(id, audienceId, label, money, locked, narrowing, changed);
    }

    /** @param changed what it keeps to of its audience from now on */
    Row narrowed(Narrowing changed) {
        return new Row(id, audienceId, label, money, locked, changed, delivery);
    }

    /** A copy under an id and label of its own. */
    public Row copy(String newId, String newLabel) {
        return new Row(newId, audienceId, newLabel, money, locked, narrowing, delivery);
    }

    /** A copy that talks to a part of the people. */
    public Row cut(String newId, String newLabel, Money share, Narrowing part) {
        return new Row(newId, audienceId, newLabel, share, locked, part, delivery);
    }

    /**
     * Whom it talks to.
     *
     * @param audience the definition of its audience
     */
    public AudienceDefinition people(AudienceDefinition audience) {
        return narrowing.of(audience);
    }

    /** @throws Refusal (field {@code money}) when its money is locked */
    public void requireUnlocked() {
        if (locked) {
            throw new Refusal(
                    "money", "The money of row %s is locked at %s.".formatted(label, money), "Unlock it first.");
        }
    }

    /** Where its ads show: where a split keeps it to, or as its delivery says. */
    public Showing showing() {
        List<String> kept = narrowing.placements();
        return kept.isEmpty() ? delivery.showing() : new Showing(How.CHOSEN, kept);
    }
}
