package app.tidewrack.core.naming;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** A layout with what its columns hold in those names that have as many parts as it. */
final class LearnedLayout {
    private final NameLayout layout;
    private final Pattern between;
    private final ValueWords words;
    private final List<Map<String, Integer>> values = new ArrayList<>();
    private final List<Map<String, Integer>> shapes = new ArrayList<>();
    private final List<Map<String, Optional<String>>> means = new ArrayList<>();
    private final List<Double> known = new ArrayList<>();
    private int regular;

    LearnedLayout(NameLayout layout, List<String> names, ValueWords words) {
        this.layout = layout;
        between = layout.between().pattern();
        this.words = words;
        layout.columns().forEach(c -> {
            values.add(new HashMap<>());
            shapes.add(new HashMap<>());
            means.add(new HashMap<>());
        });
        for (String name : NameLayout.some(names)) {
            List<String> pieces = NameLayout.Between.pieces(between, name);
            if (pieces.size() == layout.columns().size()) {
                regular++;
                for (int c = 0; c < pieces.size(); c++) {
                    values.get(c).merge(pieces.get(c), 1, Integer::sum);
                    shapes.get(c).merge(shape(pieces.get(c)), 1, Integer::sum);
                }
            }
        }
        for (int c = 0; c < layout.columns().size(); c++) {
            int column = c;
            int recognised = values.get(c).entrySet().stream()
                    .filter(e -> value(column, e.getKey()) != null)
                    .mapToInt(Map.Entry::getValue)
                    .sum();
            known.add((double) recognised / Math.max(1, regular));
        }
    }

    NameLayout layout() {
        return layout;
    }

    /** How much it says of names, on average; more parts say more. */
    double score(List<String> names) {
        double mean = names.stream()
                .map(this::along)
                .mapToDouble(a -> a.score)
                .average()
                .orElse(0);
        return mean * (1 - 1.0 / (1 + layout.columns().size()));
    }

    private @Nullable String value(int column, String piece) {
        NameLayout.Column c = layout.columns().get(column);
        Token token = c.token();
        return token == null
                ? null
                : means.get(column)
                        .computeIfAbsent(piece, p -> words.value(token, NameLayout.bare(p, c.mark())))
                        .orElse(null);
    }

    /** 0 to 1: how well a piece stands in a column. */
    private double fit(int column, String piece) {
        if (piece.isBlank()) {
            return 0;
        }
        if (value(column, piece) != null) {
            return 1;
        }
        if (values.get(column).getOrDefault(piece, 0) > 1) {
            return 0.9;
        }
        double alike = (double) shapes.get(column).getOrDefault(shape(piece), 0) / Math.max(1, regular);
        return layout.columns().get(column).token() == null ? 0.3 + 0.4 * alike : 0.1;
    }

    /** The pieces of a name along the columns. */
    static final class Along {
        private final List<String> pieces;

        /** By column, null for one that is left out; empty where nothing fits. */
        private List<@Nullable String> parts = List.of();

        private double score;

        /** Another way is as good. */
        private boolean twice;

        /** The first column that has nothing; -1 for none. */
        private int gap = -1;

        int gap() {
            return gap;
        }

        double score() {
            return score;
        }

        Along(List<String> pieces) {
            this.pieces = pieces;
        }
    }

    Along along(String name) {
        Along along = new Along(NameLayout.Between.pieces(between, name));
        int columns = layout.columns().size();
        int more = along.pieces.size() - columns;
        if (along.pieces.size() < 2 || Math.abs(more) > 3) {
            return along;
        }
        if (more == 0) {
            take(along, along.pieces);
            return along;
        }
        List<List<@Nullable String>> ways =
                more > 0 ? joined(along.pieces, columns) : left(along.pieces, columns, -more);
        double best = -1;
        double second = -1;
        List<@Nullable String> chosen = List.of();
        for (List<@Nullable String> way : ways) {
            double score = mean(way);
            if (score > best) {
                second = best;
                best = score;
                chosen = way;
            } else {
                second = Math.max(second, score);
            }
        }
        take(along, chosen);
        along.twice = best - second < 0.02;
        along.score = along.twice ? best / 2 : best * 0.9;
        return along;
    }

    private void take(Along along, List<@Nullable String> way) {
        along.parts = way;
        along.score = mean(way);
        for (int c = 0; c < way.size(); c++) {
            String part = way.get(c);
            if (part == null || part.isBlank()) {
                along.gap = along.gap < 0 ? c : along.gap;
            }
        }
    }

    private double mean(List<@Nullable String> way) {
        double sum = 0;
        for (int c = 0; c < way.size(); c++) {
            String part = way.get(c);
            sum += part == null ? 0 : fit(c, part);
        }
        return sum / Math.max(1, way.size());
    }

    /** Every way to let one column have all that is too many. */
    private List<List<@Nullable String>> joined(List<String> pieces, int columns) {
        List<List<@Nullable String>> ways = new ArrayList<>();
        int more = pieces.size() - columns;
        for (int at = 0; at < columns; at++) {
            List<@Nullable String> way = new ArrayList<>(pieces.subList(0, at));
            way.add(String.join(layout.between().words(), pieces.subList(at, at + more + 1)));
            way.addAll(pieces.subList(at + more + 1, pieces.size()));
            ways.add(way);
        }
        return ways;
    }

    /** Every way to leave out as many columns next to each other as there are parts too few. */
    private static List<List<@Nullable String>> left(List<String> pieces, int columns, int fewer) {
        List<List<@Nullable String>> ways = new ArrayList<>();
        for (int at = 0; at + fewer <= columns; at++) {
            List<@Nullable String> way = new ArrayList<>(pieces.subList(0, at));
            for (int i = 0; i < fewer; i++) {
                way.add(null);
            }
            way.addAll(pieces.subList(at, pieces.size()));
            ways.add(way);
        }
        return ways;
    }

    NameLayout.Laid laid(Along along, Set<Integer> optional) {
        List<@Nullable String> said = new ArrayList<>();
        Set<Integer> strange = new TreeSet<>();
        for (int c = 0; c < layout.columns().size(); c++) {
            String part = c < along.parts.size() ? along.parts.get(c) : null;
            String value = part == null ? null : value(c, part);
            if (part != null && value == null && !part.isBlank()) {
                value = NameLayout.bare(part, layout.columns().get(c).mark());
                if (layout.columns().get(c).token() != null) {
                    strange.add(c);
                }
            }
            said.add(value);
        }
        return new NameLayout.Laid(said, strange, whyNot(along, optional));
    }

    private @Nullable String whyNot(Along along, Set<Integer> optional) {
        int columns = layout.columns().size();
        int pieces = along.pieces.size();
        if (pieces < 2) {
            return "nothing stands between parts, as “%s” does in the others"
                    .formatted(layout.between().words());
        }
        if (along.parts.isEmpty()) {
            return "%d parts; most have %d".formatted(pieces, columns);
        }
        if (along.twice) {
            return pieces > columns
                    ? "%d parts; most have %d, and nothing tells which of them belong together"
                            .formatted(pieces, columns)
                    : "%d parts; most have %d, and nothing tells which is missing".formatted(pieces, columns);
        }
        if (along.gap >= 0 && !optional.contains(along.gap)) {
            return "%s is missing".formatted(called(along.gap));
        }
        return elsewhere(along);
    }

    /** A value of one column that stands in another, where all but a few say what they should. */
    private @Nullable String elsewhere(Along along) {
        for (int c = 0; c < layout.columns().size(); c++) {
            String part = along.parts.get(c);
            if (part != null
                    && known.get(c) >= 0.8
                    && value(c, part) == null
                    && values.get(c).getOrDefault(part, 0) < 2) {
                for (int other = 0; other < layout.columns().size(); other++) {
                    if (other != c && known.get(other) >= 0.8 && value(other, part) != null) {
                        return "“%s” stands where %s is in the others".formatted(part, called(c));
                    }
                }
            }
        }
        return null;
    }

    private String called(int column) {
        Token token = layout.columns().get(column).token();
        return token == null ? "part %d".formatted(column + 1) : token.words();
    }

    private static final Pattern UPPER = Pattern.compile("\\p{Lu}+");
    private static final Pattern LOWER = Pattern.compile("\\p{Ll}+");
    private static final Pattern DIGITS = Pattern.compile("\\p{N}+");

    /** What a piece looks like: {@code Blue scarf v2} is {@code Aa a a9}. */
    private static String shape(String piece) {
        String upper = UPPER.matcher(piece).replaceAll("A");
        String lower = LOWER.matcher(upper).replaceAll("a");
        return DIGITS.matcher(lower).replaceAll("9");
    }
}
