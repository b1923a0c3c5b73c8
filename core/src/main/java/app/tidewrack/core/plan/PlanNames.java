package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.naming.Namer;
import app.tidewrack.core.naming.Namer.Named;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.tracking.LinkPattern;
import app.tidewrack.core.tracking.LinkTail;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * The names a sheet gives, one for the campaign, one for each row and one for each ad that is on, and what the link of each ad
 * carries.
 *
 * @param wanting values that names lack
 */
public record PlanNames(
        String campaign,
        Map<String, String> rows,
        Map<CellRef, String> ads,
        Map<CellRef, LinkTail> tails,
        List<Wanting> wanting) {

    /**
     * What the names need to know beside the sheet.
     *
     * @param fixed tokens that are the same for the whole campaign, apart from its own facts
     * @param people whom a row talks to
     * @param audienceName of an audience id
     * @param creative of a creative id
     */
    public record Words(
            NamingScheme scheme,
            Map<Token, String> fixed,
            Function<Row, AudienceDefinition> people,
            Function<String, String> audienceName,
            Function<String, Creative> creative) {}

    /**
     * A value that a name lacks.
     *
     * @param rowId null where the campaign's name lacks it
     * @param columnId null where a row's name lacks it
     */
    public record Wanting(@Nullable String rowId, @Nullable String columnId, Token token) {}

    public static PlanNames of(Campaign campaign, Words words) {
        NamingScheme scheme = words.scheme();
        Namer groups = new Namer(scheme.adGroup(), scheme.codes());
        Namer singles = new Namer(scheme.ad(), scheme.codes());
        LinkPattern.Maker links = scheme.links().new Maker(scheme.codes());
        Map<Token, String> values = new EnumMap<>(Token.class);
        values.putAll(words.fixed());
        values.putAll(TokenValues.ofCampaign(campaign.facts()));
        List<Wanting> wanting = new ArrayList<>();
        Named whole = new Namer(scheme.campaign(), scheme.codes()).name(values);
        whole.wanting().forEach(t -> wanting.add(new Wanting(null, null, t)));
        values.put(Token.CAMPAIGN_NAME, whole.name());
        List<Map<Token, String>> columns = columns(campaign, words);
        Map<String, String> rows = new LinkedHashMap<>();
        Map<CellRef, String> ads = new LinkedHashMap<>();
        Map<CellRef, LinkTail> tails = new LinkedHashMap<>();
        for (int r = 0; r < campaign.rows().size(); r++) {
            Row row = campaign.rows().get(r);
            values.putAll(TokenValues.ofRow(
                    row, r + 1, words.people().apply(row), words.audienceName().apply(row.audienceId())));
            Named group = groups.name(values);
            group.wanting().forEach(t -> wanting.add(new Wanting(row.id(), null, t)));
            rows.put(row.id(), group.name());
            values.put(Token.AD_GROUP_NAME, group.name());
            for (int c = 0; c < campaign.columns().size(); c++) {
                CellRef cell = new CellRef(row.id(), campaign.columns().get(c).id());
                if (campaign.off().containsKey(cell)) {
                    continue;
                }
                values.putAll(columns.get(c));
                Named ad = singles.name(values);
                ad.wanting().stream()
                        .filter(t -> !group.wanting().contains(t))
                        .forEach(t -> wanting.add(new Wanting(cell.rowId(), cell.columnId(), t)));
                ads.put(cell, ad.name());
                values.put(Token.AD_NAME, ad.name());
                tails.put(cell, links.of(values));
            }
        }
        return new PlanNames(whole.name(), rows, ads, tails, wanting);
    }

    private static List<Map<Token, String>> columns(Campaign campaign, Words words) {
        List<Map<Token, String>> columns = new ArrayList<>();
        for (int c = 0; c < campaign.columns().size(); c++) {
            columns.add(TokenValues.ofColumn(
                    words.creative().apply(campaign.columns().get(c).creativeId()), c + 1));
        }
        return columns;
    }
}
