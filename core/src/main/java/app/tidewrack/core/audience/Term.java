package app.tidewrack.core.audience;

import app.tidewrack.core.refusal.Refusal;
import java.util.Comparator;

/**
 * One thing that can hold of a person.
 *
 * @param code what is meant among all of its kind; 1 to 200 characters
 */
public record Term(TermKind kind, String code) implements Comparable<Term> {
    private static final int LONGEST = 200;
    private static final Comparator<Term> ORDER =
            Comparator.comparing(Term::kind).thenComparing(Term::code);

    /** @throws Refusal (field {@code conditions}) when the code is empty or too long */
    public Term {
        if (code.isBlank() || code.length() > LONGEST) {
            throw new Refusal(
                    "conditions",
                    "A code has 1 to %d characters; this %s has %d.".formatted(LONGEST, kind, code.length()),
                    "Take it out, or write it shorter.");
        }
    }

    public static Term interest(String topic) {
        return new Term(TermKind.INTEREST, topic);
    }

    @Override
    public int compareTo(Term other) {
        return ORDER.compare(this, other);
    }

    @Override
    public String toString() {
        return kind + ":" + code;
    }
}
