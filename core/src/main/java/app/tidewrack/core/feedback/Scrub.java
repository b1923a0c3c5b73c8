package app.tidewrack.core.feedback;

import app.tidewrack.core.text.WordLists;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.Collection;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.lucene.analysis.charfilter.HTMLStripCharFilter;

/**
 * Takes out of a text what would tell who wrote it or whom it is about: addresses of mail, links, handles, long numbers
 * such as of telephones and orders, and names. A name is a word that begins large and is a given name in one of the languages, or is among those told with the
 * texts, or stands after a form of address, with the large words after it. What is taken out leaves a word in square brackets.
 * A name that is nowhere listed and stands without a form of address is left: a person looks over what is kept.
 */
public final class Scrub {
    private static final Pattern MAIL =
            Pattern.compile("[\\p{L}\\p{N}._%+-]{1,64}@[\\p{L}\\p{N}.-]{1,253}\\.\\p{L}{2,24}");

    private static final Pattern LINK = Pattern.compile(
            "(?i)\\b(?:https?://|www\\.)[^\\s<>]{1,2000}|\\b[\\p{L}\\p{N}-]{1,63}(?:\\.[\\p{L}\\p{N}-]{1,63}){0,4}"
                    + "\\.(?:com|net|org|shop|co\\.uk|uk|de|dk|nl|eu|example|info|io)\\b(?:/[^\\s<>]{0,2000})?");

    /** What every link has: a dot or a colon with no space after it. */
    private static final Pattern JOINED = Pattern.compile("[.:][\\p{L}\\p{N}/]");

    private static final int FEWEST_DIGITS = 6;

    private static final Pattern HANDLE = Pattern.compile("(?<![\\p{L}\\p{N}])@[\\p{L}\\p{N}_.]{2,60}");

    /** Of a telephone, an order, a card: no price and no year has so many digits. */
    private static final Pattern LONG_NUMBER =
            Pattern.compile("(?<![\\p{L}\\p{N}])[+#(]{0,2}\\d[\\d ()./-]{5,30}\\d(?![\\p{L}\\p{N}])");

    private static final Pattern TITLED = Pattern.compile(
            "\\b(?:Mrs?|Ms|Miss|Dr|Herrn?|Frau|Fru|Hr|Dhr|Mevr|Mevrouw|Meneer)\\.?\\s+((?:(?:van|von|de|der|den|af)\\s){0,2}(?:\\p{Lu}[\\p{L}'’-]{1,40}\\s?){1,3})");

    private static final Pattern SIGNED =
            Pattern.compile("(?m)(?:(?i:\\b(?:regards|greetings|cheers|yours|love|sincerely|mvh|hilsen"
                    + "|gr(?:uß|üße|üsse)|lg|groetjes?|groet)\\b(?: from| fra| von| van)?)[,!\\s]+|[—–]\\s?)"
                    + "(\\p{Lu}[\\p{L}'’.-]{0,40}(?:\\s\\p{Lu}[\\p{L}'’.-]{0,40}){0,2})\\s*$");

    private static final Pattern LARGE = Pattern.compile("(?<![\\p{L}\\p{N}'’\\[])\\p{Lu}[\\p{L}'’-]{1,40}");

    private static final Pattern MORE_LARGE =
            Pattern.compile("\\G\\s(?:(?:van|von|de|der|den|af)\\s){0,2}\\p{Lu}[\\p{L}'’-]{1,40}");

    private static final Set<String> GIVEN = Set.copyOf(WordLists.lines(Language.class, "names.txt"));

    /** Given names that are ordinary words too: a name only where no sentence begins. */
    private static final Set<String> WORDS_TOO = Set.copyOf(WordLists.lines(Language.class, "names-words.txt"));

    private Scrub() {}

    /**
     * @param text may hold HTML, whose tags are left out
     * @param names of people that came with it, such as its writer's, whole or in parts
     */
    public static String clean(String text, Collection<String> names) {
        String left = withoutTags(text);
        if (left.indexOf('@') >= 0) {
            left = MAIL.matcher(left).replaceAll("[e-mail]");
        }
        if (JOINED.matcher(left).find()) {
            left = LINK.matcher(left).replaceAll("[link]");
        }
        if (left.indexOf('@') >= 0) {
            left = HANDLE.matcher(left).replaceAll("[name]");
        }
        if (left.chars().filter(Character::isDigit).count() >= FEWEST_DIGITS) {
            left = LONG_NUMBER.matcher(left).replaceAll("[number]");
        }
        left = group(TITLED, left);
        left = group(SIGNED, left);
        return withoutNames(left, told(names)).strip();
    }

    private static String withoutTags(String text) {
        if (text.indexOf('<') < 0 && text.indexOf('&') < 0) {
            return text;
        }
        StringBuilder plain = new StringBuilder();
        try (HTMLStripCharFilter in = new HTMLStripCharFilter(new StringReader(text))) {
            char[] buffer = new char[1024];
            for (int n = in.read(buffer, 0, buffer.length); n >= 0; n = in.read(buffer, 0, buffer.length)) {
                plain.append(buffer, 0, n);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return plain.toString();
    }

    private static String group(Pattern pattern, String text) {
        return pattern.matcher(text).replaceAll(m -> {
            String whole = m.group();
            String name = m.group(1);
            int at = m.start(1) - m.start();
            return Matcher.quoteReplacement(whole.substring(0, at)
                    + "[name]"
                    + (name.endsWith(" ") ? " " : "")
                    + whole.substring(at + name.length()));
        });
    }

    private static Set<String> told(Collection<String> names) {
        Set<String> told = new HashSet<>();
        for (String name : names) {
            for (String part : name.toLowerCase(Locale.ROOT).split("[^\\p{L}]+")) {
                if (part.length() > 2) {
                    told.add(part);
                }
            }
        }
        return told;
    }

    private static String withoutNames(String text, Set<String> told) {
        StringBuilder left = new StringBuilder();
        Matcher large = LARGE.matcher(text);
        Matcher more = MORE_LARGE.matcher(text);
        int kept = 0;
        int from = 0;
        while (large.find(from)) {
            from = large.end();
            String word = large.group().toLowerCase(Locale.ROOT);
            String bare = word.replaceAll("['’]s$|['’-].*$", "");
            boolean name = told.contains(bare)
                    || GIVEN.contains(bare) && !(WORDS_TOO.contains(bare) && begins(text, large.start()));
            if (!name) {
                continue;
            }
            left.append(text, kept, large.start()).append("[name]");
            while (more.find(from) && more.start() == from && !ordinary(more.group())) {
                from = more.end();
            }
            kept = from;
        }
        return left.append(text, kept, text.length()).toString();
    }

    /** A noun that German writes large is no surname. */
    private static boolean ordinary(String word) {
        return Language.DE.ordinary().knows(word.strip().toLowerCase(Locale.ROOT));
    }

    private static boolean begins(String text, int at) {
        int before = at - 1;
        while (before >= 0
                && (Character.isWhitespace(text.charAt(before)) || "\"“„»«('".indexOf(text.charAt(before)) >= 0)) {
            before--;
        }
        return before < 0 || ".!?:;…\n".indexOf(text.charAt(before)) >= 0;
    }
}
