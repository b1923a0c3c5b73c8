package app.tidewrack.server.feedback;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.web.TableReader;
import app.tidewrack.server.web.TableReader.Beginning;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Reads what customers said out of a file: a table of which one column is the text, or texts one after another. */
@Component
@RequiredArgsConstructor
public class FeedbackReader {
    private static final int ROWS_LOOKED_AT = 40;
    private static final int SAMPLES = 3;

    /** Words of a column's name; a sentence with commas has longer parts. */
    private static final int LONGEST_HEADING = 4;

    private static final int LONGEST_SAMPLE = 160;

    private final TableReader tables;

    /**
     * Which columns hold what, as it was guessed or chosen.
     *
     * @param text the column of what was said; null where the file is no table
     * @param stars the column of what they gave; null where there is none
     * @param who the column that tells whoever wrote it, of which nothing is kept; null where there is none
     */
    public record Columns(
            @Nullable String text,
            @Nullable String stars,
            @Nullable String who) {
        static final Columns NONE = new Columns(null, null, null);
    }

    /** @param samples what stands in it in the first rows */
    record TableColumn(String name, List<String> samples) {}

    /** @param columns empty where the file is no table */
    record TableGuess(List<TableColumn> columns, Columns guessed) {}

    /** @param who empty where nobody is told */
    record Row(String text, @Nullable Integer stars, String who) {}

    TableGuess guess(InputStream content) throws IOException {
        Beginning file = tables.beginning(content, ROWS_LOOKED_AT);
        boolean one = file.columns().size() == 1
                && TEXT_NAMED.matcher(file.columns().get(0)).matches();
        boolean table = file.even()
                && file.columns().size() > 1
                && file.columns().stream().allMatch(c -> c.split("\\s+").length <= LONGEST_HEADING);
        return one || table
                ? new TableGuess(
                        file.columns().stream().map(c -> column(c, file.rows())).toList(), guessed(file))
                : new TableGuess(List.of(), Columns.NONE);
    }

    private static TableColumn column(String name, List<Map<String, String>> rows) {
        return new TableColumn(
                name,
                filled(name, rows)
                        .limit(SAMPLES)
                        .map(s -> s.length() <= LONGEST_SAMPLE ? s : s.substring(0, LONGEST_SAMPLE) + "…")
                        .toList());
    }

    private static Stream<String> filled(String column, List<Map<String, String>> rows) {
        return rows.stream().map(r -> r.getOrDefault(column, "")).filter(s -> !s.isBlank());
    }

    private static final Pattern STARS_NAMED =
            Pattern.compile("star|rating|score|sterne|stjerner|sterren|bewertung|punkt|karakter|cijfer");
    private static final Pattern WHO_NAMED = Pattern.compile(
            "name|author|customer|user|e-?mail|reviewer|kunde|navn|naam|autor|verfasser|forfatter|klant|profil");
    private static final Pattern TEXT_NAMED = Pattern.compile(
            "(?:review|text|comment|message|body|answer|feedback|kommentar|anmeldelse|besked|bericht|opmerking|beoordeling|nachricht)\\p{L}{0,2}");

    /** More than this many times as long a text is worth a name that says so. */
    private static final double NAMED_COUNTS = 3;

    private static final double FEWEST_SIGNS = 15;

    private static Columns guessed(Beginning table) {
        List<Map<String, String>> rows = table.rows();
        ToDoubleFunction<String> length =
                c -> filled(c, rows).mapToInt(String::length).average().orElse(0)
                        * (TEXT_NAMED.matcher(c).find() ? NAMED_COUNTS : 1);
        String text = table.columns().stream()
                .filter(c -> length.applyAsDouble(c) >= FEWEST_SIGNS)
                .max(Comparator.comparingDouble(length))
                .orElse(null);
        Predicate<String> isStars =
                c -> filled(c, rows).findAny().isPresent() && filled(c, rows).allMatch(s -> stars(s) != null);
        String stars = named(table, STARS_NAMED, c -> !c.equals(text) && isStars.test(c));
        String who = named(table, WHO_NAMED, c -> !c.equals(text) && !c.equals(stars));
        return new Columns(text, stars == null ? first(table, c -> !c.equals(text) && isStars.test(c)) : stars, who);
    }

    private static @Nullable String named(Beginning table, Pattern pattern, Predicate<String> so) {
        return first(table, c -> pattern.matcher(c).find() && so.test(c));
    }

    private static @Nullable String first(Beginning table, Predicate<String> so) {
        return table.columns().stream().filter(so).findFirst().orElse(null);
    }

    private static final Pattern OF_FIVE =
            Pattern.compile("([1-5])(?:[.,]\\d+)?(?:\\s*(?:/|of|out of|von|af|van)\\s*5)?");
    private static final Pattern DRAWN = Pattern.compile("([★⭐]{1,5})[☆]{0,4}");

    /** What a cell says of stars: “4”, “4,0”, “4/5”, “★★★★☆”; null where it says none. */
    static @Nullable Integer stars(String cell) {
        String typed = cell.strip().toLowerCase(Locale.ROOT);
        Matcher number = OF_FIVE.matcher(typed);
        if (number.matches()) {
            return Integer.valueOf(number.group(1));
        }
        Matcher drawn = DRAWN.matcher(typed);
        return drawn.matches() ? (Integer) drawn.group(1).length() : null;
    }

    /**
     * Every text of a file.
     *
     * @throws Refusal (field {@code text}) when the column is not in it
     */
    List<Row> read(InputStream content, Columns columns) throws IOException {
        String text = columns.text();
        if (text == null) {
            return paragraphs(tables.lines(content)).stream()
                    .map(p -> new Row(p, null, ""))
                    .toList();
        }
        Set<String> wanted = Stream.of(text, columns.stars(), columns.who())
                .filter(Objects::nonNull)
                .collect(Collectors.toSet());
        List<Map<String, String>> rows = tables.read(content, wanted);
        if (rows.stream().noneMatch(r -> r.containsKey(text))) {
            throw new Refusal("text", "The file has no column “%s”.".formatted(text), "Choose another.");
        }
        return rows.stream()
                .map(r -> new Row(r.getOrDefault(text, ""), stars(cell(r, columns.stars())), cell(r, columns.who())))
                .toList();
    }

    private static String cell(Map<String, String> row, @Nullable String column) {
        return column == null ? "" : row.getOrDefault(column, "");
    }

    /** Between empty lines where there are any; else each line is one. */
    private static List<String> paragraphs(List<String> lines) {
        boolean parted = false;
        List<String> paragraphs = new ArrayList<>();
        StringBuilder now = new StringBuilder();
        List<String> stripped = lines.stream().map(String::strip).toList();
        int last = stripped.size();
        while (last > 0 && stripped.get(last - 1).isEmpty()) {
            last--;
        }
        for (String line : stripped.subList(0, last)) {
            parted |= line.isEmpty() && !now.isEmpty();
            if (line.isEmpty()) {
                paragraphs.add(now.toString().strip());
                now.setLength(0);
            } else {
                now.append(line).append('\n');
            }
        }
        paragraphs.add(now.toString().strip());
        return (parted ? paragraphs : stripped)
                .stream().filter(p -> !p.isEmpty()).toList();
    }
}
