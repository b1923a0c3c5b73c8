package app.tidewrack.core.plan;

/** Gives a row another label; its names follow. */
public record RenameRow(String campaignId, String rowId, String label) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        Row before = campaign.row(rowId);
        Row after = new Row(rowId, before.audienceId(), label, before.daily());
        return new Applied(
                plan.with(campaign.mapRows(r -> r.id().equals(rowId) ? after : r)),
                new RenameRow(campaignId, rowId, before.label()),
                "rename %s to %s".formatted(before.label(), after.label()));
    }
}
