package app.tidewrack.core.lead;

import app.tidewrack.core.source.Contact;
import com.google.i18n.phonenumbers.NumberParseException;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.PhoneNumberUtil.Leniency;
import com.google.i18n.phonenumbers.PhoneNumberUtil.PhoneNumberFormat;
import com.google.i18n.phonenumbers.Phonenumber.PhoneNumber;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a person can be recognised by in what they wrote: e-mail addresses and phone numbers, wherever in it they stand, each in the one
 * form in which it is compared. Two that share one are taken to be of the same person (common practice); a name is not a mark, since many
 * share one.
 */
public final class PersonMarks {
    /** Of one text so much is looked at; the rest says nothing. */
    static final int LONGEST_TEXT = 4_000;

    /** No form and no chat has more; what is beyond says nothing. */
    static final int MOST_MARKS = 20;

    /** Fewer digits are no number that somebody can be called by. */
    private static final int FEWEST_DIGITS = 6;

    private static final Pattern EMAIL_WITHIN =
            Pattern.compile("[^\\s\\p{Z}@,;:<>\"()\\[\\]]{1,64}@[^\\s\\p{Z}@,;:<>\"()\\[\\]]{1,190}");

    private static final Pattern DIGITS_ALONE = Pattern.compile("\\+?[\\d\\s\\p{Z}().\\-/]{6,40}");

    private PersonMarks() {}

    /**
     * @param texts what the person wrote: answers, and their own lines of a chat
     * @param country of phone numbers without a country's code, ISO 3166-1 alpha-2
     * @return at most {@value #MOST_MARKS}, such as {@code e:ada@example.org} and {@code p:+441603761000}; a number that no country
     *     could have is told by its digits, {@code d:0123456}
     */
    public static Set<String> of(Collection<String> texts, String country) {
        Set<String> marks = new LinkedHashSet<>();
        for (String text : texts) {
            String seen = text.length() > LONGEST_TEXT ? text.substring(0, LONGEST_TEXT) : text;
            emails(seen, marks);
            phones(EMAIL_WITHIN.matcher(seen).replaceAll(" "), country, marks);
        }
        return marks.stream().limit(MOST_MARKS).collect(LinkedHashSet::new, LinkedHashSet::add, LinkedHashSet::addAll);
    }

    private static void emails(String text, Set<String> marks) {
        Matcher found = EMAIL_WITHIN.matcher(text);
        while (found.find()) {
            // A full stop behind it ends the sentence.
            Contact.email(found.group().replaceAll("[.!?]+$", "")).ifPresent(address -> marks.add("e:" + address));
        }
    }

    /** In a sentence a number is one that could be called; where nothing but a number was written, whatever it is. */
    private static void phones(String text, String country, Set<String> marks) {
        PhoneNumberUtil numbers = PhoneNumberUtil.getInstance();
        if (DIGITS_ALONE.matcher(text.strip()).matches()) {
            alone(numbers, text.strip(), country).ifPresent(marks::add);
            return;
        }
        numbers.findNumbers(text, country, Leniency.VALID, MOST_MARKS)
                .forEach(n -> marks.add("p:" + numbers.format(n.number(), PhoneNumberFormat.E164)));
    }

    private static Optional<String> alone(PhoneNumberUtil numbers, String text, String country) {
        try {
            PhoneNumber number = numbers.parse(text, country);
            if (numbers.isPossibleNumber(number)) {
                return Optional.of("p:" + numbers.format(number, PhoneNumberFormat.E164));
            }
        } catch (NumberParseException none) {
            // Its digits tell it all the same.
        }
        String digits = text.replaceAll("\\D", "");
        return digits.length() < FEWEST_DIGITS ? Optional.empty() : Optional.of("d:" + digits);
    }
}
