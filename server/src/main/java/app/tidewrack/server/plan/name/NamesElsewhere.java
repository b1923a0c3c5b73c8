package app.tidewrack.server.plan.name;

import app.tidewrack.core.naming.NameLayout;
import app.tidewrack.core.naming.NameLayout.Between;
import app.tidewrack.core.naming.NameLayout.Laid;
import app.tidewrack.core.naming.NameLevel;
import app.tidewrack.core.naming.NamePart;
import app.tidewrack.core.naming.NamePattern;
import app.tidewrack.core.naming.NameReader;
import app.tidewrack.core.naming.NameReader.Reading;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.naming.ValueWords;
import app.tidewrack.core.plan.NamingScheme;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.naming.NamingLibrary;
import app.tidewrack.server.naming.NamingLibrary.Versioned;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Takes apart names that were not given here, or not now. */
@Component
@RequiredArgsConstructor
public class NamesElsewhere {
    static final int MOST_NAMES = 20_000;

    /** Characters of all names at once. */
    static final int MOST_TEXT = 2_000_000;

    private static final int LONGEST = 400;

    private final NamingLibrary naming;
    private final KnownTokens known;

    /**
     * @param values by place in the list of tokens; null where the name says none
     * @param strange places of values that are not known here
     * @param whyNot why it could not be read; null when it was
     * @param version by which version of the scheme it was read; null when not by a kept one
     * @param twice it stands in the list before
     */
    record ReadName(
            String name,
            List<@Nullable String> values,
            List<Integer> strange,
            @Nullable String whyNot,
            @Nullable Integer version,
            boolean twice) {}

    /** @param tokens in the order of the pattern */
    record ReadNames(List<Token> tokens, int read, int notRead, List<ReadName> names) {}

    /**
     * Names by the layout that was found in them, or that a person gave.
     *
     * @param between what can stand between parts, those first that stand in most names; what does is the first
     * @param columns none where nothing was found
     */
    record LaidOut(
            List<Between> between, List<NameLayout.Column> columns, int read, int notRead, List<ReadName> names) {}

    private record By(@Nullable Integer version, NameReader reader) {}

    /** @throws Refusal when there are too many, or the level names nothing */
    ReadNames read(String clientId, NameLevel level, String text, @Nullable NamingScheme scheme) {
        if (level == NameLevel.LINK) {
            throw new Refusal("level", "Links are not read as names.", "Choose campaign, ad group or ad.");
        }
        List<String> lines = lines(text);
        Map<Token, Set<String>> values = known.of(clientId);
        List<Versioned> versions = scheme == null ? naming.newest(clientId) : List.of(new Versioned(-1, scheme));
        Set<List<Object>> ways = new HashSet<>();
        List<By> readers = versions.stream()
                .filter(v ->
                        ways.add(List.of(pattern(v.scheme(), level), v.scheme().codes())))
                .map(v -> new By(
                        scheme == null ? v.version() : null,
                        new NameReader(pattern(v.scheme(), level), v.scheme().codes(), values)))
                .toList();
        List<Token> tokens = versions.stream()
                .flatMap(v -> pattern(v.scheme(), level).parts().stream())
                .map(NamePart::token)
                .filter(t -> t != null)
                .distinct()
                .toList();
        Set<String> seen = new HashSet<>();
        List<ReadName> names =
                lines.stream().map(l -> read(l, readers, tokens, !seen.add(l))).toList();
        int read = (int) names.stream().filter(n -> n.whyNot() == null).count();
        return new ReadNames(tokens, read, names.size() - read, names);
    }

    /**
     * @param between what stands between parts; null to find it
     * @param columns what the parts mean; null to find it
     * @throws Refusal when there are too many names, or two columns mean the same
     */
    LaidOut layOut(String clientId, String text, @Nullable Between between, @Nullable List<NameLayout.Column> columns) {
        List<String> lines = lines(text);
        ValueWords words =
                new ValueWords(naming.newest(clientId).get(0).scheme().codes(), known.of(clientId));
        NameLayout layout = between == null
                ? NameLayout.find(lines, words)
                : columns == null ? NameLayout.find(lines, between, words) : new NameLayout(between, columns);
        Stream<Between> candidates = NameLayout.candidates(lines).stream();
        if (layout == null) {
            return new LaidOut(candidates.toList(), List.of(), 0, lines.size(), List.of());
        }
        List<Laid> laid = layout.read(lines, words);
        Set<String> seen = new HashSet<>();
        List<ReadName> names = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            Laid one = laid.get(i);
            String line = lines.get(i);
            names.add(new ReadName(
                    line.length() > LONGEST ? line.substring(0, LONGEST) : line,
                    one.values(),
                    List.copyOf(one.strange()),
                    one.whyNot(),
                    null,
                    !seen.add(line)));
        }
        int read = (int) names.stream().filter(n -> n.whyNot() == null).count();
        Between chosen = layout.between();
        return new LaidOut(
                Stream.concat(Stream.of(chosen), candidates.filter(b -> !b.equals(chosen)))
                        .toList(),
                layout.columns(),
                read,
                names.size() - read,
                names);
    }

    private static List<String> lines(String text) {
        List<String> lines =
                text.lines().map(String::strip).filter(l -> !l.isEmpty()).toList();
        if (lines.size() > MOST_NAMES) {
            throw new Refusal(
                    "text",
                    "%,d names; up to %,d are read at once.".formatted(lines.size(), MOST_NAMES),
                    "Paste them in parts.");
        }
        return lines;
    }

    /** What names of ads say, by name; one that cannot be read says nothing. */
    public Map<String, Map<Token, String>> valuesOfAds(String clientId, List<String> names) {
        Map<String, Map<Token, String>> values = new HashMap<>();
        for (int from = 0; from < names.size(); from += MOST_NAMES) {
            List<String> some = names.subList(from, Math.min(names.size(), from + MOST_NAMES));
            ReadNames read = read(clientId, NameLevel.AD, String.join("\n", some), null);
            for (ReadName name : read.names()) {
                Map<Token, String> said = new EnumMap<>(Token.class);
                for (int t = 0; t < read.tokens().size(); t++) {
                    String value = name.values().get(t);
                    if (value != null) {
                        said.put(read.tokens().get(t), value);
                    }
                }
                values.put(name.name(), said);
            }
        }
        return values;
    }

    private static ReadName read(String name, List<By> readers, List<Token> tokens, boolean twice) {
        if (name.length() > LONGEST) {
            String why = "%d characters; a name has up to %d".formatted(name.length(), LONGEST);
            return new ReadName(name.substring(0, LONGEST), none(tokens), List.of(), why, null, twice);
        }
        Reading first = readers.get(0).reader().read(name);
        Reading reading = first;
        Integer version = readers.get(0).version();
        for (int i = 1; i < readers.size() && reading.whyNot() != null; i++) {
            reading = readers.get(i).reader().read(name);
            version = readers.get(i).version();
        }
        Reading told = reading.whyNot() == null ? reading : first;
        List<@Nullable String> values = new ArrayList<>(none(tokens));
        told.values().forEach((t, v) -> values.set(tokens.indexOf(t), v));
        return new ReadName(
                name,
                values,
                told.strange().stream().map(tokens::indexOf).toList(),
                told.whyNot(),
                told.whyNot() == null ? version : null,
                twice);
    }

    private static List<@Nullable String> none(List<Token> tokens) {
        return new ArrayList<>(Collections.nCopies(tokens.size(), null));
    }

    private static NamePattern pattern(NamingScheme scheme, NameLevel level) {
        return switch (level) {
            case CAMPAIGN -> scheme.campaign();
            case AD_GROUP -> scheme.adGroup();
            case AD, LINK -> scheme.ad();
        };
    }
}
