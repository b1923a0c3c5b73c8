package app.tidewrack.core.launch;

import app.tidewrack.core.plan.Campaign;
import java.util.Optional;

/**
 * Our own id of an item, stable over its life: a campaign's, a row's in it, or a cell's.
 *
 * @param rowId empty for a campaign
 * @param columnId empty for a campaign or an ad group
 */
public record ItemKey(String campaignId, String rowId, String columnId) {
    public static ItemKey campaign(String campaignId) {
        return new ItemKey(campaignId, "", "");
    }

    public static ItemKey group(String campaignId, String rowId) {
        return new ItemKey(campaignId, rowId, "");
    }

    /** As {@link #text} writes it: {@code parse(k.campaignId(), k.text())} equals {@code k}. */
    public static ItemKey parse(String campaignId, String text) {
        if (text.equals(campaignId)) {
            return campaign(campaignId);
        }
        int slash = text.indexOf('/');
        return slash < 0
                ? group(campaignId, text)
                : new ItemKey(campaignId, text.substring(0, slash), text.substring(slash + 1));
    }

    /** Unique within a campaign: its id, {@code row}, or {@code row/column}. */
    public String text() {
        return rowId.isEmpty() ? campaignId : columnId.isEmpty() ? rowId : rowId + "/" + columnId;
    }

    public Level level() {
        return rowId.isEmpty() ? Level.CAMPAIGN : columnId.isEmpty() ? Level.AD_GROUP : Level.AD;
    }

    /** What it belongs to; nothing for a campaign. */
    public Optional<ItemKey> parent() {
        return switch (level()) {
            case CAMPAIGN -> Optional.empty();
            case AD_GROUP -> Optional.of(campaign(campaignId));
            case AD -> Optional.of(group(campaignId, rowId));
        };
    }

    /** Whether it still belongs to a sheet; a cell that is off does as long as its row and column do. */
    boolean in(Campaign campaign) {
        return (rowId.isEmpty() || campaign.rows().stream().anyMatch(r -> r.id().equals(rowId)))
                && (columnId.isEmpty() || campaign.columns().stream().anyMatch(c -> c.id().equals(columnId)));
    }
}
