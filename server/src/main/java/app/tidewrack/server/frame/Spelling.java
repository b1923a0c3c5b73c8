package app.tidewrack.server.frame;

import app.tidewrack.core.feedback.Language;
import app.tidewrack.server.tool.ToolRunner;
import app.tidewrack.server.tool.ToolRunner.ToolFailed;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Words that are spelled wrongly, by Debian's Hunspell and its open dictionaries. */
@Component
class Spelling {
    private static final Logger LOG = LoggerFactory.getLogger(Spelling.class);
    private static final int MEGABYTES = 1_000;
    private static final int MOST_SUGGESTED = 4;

    /** The dictionary of each language, and Debian's package that brings it. */
    private static final Map<Language, List<String>> DICTIONARIES = Map.of(
            Language.EN, List.of("en_GB", "hunspell-en-gb"),
            Language.DE, List.of("de_DE", "hunspell-de-de"),
            Language.DA, List.of("da_DK", "hunspell-da"),
            Language.NL, List.of("nl_NL", "hunspell-nl"));

    private final String hunspell;
    private final ToolRunner tools;

    Spelling(
            @Value("${tidewrack.text.hunspell:hunspell}") String hunspell,
            @Value("${tidewrack.text.spelling-longest:10s}") Duration longest) {
        this.hunspell = hunspell;
        tools = new ToolRunner(longest, MEGABYTES);
    }

    /**
     * @param from where it stands, in UTF-16 units
     * @param to where it ends
     */
    record Mistake(int from, int to, String word, List<String> suggestions) {}

    /**
     * @param mistakes of each text
     * @param missing Debian's package without which nobody looked; empty where somebody did
     */
    record Looked(List<List<Mistake>> mistakes, String missing) {}

    Looked look(List<String> texts, Language language) {
        List<String> dictionary = Objects.requireNonNull(DICTIONARIES.get(language));
        List<String> lines = texts.stream().map(Spelling::oneLine).toList();
        try {
            String told = tools.run(
                    List.of(hunspell, "-a", "-i", "utf-8", "-d", dictionary.get(0)),
                    // What begins with a sign may be a command to it; one that begins with ^ is a text.
                    ("^" + String.join("\n^", lines) + "\n").getBytes(StandardCharsets.UTF_8),
                    l -> true);
            return new Looked(read(told, lines), "");
        } catch (ToolFailed e) {
            LOG.info("No spelling was looked at: {}", e.getMessage());
            return new Looked(texts.stream().map(t -> List.<Mistake>of()).toList(), dictionary.get(1));
        }
    }

    /** As long as the text, so that places stay. Tokens such as {@code {town|your town}} are left out. */
    private static String oneLine(String text) {
        char[] signs = text.toCharArray();
        boolean token = false;
        for (int i = 0; i < signs.length; i++) {
            token |= signs[i] == '{';
            boolean ends = token && signs[i] == '}';
            if (token || Character.isISOControl(signs[i])) {
                signs[i] = ' ';
            }
            token &= !ends;
        }
        return new String(signs);
    }

    /** An answer to each word that is wrong, “&amp; word count offset: suggestions” or “# word offset”; an empty line ends a text. */
    private static List<List<Mistake>> read(String told, List<String> lines) {
        List<List<Mistake>> all = new ArrayList<>();
        List<Mistake> now = new ArrayList<>();
        int from = 0;
        for (String answer : told.lines().skip(1).toList()) {
            if (answer.isEmpty()) {
                all.add(now);
                now = new ArrayList<>();
                from = 0;
            } else if (all.size() < lines.size() && (answer.startsWith("& ") || answer.startsWith("# "))) {
                String word = answer.split(" ")[1];
                // Its offsets are counted in bytes; the words come in the order they stand in.
                int at = lines.get(all.size()).indexOf(word, from);
                if (at >= 0) {
                    from = at + word.length();
                    now.add(new Mistake(at, from, word, suggestions(answer)));
                }
            }
        }
        while (all.size() < lines.size()) {
            all.add(List.of());
        }
        return all;
    }

    private static List<String> suggestions(String answer) {
        int colon = answer.indexOf(": ");
        return colon < 0
                ? List.of()
                : Arrays.stream(answer.substring(colon + 2).split(", "))
                        .limit(MOST_SUGGESTED)
                        .toList();
    }
}
