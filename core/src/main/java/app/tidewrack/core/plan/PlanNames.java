package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.creative.CopyCodes;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.naming.Namer;
import app.tidewrack.core.naming.Namer.Named;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.text.TextLength;
import app.tidewrack.core.tracking.LinkPattern;
import app.tidewrack.core.tracking.LinkTail;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * The names a sheet gives, one for the campaign, one for each row and one for each ad that is on, and what the link of each ad
 * carries. Names of a row are made again only when something in them changed; two are equal when they say the same.
 */
public final class PlanNames {
    private final Ground ground;
    private final Named whole;
    private final Map<String, OfAudience> audiences;
    private final Map<String, OfRow> rows;

    /** Made when they are first asked for. */
    private volatile @Nullable Map<CellRef, String> ads;

    private volatile @Nullable Map<CellRef, LinkTail> tails;

    private PlanNames(Ground ground, Named whole, Map<String, OfAudience> audiences, Map<String, OfRow> rows) {
        this.ground = ground;
        this.whole = whole;
        this.audiences = audiences;
        this.rows = rows;
    }

    /**
     * What the names need to know beside the sheet.
     *
     * @param fixed tokens that are the same for the whole campaign, apart from its own facts
     * @param audience of an audience id, as a whole
     * @param audienceName of an audience id
     * @param creative of a creative id
     * @param deck codes of the client's phrases
     */
    public record Words(
            NamingScheme scheme,
            Map<Token, String> fixed,
            Function<String, AudienceDefinition> audience,
            Function<String, String> audienceName,
            Function<String, Creative> creative,
            CopyCodes deck) {}

    /**
     * A value that a name lacks.
     *
     * @param rowId null where the campaign's name lacks it
     * @param columnId null where a row's name lacks it
     */
    public record Wanting(@Nullable String rowId, @Nullable String columnId, Token token) {}

    /** All that the names of every row follow from. */
    private record Ground(NamingScheme scheme, Map<Token, String> values, List<OfColumn> columns) {}

    private record OfAudience(AudienceDefinition people, String name) {}

    private record OfColumn(String id, Map<Token, String> values) {}

    /**
     * What the names of one row follow from beside the ground. A row's money is none of it.
     *
     * @param number from 1
     */
    private record From(Row row, int number, OfAudience audience, BitSet on) {
        @Override
        public boolean equals(@Nullable Object other) {
            return other instanceof From f
                    && number == f.number
                    && on.equals(f.on)
                    && Objects.equals(audience, f.audience)
                    && (row == f.row
                            || row.label().equals(f.row.label())
                                    && row.narrowing().equals(f.row.narrowing())
                                    && row.delivery().equals(f.row.delivery()));
        }

        @Override
        public int hashCode() {
            return Objects.hash(number, on, row.label());
        }

        Map<Token, String> values() {
            return TokenValues.ofRow(row, number, row.people(audience.people()), audience.name());
        }
    }

    /**
     * @param ads of the columns that are on, in their order
     * @param longest ad's name, in characters as networks count them
     * @param clash two ads have one name
     * @param longestTail the most characters that a link of the row gets longer by
     * @param wanting what its ads' names lack and its own does not
     */
    private record OfRow(
            From from,
            Named group,
            List<Ad> ads,
            int longest,
            boolean clash,
            int longestTail,
            List<WantingOfAd> wanting) {}

    private record WantingOfAd(String columnId, Token token) {}

    private record Ad(String columnId, Named name, LinkTail tail) {}

    public static PlanNames of(Campaign campaign, Words words) {
        return of(campaign, words, null);
    }

    /** As {@link #of(Campaign, Words)}, taking over rows from names made before where nothing in them changed. */
    public static PlanNames of(Campaign campaign, Words words, @Nullable PlanNames before) {
        NamingScheme scheme = words.scheme();
        Map<Token, String> values = new EnumMap<>(Token.class);
        values.putAll(words.fixed());
        values.putAll(TokenValues.ofCampaign(campaign.facts()));
        Named whole = new Namer(scheme.campaign(), scheme.codes()).name(values);
        values.put(Token.CAMPAIGN_NAME, whole.name());
        Ground ground = new Ground(scheme, values, columns(campaign, words));
        Map<String, OfRow> known = before != null && before.ground.equals(ground) ? before.rows : Map.of();
        Maker maker = new Maker(ground);
        Map<String, OfAudience> audiences = new HashMap<>();
        Map<String, OfRow> rows = new LinkedHashMap<>();
        for (int r = 0; r < campaign.rows().size(); r++) {
            Row row = campaign.rows().get(r);
            OfAudience audience = audiences.computeIfAbsent(row.audienceId(), id -> audience(id, words, before));
            From from = new From(row, r + 1, audience, campaign.on(row.id()));
            OfRow made = known.get(row.id());
            rows.put(row.id(), made != null && made.from().equals(from) ? made : maker.row(from));
        }
        return new PlanNames(ground, whole, audiences, rows);
    }

    /** The same object as before where it says the same, so that rows are compared in no time. */
    private static OfAudience audience(String id, Words words, @Nullable PlanNames before) {
        OfAudience now =
                new OfAudience(words.audience().apply(id), words.audienceName().apply(id));
        OfAudience known = before == null ? null : before.audiences.get(id);
        return known != null && now.equals(known) ? known : now;
    }

    private static List<OfColumn> columns(Campaign campaign, Words words) {
        List<OfColumn> columns = new ArrayList<>();
        for (Column column : campaign.columns()) {
            columns.add(new OfColumn(
                    column.id(),
                    TokenValues.ofColumn(
                            words.creative().apply(column.creativeId()), columns.size() + 1, words.deck())));
        }
        return columns;
    }

    /** Names rows one after another; what it has written once it writes from memory. */
    private static final class Maker {
        private final Ground ground;
        private final Namer groups;
        private final Namer singles;
        private final LinkPattern.Maker links;

        Maker(Ground ground) {
            this.ground = ground;
            NamingScheme scheme = ground.scheme();
            groups = new Namer(scheme.adGroup(), scheme.codes());
            singles = new Namer(scheme.ad(), scheme.codes());
            links = scheme.links().new Maker(scheme.codes());
        }

        OfRow row(From from) {
            Map<Token, String> values = new EnumMap<>(ground.values());
            values.putAll(from.values());
            Named group = groups.name(values);
            values.put(Token.AD_GROUP_NAME, group.name());
            List<Ad> ads = new ArrayList<>();
            Set<String> different = new HashSet<>();
            List<WantingOfAd> wanting = new ArrayList<>();
            int longest = 0;
            int longestTail = 0;
            for (int c = from.on().nextSetBit(0); c >= 0; c = from.on().nextSetBit(c + 1)) {
                OfColumn column = ground.columns().get(c);
                values.putAll(column.values());
                Named ad = singles.name(values);
                values.put(Token.AD_NAME, ad.name());
                LinkTail tail = links.of(values);
                ads.add(new Ad(column.id(), ad, tail));
                for (Token token : ad.wanting()) {
                    if (!group.wanting().contains(token)) {
                        wanting.add(new WantingOfAd(column.id(), token));
                    }
                }
                longestTail = Math.max(longestTail, tail.most());
                different.add(ad.name());
                longest = Math.max(longest, TextLength.of(ad.name()));
            }
            return new OfRow(from, group, ads, longest, different.size() < ads.size(), longestTail, wanting);
        }
    }

    public String campaign() {
        return whole.name();
    }

    public String row(String rowId) {
        return of(rowId).group().name();
    }

    /** By row id. */
    public Map<String, String> rows() {
        Map<String, String> names = new LinkedHashMap<>();
        rows.forEach((id, row) -> names.put(id, row.group().name()));
        return names;
    }

    /** Of every ad that is on. */
    public Map<CellRef, String> ads() {
        Map<CellRef, String> made = ads;
        if (made == null) {
            made = each(a -> a.name().name());
            ads = made;
        }
        return made;
    }

    /** What the link of each ad that is on carries. */
    public Map<CellRef, LinkTail> tails() {
        Map<CellRef, LinkTail> made = tails;
        if (made == null) {
            made = each(Ad::tail);
            tails = made;
        }
        return made;
    }

    private <T> Map<CellRef, T> each(Function<Ad, T> part) {
        Map<CellRef, T> all = new LinkedHashMap<>();
        rows.forEach((id, row) -> row.ads().forEach(a -> all.put(new CellRef(id, a.columnId()), part.apply(a))));
        return all;
    }

    /** Of the ads of a row the longest name, in characters as networks count them; 0 without ads. */
    public int longest(String rowId) {
        return of(rowId).longest();
    }

    /** Whether two ads of a row have one name. */
    public boolean clash(String rowId) {
        return of(rowId).clash();
    }

    /** The most characters that a link of the row gets longer by. */
    public int longestTail(String rowId) {
        return of(rowId).longestTail();
    }

    private OfRow of(String rowId) {
        return Objects.requireNonNull(rows.get(rowId));
    }

    /** Values that names lack; what a row's name lacks is not told again of its ads. */
    public List<Wanting> wanting() {
        List<Wanting> wanting = new ArrayList<>();
        whole.wanting().forEach(t -> wanting.add(new Wanting(null, null, t)));
        rows.forEach((id, row) -> {
            row.group().wanting().forEach(t -> wanting.add(new Wanting(id, null, t)));
            row.wanting().forEach(w -> wanting.add(new Wanting(id, w.columnId(), w.token())));
        });
        return wanting;
    }

    /** True when both follow from the same, and so say the same. */
    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof PlanNames n
                && ground.equals(n.ground)
                && rows.keySet().equals(n.rows.keySet())
                && rows.entrySet().stream()
                        .allMatch(e -> e.getValue()
                                .from()
                                .equals(Objects.requireNonNull(n.rows.get(e.getKey()))
                                        .from()));
    }

    @Override
    public int hashCode() {
        return ground.hashCode();
    }
}
