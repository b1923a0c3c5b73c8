package app.tidewrack.core.audience;

import java.util.Arrays;
import java.util.List;
import java.util.TreeSet;

/** Terms of which at least one must hold; in order, without repeats. */
public record AnyOf(List<Term> terms) {
    public AnyOf {
        terms = List.copyOf(new TreeSet<>(terms));
    }

    public static AnyOf of(Term... terms) {
        return new AnyOf(Arrays.asList(terms));
    }

    /** The kind of the terms when they are all of one, otherwise that of the first. */
    public TermKind kind() {
        return terms.get(0).kind();
    }
}
