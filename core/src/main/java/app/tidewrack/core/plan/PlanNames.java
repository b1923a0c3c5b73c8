package app.tidewrack.core.plan;

import app.tidewrack.core.naming.NamePattern;
import app.tidewrack.core.naming.Token;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;

/**
 * The names a sheet gives: one for the campaign, one for each row, one for each ad that is on.
 */
public record PlanNames(String campaign, Map<String, String> rows, Map<CellRef, String> ads) {

    /**
     * What the names need to know beside the sheet.
     *
     * @param networkCode two letters
     * @param country of a row
     * @param creativeName of a creative id
     * @param creativeFormat code of the format of a creative id
     */
    public record Words(
            String networkCode,
            Function<Row, String> country,
            Function<String, String> creativeName,
            Function<String, String> creativeFormat) {}

    /** By the built-in patterns, {@link NamePattern#CAMPAIGN}, {@code AD_GROUP} and {@code AD}. */
    public static PlanNames of(Campaign campaign, Words words) {
        CampaignFacts facts = campaign.facts();
        Map<Token, String> values = new EnumMap<>(Token.class);
        values.put(Token.TEMPERATURE, facts.temperature().name().toLowerCase(Locale.ROOT));
        values.put(Token.PURPOSE, facts.purpose().name().toLowerCase(Locale.ROOT));
        values.put(Token.OBJECTIVE, facts.objective());
        values.put(Token.NETWORK, words.networkCode());
        values.put(Token.CAMPAIGN, facts.name());
        values.put(Token.VERSION, "v1");
        Map<String, String> rows = new LinkedHashMap<>();
        Map<CellRef, String> ads = new LinkedHashMap<>();
        for (Row row : campaign.rows()) {
            values.put(Token.PLACE, words.country().apply(row));
            values.put(Token.AUDIENCE, row.label());
            rows.put(row.id(), NamePattern.AD_GROUP.format(values));
            for (Column column : campaign.onColumns(row.id())) {
                values.put(Token.FORMAT, words.creativeFormat().apply(column.creativeId()));
                values.put(Token.CREATIVE, words.creativeName().apply(column.creativeId()));
                ads.put(new CellRef(row.id(), column.id()), NamePattern.AD.format(values));
            }
        }
        return new PlanNames(NamePattern.CAMPAIGN.format(values), rows, ads);
    }
}
