package app.tidewrack.core.naming;

import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * How names that others gave are put together, found from the names alone: what stands between the parts, how many parts there are,
 * and what each of them means.
 *
 * @param between what stands between two parts
 * @param columns the parts, in order
 */
public record NameLayout(Between between, List<Column> columns) {
    /** Names that a layout is found from; the others are read by it. */
    private static final int LOOKED_AT = 2_000;

    /** A count of parts that fewer names have is an exception. */
    private static final double LEAST_SHARE = 0.2;

    /** So many of the values of a column must be known for it to mean a token. */
    private static final double MEANT = 0.6;

    private static final Pattern SIGNS = Pattern.compile("\\s*[^\\p{L}\\p{N}\\s]+\\s*");

    /** @throws Refusal (field {@code columns}) when two columns mean the same */
    public NameLayout {
        Set<Token> seen = new HashSet<>();
        for (Column column : columns) {
            Token token = column.token();
            if (token != null && !seen.add(token)) {
                throw new Refusal(
                        "columns",
                        "Two parts mean the %s.".formatted(token.words()),
                        "Let one of them mean something else.");
            }
        }
    }

    /**
     * @param token what it means; null where that is not known, and values are read as they are written
     * @param mark what stands before every value, as {@code geo:}; empty for none
     */
    public record Column(@Nullable Token token, String mark) {}

    /**
     * What stands between parts.
     *
     * @param separator without the spaces around it
     * @param spaced only with spaces around it: {@code " - "} in a name that also says {@code 25-34}
     */
    public record Between(String separator, boolean spaced) {
        /** Finds it; made once for many names. */
        Pattern pattern() {
            String around = spaced ? "\\s+" : "\\s*";
            return Pattern.compile(around + Pattern.quote(separator) + around);
        }

        static List<String> pieces(Pattern pattern, String name) {
            return List.of(pattern.split(name.strip(), -1));
        }

        /** As it is written. */
        public String words() {
            return spaced ? " " + separator + " " : separator;
        }
    }

    /** What can stand between parts of these names, those that stand in most of them first; at most 8. */
    public static List<Between> candidates(List<String> names) {
        Map<Between, Integer> found = new HashMap<>();
        for (String name : some(names)) {
            Set<Between> here = new LinkedHashSet<>();
            Matcher matcher = SIGNS.matcher(name);
            while (matcher.find()) {
                String signs = matcher.group().strip();
                here.add(new Between(signs, false));
                if (Character.isWhitespace(matcher.group().charAt(0))
                        && Character.isWhitespace(
                                matcher.group().charAt(matcher.group().length() - 1))) {
                    here.add(new Between(signs, true));
                }
            }
            here.forEach(b -> found.merge(b, 1, Integer::sum));
        }
        return found.entrySet().stream()
                .sorted(Map.Entry.<Between, Integer>comparingByValue()
                        .reversed()
                        .thenComparing(e -> e.getKey().words()))
                .map(Map.Entry::getKey)
                .limit(8)
                .toList();
    }

    /** The layout that says most about most of the names; null where nothing stands between parts in most of them. */
    public static @Nullable NameLayout find(List<String> names, ValueWords words) {
        return candidates(names).stream()
                .flatMap(b -> learned(b, names, words).stream())
                .max(Comparator.comparingDouble((LearnedLayout l) -> l.score(some(names))))
                .map(LearnedLayout::layout)
                .orElse(null);
    }

    /** The best layout with that between its parts; null where too few names have any. */
    public static @Nullable NameLayout find(List<String> names, Between between, ValueWords words) {
        return learned(between, names, words).stream()
                .max(Comparator.comparingDouble((LearnedLayout l) -> l.score(some(names))))
                .map(LearnedLayout::layout)
                .orElse(null);
    }

    /**
     * What a name says.
     *
     * @param values by column, null for none; what could be read where not all could
     * @param strange columns whose value is none that is known of what they mean
     * @param whyNot what keeps the name from being read; null when it was
     */
    public record Laid(
            List<@Nullable String> values,
            Set<Integer> strange,
            @Nullable String whyNot) {}

    /** Every name by this layout, in their order. */
    public List<Laid> read(List<String> names, ValueWords words) {
        LearnedLayout learned = new LearnedLayout(this, names, words);
        List<LearnedLayout.Along> along = names.stream().map(learned::along).toList();
        Map<Integer, Long> without = along.stream()
                .filter(a -> a.gap() >= 0)
                .collect(Collectors.groupingBy(LearnedLayout.Along::gap, Collectors.counting()));
        Set<Integer> optional = without.entrySet().stream()
                .filter(e -> e.getValue() >= Math.max(2, names.size() * LEAST_SHARE / 2))
                .map(Map.Entry::getKey)
                .collect(Collectors.toSet());
        return along.stream().map(a -> learned.laid(a, optional)).toList();
    }

    static List<String> some(List<String> names) {
        return names.subList(0, Math.min(names.size(), LOOKED_AT));
    }

    /** One for each number of parts that many names have. */
    private static List<LearnedLayout> learned(Between between, List<String> names, ValueWords words) {
        List<String> looked = some(names);
        Pattern pattern = between.pattern();
        Map<Integer, Long> counts = looked.stream()
                .map(n -> Between.pieces(pattern, n).size())
                .filter(c -> c > 1 && c <= NamePattern.MOST_PARTS)
                .collect(Collectors.groupingBy(c -> c, Collectors.counting()));
        return counts.entrySet().stream()
                .filter(e -> e.getValue() >= LEAST_SHARE * looked.size())
                .map(e -> new LearnedLayout(columns(between, e.getKey(), looked, words), looked, words))
                .toList();
    }

    private static NameLayout columns(Between between, int parts, List<String> names, ValueWords words) {
        Pattern pattern = between.pattern();
        List<List<String>> regular = names.stream()
                .map(n -> Between.pieces(pattern, n))
                .filter(p -> p.size() == parts)
                .toList();
        List<String> marks = new ArrayList<>();
        List<List<String>> values = new ArrayList<>();
        for (int c = 0; c < parts; c++) {
            int column = c;
            List<String> of = regular.stream().map(p -> p.get(column)).toList();
            String mark = mark(of);
            marks.add(mark);
            values.add(of.stream().map(v -> bare(v, mark)).toList());
        }
        List<@Nullable Token> meant = meant(marks, values, words);
        List<Column> columns = new ArrayList<>();
        for (int c = 0; c < parts; c++) {
            columns.add(new Column(meant.get(c), marks.get(c)));
        }
        return new NameLayout(between, List.copyOf(columns));
    }

    private static final Pattern MARKED = Pattern.compile("([\\p{L} ]{1,20}[:=]\\s*).+");

    /** What nearly all values of a column begin with, up to a colon or an equals sign. */
    private static String mark(List<String> values) {
        Map<String, Long> marks = values.stream()
                .map(MARKED::matcher)
                .filter(Matcher::matches)
                .collect(Collectors.groupingBy(m -> m.group(1), Collectors.counting()));
        return marks.entrySet().stream()
                .filter(e -> e.getValue() >= 0.8 * values.size())
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse("");
    }

    static String bare(String piece, String mark) {
        return piece.startsWith(mark) ? piece.substring(mark.length()).strip() : piece.strip();
    }

    private record Fit(int column, Token token, double share) {}

    /** What columns mean: what their mark says, then the tokens that know most of their values, each once. */
    private static List<@Nullable Token> meant(List<String> marks, List<List<String>> values, ValueWords words) {
        List<@Nullable Token> meant = new ArrayList<>();
        Set<Token> taken = new LinkedHashSet<>();
        for (String mark : marks) {
            Token token = mark.isEmpty()
                    ? null
                    : ValueWords.called(mark.replaceAll("[:=]", ""))
                            .filter(taken::add)
                            .orElse(null);
            meant.add(token);
        }
        List<Fit> fits = new ArrayList<>();
        for (int c = 0; c < values.size(); c++) {
            Map<String, Long> often =
                    values.get(c).stream().collect(Collectors.groupingBy(Function.identity(), Collectors.counting()));
            for (Token token : Token.values()) {
                long known = often.entrySet().stream()
                        .filter(e -> words.value(token, e.getKey()).isPresent())
                        .mapToLong(Map.Entry::getValue)
                        .sum();
                fits.add(new Fit(
                        c, token, (double) known / Math.max(1, values.get(c).size())));
            }
        }
        fits.sort(Comparator.comparingDouble((Fit f) -> -f.share()).thenComparing(Fit::token));
        for (Fit fit : fits) {
            if (fit.share() >= MEANT && meant.get(fit.column()) == null && taken.add(fit.token())) {
                meant.set(fit.column(), fit.token());
            }
        }
        return meant;
    }
}
