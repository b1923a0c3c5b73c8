package app.tidewrack.core.text;

import com.ibm.icu.text.PluralRules;
import java.util.Locale;

/** Numbers of things in English words, by the plural rules of Unicode CLDR. */
public final class Counted {
    private static final PluralRules RULES = PluralRules.forLocale(Locale.ENGLISH);

    private Counted() {}

    /** {@code 1 row}, {@code 2 rows}, {@code 1,200 rows}. */
    public static String of(long count, String one) {
        return String.format(Locale.UK, "%,d %s", count, word(count, one));
    }

    /** Only the word, as it stands behind a number: {@code row} or {@code rows}. */
    public static String word(long count, String one) {
        return RULES.select(count).equals(PluralRules.KEYWORD_ONE) ? one : one + "s";
    }
}
