package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * One row cut by one or more variables: every combination of one slice of each becomes a row. Common practice: 6 age bands × 2
 * cities × 2 genders is 24.
 */
public record Split(List<By> by, Share share) {

    /** The slices of one variable, in the order the rows will have. */
    public record By(Variable variable, List<Slice> slices) {}

    /** What each new row gets of the money of the row that is split. */
    public enum Share {
        /** As much as the row had, so the sheet spends more. */
        EACH,
        /** An equal part by largest remainder, so the sheet spends the same. */
        EQUAL
    }

    /** @throws Refusal (field {@code by}) when there is nothing to split by, or a variable comes twice */
    public Split {
        by = List.copyOf(by);
        if (by.isEmpty() || by.stream().anyMatch(b -> b.slices().isEmpty())) {
            throw new Refusal("by", "A split has at least one value of each variable.", "Choose some.");
        }
        if (by.stream().map(By::variable).distinct().count() < by.size()) {
            throw new Refusal("by", "A variable is there twice.", "Choose each once.");
        }
    }

    /** How many rows it makes of one. */
    public long count() {
        return by.stream().mapToLong(b -> b.slices().size()).reduce(1, Math::multiplyExact);
    }

    /** {@code split Knitters by age and gender into 12 rows}. */
    public String words(Row row) {
        String variables = by.stream().map(b -> b.variable().words()).collect(Collectors.joining(" and "));
        return "split %s by %s into %d rows".formatted(row.label(), variables, count());
    }

    /**
     * The rows that take the place of {@code row}; the last variable changes fastest. Their labels are the row's and what they
     * keep to, shortened at the row's end where that is too long, and numbered where another row has it.
     *
     * @param taken labels of the sheet's other rows
     * @param ids gives a new id at every call
     * @throws Refusal (field {@code by}) when one sheet cannot hold them
     */
    public List<Row> rows(Row row, Set<String> taken, Supplier<String> ids) {
        if (count() > Campaign.MOST_ROWS) {
            throw new Refusal(
                    "by",
                    "The split makes %,d rows; a sheet holds %,d.".formatted(count(), Campaign.MOST_ROWS),
                    "Choose fewer values, or split into several campaigns.");
        }
        List<Narrowing> narrowings = List.of(row.narrowing());
        for (By variable : by) {
            narrowings = narrowings.stream()
                    .flatMap(n -> variable.slices().stream().map(n::with))
                    .toList();
        }
        List<Money> shares = share == Share.EACH ? List.of() : row.money().split(narrowings.size());
        Labels labels = new Labels(taken);
        String stem = stem(row);
        List<Row> rows = new ArrayList<>(narrowings.size());
        for (int i = 0; i < narrowings.size(); i++) {
            String added = narrowings.get(i).slices().stream()
                    .filter(s -> by.stream().anyMatch(b -> b.variable() == s.variable()))
                    .map(Slice::words)
                    .collect(Collectors.joining(" "));
            rows.add(row.cut(
                    ids.get(),
                    labels.free(stem, added),
                    shares.isEmpty() ? row.money() : shares.get(i),
                    narrowings.get(i)));
        }
        return List.copyOf(rows);
    }

    /** The row's label without the words of slices that this split replaces. */
    private String stem(Row row) {
        String stem = row.label();
        for (Slice slice : row.narrowing().slices()) {
            if (by.stream().anyMatch(b -> b.variable() == slice.variable())) {
                stem = stem.replace(" " + slice.words(), "");
            }
        }
        return stem;
    }

    /**
     * The edit that puts the rows in the place of the one they are cut from; their cells are off where its were.
     *
     * @param ids gives a new id at every call
     * @throws Refusal as {@link #rows}, or when the sheet would grow too large
     */
    public Together of(Campaign campaign, String rowId, Supplier<String> ids) {
        Row row = campaign.row(rowId);
        Set<String> taken = campaign.rows().stream()
                .filter(r -> !r.id().equals(rowId))
                .map(Row::label)
                .collect(Collectors.toSet());
        int position = campaign.rows().indexOf(row);
        Map<String, String> off = RemoveRows.offColumns(campaign, rowId);
        List<PlacedRow> placed = new ArrayList<>();
        rows(row, taken, ids).forEach(r -> placed.add(new PlacedRow(position + placed.size(), r, off)));
        return new Together(
                words(row), List.of(new RemoveRows(campaign.id(), List.of(rowId)), new AddRows(campaign.id(), placed)));
    }

    /**
     * Ages cut into bands of as even a number of years as whole years allow; earlier bands are the longer.
     *
     * @param bands 1 or more
     * @throws Refusal (field {@code bands}) when there are fewer years than bands
     */
    public static List<AgeRange> evenBands(AgeRange ages, int bands) {
        int years = ages.to() - ages.from() + 1;
        if (bands < 1 || bands > years) {
            throw new Refusal(
                    "bands",
                    "%d to %d has %d years; %d bands do not go into it."
                            .formatted(ages.from(), ages.to(), years, bands),
                    "Choose 1 to %d.".formatted(years));
        }
        List<AgeRange> cut = new ArrayList<>();
        int from = ages.from();
        for (int i = 0; i < bands; i++) {
            int length = years / bands + (i < years % bands ? 1 : 0);
            cut.add(new AgeRange(from, from + length - 1));
            from += length;
        }
        return List.copyOf(cut);
    }

    /**
     * Ages cut before each of some ages.
     *
     * @param starts first ages of the second band and those after it, rising
     * @throws Refusal (field {@code cuts}) when they do not rise within the ages
     */
    public static List<AgeRange> bandsFrom(AgeRange ages, List<Integer> starts) {
        List<Integer> froms = new ArrayList<>(List.of(ages.from()));
        froms.addAll(starts);
        for (int i = 1; i < froms.size(); i++) {
            if (froms.get(i) <= froms.get(i - 1) || froms.get(i) > ages.to()) {
                throw new Refusal(
                        "cuts",
                        "A band from %d does not fit into %d to %d after the one before."
                                .formatted(froms.get(i), ages.from(), ages.to()),
                        "Let the first ages rise and stay within it.");
            }
        }
        return IntStream.range(0, froms.size())
                .mapToObj(i -> new AgeRange(froms.get(i), i + 1 < froms.size() ? froms.get(i + 1) - 1 : ages.to()))
                .toList();
    }
}
