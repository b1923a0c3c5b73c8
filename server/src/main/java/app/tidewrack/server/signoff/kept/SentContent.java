package app.tidewrack.server.signoff.kept;

import app.tidewrack.core.check.Severity;
import app.tidewrack.core.launch.Change;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.signoff.Sent;
import app.tidewrack.core.signoff.SignOffState;
import app.tidewrack.server.plan.preview.CampaignExpectations.ExpectedOfCampaign;
import app.tidewrack.server.web.JsonColumn;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** What was sent for sign-off, as it was then. */
@JsonColumn(readOnce = true)
public record SentContent(List<SentCampaign> campaigns) {
    public SentContent {
        campaigns = List.copyOf(campaigns);
    }

    /**
     * One campaign of it. Money in minor units.
     *
     * @param network its rulebook's code
     * @param items what launching it would have done, in order
     * @param days what the whole campaign spends day by day
     * @param expected null where nothing can be told
     */
    public record SentCampaign(
            String campaignId,
            String name,
            String accountId,
            String account,
            String network,
            String currency,
            List<SentItem> items,
            List<SentLine> rows,
            List<SentLine> columns,
            long dailyBeforeMinor,
            long dailyAfterMinor,
            List<SentDay> days,
            List<SentFinding> findings,
            @Nullable ExpectedOfCampaign expected) {

        public Sent as(SignOffState state) {
            return new Sent(
                    state,
                    items.stream()
                            .filter(i -> i.action() != Action.PAUSE && i.action() != Action.REMOVE)
                            .collect(Collectors.toMap(
                                    i -> ItemKey.parse(campaignId, i.key()), SentItem::settings, (a, b) -> b)));
        }
    }

    /** @param key as of change lists */
    public record SentItem(
            Action action, String key, @Nullable Settings before, Settings settings, int belonging) {
        public Change change(String campaignId) {
            return new Change(action, ItemKey.parse(campaignId, key), null, before, settings, belonging);
        }
    }

    /** A row or a column of the sheet by its name. */
    public record SentLine(String id, String name) {}

    public record SentDay(LocalDate date, long minor) {}

    public record SentFinding(Severity severity, String says, String mend) {}
}
