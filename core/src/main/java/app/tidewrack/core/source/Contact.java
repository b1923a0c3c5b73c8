package app.tidewrack.core.source;

import com.google.i18n.phonenumbers.NumberParseException;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.PhoneNumberUtil.PhoneNumberFormat;
import com.google.i18n.phonenumbers.Phonenumber.PhoneNumber;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.text.Normalizer;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** E-mail addresses and phone numbers in the one form in which networks compare them, and their hashes. */
public final class Contact {
    /** Longest address a mailbox can have (RFC 5321, 4.5.3.1.3, without the angle brackets). */
    private static final int LONGEST_EMAIL = 254;

    /** A local part and a domain with a dot; what is within is left to whoever sends mail. */
    private static final Pattern EMAIL =
            Pattern.compile("[^\\s\\p{Z}@,;<>\"]{1,64}@[^\\s\\p{Z}@,;<>\"]+\\.[^\\s\\p{Z}@,;<>\".]{2,}");

    private static final int LONGEST_PHONE = 40;

    /** Spaces of all kinds, the no-break ones of spreadsheets among them, and control characters. */
    private static final Pattern AROUND = Pattern.compile("^[\\p{Z}\\p{Cc}]+|[\\p{Z}\\p{Cc}]+$");

    /** Format characters, such as zero-width spaces and marks of direction, which come with what is copied from pages. */
    private static final Pattern UNSEEN = Pattern.compile("[\\p{Cf}\\uFE0F]");

    private Contact() {}

    /** Without spaces of any kind around it and signs that nobody sees, lower case, Unicode NFC; empty when it is no address. */
    public static Optional<String> email(String typed) {
        String seen = AROUND.matcher(UNSEEN.matcher(typed).replaceAll("")).replaceAll("");
        String address = Normalizer.normalize(seen, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
        return address.length() <= LONGEST_EMAIL && EMAIL.matcher(address).matches()
                ? Optional.of(address)
                : Optional.empty();
    }

    /**
     * E.164, such as {@code +441603761000}, by libphonenumber; empty when it is no number that could be.
     *
     * @param country of numbers without a country's code, ISO 3166-1 alpha-2
     */
    public static Optional<String> phone(String typed, String country) {
        if (typed.length() > LONGEST_PHONE) {
            return Optional.empty();
        }
        PhoneNumberUtil numbers = PhoneNumberUtil.getInstance();
        try {
            PhoneNumber number = numbers.parse(typed, country);
            return numbers.isValidNumber(number)
                    ? Optional.of(numbers.format(number, PhoneNumberFormat.E164))
                    : Optional.empty();
        } catch (NumberParseException e) {
            return Optional.empty();
        }
    }

    /** SHA-256 of the UTF-8 bytes, as 64 hexadecimal digits in lower case. */
    public static String hash(String comparable) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            return HexFormat.of().formatHex(digest.digest(comparable.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256", e);
        }
    }
}
