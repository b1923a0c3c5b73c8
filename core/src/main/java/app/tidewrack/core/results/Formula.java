package app.tidewrack.core.results;

import app.tidewrack.core.refusal.Refusal;
import java.util.Locale;
import java.util.Map;
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
    private final Node node;

    private Formula(String text, Node node) {
        this.text = text;
        this.node = node;
    }

    /** What a name in a formula stands for. */
    public record Named(Unit unit, ToDoubleFunction<Facts> value) {}

    /**
     * What a formula is worked out from.
     *
     * @param margin what is left of a sale's value before advertising, 0 to 1
     */
    public record Facts(Counts counts, double margin) {}

    private record Node(Unit unit, ToDoubleFunction<Facts> value) {}

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
        Node node = new Parser(text, names).whole();
        if (!node.unit().isRead()) {
            throw refusal(
                    "“%s” gives %s, which means nothing."
                            .formatted(text, node.unit().words()),
                    "Divide so that money, a count, money for each, or a plain number is left.");
        }
        return new Formula(text, node);
    }

    public String text() {
        return text;
    }

    public Unit unit() {
        return node.unit();
    }

    /** NaN where it has no value, as a cost per click without clicks. Money is in minor units. */
    public double of(Facts facts) {
        double value = node.value().applyAsDouble(facts);
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

        Node whole() {
            Node node = sum();
            if (at < text.length()) {
                throw refusal(
                        "“%s” is not understood at sign %d, “%s”.".formatted(text, at + 1, text.charAt(at)),
                        "Write names, numbers, + - * / and brackets.");
            }
            return node;
        }

        private Node sum() {
            Node left = product();
            for (char sign = next(); sign == '+' || sign == '-' || sign == '−'; sign = next()) {
                at++;
                Node right = product();
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

        private Node product() {
            Node left = single();
            for (char sign = next(); "*×/÷".indexOf(sign) >= 0; sign = next()) {
                at++;
                Node right = single();
                left = sign == '*' || sign == '×' ? times(left, right) : per(left, right);
            }
            return left;
        }

        private Node single() {
            char sign = next();
            if (sign == '(') {
                if (++depth > DEEPEST) {
                    throw refusal(
                            "The formula has more than %d brackets in one another.".formatted(DEEPEST),
                            "Take needless brackets out.");
                }
                at++;
                Node inner = sum();
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
                Node inner = single();
                depth--;
                return new Node(inner.unit(), f -> -inner.value().applyAsDouble(f));
            }
            int from = at;
            while (at < text.length()
                    && (Character.isLetterOrDigit(text.charAt(at)) || "_.".indexOf(text.charAt(at)) >= 0)) {
                at++;
            }
            return word(text.substring(from, at));
        }

        private Node word(String word) {
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
                    return new Node(Unit.PLAIN, f -> number);
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
            return new Node(named.unit(), named.value());
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

        private static Node plus(Node a, Node b) {
            return new Node(
                    a.unit(), f -> a.value().applyAsDouble(f) + b.value().applyAsDouble(f));
        }

        private static Node minus(Node a, Node b) {
            return new Node(
                    a.unit(), f -> a.value().applyAsDouble(f) - b.value().applyAsDouble(f));
        }

        private static Node times(Node a, Node b) {
            return new Node(
                    a.unit().times(b.unit()),
                    f -> a.value().applyAsDouble(f) * b.value().applyAsDouble(f));
        }

        private static Node per(Node a, Node b) {
            return new Node(
                    a.unit().per(b.unit()),
                    f -> a.value().applyAsDouble(f) / b.value().applyAsDouble(f));
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
