package app.tidewrack.core.results;

import app.tidewrack.core.refusal.Refusal;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.DoubleBinaryOperator;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Ordinary arithmetic over what is counted: names, numbers, {@code + − × ÷} (also {@code - * /}) and brackets, with products
 * before sums and equal signs from the left. Nothing in it can run long, fail or reach outside; dividing by zero gives no value.
 * Units are followed through it: money and a count do not add up.
 */
public final class Formula {
    private static final int MOST_CHARACTERS = 500;
    private static final int DEEPEST = 50;

    private final String text;
    private final Named whole;

    private Formula(String text, Named whole) {
        this.text = text;
        this.whole = whole;
    }

    /**
     * What a name, or another part of a formula, stands for.
     *
     * @param reads what is counted of which it is made
     */
    public record Named(Unit unit, Set<Measure> reads, ToDoubleFunction<Facts> value) {}

    /**
     * What a formula is worked out from.
     *
     * @param margin what is left of a sale's value before advertising, 0 to 1
     */
    public record Facts(Counts counts, double margin) {}

    /**
     * @param names what may stand in it
     * @throws Refusal (field {@code formula}) when it is no formula, or its units do not fit together
     */
    public static Formula of(String text, Map<String, Named> names) {
        if (text.length() > MOST_CHARACTERS) {
            throw refusal(
                    "The formula has %d characters; the most is %d.".formatted(text.length(), MOST_CHARACTERS),
                    "Shorten it.");
        }
        Named whole = new Parser(text, names).whole();
        if (!whole.unit().isRead()) {
            throw refusal(
                    "“%s” gives %s, which means nothing."
                            .formatted(text, whole.unit().words()),
                    "Divide so that money, a count, money for each, or a plain number is left.");
        }
        return new Formula(text, whole);
    }

    public String text() {
        return text;
    }

    public Unit unit() {
        return whole.unit();
    }

    /** What is counted of which it is made: with all else 0 it has the same value. */
    public Set<Measure> reads() {
        return whole.reads();
    }

    /** NaN where it has no value, as a cost per click without clicks. Money is in minor units. */
    public double of(Facts facts) {
        double value = whole.value().applyAsDouble(facts);
        return Double.isFinite(value) ? value : Double.NaN;
    }

    private static Refusal refusal(String problem, String remedy) {
        return new Refusal("formula", problem, remedy);
    }

    /** Reads from the left; deep brackets are refused before they could fill the stack. */
    private static final class Parser {
        private final String text;
        private final Map<String, Named> names;
        private int at;
        private int depth;

        Parser(String text, Map<String, Named> names) {
            this.text = text;
            this.names = names;
        }

        Named whole() {
            Named node = sum();
            if (at < text.length()) {
                throw refusal(
                        "“%s” is not understood at sign %d, “%s”.".formatted(text, at + 1, text.charAt(at)),
                        "Write names, numbers, + - * / and brackets.");
            }
            return node;
        }

        private Named sum() {
            Named left = product();
            for (char sign = next(); sign == '+' || sign == '-' || sign == '−'; sign = next()) {
                at++;
                Named right = product();
                if (!left.unit().equals(right.unit())) {
                    throw refusal(
                            "“%s” puts %s and %s together."
                                    .formatted(
                                            text,
                                            left.unit().words(),
                                            right.unit().words()),
                            "Add and subtract only like and like.");
                }
                left = sign == '+' ? plus(left, right) : minus(left, right);
            }
            return left;
        }

        private Named product() {
            Named left = single();
            for (char sign = next(); "*×/÷".indexOf(sign) >= 0; sign = next()) {
                at++;
                Named right = single();
                left = sign == '*' || sign == '×' ? times(left, right) : per(left, right);
            }
            return left;
        }

        private Named single() {
            char sign = next();
            if (sign == '(') {
                if (++depth > DEEPEST) {
                    throw refusal(
                            "The formula has more than %d brackets in one another.".formatted(DEEPEST),
                            "Take needless brackets out.");
                }
                at++;
                Named inner = sum();
                if (next() != ')') {
                    throw refusal("A bracket of “%s” is not closed.".formatted(shortened()), "Close it with ).");
                }
                at++;
                depth--;
                return inner;
            }
            if (sign == '-' || sign == '−') {
                if (++depth > DEEPEST) {
                    throw refusal(
                            "The formula has more than %d signs in a row.".formatted(DEEPEST),
                            "Take needless signs out.");
                }
                at++;
                Named inner = single();
                depth--;
                return new Named(
                        inner.unit(), inner.reads(), f -> -inner.value().applyAsDouble(f));
            }
            int from = at;
            while (at < text.length()
                    && (Character.isLetterOrDigit(text.charAt(at)) || "_.".indexOf(text.charAt(at)) >= 0)) {
                at++;
            }
            return word(text.substring(from, at));
        }

        private Named word(String word) {
            if (word.isEmpty()) {
                throw refusal(
                        at < text.length()
                                ? "“%s” lacks a name or number before “%s”.".formatted(shortened(), text.charAt(at))
                                : "“%s” ends where a name or number should follow.".formatted(shortened()),
                        "Write one, as clicks or 1000.");
            }
            if (Character.isDigit(word.charAt(0)) || word.charAt(0) == '.') {
                try {
                    double number = Double.parseDouble(word);
                    return new Named(Unit.PLAIN, Set.of(), f -> number);
                } catch (NumberFormatException e) {
                    throw refusal("“%s” is no number.".formatted(word), "Write it as 1000 or 0.5.");
                }
            }
            Named named = names.get(word.toLowerCase(Locale.ROOT));
            if (named == null) {
                throw refusal(
                        "“%s” is counted nowhere.".formatted(word),
                        "Choose of %s."
                                .formatted(names.keySet().stream().sorted().collect(Collectors.joining(", "))));
            }
            return named;
        }

        private String shortened() {
            return text.length() > 60 ? text.substring(0, 57) + "…" : text;
        }

        /** The next sign that is no space; 0 at the end. */
        private char next() {
            while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
                at++;
            }
            return at < text.length() ? text.charAt(at) : 0;
        }

        private static Named plus(Named a, Named b) {
            return of(a, b, a.unit(), Double::sum);
        }

        private static Named minus(Named a, Named b) {
            return of(a, b, a.unit(), (x, y) -> x - y);
        }

        private static Named times(Named a, Named b) {
            return of(a, b, a.unit().times(b.unit()), (x, y) -> x * y);
        }

        private static Named per(Named a, Named b) {
            return of(a, b, a.unit().per(b.unit()), (x, y) -> x / y);
        }

        private static Named of(Named a, Named b, Unit unit, DoubleBinaryOperator made) {
            Set<Measure> reads = new HashSet<>(a.reads());
            reads.addAll(b.reads());
            return new Named(
                    unit,
                    Set.copyOf(reads),
                    f -> made.applyAsDouble(
                            a.value().applyAsDouble(f), b.value().applyAsDouble(f)));
        }
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Formula f && text.equals(f.text);
    }

    @Override
    public int hashCode() {
        return text.hashCode();
    }
}
