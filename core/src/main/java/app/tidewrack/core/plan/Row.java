package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;

/** A row of the sheet: an ad group with one audience and its money a day. */
public record Row(String id, String audienceId, String label, Money daily) {
    public Row {
        label = CampaignFacts.checkedName(label);
    }
}
